import { BURNER_KINDS } from '@lucerna/core/appliance'
import { GAS_PRESET_IDS } from '@lucerna/core/gas'
import { and, asc, eq, gt, inArray, isNotNull, isNull, sql, type SQL } from 'drizzle-orm'
import { z } from 'zod'
import { cardOf } from '@/db/cardOf'
import { isoInstant, type Transaction } from '@/db/client'
import { appliance, gasSupply, site, targetCard } from '@/db/schema'
import { findIn } from '@/features/search/server'
import { isId } from '@/server/isId'
import { fromCursor, toCursor } from './keyset'

export const PAGE_SIZE = 40
export const APPLIANCE_STATES = ['overdue', 'due-soon', 'outside', 'never', 'removed'] as const

/** What a list of places is narrowed by; what cannot be read is left out. */
export const placesQuerySchema = z.object({
  show: z.enum(['sites', 'appliances']).catch('sites'),
  q: z.string().trim().max(200).catch(''),
  burner: z.enum(BURNER_KINDS).optional().catch(undefined),
  gas: z.enum(GAS_PRESET_IDS).optional().catch(undefined),
  state: z.enum(APPLIANCE_STATES).optional().catch(undefined),
  after: z.string().max(800).optional().catch(undefined),
})

/** The same for machines: a cursor that is none of ours is told, where a page would begin at the start. */
export const listQuerySchema = placesQuerySchema.omit({ show: true }).extend({
  after: z
    .string()
    .refine((cursor) => fromCursor(cursor, 2) !== null, 'problem.bad-cursor')
    .optional(),
})
export const pageSchema = z.object({ rows: z.array(z.looseObject({ id: z.uuid() })), next: z.string().nullable() })
export type PlacesQuery = z.output<typeof placesQuerySchema>

export interface Page<T> {
  readonly rows: readonly T[]
  /** Cursor of the next page; null at the end. */
  readonly next: string | null
}

const pageOf = <T>(rows: readonly T[], keys: (row: T) => string[]): Page<T> =>
  rows.length > PAGE_SIZE ? { rows: rows.slice(0, PAGE_SIZE), next: toCursor(keys(rows[PAGE_SIZE - 1]!)) } : { rows, next: null }

export interface SiteRow {
  readonly id: string
  readonly name: string
  readonly address: string
  readonly timeZone: string
  readonly hazards: string | null
  readonly appliances: number
  readonly nextDueOn: string | null
  readonly deletedAt: string | null
}

/** Sites by name, a page at a time; or those that answer to what was typed, best first. */
export async function listSites(
  tx: Transaction,
  firmId: string,
  query: Pick<PlacesQuery, 'q' | 'after' | 'state'>,
): Promise<Page<SiteRow>> {
  const removed = query.state === 'removed'
  const found = query.q && !removed ? await findIn(tx, firmId, query.q, { kinds: ['site'], limit: PAGE_SIZE }) : null
  if (found?.length === 0) return { rows: [], next: null }
  const keys = fromCursor(query.after, 2)
  const units = sql`from ${appliance} a where a.firm_id = ${firmId} and a.site_id = ${site.id} and a.deleted_at is null`
  const rows = await tx
    .select({
      id: site.id,
      name: site.name,
      address: site.address,
      timeZone: site.timeZone,
      hazards: site.hazards,
      deletedAt: site.deletedAt,
      appliances: sql<number>`(select count(*)::int ${units})`,
      nextDueOn: sql<string | null>`(select min(a.next_due_on)::text ${units})`,
    })
    .from(site)
    .where(
      and(
        eq(site.firmId, firmId),
        removed ? isNotNull(site.deletedAt) : isNull(site.deletedAt),
        // What was removed is not in the search; its name alone is looked through.
        removed && query.q ? sql`strpos(lower(${site.name}), ${query.q.toLowerCase()}) > 0` : undefined,
        found
          ? inArray(
              site.id,
              found.map((f) => f.id),
            )
          : undefined,
        keys && isId(keys[1]!) ? sql`(${site.name}, ${site.id}) > (${keys[0]}, ${keys[1]}::uuid)` : undefined,
      ),
    )
    .orderBy(asc(site.name), asc(site.id))
    .limit(PAGE_SIZE + 1)
  if (found) return { rows: inOrder(rows, found), next: null }
  return pageOf(rows, (r) => [r.name, r.id])
}

