import { DRIFT_LAWS } from '@lucerna/core/drift'
import { and, asc, desc, eq, gt, isNotNull, isNull, or, type SQL, sql } from 'drizzle-orm'
import { z } from 'zod'
import { cardOf } from '@/db/cardOf'
import { type Database, isoInstant, readFirm, type Scope } from '@/db/client'
import { appliance, drift, site, targetCard } from '@/db/schema'

const PAGE = 50
/** Deviations from which a reading is unlike its appliance's own past. */
const UNLIKE = 3

export const trendsQuerySchema = z.object({
  show: z.enum(['leaving', 'unlike']).catch('leaving'),
  figure: z
    .enum(Object.keys(DRIFT_LAWS) as [string, ...string[]])
    .optional()
    .catch(undefined),
  /** The last row of the page before. */
  after: z
    .string()
    .regex(/^\d{4}-\d\d-\d\d[^|]{0,30}\|[0-9a-f-]{36}\|.{1,120}$/)
    .optional()
    .catch(undefined),
})
export type TrendsQuery = z.output<typeof trendsQuerySchema>

export interface TrendRow {
  readonly applianceId: string
  readonly appliance: string
  readonly site: string
  readonly timeZone: string
  readonly drift: typeof drift.$inferSelect
  readonly firingStates: readonly { readonly id: string; readonly label: string; readonly kind: string }[]
}

/** A page of the figures that leave their limits, the soonest first; or of the newest readings that are unlike before. */
export async function listTrends(
  scope: Scope,
  query: TrendsQuery,
  db?: Database,
): Promise<{ readonly rows: TrendRow[]; readonly next: string | null }> {
  const leaving = query.show === 'leaving'
  const [day, id, key] = query.after?.split('|') ?? []
  const order = leaving ? sql`${drift.leavesOn}` : sql`${drift.lastAt}`
  const behind: SQL | undefined =
    day === undefined
      ? undefined
      : leaving
        ? sql`(${drift.leavesOn}, ${drift.applianceId}, ${drift.key}) > (${day}::date, ${id}::uuid, ${key})`
        : or(
            sql`${drift.lastAt} < ${day}::timestamptz`,
            and(sql`${drift.lastAt} = ${day}::timestamptz`, sql`(${drift.applianceId}, ${drift.key}) > (${id}::uuid, ${key})`),
          )
  const rows = await readFirm(
    scope,
    (tx) =>
      tx
        .select({
          applianceId: appliance.id,
          appliance: appliance.name,
          site: site.name,
          timeZone: site.timeZone,
          drift,
          firingStates: sql<TrendRow['firingStates']>`${targetCard.data} -> 'firingStates'`,
        })
        .from(drift)
        .innerJoin(appliance, eq(appliance.id, drift.applianceId))
        .innerJoin(site, eq(site.id, appliance.siteId))
        .innerJoin(targetCard, cardOf(appliance))
        .where(
          and(
            eq(drift.firmId, scope.firmId),
            isNull(appliance.deletedAt),
            isNull(site.deletedAt),
            query.figure ? eq(drift.measurandId, query.figure) : undefined,
            leaving ? isNotNull(drift.leavesOn) : gt(sql`abs(${drift.deviations})`, UNLIKE),
            behind,
          ),
        )
        .orderBy(leaving ? asc(order) : desc(order), asc(drift.applianceId), asc(drift.key))
        .limit(PAGE + 1),
    db,
  )
  const page = rows.slice(0, PAGE)
  const last = page.at(-1)?.drift
  return {
    rows: page,
    next: rows.length > PAGE && last ? `${leaving ? last.leavesOn : isoInstant(last.lastAt)}|${last.applianceId}|${last.key}` : null,
  }
}
