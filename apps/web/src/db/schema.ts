import type { Card } from '@lucerna/core/appliance'
import type { Instrument } from '@lucerna/core/measure'
import type { Practice } from '@lucerna/core/practice'
import type { Report } from '@lucerna/core/report'
import { sql } from 'drizzle-orm'
import {
  boolean,
  date,
  doublePrecision,
  foreignKey,
  index,
  integer,
  jsonb,
  pgPolicy,
  pgTable,
  primaryKey,
  text,
  timestamp,
  unique,
  uuid,
} from 'drizzle-orm/pg-core'
import { user } from './authSchema'

export * from './authSchema'

const stamp = (name: string) => timestamp(name, { withTimezone: true, mode: 'string' })

/** The firm of the running transaction; nothing is seen when it is not set. */
const currentFirm = sql`nullif(current_setting('lucerna.firm_id', true), '')::uuid`
const currentUser = sql`nullif(current_setting('lucerna.user_id', true), '')`
/** Second lock beside the query layer: rows of other firms do not exist for the application's role. */
const ownFirmOnly = () =>
  pgPolicy('own_firm', {
    as: 'permissive',
    for: 'all',
    to: 'public',
    using: sql`firm_id = ${currentFirm}`,
    withCheck: sql`firm_id = ${currentFirm}`,
  })

const firmId = () =>
  uuid('firm_id')
    .notNull()
    .references(() => firm.id)

export const firm = pgTable(
  'firm',
  {
    id: uuid('id').primaryKey(),
    name: text('name').notNull(),
    practiceId: text('practice_id').notNull(),
    practiceVersion: integer('practice_version').notNull(),
  },
  () => [pgPolicy('own_firm', { for: 'all', to: 'public', using: sql`id = ${currentFirm}` })],
)

export const membership = pgTable(
  'membership',
  {
    id: uuid('id').primaryKey(),
    firmId: firmId(),
    userId: text('user_id')
      .notNull()
      .references(() => user.id),
    role: text('role', { enum: ['lead', 'technician', 'apprentice', 'planner', 'viewer'] }).notNull(),
    licenceNumber: text('licence_number'),
    licenceUntil: date('licence_until', { mode: 'string' }),
  },
  (t) => [
    unique('membership_once').on(t.firmId, t.userId),
    index('membership_user').on(t.userId),
    // At sign-in the firm is not known yet: everyone may see their own memberships.
    pgPolicy('own_firm', {
      for: 'all',
      to: 'public',
      using: sql`firm_id = ${currentFirm} or user_id = ${currentUser}`,
      withCheck: sql`firm_id = ${currentFirm}`,
    }),
  ],
)

export const practiceProfile = pgTable(
  'practice_profile',
  {
    firmId: firmId(),
    profileId: text('profile_id').notNull(),
    version: integer('version').notNull(),
    data: jsonb('data').$type<Practice>().notNull(),
  },
  (t) => [primaryKey({ columns: [t.firmId, t.profileId, t.version] }), ownFirmOnly()],
)

export const targetCard = pgTable(
  'target_card',
  {
    firmId: firmId(),
    cardId: text('card_id').notNull(),
    version: integer('version').notNull(),
    data: jsonb('data').$type<Card>().notNull(),
  },
  (t) => [primaryKey({ columns: [t.firmId, t.cardId, t.version] }), ownFirmOnly()],
)

export const site = pgTable(
  'site',
  {
    id: uuid('id').primaryKey(),
    firmId: firmId(),
    name: text('name').notNull(),
    address: text('address').notNull(),
    timeZone: text('time_zone').notNull(),
    altitudeM: doublePrecision('altitude_m').notNull(),
    contact: text('contact'),
    accessNotes: text('access_notes'),
    hazards: text('hazards'),
    /** Null: the firm's own practice. */
    practiceId: text('practice_id'),
  },
  (t) => [index('site_firm_name').on(t.firmId, t.name), unique('site_in_firm').on(t.firmId, t.id), ownFirmOnly()],
)

