import type { Card } from '@lucerna/core/appliance'
import type { Instrument } from '@lucerna/core/measure'
import type { Practice } from '@lucerna/core/practice'
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
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core'
import type { CheckKind } from '@lucerna/core/measure'
import type { PipeRow, SafetyRow } from './rows'
import { user } from './auth'
import { bytea, ownFirmOnly, stamp } from './common'
import { firmId } from './people'

/** Who issued a version of a card or profile, when, and what changed in it; the shipped ones have nobody. */
const issued = () => ({
  issuedAt: stamp('issued_at'),
  issuedBy: text('issued_by').references(() => user.id),
  note: text('note'),
})

export const practiceProfile = pgTable(
  'practice_profile',
  {
    firmId: firmId(),
    profileId: text('profile_id').notNull(),
    version: integer('version').notNull(),
    data: jsonb('data').$type<Practice>().notNull(),
    ...issued(),
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
    ...issued(),
  },
  (t) => [primaryKey({ columns: [t.firmId, t.cardId, t.version] }), ownFirmOnly()],
)

/** A card or profile being written: may be incomplete; becomes the next version when it is issued. */
export const documentDraft = pgTable(
  'document_draft',
  {
    firmId: firmId(),
    kind: text('kind', { enum: ['card', 'practice'] }).notNull(),
    documentId: text('document_id').notNull(),
    /** The version it was begun from; null: something new. */
    basedOn: integer('based_on'),
    data: jsonb('data').$type<Record<string, unknown>>().notNull(),
    version: integer('version').notNull().default(1),
    updatedAt: stamp('updated_at').notNull(),
    updatedBy: text('updated_by')
      .notNull()
      .references(() => user.id),
  },
  (t) => [primaryKey({ columns: [t.firmId, t.kind, t.documentId] }), ownFirmOnly()],
)

/** What every register has: the version that an edit must name, and a mark in place of deletion. */
const registered = () => ({
  version: integer('version').notNull().default(1),
  updatedAt: stamp('updated_at').notNull().defaultNow(),
  deletedAt: stamp('deleted_at'),
})

export const site = pgTable(
  'site',
  {
    id: uuid('id').primaryKey(),
    firmId: firmId(),
    name: text('name').notNull(),
    address: text('address').notNull(),
    timeZone: text('time_zone').notNull(),
    altitudeM: doublePrecision('altitude_m').notNull(),
    latitudeDeg: doublePrecision('latitude_deg'),
    longitudeDeg: doublePrecision('longitude_deg'),
    contact: text('contact'),
    contactPhone: text('contact_phone'),
    contactEmail: text('contact_email'),
    /** When the contact was erased on request: the tombstone. */
    contactErasedAt: stamp('contact_erased_at'),
    accessNotes: text('access_notes'),
    hazards: text('hazards'),
    /** The gas emergency number of the place; null: the one of the practice profile. */
    emergencyNumber: text('emergency_number'),
    /** Null: the firm's own practice. */
    practiceId: text('practice_id'),
    /** To try with: goes with everything on it when the firm says so. */
    sample: boolean('sample').notNull().default(false),
    ...registered(),
  },
  (t) => [index('site_firm_name').on(t.firmId, t.name, t.id), unique('site_in_firm').on(t.firmId, t.id), ownFirmOnly()],
)

