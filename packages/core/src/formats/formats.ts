import { z } from 'zod'
import { cardSchema } from '../appliance'
import { faultMapSchema } from '../faults'
import { practiceSchema } from '../practice'

/** One open file format: an envelope that says what it is and in which version, around one document. */
export interface FileFormat<T> {
  readonly format: string
  readonly formatVersion: number
  readonly schema: z.ZodType<T>
  readonly title: string
}

export const CARD_FILE: FileFormat<z.infer<typeof cardSchema>> = {
  format: 'lucerna.card',
  formatVersion: 1,
  schema: cardSchema,
  title: 'Target card',
}
export const PRACTICE_FILE: FileFormat<z.infer<typeof practiceSchema>> = {
  format: 'lucerna.practice',
  formatVersion: 1,
  schema: practiceSchema,
  title: 'Practice profile',
}
export const FAULT_MAP_FILE: FileFormat<z.infer<typeof faultMapSchema>> = {
  format: 'lucerna.fault-map',
  formatVersion: 1,
  schema: faultMapSchema,
  title: 'Fault map',
}

/** What is wrong with a file, where: a path from the outside in (as a JSON pointer), and words. */
export interface FileProblem {
  readonly path: string
  readonly message: string
}

export const fileSchema = <T>(file: FileFormat<T>) =>
  z.strictObject({ format: z.literal(file.format), formatVersion: z.literal(file.formatVersion), document: file.schema })

/** The published JSON Schema of a format. */
export const schemaOf = <T>(file: FileFormat<T>): object => ({
  ...z.toJSONSchema(fileSchema(file), { io: 'input', unrepresentable: 'any' }),
  title: `${file.title}, version ${file.formatVersion}`,
})

/**
 * A document as a file: the same document gives the same bytes, whatever order its keys were stored in.
 *
 * @example
 * writeFile(CARD_FILE, larch28).startsWith('{\n  "format": "lucerna.card"') // true
 */
export const writeFile = <T>(file: FileFormat<T>, document: T): string =>
  // Parsing puts the keys into the order of the schema.
  `${JSON.stringify({ format: file.format, formatVersion: file.formatVersion, document: file.schema.parse(document) }, null, 2)}\n`

const pointer = (path: readonly PropertyKey[]) => path.map((p) => `/${String(p).replaceAll('~', '~0').replaceAll('/', '~1')}`).join('')

/** Where a JSON text breaks, in lines and columns. */
function brokenAt(text: string, error: unknown): FileProblem {
  const said = error instanceof Error ? error.message : ''
  const at = Number(/position (\d+)/.exec(said)?.[1] ?? text.length)
  const before = text.slice(0, at).split('\n')
  return { path: '', message: `This is not JSON: it breaks in line ${before.length}, column ${(before.at(-1)?.length ?? 0) + 1}.` }
}

const MOST_PROBLEMS = 200

/**
 * A file read back: which of the formats it is, and its document; or what is wrong, at most 200 places. A byte order mark is overlooked.
 * A newer version and unknown fields are refused: what is not understood is not half taken over.
 *
 * @example
 * readFile([CARD_FILE], '{"format":"lucerna.card","formatVersion":2}')
 * // { ok: false, problems: [{ path: '/formatVersion', message: 'Written by a newer Lucerna: version 2; this one reads up to 1.' }] }
 */
export function readFile<T>(
  formats: readonly FileFormat<T>[],
  text: string,
):
  | { readonly ok: true; readonly format: FileFormat<T>; readonly document: T }
  | { readonly ok: false; readonly problems: readonly FileProblem[] } {
  const bad = (path: string, message: string) => ({ ok: false as const, problems: [{ path, message }] })
  let json: unknown
  try {
    json = JSON.parse(text.replace(/^\uFEFF/, ''))
  } catch (error) {
    return { ok: false, problems: [brokenAt(text, error)] }
  }
  const head = z.looseObject({ format: z.string(), formatVersion: z.number() }).safeParse(json)
  if (!head.success)
    return bad('', `This file does not say what it is: "format" and "formatVersion" are missing. Known are ${known(formats)}.`)
  const format = formats.find((f) => f.format === head.data.format)
  if (!format) return bad('/format', `"${head.data.format.slice(0, 60)}" is not read here. Known are ${known(formats)}.`)
  if (head.data.formatVersion > format.formatVersion)
    return bad(
      '/formatVersion',
      `Written by a newer Lucerna: version ${head.data.formatVersion}; this one reads up to ${format.formatVersion}.`,
    )
  const read = fileSchema(format).safeParse(json)
  if (read.success) return { ok: true, format, document: read.data.document as T }
  return {
    ok: false,
    problems: read.error.issues
      .slice(0, MOST_PROBLEMS)
      .flatMap((issue) =>
        issue.code === 'unrecognized_keys'
          ? issue.keys.map((key) => ({ path: pointer([...issue.path, key]), message: 'This field is not known here.' }))
          : [{ path: pointer(issue.path), message: issue.message }],
      ),
  }
}

const known = (formats: readonly { format: string }[]) => formats.map((f) => f.format).join(', ')