export const gasSupply = pgTable(
  'gas_supply',
  {
    id: uuid('id').primaryKey(),
    firmId: firmId(),
    siteId: uuid('site_id').notNull(),
    gas: text('gas').notNull(),
    meter: text('meter'),
    regulatorOwner: text('regulator_owner', { enum: ['supplier', 'technician'] }).notNull(),
    nominalPressurePa: doublePrecision('nominal_pressure_pa'),
  },
  (t) => [
    foreignKey({ columns: [t.firmId, t.siteId], foreignColumns: [site.firmId, site.id] }),
    index('supply_site').on(t.siteId),
    ownFirmOnly(),
  ],
)

export const appliance = pgTable(
  'appliance',
  {
    id: uuid('id').primaryKey(),
    firmId: firmId(),
    siteId: uuid('site_id').notNull(),
    supplyId: uuid('supply_id')
      .notNull()
      .references(() => gasSupply.id),
    name: text('name').notNull(),
    serial: text('serial').notNull(),
    position: text('position').notNull(),
    cardId: text('card_id').notNull(),
    cardVersion: integer('card_version').notNull(),
    flueLengthM: doublePrecision('flue_length_m'),
    installedOn: date('installed_on', { mode: 'string' }),
    remark: text('remark'),
  },
  (t) => [
    foreignKey({ columns: [t.firmId, t.siteId], foreignColumns: [site.firmId, site.id] }),
    foreignKey({
      columns: [t.firmId, t.cardId, t.cardVersion],
      foreignColumns: [targetCard.firmId, targetCard.cardId, targetCard.version],
    }),
    unique('appliance_in_firm').on(t.firmId, t.id),
    index('appliance_site').on(t.siteId),
    ownFirmOnly(),
  ],
)

export const instrument = pgTable(
  'instrument',
  {
    id: uuid('id').primaryKey(),
    firmId: firmId(),
    kind: text('kind').$type<Instrument['kind']>().notNull(),
    maker: text('maker').notNull(),
    model: text('model').notNull(),
    serial: text('serial').notNull(),
    channels: jsonb('channels').$type<Instrument['channels']>().notNull(),
    calibratedAt: stamp('calibrated_at').notNull(),
    calibrationDueAt: stamp('calibration_due_at').notNull(),
    certificate: text('certificate'),
    heldBy: text('held_by').references(() => user.id),
  },
  (t) => [index('instrument_holder').on(t.firmId, t.heldBy), ownFirmOnly()],
)

export const visit = pgTable(
  'visit',
  {
    id: uuid('id').primaryKey(),
    firmId: firmId(),
    siteId: uuid('site_id').notNull(),
    jobKind: text('job_kind').notNull(),
    plannedFor: stamp('planned_for').notNull(),
    assignedTo: text('assigned_to').references(() => user.id),
    remark: text('remark'),
    status: text('status', { enum: ['planned', 'open', 'closed'] }).notNull(),
    practiceId: text('practice_id').notNull(),
    practiceVersion: integer('practice_version').notNull(),
    startedAt: stamp('started_at'),
    closedAt: stamp('closed_at'),
    /** Order of acceptance of the last event; taken under this row's lock. */
    lastSeq: integer('last_seq').notNull().default(0),
  },
  (t) => [
    foreignKey({ columns: [t.firmId, t.siteId], foreignColumns: [site.firmId, site.id] }),
    unique('visit_in_firm').on(t.firmId, t.id),
    index('visit_planned').on(t.firmId, t.plannedFor),
    index('visit_open').on(t.firmId, t.status),
    index('visit_site').on(t.siteId, t.plannedFor),
    ownFirmOnly(),
  ],
)

