import { bigint, boolean, foreignKey, index, integer, json, jsonb, pgTable, primaryKey, text, unique, uuid } from 'drizzle-orm/pg-core'
import { user } from './auth'
import { bytea, ownFirmOnly, stamp } from './common'
import { firmId } from './people'

export const IMPORT_KINDS = ['sites', 'supplies', 'appliances', 'instruments', 'places'] as const
export const IMPORT_STATES = ['reading', 'checked', 'importing', 'done', 'refused', 'cancelled'] as const

/** One import: a file read and checked row by row, then taken over as a whole or not at all. */
export const importJob = pgTable(
  'import_job',
  {
    id: uuid('id').primaryKey(),
    firmId: firmId(),
    kind: text('kind', { enum: IMPORT_KINDS }).notNull(),
    fileName: text('file_name').notNull(),
    state: text('state', { enum: IMPORT_STATES }).notNull(),
    /** Rows read, and what would happen with them. */
    rows: integer('rows').notNull().default(0),
    added: integer('added').notNull().default(0),
    changed: integer('changed').notNull().default(0),
    same: integer('same').notNull().default(0),
    refused: integer('refused').notNull().default(0),
    /** Rows taken over so far. */
    progress: integer('progress').notNull().default(0),
    /** What is wrong with the file as a whole. */
    message: text('message'),
    cancelAsked: boolean('cancel_asked').notNull().default(false),
    createdAt: stamp('created_at').notNull(),
    /** Of its last sign of life; an import that stopped giving any was broken off. */
    updatedAt: stamp('updated_at').notNull(),
    createdBy: text('created_by')
      .notNull()
      .references(() => user.id),
  },
  (t) => [index('import_newest').on(t.firmId, t.createdAt), unique('import_in_firm').on(t.firmId, t.id), ownFirmOnly()],
)

export const IMPORT_ACTIONS = ['add', 'change', 'same', 'refuse'] as const
export type ImportAction = (typeof IMPORT_ACTIONS)[number]

/** A row of an import between reading and taking over. */
export interface StagedRow {
  /** As a spreadsheet counts: the header is row 1. */
  readonly line: number
  readonly label: string
  /** The entry it becomes or changes. */
  readonly subjectId?: string
  readonly data?: unknown
  readonly problems?: readonly { readonly column: string; readonly message: string }[]
}

/**
 * Rows of an import between reading and taking over, a list of those of one action in each piece of the file; gone afterwards but for those that were refused.
 * Nothing asks the database for one of them, so that it need not take a hundred thousand apart.
 */
export const importBatch = pgTable(
  'import_batch',
  {
    jobId: uuid('job_id').notNull(),
    firmId: firmId(),
    /** Which piece of the file, from 0. */
    batch: integer('batch').notNull(),
    action: text('action', { enum: IMPORT_ACTIONS }).notNull(),
    /** The last line of the list. */
    lastLine: integer('last_line').notNull(),
    rows: json('rows').$type<readonly StagedRow[]>().notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.jobId, t.batch, t.action] }),
    foreignKey({ columns: [t.firmId, t.jobId], foreignColumns: [importJob.firmId, importJob.id] }).onDelete('cascade'),
    ownFirmOnly(),
  ],
)

export const EXPORT_KINDS = ['archive', 'reports'] as const
export const EXPORT_STATES = ['waiting', 'running', 'done', 'cancelled', 'failed'] as const

/** A file that takes long to make: made beside the requests, kept for some days. */
export const exportJob = pgTable(
  'export_job',
  {
    id: uuid('id').primaryKey(),
    firmId: firmId(),
    kind: text('kind', { enum: EXPORT_KINDS }).notNull(),
    /** What of it: for reports the days between which their visits were closed. */
    wish: jsonb('wish')
      .$type<{ readonly from?: string | undefined; readonly until?: string | undefined; readonly paper?: 'a4' | 'letter' | undefined }>()
      .notNull(),
    state: text('state', { enum: EXPORT_STATES }).notNull(),
    /** Rows or reports done, and how many there are. */
    progress: integer('progress').notNull().default(0),
    total: integer('total').notNull().default(0),
    bytes: bigint('bytes', { mode: 'number' }).notNull().default(0),
    message: text('message'),
    cancelAsked: boolean('cancel_asked').notNull().default(false),
    createdAt: stamp('created_at').notNull(),
    /** Of its last sign of life. */
    updatedAt: stamp('updated_at').notNull(),
    createdBy: text('created_by')
      .notNull()
      .references(() => user.id),
  },
  (t) => [index('export_newest').on(t.firmId, t.createdAt), unique('export_in_firm').on(t.firmId, t.id), ownFirmOnly()],
)

/** The file of an export, in pieces: any web process can hand it out, and none holds it whole. */
export const exportChunk = pgTable(
  'export_chunk',
  {
    jobId: uuid('job_id').notNull(),
    firmId: firmId(),
    position: integer('position').notNull(),
    data: bytea('data').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.jobId, t.position] }),
    foreignKey({ columns: [t.firmId, t.jobId], foreignColumns: [exportJob.firmId, exportJob.id] }).onDelete('cascade'),
    ownFirmOnly(),
  ],
)
