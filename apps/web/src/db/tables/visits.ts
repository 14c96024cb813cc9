import { JOB_KINDS } from '@lucerna/core/procedure'
import type { Report } from '@lucerna/core/report'
import type { FaultCase, StartRecord, Turned } from '@lucerna/core/visit'
import { sql } from 'drizzle-orm'
import {
  boolean,
  date,
  doublePrecision,
  foreignKey,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  unique,
  uuid,
} from 'drizzle-orm/pg-core'
import { user } from './auth'
import { ownFirmOnly, stamp } from './common'
import { firmId } from './people'
import { appliance, site } from './places'

export const visit = pgTable(
  'visit',
  {
    id: uuid('id').primaryKey(),
    firmId: firmId(),
    siteId: uuid('site_id').notNull(),
    jobKind: text('job_kind', { enum: JOB_KINDS }).notNull(),
    plannedFor: stamp('planned_for').notNull(),
    assignedTo: text('assigned_to').references(() => user.id),
    remark: text('remark'),
    /** The unfinished visit that this one goes on with. */
    continuesId: uuid('continues_id'),
    status: text('status', { enum: ['planned', 'open', 'closed'] }).notNull(),
    practiceId: text('practice_id').notNull(),
    practiceVersion: integer('practice_version').notNull(),
    startedAt: stamp('started_at'),
    closedAt: stamp('closed_at'),
    /** Order of acceptance of the last event; taken under this row's lock. */
    lastSeq: integer('last_seq').notNull().default(0),
    /** The chain hash of the last event: what a report prints, so that a log that was rewritten whole is found too. */
    logHead: text('log_head'),
    /** Projections: work that waits for a licensed person, and when the next service is due. */
    unconfirmed: integer('unconfirmed').notNull().default(0),
    nextDueOn: date('next_due_on', { mode: 'string' }),
  },
  (t) => [
    foreignKey({ columns: [t.firmId, t.siteId], foreignColumns: [site.firmId, site.id] }),
    foreignKey({ columns: [t.firmId, t.continuesId], foreignColumns: [t.firmId, t.id] }),
    unique('visit_in_firm').on(t.firmId, t.id),
    index('visit_planned').on(t.firmId, t.plannedFor),
    index('visit_open').on(t.firmId, t.status),
    index('visit_site').on(t.siteId, t.plannedFor),
    index('visit_unconfirmed')
      .on(t.firmId)
      .where(sql`unconfirmed > 0`),
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
    /** Projection, with the outcome: the last start of the visit that was as it should be. */
    goodStart: jsonb('good_start').$type<StartRecord>(),
    /** Projection: what its screws did when they were turned; empty where they are others since. */
    turned: jsonb('turned').$type<Turned>(),
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
    /** SHA-256 of this row and the chain hash of the one before it. */
    chainHash: text('chain_hash'),
  },
  (t) => [
    foreignKey({ columns: [t.firmId, t.visitId], foreignColumns: [visit.firmId, visit.id] }),
    unique('visit_event_order').on(t.visitId, t.seq),
    ownFirmOnly(),
  ],
)

/** Devices that have a visit open now: how many see it is said on each. Rows that gave no sign of life for a while count no longer. */
export const visitDevice = pgTable(
  'visit_device',
  {
    firmId: firmId(),
    visitId: uuid('visit_id').notNull(),
    deviceId: uuid('device_id').notNull(),
    seenAt: stamp('seen_at').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.visitId, t.deviceId] }),
    foreignKey({ columns: [t.firmId, t.visitId], foreignColumns: [visit.firmId, visit.id] }),
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
    /** How far the log had come, and its chain hash there: what it was made of. */
    logSeq: integer('log_seq'),
    logHead: text('log_head'),
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

/** What a visit left to be done: made when it closes, closed by hand with what was done about it. */
export const followUp = pgTable(
  'follow_up',
  {
    id: uuid('id').primaryKey(),
    firmId: firmId(),
    visitId: uuid('visit_id').notNull(),
    applianceId: uuid('appliance_id').notNull(),
    /** Which finding of the visit it stands for: closing again makes no second one. */
    sourceKey: text('source_key').notNull(),
    kind: text('kind', { enum: ['defect', 'loose-end', 'outside', 'override', 'outcome', 'fault', 'part'] }).notNull(),
    /** The class of a defect, the measurand of a figure, … by kind. */
    code: text('code').notNull(),
    text: text('text').notNull(),
    /** Of a fault that was not settled: the case as far as it came, for the visit that goes on with it. */
    fault: jsonb('fault').$type<FaultCase>(),
    /** By when somebody comes back for it. */
    dueOn: date('due_on', { mode: 'string' }),
    openedAt: stamp('opened_at').notNull(),
    closedAt: stamp('closed_at'),
    closedBy: text('closed_by').references(() => user.id),
    closedNote: text('closed_note'),
  },
  (t) => [
    unique('follow_up_once').on(t.visitId, t.sourceKey),
    foreignKey({ columns: [t.firmId, t.visitId], foreignColumns: [visit.firmId, visit.id] }),
    foreignKey({ columns: [t.firmId, t.applianceId], foreignColumns: [appliance.firmId, appliance.id] }),
    index('follow_up_open')
      .on(t.firmId, t.applianceId)
      .where(sql`closed_at is null`),
    ownFirmOnly(),
  ],
)

/** Projection, made when a visit closes: how a figure of an appliance drifts, and when it is thought to leave its limits. */
export const drift = pgTable(
  'drift',
  {
    firmId: firmId(),
    applianceId: uuid('appliance_id').notNull(),
    key: text('key').notNull(),
    measurandId: text('measurand_id').notNull(),
    stationId: text('station_id').notNull(),
    firingStateId: text('firing_state_id').notNull(),
    points: integer('points').notNull(),
    lastAt: stamp('last_at').notNull(),
    lastSi: doublePrecision('last_si').notNull(),
    minSi: doublePrecision('min_si'),
    maxSi: doublePrecision('max_si'),
    /** Change in a year: the middle, and the eighty per cent around it. */
    yearlyLowSi: doublePrecision('yearly_low_si').notNull(),
    yearlySi: doublePrecision('yearly_si').notNull(),
    yearlyHighSi: doublePrecision('yearly_high_si').notNull(),
    side: text('side', { enum: ['above', 'below'] }),
    /** Eighty per cent of the chances lie between; null is later than ten years. */
    leavesFrom: date('leaves_from', { mode: 'string' }),
    leavesOn: date('leaves_on', { mode: 'string' }),
    leavesUntil: date('leaves_until', { mode: 'string' }),
    /** What the newest visit found; */
    foundSi: doublePrecision('found_si'),
    /** What the newest value was expected to be, and how many deviations off it is. */
    expectedSi: doublePrecision('expected_si'),
    deviations: doublePrecision('deviations'),
  },
  (t) => [
    primaryKey({ columns: [t.applianceId, t.key] }),
    foreignKey({ columns: [t.firmId, t.applianceId], foreignColumns: [appliance.firmId, appliance.id] }),
    index('drift_leaves').on(t.firmId, t.leavesOn, t.applianceId, t.key),
    index('drift_unlike')
      .on(t.firmId, t.lastAt)
      .where(sql`abs(deviations) >= 3`),
    ownFirmOnly(),
  ],
)
