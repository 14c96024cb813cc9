import { and, desc, eq, isNull, ne, sql } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import { isoInstant, type Transaction } from '@/db/client'
import { instrument, instrumentCheck, membership, user } from '@/db/schema'
import { personName } from '@/db/personName'
import type { Register } from '@/server/register'
import { reindex } from '@/features/search/server'
import type { Actor } from '@/server/actor'
import { audit } from '@/server/audit'
import { dayOfStamp, stampOf, stampOfEnd } from '@/server/calendarStamp'
import { ApiProblem } from '@/server/problem'
import { dayAt, instantAt } from '@/ui/zoned'
import { t } from '@/messages/all'
import { type CheckFields, type InstrumentFields, instrumentFieldsSchema } from '../schemas'

export const instrumentFieldsOf = (row: typeof instrument.$inferSelect): InstrumentFields => ({
  kind: row.kind,
  maker: row.maker,
  model: row.model,
  serial: row.serial,
  channels: row.channels as InstrumentFields['channels'],
  calibratedOn: dayOfStamp(row.calibratedAt),
  calibrationDueOn: dayOfStamp(row.calibrationDueAt),
  certificate: row.certificate,
  heldBy: row.heldBy,
  batteryDays: row.batteryDays,
  trapDays: row.trapDays,
  remark: row.remark,
})

export const instrumentColumns = ({ calibratedOn, calibrationDueOn, ...fields }: InstrumentFields) => ({
  ...fields,
  calibratedAt: stampOf(calibratedOn),
  calibrationDueAt: stampOfEnd(calibrationDueOn),
})

const at = (firmId: string, id: string) => and(eq(instrument.firmId, firmId), eq(instrument.id, id))
const wrong = (path: string, message: string) => new ApiProblem(422, 'invalid-fields', t('field.some-wrong'), [{ path, message }])

export const instrumentRegister: Register<InstrumentFields> = {
  kind: 'instrument',
  schema: instrumentFieldsSchema,
  deeds: { write: 'instrument.write', remove: 'instrument.write' },
  read: async (tx, firmId, id, lock) => {
    const query = tx.select().from(instrument).where(at(firmId, id))
    const [row] = lock ? await query.for('update') : await query
    return row ? { id, siteId: id, version: row.version, deletedAt: row.deletedAt, fields: instrumentFieldsOf(row) } : null
  },
  insert: async (tx, firmId, id, _site, fields, now) => {
    await tx.insert(instrument).values({ id, firmId, updatedAt: now, ...instrumentColumns(fields) })
  },
  update: async (tx, firmId, id, fields, version, now) => {
    await tx
      .update(instrument)
      .set({ ...instrumentColumns(fields), version, updatedAt: now })
      .where(at(firmId, id))
  },
  mark: async (tx, firmId, id, deletedAt, version, now) => {
    await tx.update(instrument).set({ deletedAt, version, updatedAt: now }).where(at(firmId, id))
  },
  check: async (tx, actor, _site, fields, id) => {
    const [twin] = await tx
      .select({ id: instrument.id })
      .from(instrument)
      .where(
        and(
          eq(instrument.firmId, actor.firmId),
          isNull(instrument.deletedAt),
          ne(instrument.id, id),
          eq(instrument.maker, fields.maker),
          sql`upper(${instrument.serial}) = upper(${fields.serial})`,
        ),
      )
    if (twin) throw wrong('serial', t('instrument.serial-taken'))
    if (fields.heldBy === null) return
    const [holder] = await tx
      .select({ id: membership.userId })
      .from(membership)
      .where(and(eq(membership.firmId, actor.firmId), eq(membership.userId, fields.heldBy), isNull(membership.leftAt)))
    if (!holder) throw wrong('heldBy', t('field.choose'))
  },
  checkRemoval: () => Promise.resolve(),
  reindex: async (tx, firmId, entry) => reindex(tx, firmId, 'instrument', [entry.id]),
}