export const visitAppliance = pgTable(
  'visit_appliance',
  {
    visitId: uuid('visit_id').notNull(),
    applianceId: uuid('appliance_id').notNull(),
    firmId: firmId(),
    position: integer('position').notNull(),
    cardId: text('card_id').notNull(),
    cardVersion: integer('card_version').notNull(),
    outcome: text('outcome'),
  },
  (t) => [
    primaryKey({ columns: [t.visitId, t.applianceId] }),
    foreignKey({ columns: [t.firmId, t.visitId], foreignColumns: [visit.firmId, visit.id] }),
    foreignKey({ columns: [t.firmId, t.applianceId], foreignColumns: [appliance.firmId, appliance.id] }),
    index('visit_of_appliance').on(t.applianceId),
    ownFirmOnly(),
  ],
)

/** The truth: append-only. The application's role may insert and read, never change or delete. */
export const visitEvent = pgTable(
  'visit_event',
  {
    id: uuid('id').primaryKey(),
    firmId: firmId(),
    visitId: uuid('visit_id').notNull(),
    seq: integer('seq').notNull(),
    type: text('type').notNull(),
    v: integer('v').notNull(),
    applianceId: uuid('appliance_id'),
    stepId: text('step_id'),
    at: stamp('at').notNull(),
    deviceId: uuid('device_id').notNull(),
    deviceSeq: integer('device_seq').notNull(),
    authorId: text('author_id')
      .notNull()
      .references(() => user.id),
    provisional: boolean('provisional').notNull(),
    receivedAt: stamp('received_at').notNull(),
    data: jsonb('data').$type<unknown>().notNull(),
    /** SHA-256 of the canonical content: the same id with other content is refused. */
    contentHash: text('content_hash').notNull(),
  },
  (t) => [
    foreignKey({ columns: [t.firmId, t.visitId], foreignColumns: [visit.firmId, visit.id] }),
    unique('visit_event_order').on(t.visitId, t.seq),
    ownFirmOnly(),
  ],
)

/** Projection, rebuildable: as found and as left of every figure of every visit. */
export const visitValue = pgTable(
  'visit_value',
  {
    firmId: firmId(),
    visitId: uuid('visit_id').notNull(),
    applianceId: uuid('appliance_id').notNull(),
    key: text('key').notNull(),
    measurandId: text('measurand_id').notNull(),
    stationId: text('station_id').notNull(),
    firingStateId: text('firing_state_id').notNull(),
    asFoundSi: doublePrecision('as_found_si'),
    asLeftSi: doublePrecision('as_left_si'),
    status: text('status').notNull(),
    because: text('because').notNull(),
    minSi: doublePrecision('min_si'),
    maxSi: doublePrecision('max_si'),
    takenAt: stamp('taken_at').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.visitId, t.applianceId, t.key] }),
    foreignKey({ columns: [t.firmId, t.visitId], foreignColumns: [visit.firmId, visit.id] }),
    index('visit_value_appliance').on(t.applianceId, t.takenAt),
    ownFirmOnly(),
  ],
)

/** Frozen at closing, with the versions that judged it and a hash; corrections make a new version. */
export const report = pgTable(
  'report',
  {
    firmId: firmId(),
    visitId: uuid('visit_id').notNull(),
    version: integer('version').notNull(),
    model: jsonb('model').$type<Report>().notNull(),
    hash: text('hash').notNull(),
    createdAt: stamp('created_at').notNull(),
    createdBy: text('created_by')
      .notNull()
      .references(() => user.id),
  },
  (t) => [
    primaryKey({ columns: [t.visitId, t.version] }),
    foreignKey({ columns: [t.firmId, t.visitId], foreignColumns: [visit.firmId, visit.id] }),
    ownFirmOnly(),
  ],
)

/** What each person typed last into each of the Workings, so that it stands there again on any device. */
export const workingMemory = pgTable(
  'working_memory',
  {
    firmId: firmId(),
    userId: text('user_id')
      .notNull()
      .references(() => user.id),
    workingId: text('working_id').notNull(),
    input: jsonb('input').$type<Record<string, unknown>>().notNull(),
    updatedAt: stamp('updated_at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.firmId, t.userId, t.workingId] }), ownFirmOnly()],
)
