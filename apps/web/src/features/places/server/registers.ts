import { and, eq, isNull, ne, sql } from 'drizzle-orm'
import type { Transaction } from '@/db/client'
import { appliance, gasSupply, practiceProfile, site, targetCard, visit, visitAppliance } from '@/db/schema'
import { reindex } from '@/features/search/server'
import { ApiProblem } from '@/server/problem'
import { t } from '@/messages/all'
import { wordsFor } from '@/ui/words'
import { type ApplianceFields, applianceSchema, type SiteFields, siteSchema, type SupplyFields, supplySchema } from '../schemas'
import type { Register } from '@/server/register'

const wrong = (path: string, message: string) => new ApiProblem(422, 'invalid-fields', t('field.some-wrong'), [{ path, message }])

/** Some columns of a row, as fields. */
const pick = <R extends object, K extends keyof R>(row: R, keys: readonly K[]): Pick<R, K> =>
  Object.fromEntries(keys.map((k) => [k, row[k]])) as Pick<R, K>

async function mustHaveSite(tx: Transaction, firmId: string, siteId: string): Promise<void> {
  const [row] = await tx
    .select({ id: site.id })
    .from(site)
    .where(and(eq(site.firmId, firmId), eq(site.id, siteId), isNull(site.deletedAt)))
  if (!row) throw new ApiProblem(404, 'not-found', t('register.not-there'))
}

async function openVisits(tx: Transaction, firmId: string, where: { siteId: string } | { applianceId: string }): Promise<number> {
  const rows = await tx
    .selectDistinct({ id: visit.id })
    .from(visit)
    .innerJoin(visitAppliance, eq(visitAppliance.visitId, visit.id))
    .where(
      and(
        eq(visit.firmId, firmId),
        eq(visit.status, 'open'),
        'siteId' in where ? eq(visit.siteId, where.siteId) : eq(visitAppliance.applianceId, where.applianceId),
      ),
    )
  return rows.length
}

/** Marks a row as removed, or takes the mark away: the same in every register's table. */
const markIn =
  (table: typeof site | typeof gasSupply | typeof appliance): Register<object>['mark'] =>
  async (tx, firmId, id, deletedAt, version, now) => {
    await tx
      .update(table)
      .set({ deletedAt, version, updatedAt: now })
      .where(and(eq(table.firmId, firmId), eq(table.id, id)))
  }

const inUse = (key: string, count: number) => new ApiProblem(409, 'in-use', wordsFor(key, { count }))

const SITE_KEYS = [
  'name',
  'address',
  'timeZone',
  'altitudeM',
  'latitudeDeg',
  'longitudeDeg',
  'contact',
  'contactPhone',
  'contactEmail',
  'accessNotes',
  'hazards',
  'emergencyNumber',
  'practiceId',
] as const satisfies readonly (keyof SiteFields)[]

/** The fields of a site's row. */
export const siteFields = (row: typeof site.$inferSelect): SiteFields => pick(row, SITE_KEYS)

/** What is found through a site changes with it. */
export async function reindexSite(tx: Transaction, firmId: string, siteId: string): Promise<void> {
  await reindex(tx, firmId, 'site', [siteId])
  const units = await tx
    .select({ id: appliance.id })
    .from(appliance)
    .where(and(eq(appliance.firmId, firmId), eq(appliance.siteId, siteId)))
  if (units.length > 0)
    await reindex(
      tx,
      firmId,
      'appliance',
      units.map((u) => u.id),
    )
  const visits = await tx
    .select({ id: visit.id })
    .from(visit)
    .where(and(eq(visit.firmId, firmId), eq(visit.siteId, siteId), sql`${visit.remark} is not null`))
  if (visits.length > 0)
    await reindex(
      tx,
      firmId,
      'visit',
      visits.map((v) => v.id),
    )
}