export const gasSupply = pgTable(
  'gas_supply',
  {
    id: uuid('id').primaryKey(),
    firmId: firmId(),
    siteId: uuid('site_id').notNull(),
    gas: text('gas').notNull(),
    /** Where the meter is, in words. */
    meter: text('meter'),
    meterKind: text('meter_kind'),
    meterSize: text('meter_size'),
    meterSerial: text('meter_serial'),
    /** Gas for one turn of the test dial, or for one step of the last drum. */
    dialVolumeM3: doublePrecision('dial_volume_m3'),
    regulatorOwner: text('regulator_owner', { enum: ['supplier', 'technician'] }).notNull(),
    regulator: text('regulator'),
    nominalPressurePa: doublePrecision('nominal_pressure_pa'),
    standingPressurePa: doublePrecision('standing_pressure_pa'),
    workingPressurePa: doublePrecision('working_pressure_pa'),
    measuredOn: date('measured_on', { mode: 'string' }),
    pipes: jsonb('pipes').$type<readonly PipeRow[]>().notNull().default([]),
    ...registered(),
  },
  (t) => [
    foreignKey({ columns: [t.firmId, t.siteId], foreignColumns: [site.firmId, site.id] }),
    unique('supply_in_firm').on(t.firmId, t.id),
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
    supplyId: uuid('supply_id').notNull(),
    name: text('name').notNull(),
    serial: text('serial').notNull(),
    position: text('position').notNull(),
    cardId: text('card_id').notNull(),
    cardVersion: integer('card_version').notNull(),
    /** The card's, kept here for filters. */
    burnerKind: text('burner_kind').notNull(),
    flueLengthM: doublePrecision('flue_length_m'),
    installedOn: date('installed_on', { mode: 'string' }),
    safeties: jsonb('safeties').$type<readonly SafetyRow[]>().notNull().default([]),
    remark: text('remark'),
    /** Projections of its closed visits. */
    lastVisitAt: stamp('last_visit_at'),
    nextDueOn: date('next_due_on', { mode: 'string' }),
    lastOutside: integer('last_outside').notNull().default(0),
    ...registered(),
  },
  (t) => [
    foreignKey({ columns: [t.firmId, t.siteId], foreignColumns: [site.firmId, site.id] }),
    foreignKey({ columns: [t.firmId, t.supplyId], foreignColumns: [gasSupply.firmId, gasSupply.id] }),
    foreignKey({
      columns: [t.firmId, t.cardId, t.cardVersion],
      foreignColumns: [targetCard.firmId, targetCard.cardId, targetCard.version],
    }),
    unique('appliance_in_firm').on(t.firmId, t.id),
    uniqueIndex('appliance_serial')
      .on(t.firmId, t.cardId, sql`upper(${t.serial})`)
      .where(sql`deleted_at is null`),
    index('appliance_serial_any').on(t.firmId, sql`upper(${t.serial})`),
    index('appliance_site').on(t.siteId),
    index('appliance_due').on(t.firmId, sql`coalesce(${t.nextDueOn}, '9999-12-31'::date)`, t.id),
    ownFirmOnly(),
  ],
)

/** A photograph's own row stays as a tombstone when the picture is erased. */
export const photo = pgTable(
  'photo',
  {
    id: uuid('id').primaryKey(),
    firmId: firmId(),
    siteId: uuid('site_id').notNull(),
    applianceId: uuid('appliance_id'),
    /** A signature is a drawing that belongs to a report; it is in no gallery. */
    kind: text('kind', { enum: ['photo', 'signature'] })
      .notNull()
      .default('photo'),
    /** The visit it was taken in. No key: the visit's table comes after this one. */
    visitId: uuid('visit_id'),
    caption: text('caption').notNull(),
    width: integer('width').notNull(),
    height: integer('height').notNull(),
    bytes: integer('bytes').notNull(),
    createdAt: stamp('created_at').notNull(),
    createdBy: text('created_by')
      .notNull()
      .references(() => user.id),
    deletedAt: stamp('deleted_at'),
    erasedAt: stamp('erased_at'),
  },
  (t) => [
    foreignKey({ columns: [t.firmId, t.siteId], foreignColumns: [site.firmId, site.id] }),
    foreignKey({ columns: [t.firmId, t.applianceId], foreignColumns: [appliance.firmId, appliance.id] }),
    unique('photo_in_firm').on(t.firmId, t.id),
    index('photo_of_site').on(t.siteId, t.createdAt),
    ownFirmOnly(),
  ],
)

/** The pictures themselves; only server/photoStore.ts reads and writes them. */
export const photoFile = pgTable(
  'photo_file',
  {
    firmId: firmId(),
    photoId: uuid('photo_id').notNull(),
    size: text('size', { enum: ['full', 'small'] }).notNull(),
    data: bytea('data').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.photoId, t.size] }),
    foreignKey({ columns: [t.firmId, t.photoId], foreignColumns: [photo.firmId, photo.id] }),
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
    /** How often its battery and its water trap are looked after, days; null: it has none or nobody counts. */
    batteryDays: integer('battery_days'),
    trapDays: integer('trap_days'),
    remark: text('remark'),
    /** To try with. */
    sample: boolean('sample').notNull().default(false),
    ...registered(),
  },
  (t) => [index('instrument_holder').on(t.firmId, t.heldBy), unique('instrument_in_firm').on(t.firmId, t.id), ownFirmOnly()],
)

