import { sql } from 'drizzle-orm'
import { boolean, date, index, integer, jsonb, pgPolicy, pgTable, primaryKey, text, unique, uniqueIndex, uuid } from 'drizzle-orm/pg-core'
import { user } from './auth'
import { currentFirm, currentUser, ownFirmOnly, proven, stamp } from './common'

const ROLE = ['lead', 'technician', 'apprentice', 'planner', 'viewer'] as const

export const RETENTION_KINDS = ['letters', 'invitations', 'imports', 'notes', 'contacts', 'people'] as const
export type RetentionPeriods = Readonly<Record<(typeof RETENTION_KINDS)[number], number | null>>
/** Months by kind, and who set them. */
export type Retention = RetentionPeriods & { readonly by: string }

export const firm = pgTable(
  'firm',
  {
    id: uuid('id').primaryKey(),
    name: text('name').notNull(),
    practiceId: text('practice_id').notNull(),
    practiceVersion: integer('practice_version').notNull(),
    /** The firm's own day: for licences, calibrations and lists that belong to no site. */
    timeZone: text('time_zone').notNull().default('UTC'),
    /** Whether nobody works here without a second factor. */
    secondFactor: boolean('second_factor').notNull().default(false),
    /** How long what is personal is kept, in months, by kind; what has none is kept. Set by a lead, in whose name it goes. */
    retention: jsonb('retention').$type<Retention>(),
    sweptAt: stamp('swept_at'),
    /** Whether leads and planners get a letter each week with what falls due, and the day of the last. */
    reminders: boolean('reminders').notNull().default(false),
    remindedOn: date('reminded_on', { mode: 'string' }),
    version: integer('version').notNull().default(1),
  },
  () => [pgPolicy('own_firm', { for: 'all', to: 'public', using: sql`id = ${currentFirm} and ${proven}` })],
)

/** Links with which somebody begins a firm on this server, once. Kept as a hash; made by who runs the server, read by nobody but the function that uses them. */
export const firmLink = pgTable('firm_link', {
  secretHash: text('secret_hash').primaryKey(),
  createdAt: stamp('created_at').notNull(),
  usedAt: stamp('used_at'),
})

export const firmId = () =>
  uuid('firm_id')
    .notNull()
    .references(() => firm.id)

const userId = (name = 'user_id') => text(name).references(() => user.id)

/** By which mail server a firm's letters leave, where it has one of its own. Its password is sealed with the secret of the installation. */
export const mailServer = pgTable(
  'mail_server',
  {
    firmId: firmId().primaryKey(),
    host: text('host').notNull(),
    port: integer('port').notNull(),
    username: text('username').notNull(),
    sealed: text('sealed'),
    fromAddress: text('from_address').notNull(),
  },
  () => [ownFirmOnly()],
)

export const membership = pgTable(
  'membership',
  {
    id: uuid('id').primaryKey(),
    firmId: firmId(),
    userId: userId().notNull(),
    role: text('role', { enum: ROLE }).notNull(),
    licenceNumber: text('licence_number'),
    licenceUntil: date('licence_until', { mode: 'string' }),
    /** What this firm calls them; null: as they call themselves. */
    name: text('name'),
    /** For confirming an apprentice's work on a device that is not one's own. */
    passcodeHash: text('passcode_hash'),
    /** Who left keeps their name in the logs, and signs in no more. */
    leftAt: stamp('left_at'),
    version: integer('version').notNull().default(1),
  },
  (t) => [
    unique('membership_once').on(t.firmId, t.userId),
    index('membership_user').on(t.userId),
    // At sign-in the firm is not known yet: everyone may see their own memberships.
    pgPolicy('own_firm', {
      for: 'all',
      to: 'public',
      using: sql`(firm_id = ${currentFirm} or user_id = ${currentUser}) and ${proven}`,
      withCheck: sql`firm_id = ${currentFirm} and ${proven}`,
    }),
  ],
)