/** One thing that was done to an instrument, with what each channel showed. */
export interface Check {
  readonly id: string
  readonly kind: CheckFields['kind']
  /** The firm's day, in the firm's time zone. */
  readonly on: string
  readonly by: string
  readonly channelId: string | null
  readonly appliedSi: number | null
  readonly shownSi: number | null
  readonly passed: boolean
  readonly certificate: string | null
  readonly note: string | null
}

/** The checks of an instrument, the newest first. */
export async function checksOf(tx: Transaction, actor: Pick<Actor, 'firmId' | 'timeZone'>, id: string): Promise<Check[]> {
  const rows = await tx
    .select({ c: instrumentCheck, by: personName })
    .from(instrumentCheck)
    .innerJoin(user, eq(user.id, instrumentCheck.by))
    .where(and(eq(instrumentCheck.firmId, actor.firmId), eq(instrumentCheck.instrumentId, id)))
    .orderBy(desc(instrumentCheck.at), desc(instrumentCheck.id))
    .limit(1000)
  return rows.map(({ c, by }) => ({
    id: c.id,
    kind: c.kind,
    on: dayAt(isoInstant(c.at), actor.timeZone),
    by,
    channelId: c.channelId,
    appliedSi: c.appliedSi,
    shownSi: c.shownSi,
    passed: c.passed,
    certificate: c.certificate,
    note: c.note,
  }))
}

/**
 * Writes a check down: one row for each channel that was read, or one. A calibration that passed moves the instrument's dates and certificate.
 * The same id sent twice makes one.
 *
 * @throws ApiProblem 404, 422
 */
export async function recordCheck(tx: Transaction, actor: Actor, instrumentId: string, fields: CheckFields, now: string): Promise<void> {
  const [row] = await tx.select().from(instrument).where(at(actor.firmId, instrumentId)).for('update')
  if (!row || row.deletedAt) throw new ApiProblem(404, 'not-found', t('register.not-there'))
  const unknown = fields.readings.findIndex((r) => !row.channels.some((c) => c.id === r.channelId))
  if (unknown >= 0) throw wrong(`readings.${unknown}.channelId`, t('field.choose'))
  const common = {
    firmId: actor.firmId,
    instrumentId,
    kind: fields.kind,
    // The day counts; of today's checks the later one is the newer.
    at: fields.on === dayAt(now, actor.timeZone) ? now : instantAt(fields.on, '12:00', actor.timeZone),
    by: actor.userId,
    passed: fields.passed,
    certificate: fields.certificate,
    note: fields.note,
    dueAt: fields.dueOn && stampOfEnd(fields.dueOn),
  }
  const first = fields.id ?? uuidv7()
  const rows = fields.readings.length === 0 ? [{ id: first }] : fields.readings.map((r, i) => ({ id: i === 0 ? first : uuidv7(), ...r }))
  const stored = await tx
    .insert(instrumentCheck)
    .values(rows.slice(0, 1).map((r) => ({ ...common, ...r })))
    .onConflictDoNothing()
    .returning({ id: instrumentCheck.id })
  if (stored.length === 0) return
  if (rows.length > 1) await tx.insert(instrumentCheck).values(rows.slice(1).map((r) => ({ ...common, ...r })))
  await audit(tx, actor, 'checked', ['instrument', instrumentId], now, [{ field: fields.kind, from: null, to: fields.passed }])
  if (fields.kind !== 'calibration' || !fields.passed || fields.dueOn === null) return
  if (stampOf(fields.on) < isoInstant(row.calibratedAt)) return
  await tx
    .update(instrument)
    .set({
      calibratedAt: stampOf(fields.on),
      calibrationDueAt: stampOfEnd(fields.dueOn),
      certificate: fields.certificate ?? row.certificate,
      version: row.version + 1,
      updatedAt: now,
    })
    .where(at(actor.firmId, instrumentId))
  await reindex(tx, actor.firmId, 'instrument', [instrumentId])
}
