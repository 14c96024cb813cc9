import { type Finding as FindingOf, lintCard } from '@lucerna/core/appliance'
import { CARD_FILE, type FileFormat, PRACTICE_FILE } from '@lucerna/core/formats'
import { lintPractice } from '@lucerna/core/practice'

/** Target cards and practice profiles are kept alike: numbered, immutable versions, one draft, a linter, an open file format. */
export const DOCUMENT_KINDS = ['card', 'practice'] as const
export type DocumentKind = (typeof DOCUMENT_KINDS)[number]

/** What a linter says of a document, whatever its kind. */
export type Finding = FindingOf<string>

interface KindSpec {
  readonly file: FileFormat<Record<string, unknown>>
  readonly lint: (document: never) => readonly Finding[]
  /** Where its pages are. */
  readonly path: string
}

export const KINDS: Readonly<Record<DocumentKind, KindSpec>> = {
  card: { file: CARD_FILE as unknown as KindSpec['file'], lint: lintCard, path: '/cards' },
  practice: { file: PRACTICE_FILE as unknown as KindSpec['file'], lint: lintPractice, path: '/profiles' },
}

/** What is wrong with what was written down so far: where its shape does not fit, or what the linter says. */
export function examine(kind: DocumentKind, data: Record<string, unknown>): readonly Finding[] {
  const parsed = KINDS[kind].file.schema.safeParse(data)
  if (parsed.success) return KINDS[kind].lint(parsed.data as never)
  return parsed.error.issues.map((issue) => {
    const path = issue.path.map((p) => (typeof p === 'symbol' ? String(p) : p))
    // Our own rules say what is wrong; of the library's it is said here.
    const shape =
      issue.code === 'custom' ? null : isEmpty(stands(data, path)) ? 'missing' : issue.code === 'too_big' ? 'too-big' : 'invalid'
    return { level: 'error', code: 'shape', params: shape ? { shape } : { message: issue.message }, path }
  })
}

const stands = (data: unknown, path: Finding['path']): unknown =>
  path.reduce<unknown>(
    (value, key) => (typeof value === 'object' && value !== null ? (value as Readonly<Record<string, unknown>>)[key] : undefined),
    data,
  )
const isEmpty = (value: unknown): boolean => value === undefined || value === null || value === ''