export interface ApplianceRow {
  readonly id: string
  readonly name: string
  readonly maker: string
  readonly serial: string
  readonly position: string
  readonly burnerKind: string
  readonly gas: string
  readonly siteName: string
  readonly timeZone: string
  readonly lastVisitAt: string | null
  readonly nextDueOn: string | null
  readonly lastOutside: number
  readonly deletedAt: string | null
}

/** No date of the next service sorts behind every date. */
const NO_DATE = '9999-12-31'
const dueOrder = sql`coalesce(${appliance.nextDueOn}, ${sql.raw(`'${NO_DATE}'::date`)})`

/** Today at each site; a day either way of the world's day lets the index of due dates narrow the search first. */
const todayThere = (now: string) => sql`(${now}::timestamptz at time zone ${site.timeZone})::date`

function stateCondition(state: PlacesQuery['state'], now: string): SQL | undefined {
  switch (state) {
    case 'overdue':
      return and(sql`${appliance.nextDueOn} <= ${now}::date`, sql`${appliance.nextDueOn} < ${todayThere(now)}`)
    case 'due-soon':
      return and(
        sql`${appliance.nextDueOn} >= ${now}::date - 1`,
        sql`${appliance.nextDueOn} < ${now}::date + 62`,
        sql`${appliance.nextDueOn} >= ${todayThere(now)}`,
        sql`${appliance.nextDueOn} < ${todayThere(now)} + 60`,
      )
    case 'outside':
      return gt(appliance.lastOutside, 0)
    case 'never':
      return isNull(appliance.lastVisitAt)
    case 'removed':
    case undefined:
      return undefined
  }
}

/** Appliances by the date of their next service, a page at a time; or those that answer to what was typed, best first. */
export async function listAppliances(
  tx: Transaction,
  firmId: string,
  query: Omit<PlacesQuery, 'show'>,
  now: string,
): Promise<Page<ApplianceRow>> {
  const removed = query.state === 'removed'
  const narrow = Boolean(query.burner ?? query.gas ?? query.state)
  const found = query.q && !removed ? await findIn(tx, firmId, query.q, { kinds: ['appliance'], limit: narrow ? 200 : PAGE_SIZE }) : null
  if (found?.length === 0) return { rows: [], next: null }
  const keys = fromCursor(query.after, 2)
  const rows = await tx
    .select({
      id: appliance.id,
      name: appliance.name,
      // Asked apart, for the rows of the page only: a card is unpacked for it.
      maker: sql<string>`(select ${targetCard.data}->>'maker' from ${targetCard} where ${cardOf(appliance)})`,
      serial: appliance.serial,
      position: appliance.position,
      burnerKind: appliance.burnerKind,
      gas: gasSupply.gas,
      siteName: site.name,
      timeZone: site.timeZone,
      lastVisitAt: appliance.lastVisitAt,
      nextDueOn: appliance.nextDueOn,
      lastOutside: appliance.lastOutside,
      deletedAt: appliance.deletedAt,
    })
    .from(appliance)
    .innerJoin(site, eq(site.id, appliance.siteId))
    .innerJoin(gasSupply, eq(gasSupply.id, appliance.supplyId))
    .where(
      and(
        eq(appliance.firmId, firmId),
        eq(site.firmId, firmId),
        isNull(site.deletedAt),
        removed ? isNotNull(appliance.deletedAt) : isNull(appliance.deletedAt),
        query.burner && eq(appliance.burnerKind, query.burner),
        query.gas && eq(gasSupply.gas, query.gas),
        stateCondition(query.state, now),
        found
          ? inArray(
              appliance.id,
              found.map((f) => f.id),
            )
          : undefined,
        keys && isId(keys[1]!) && /^\d{4}-\d\d-\d\d$/.test(keys[0]!)
          ? sql`(${dueOrder}, ${appliance.id}) > (${keys[0]}::date, ${keys[1]}::uuid)`
          : undefined,
      ),
    )
    .orderBy(dueOrder, asc(appliance.id))
    .limit(found ? 200 : PAGE_SIZE + 1)
  const shown = rows.map((r) => ({ ...r, lastVisitAt: r.lastVisitAt && isoInstant(r.lastVisitAt) }))
  if (found) return { rows: inOrder(shown, found).slice(0, PAGE_SIZE), next: null }
  return pageOf(shown, (r) => [r.nextDueOn ?? NO_DATE, r.id])
}

const inOrder = <T extends { readonly id: string }>(rows: readonly T[], found: readonly { readonly id: string }[]): T[] =>
  found.flatMap((f) => rows.filter((r) => r.id === f.id))