export const siteRegister: Register<SiteFields> = {
  kind: 'site',
  schema: siteSchema,
  read: async (tx, firmId, id, lock) => {
    const query = tx
      .select()
      .from(site)
      .where(and(eq(site.firmId, firmId), eq(site.id, id)))
    const [row] = lock ? await query.for('update') : await query
    return row ? { id, siteId: id, version: row.version, deletedAt: row.deletedAt, fields: siteFields(row) } : null
  },
  insert: async (tx, firmId, id, _siteId, fields, now) => {
    await tx.insert(site).values({ id, firmId, ...fields, updatedAt: now })
  },
  update: async (tx, firmId, id, fields, version, now) => {
    const told = fields.contact !== null || fields.contactPhone !== null || fields.contactEmail !== null
    await tx
      .update(site)
      .set({ ...fields, version, updatedAt: now, ...(told && { contactErasedAt: null }) })
      .where(and(eq(site.firmId, firmId), eq(site.id, id)))
  },
  mark: markIn(site),
  check: async (tx, actor, _siteId, fields) => {
    if (fields.practiceId === null) return
    const [known] = await tx
      .select({ id: practiceProfile.profileId })
      .from(practiceProfile)
      .where(and(eq(practiceProfile.firmId, actor.firmId), eq(practiceProfile.profileId, fields.practiceId)))
      .limit(1)
    if (!known) throw wrong('practiceId', t('field.choose'))
  },
  checkRemoval: async (tx, actor, entry) => {
    const open = await openVisits(tx, actor.firmId, { siteId: entry.id })
    if (open > 0) throw inUse('register.site-in-use', open)
  },
  reindex: (tx, firmId, entry) => reindexSite(tx, firmId, entry.id),
}

export const SUPPLY_KEYS = [
  'gas',
  'meter',
  'meterKind',
  'meterSize',
  'meterSerial',
  'dialVolumeM3',
  'regulatorOwner',
  'regulator',
  'nominalPressurePa',
  'standingPressurePa',
  'workingPressurePa',
  'measuredOn',
  'pipes',
] as const satisfies readonly (keyof SupplyFields)[]

export const supplyRegister: Register<SupplyFields> = {
  kind: 'supply',
  schema: supplySchema,
  read: async (tx, firmId, id, lock) => {
    const query = tx
      .select()
      .from(gasSupply)
      .where(and(eq(gasSupply.firmId, firmId), eq(gasSupply.id, id)))
    const [row] = lock ? await query.for('update') : await query
    return row
      ? { id, siteId: row.siteId, version: row.version, deletedAt: row.deletedAt, fields: pick(row, SUPPLY_KEYS) as SupplyFields }
      : null
  },
  insert: async (tx, firmId, id, siteId, fields, now) => {
    await tx.insert(gasSupply).values({ id, firmId, siteId, ...fields, updatedAt: now })
  },
  update: async (tx, firmId, id, fields, version, now) => {
    await tx
      .update(gasSupply)
      .set({ ...fields, version, updatedAt: now })
      .where(and(eq(gasSupply.firmId, firmId), eq(gasSupply.id, id)))
  },
  mark: markIn(gasSupply),
  check: (tx, actor, siteId) => mustHaveSite(tx, actor.firmId, siteId),
  checkRemoval: async (tx, actor, entry) => {
    const fed = await tx
      .select({ id: appliance.id })
      .from(appliance)
      .where(and(eq(appliance.firmId, actor.firmId), eq(appliance.supplyId, entry.id), isNull(appliance.deletedAt)))
    if (fed.length > 0) throw inUse('register.supply-in-use', fed.length)
  },
  reindex: async (tx, firmId, entry) => {
    const fed = await tx
      .select({ id: appliance.id })
      .from(appliance)
      .where(and(eq(appliance.firmId, firmId), eq(appliance.supplyId, entry.id)))
    if (fed.length > 0)
      await reindex(
        tx,
        firmId,
        'appliance',
        fed.map((f) => f.id),
      )
  },
}

export const APPLIANCE_KEYS = [
  'supplyId',
  'cardId',
  'cardVersion',
  'name',
  'serial',
  'position',
  'flueLengthM',
  'installedOn',
  'safeties',
  'remark',
] as const satisfies readonly (keyof ApplianceFields)[]

