import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import { BURNER_KINDS } from '@lucerna/core/appliance'
import { SHIPPED_PRACTICES } from '@lucerna/core/practice'
import { JOB_KINDS, runSheet, sheetText } from '@lucerna/core/procedure'
import { DEMO_CARDS } from './cards'

/** Run sheets as readable text, all burner kinds × jobs × both practices. A wanted change is written with `UPDATE_GOLDEN=1`. */
const FOLDER = path.resolve(__dirname, '../golden')

const cases = BURNER_KINDS.flatMap((kind) => SHIPPED_PRACTICES.map((practice) => [kind, practice.id] as const))

test.each(cases)('%s by %s', (kind, practiceId) => {
  const card = DEMO_CARDS.find((c) => c.burnerKind === kind)!
  const practice = SHIPPED_PRACTICES.find((p) => p.id === practiceId)!
  const facts = { gas: card.ratings[0]!.gas, altitudeM: 12 }
  const text = JOB_KINDS.map((job) => {
    const sheet = runSheet(job, card, practice, facts)
    return `# ${job}: ${card.maker} ${card.model}, ${practice.id}\n${sheet.ok ? sheetText(sheet.value) : `refused: ${sheet.error.code}\n`}`
  }).join('\n')
  const file = path.join(FOLDER, `${kind}.${practiceId}.txt`)
  if (process.env.UPDATE_GOLDEN === '1') {
    mkdirSync(FOLDER, { recursive: true })
    writeFileSync(file, text)
  }
  expect(existsSync(file)).toBe(true)
  expect(text).toBe(readFileSync(file, 'utf8'))
})