/** What was done to an instrument, and what it showed then: calibrations, zero and bump checks, battery, water trap, cells. Append-only. */
export const instrumentCheck = pgTable(
  'instrument_check',
  {
    id: uuid('id').primaryKey(),
    firmId: firmId(),
    instrumentId: uuid('instrument_id').notNull(),
    kind: text('kind').$type<CheckKind>().notNull(),
    at: stamp('at').notNull(),
    by: text('by')
      .notNull()
      .references(() => user.id),
    channelId: text('channel_id'),
    /** What was put on, and what was shown; the difference over time is the drift. */
    appliedSi: doublePrecision('applied_si'),
    shownSi: doublePrecision('shown_si'),
    passed: boolean('passed').notNull(),
    dueAt: stamp('due_at'),
    certificate: text('certificate'),
    note: text('note'),
  },
  (t) => [
    foreignKey({ columns: [t.firmId, t.instrumentId], foreignColumns: [instrument.firmId, instrument.id] }),
    index('instrument_check_of').on(t.instrumentId, t.at),
    ownFirmOnly(),
  ],
)

/** Links that leave the firm on paper: the lid label's. The path is PUBLIC_URL/l/{token}; signing in comes first; it can be revoked. */
export const publicLink = pgTable(
  'public_link',
  {
    token: text('token').primaryKey(),
    firmId: firmId(),
    kind: text('kind', { enum: ['lid-label', 'report', 'calendar'] }).notNull(),
    /** The appliance of a label, the visit of a report, the member of a calendar. */
    subjectId: uuid('subject_id').notNull(),
    createdAt: stamp('created_at').notNull(),
    createdBy: text('created_by')
      .notNull()
      .references(() => user.id),
    revokedAt: stamp('revoked_at'),
    /** Of a report; a label does not run out. */
    expiresAt: stamp('expires_at'),
  },
  (t) => [index('public_link_of').on(t.firmId, t.subjectId), ownFirmOnly()],
)

/** What somebody without a sign-in told by the code on the lid: it locked out. Never believed blindly: the firm takes it over or puts it aside. */
export const lockoutNote = pgTable(
  'lockout_note',
  {
    id: uuid('id').primaryKey(),
    firmId: firmId(),
    applianceId: uuid('appliance_id').notNull(),
    happenedAt: stamp('happened_at').notNull(),
    toldAt: stamp('told_at').notNull(),
    service: text('service', { enum: ['heating', 'hot-water', 'both', 'none'] }),
    code: text('code'),
    /** A picture of the display, made small; no more of it is kept. */
    picture: bytea('picture'),
    state: text('state', { enum: ['new', 'taken', 'dismissed'] }).notNull(),
    reviewedAt: stamp('reviewed_at'),
    reviewedBy: text('reviewed_by').references(() => user.id),
  },
  (t) => [
    foreignKey({ columns: [t.firmId, t.applianceId], foreignColumns: [appliance.firmId, appliance.id] }),
    index('lockout_note_of').on(t.firmId, t.applianceId, t.happenedAt),
    ownFirmOnly(),
  ],
)

/** One figure copied from an old paper, SI. */
export interface CopiedFigure {
  readonly measurandId: string
  readonly stationId: string
  readonly firingStateId: string
  readonly valueSi: number
  /** As it stands on the paper. */
  readonly text: string
}

/** What a sticker, slip or report of before says: copied by hand, and marked as copied wherever it is told. */
export const oldPaper = pgTable(
  'old_paper',
  {
    id: uuid('id').primaryKey(),
    firmId: firmId(),
    applianceId: uuid('appliance_id').notNull(),
    kind: text('kind', { enum: ['sticker', 'slip', 'report', 'other'] }).notNull(),
    /** The day that it says. */
    doneOn: date('done_on', { mode: 'string' }).notNull(),
    who: text('who'),
    words: text('words'),
    figures: jsonb('figures').$type<readonly CopiedFigure[]>().notNull().default([]),
    photoId: uuid('photo_id'),
    createdAt: stamp('created_at').notNull(),
    createdBy: text('created_by')
      .notNull()
      .references(() => user.id),
    deletedAt: stamp('deleted_at'),
  },
  (t) => [
    foreignKey({ columns: [t.firmId, t.applianceId], foreignColumns: [appliance.firmId, appliance.id] }),
    index('old_paper_appliance').on(t.applianceId, t.doneOn),
    ownFirmOnly(),
  ],
)