const cardRow = async (tx: Transaction, firmId: string, fields: Pick<ApplianceFields, 'cardId' | 'cardVersion'>) => {
  const [row] = await tx
    .select({ data: targetCard.data })
    .from(targetCard)
    .where(and(eq(targetCard.firmId, firmId), eq(targetCard.cardId, fields.cardId), eq(targetCard.version, fields.cardVersion)))
  if (!row) throw wrong('cardId', t('field.no-such-card'))
  return row.data
}

/** Where a serial of a maker is already; two makers may use the same one. */
async function sameSerial(tx: Transaction, firmId: string, maker: string, serial: string, id: string): Promise<string | null> {
  const rows = await tx
    .select({ name: appliance.name, siteName: site.name, card: targetCard.data })
    .from(appliance)
    .innerJoin(site, eq(site.id, appliance.siteId))
    .innerJoin(
      targetCard,
      and(eq(targetCard.firmId, appliance.firmId), eq(targetCard.cardId, appliance.cardId), eq(targetCard.version, appliance.cardVersion)),
    )
    .where(
      and(
        eq(appliance.firmId, firmId),
        eq(sql`upper(${appliance.serial})`, serial.toUpperCase()),
        ne(appliance.id, id),
        isNull(appliance.deletedAt),
      ),
    )
  const other = rows.find((r) => r.card.maker === maker)
  return other ? t('field.same-serial', { name: `${maker} ${other.name}`, site: other.siteName }) : null
}

async function applianceColumns(tx: Transaction, firmId: string, fields: ApplianceFields) {
  return { ...fields, burnerKind: (await cardRow(tx, firmId, fields)).burnerKind }
}

/** Two people entering the same serial at once: the second meets the index. */
async function orSameSerial(work: Promise<unknown>): Promise<void> {
  try {
    await work
  } catch (error) {
    const cause = (error as { cause?: { constraint_name?: string } }).cause
    if (cause?.constraint_name === 'appliance_serial') throw wrong('serial', t('field.same-serial-now'))
    throw error
  }
}

export const applianceRegister: Register<ApplianceFields> = {
  kind: 'appliance',
  schema: applianceSchema,
  read: async (tx, firmId, id, lock) => {
    const query = tx
      .select()
      .from(appliance)
      .where(and(eq(appliance.firmId, firmId), eq(appliance.id, id)))
    const [row] = lock ? await query.for('update') : await query
    return row
      ? {
          id,
          siteId: row.siteId,
          version: row.version,
          deletedAt: row.deletedAt,
          fields: { ...pick(row, APPLIANCE_KEYS), safeties: [...row.safeties] },
        }
      : null
  },
  insert: async (tx, firmId, id, siteId, fields, now) => {
    await orSameSerial(tx.insert(appliance).values({ id, firmId, siteId, ...(await applianceColumns(tx, firmId, fields)), updatedAt: now }))
  },
  update: async (tx, firmId, id, fields, version, now) => {
    await orSameSerial(
      tx
        .update(appliance)
        .set({ ...(await applianceColumns(tx, firmId, fields)), version, updatedAt: now })
        .where(and(eq(appliance.firmId, firmId), eq(appliance.id, id))),
    )
  },
  mark: markIn(appliance),
  check: async (tx, actor, siteId, fields, id) => {
    await mustHaveSite(tx, actor.firmId, siteId)
    const [supply] = await tx
      .select({ id: gasSupply.id })
      .from(gasSupply)
      .where(
        and(
          eq(gasSupply.firmId, actor.firmId),
          eq(gasSupply.siteId, siteId),
          eq(gasSupply.id, fields.supplyId),
          isNull(gasSupply.deletedAt),
        ),
      )
    if (!supply) throw wrong('supplyId', t('field.no-such-supply'))
    const card = await cardRow(tx, actor.firmId, fields)
    const twin = await sameSerial(tx, actor.firmId, card.maker, fields.serial, id)
    if (twin) throw wrong('serial', twin)
  },
  checkRemoval: async (tx, actor, entry) => {
    const open = await openVisits(tx, actor.firmId, { applianceId: entry.id })
    if (open > 0) throw inUse('register.appliance-in-use', open)
  },
  reindex: (tx, firmId, entry) => reindex(tx, firmId, 'appliance', [entry.id]),
}
