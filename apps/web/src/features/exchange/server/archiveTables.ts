/**
 * The archive of a firm: one zip with everything it owns. `manifest.json` names each file with its rows and SHA-256; `tables/*.ndjson` holds one row a line, with the names
 * of the columns; `photos/` the pictures; `csv/` the registers and figures for a spreadsheet. docs/archive.md tells it in full.
 */
export const ARCHIVE_FORMAT = 'lucerna.archive'
export const ARCHIVE_VERSION = 1

export interface ArchiveManifest {
  readonly format: typeof ARCHIVE_FORMAT
  readonly version: number
  readonly firmId: string
  readonly firmName: string
  readonly madeAt: string
  /** What this version of the tables is called: an archive is taken in by the same version of the program or a later one. */
  readonly schema: string
  readonly files: Readonly<Record<string, { readonly rows: number; readonly sha256: string }>>
}

/** Tables in the order in which they can be filled: what is pointed at comes first. */
export const ARCHIVED = [
  'firm',
  'membership',
  'preference',
  'working_memory',
  'practice_profile',
  'target_card',
  'document_draft',
  'site',
  'gas_supply',
  'appliance',
  'photo',
  'instrument',
  'instrument_check',
  'bridge',
  'public_link',
  'old_paper',
  'visit',
  'visit_appliance',
  'visit_event',
  'visit_value',
  'report',
  'follow_up',
  'lockout_note',
  'mail',
  'audit_entry',
] as const
export type ArchivedTable = (typeof ARCHIVED)[number]

/** What stays out of an archive, and why: a table that is in neither list fails a test. */
export const LEFT_OUT = {
  mail_server: 'its password is sealed for this server',
  photo_file: 'as pictures, in photos/',
  invitation: 'its link leads to this server',
  visit_device: 'who looks on now',
  bridge_voice: 'what an instrument sends now',
  live_lines: 'what instruments send now',
  live_command: 'what an instrument is told now',
  import_job: 'work in hand',
  import_batch: 'work in hand',
  export_job: 'work in hand',
  export_chunk: 'work in hand',
  drift: 'made anew from the rest',
  search_entry: 'made anew from the rest',
  search_word: 'made anew from the rest',
  search_posting: 'made anew from the rest',
} as const

/** Letters that lead into an account do not leave the server; what customers were written does. */
export const ARCHIVED_ROWS: Partial<Record<ArchivedTable, string>> = { mail: `kind = 'report'` }