/** An invitation is a link that works once and for some days. Only the hash of its secret is kept. */
export const invitation = pgTable(
  'invitation',
  {
    id: uuid('id').primaryKey(),
    firmId: firmId(),
    email: text('email').notNull(),
    name: text('name').notNull(),
    role: text('role', { enum: ROLE }).notNull(),
    licenceNumber: text('licence_number'),
    licenceUntil: date('licence_until', { mode: 'string' }),
    secretHash: text('secret_hash').notNull(),
    invitedBy: userId('invited_by').notNull(),
    createdAt: stamp('created_at').notNull(),
    expiresAt: stamp('expires_at').notNull(),
    acceptedAt: stamp('accepted_at'),
    revokedAt: stamp('revoked_at'),
  },
  (t) => [
    // One invitation that still stands for each address.
    uniqueIndex('invitation_standing')
      .on(t.firmId, t.email)
      .where(sql`accepted_at is null and revoked_at is null`),
    ownFirmOnly(),
  ],
)

/** Outgoing mail: the stand-in for a mail service keeps it here, to be read and downloaded. */
export const mail = pgTable(
  'mail',
  {
    id: uuid('id').primaryKey(),
    firmId: firmId(),
    kind: text('kind', {
      enum: ['invitation', 'password-reset', 'password-changed', 'sign-in-tries', 'sign-in-changed', 'test', 'report', 'reminder'],
    }).notNull(),
    userId: userId(),
    toName: text('to_name').notNull(),
    toAddress: text('to_address').notNull(),
    subject: text('subject').notNull(),
    body: text('body').notNull(),
    createdAt: stamp('created_at').notNull(),
    /** Taken by the mail server; without one, letters stay here. */
    sentAt: stamp('sent_at'),
    tries: integer('tries').notNull().default(0),
    /** What the mail server said last. */
    failure: text('failure'),
  },
  (t) => [index('mail_newest').on(t.firmId, t.createdAt), ownFirmOnly()],
)

/** What a person wants to see; the look itself is kept on each device. */
export const preference = pgTable(
  'preference',
  {
    firmId: firmId(),
    userId: userId().notNull(),
    units: text('units', { enum: ['practice', 'metric', 'imperial'] })
      .notNull()
      .default('practice'),
    dialect: text('dialect', { enum: ['practice', 'en-GB', 'en-US'] })
      .notNull()
      .default('practice'),
    farViewTones: boolean('far_view_tones').notNull().default(false),
  },
  (t) => [primaryKey({ columns: [t.firmId, t.userId] }), ownFirmOnly()],
)

export interface FieldChange {
  readonly field: string
  /** Absent for personal fields: that they changed is kept, not what they said. */
  readonly from?: unknown
  readonly to?: unknown
}

/** Who did what to registers, people and settings; append-only. (What happened in a visit is its own log.) */
export const auditEntry = pgTable(
  'audit_entry',
  {
    id: uuid('id').primaryKey(),
    firmId: firmId(),
    at: stamp('at').notNull(),
    actorId: userId('actor_id').notNull(),
    action: text('action').notNull(),
    subjectKind: text('subject_kind').notNull(),
    subjectId: text('subject_id').notNull(),
    changes: jsonb('changes').$type<readonly FieldChange[]>().notNull(),
  },
  (t) => [index('audit_newest').on(t.firmId, t.at, t.id), index('audit_subject').on(t.firmId, t.subjectId, t.at), ownFirmOnly()],
)

/** What each person typed last into each of the Workings, so that it stands there again on any device. */
export const workingMemory = pgTable(
  'working_memory',
  {
    firmId: firmId(),
    userId: userId().notNull(),
    workingId: text('working_id').notNull(),
    input: jsonb('input').$type<Record<string, unknown>>().notNull(),
    updatedAt: stamp('updated_at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.firmId, t.userId, t.workingId] }), ownFirmOnly()],
)
