import { CARD_SECTIONS } from './cardSpec'
import type { DocumentKind } from './kinds'
import { PRACTICE_SECTIONS } from './practiceSpec'
import type { SectionSpec } from './spec'

/** The sections of a kind of document, in the order they are written and read. */
export const sectionsOf = (kind: DocumentKind): readonly SectionSpec[] => (kind === 'card' ? CARD_SECTIONS : PRACTICE_SECTIONS)

/** Which section a finding's path leads to, and which row of it. */
export function placeOf(kind: DocumentKind, path: readonly (string | number)[]): { section: string; row: number | null } {
  const [first, second] = path
  const sections = sectionsOf(kind)
  const section =
    sections.find((s) => s.list === first) ?? sections.find((s) => s.fields.some((f) => f.key.split('.')[0] === first)) ?? sections[0]!
  return { section: section.id, row: section.list && typeof second === 'number' ? second : null }
}
