import { readdirSync } from 'node:fs'
import path from 'node:path'

/** All words of one dialect, area by area, for the tests that read every text. */
function areas(dialect: 'en-GB' | 'en-US'): Record<string, Record<string, string>> {
  const folder = path.join(__dirname, dialect)
  return Object.fromEntries(
    readdirSync(folder).map((file) => {
      const [words] = Object.values(jest.requireActual<Record<string, Record<string, string>>>(path.join(folder, file)))
      return [file.replace(/\.ts$/, ''), words ?? {}]
    }),
  )
}

export const AREAS = { 'en-GB': areas('en-GB'), 'en-US': areas('en-US') }
/** British English, complete; American English where it differs. */
export const GB: Readonly<Record<string, string>> = Object.assign({}, ...Object.values(AREAS['en-GB']))
export const US: Readonly<Record<string, string>> = Object.assign({}, ...Object.values(AREAS['en-US']))
