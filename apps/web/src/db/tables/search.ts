import { index, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core'
import { ownFirmOnly } from './common'
import { firmId } from './people'

export const SEARCH_KINDS = ['site', 'appliance', 'visit', 'person', 'card', 'instrument'] as const

/** Projection, rebuildable: one row for everything that can be found. */
export const searchEntry = pgTable(
  'search_entry',
  {
    id: uuid('id').primaryKey(),
    firmId: firmId(),
    kind: text('kind', { enum: SEARCH_KINDS }).notNull(),
    subjectId: text('subject_id').notNull(),
    title: text('title').notNull(),
    detail: text('detail').notNull(),
    /** All its words, folded, with a space between: for parts shorter than a trigram. */
    folded: text('folded').notNull(),
  },
  (t) => [index('search_subject').on(t.firmId, t.kind, t.subjectId), ownFirmOnly()],
)

/** The firm's vocabulary: fragments and misspellings are looked up here, where every word stands once. */
export const searchWord = pgTable('search_word', { firmId: firmId(), word: text('word').notNull() }, (t) => [
  primaryKey({ columns: [t.firmId, t.word] }),
  ownFirmOnly(),
])

/**
 * Which entries hold a word; the list of a common word is read only as far as needed. Some twenty rows to an appliance, made and removed only together
 * with their entry: foreign keys would be looked up for each and double the time of taking a register over.
 */
export const searchPosting = pgTable(
  'search_posting',
  { firmId: uuid('firm_id').notNull(), word: text('word').notNull(), entryId: uuid('entry_id').notNull() },
  (t) => [primaryKey({ columns: [t.firmId, t.word, t.entryId] }), index('search_posting_entry').on(t.entryId), ownFirmOnly()],
)
