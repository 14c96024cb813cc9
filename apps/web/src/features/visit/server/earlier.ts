import type { DisturbedKind, LooseEndKind } from '@lucerna/core/procedure'
import { type FaultCase, openFault, type StartRecord, type Turned, type VisitAppliance } from '@lucerna/core/visit'
import { and, asc, desc, eq, inArray, isNotNull, isNull, lt, ne, sql } from 'drizzle-orm'
import { isoInstant, type Transaction } from '@/db/client'
import { followUp, user, visit, visitAppliance, visitValue } from '@/db/schema'
import { personName } from '@/db/personName'
import { APART, HANGING } from './followUps'
import type { VisitRow } from './row'

type CarriedEnd = NonNullable<VisitAppliance['carried']>[number]
interface Hanging {
  readonly carried: readonly CarriedEnd[]
  readonly carriedApart: NonNullable<VisitAppliance['carriedApart']>
  readonly openFaults: readonly FaultCase[]
}

/** What was over before this visit began; before it begins, everything that is over. The day it was planned for says nothing: it may be done early or late. */
const beforeIt = (row: VisitRow, over: typeof visit.closedAt | typeof followUp.openedAt) =>
  row.startedAt ? lt(over, row.startedAt) : isNotNull(over)

/** Closed visits of these appliances before this one. */
const closedBefore = (row: VisitRow, applianceIds: readonly string[]) =>
  and(
    eq(visit.firmId, row.firmId),
    inArray(visitAppliance.applianceId, [...applianceIds]),
    eq(visit.status, 'closed'),
    ne(visit.id, row.id),
    beforeIt(row, visit.closedAt),
  )

/** The as-left values of the last closed visit of each appliance before this one. */
export async function lastValues(
  tx: Transaction,
  row: VisitRow,
  applianceIds: readonly string[],
): Promise<Map<string, Record<string, number>>> {
  const before = tx
    .selectDistinctOn([visitAppliance.applianceId], { applianceId: visitAppliance.applianceId, visitId: visit.id })
    .from(visitAppliance)
    .innerJoin(visit, eq(visit.id, visitAppliance.visitId))
    .where(closedBefore(row, applianceIds))
    .orderBy(visitAppliance.applianceId, desc(visit.closedAt))
  const rows = await tx
    .select({ applianceId: visitValue.applianceId, key: visitValue.key, asLeftSi: visitValue.asLeftSi })
    .from(visitValue)
    .where(and(eq(visitValue.firmId, row.firmId), sql`(${visitValue.applianceId}, ${visitValue.visitId}) in ${before}`))
  const values = new Map<string, Record<string, number>>(applianceIds.map((id) => [id, {}]))
  for (const v of rows) if (v.asLeftSi !== null) values.get(v.applianceId)![v.key] = v.asLeftSi
  return values
}

/** What closed visits before this one keep of each appliance: its last good start, and what its screws did when they were turned last. */
export async function lastKept(
  tx: Transaction,
  row: VisitRow,
  applianceIds: readonly string[],
): Promise<Map<string, { readonly goodStart?: StartRecord; readonly turned?: Turned }>> {
  const newest = <T extends typeof visitAppliance.goodStart | typeof visitAppliance.turned>(kept: T) =>
    tx
      .selectDistinctOn([visitAppliance.applianceId], { applianceId: visitAppliance.applianceId, kept })
      .from(visitAppliance)
      .innerJoin(visit, eq(visit.id, visitAppliance.visitId))
      .where(and(closedBefore(row, applianceIds), isNotNull(kept)))
      .orderBy(visitAppliance.applianceId, desc(visit.closedAt))
  const [starts, turns] = await Promise.all([newest(visitAppliance.goodStart), newest(visitAppliance.turned)])
  const started = new Map(starts.map((r) => [r.applianceId, r.kept]))
  const turned = new Map(turns.map((r) => [r.applianceId, r.kept]))
  return new Map(
    applianceIds.map((id) => {
      const [goodStart, screws] = [started.get(id), turned.get(id)]
      return [id, { ...(goodStart && { goodStart }), ...(screws && screws.moves.length > 0 && { turned: screws }) }]
    }),
  )
}

const hangingEnd = (id: string, kind: string, label: string, openedAt: string, by: string | null): CarriedEnd => ({
  id,
  key: `carried.${id}`,
  kind: kind as LooseEndKind,
  label,
  restore: null,
  openedAt,
  openedBy: by ?? '',
})

/** What earlier visits left open and tagged on these appliances, or looked for and did not find, and nobody has closed since: follow-ups that are still open. */
export async function carriedEnds(tx: Transaction, row: VisitRow, applianceIds: readonly string[]): Promise<Map<string, Hanging>> {
  const rows = await tx
    .select({ f: followUp, by: personName })
    .from(followUp)
    .innerJoin(visit, eq(visit.id, followUp.visitId))
    .leftJoin(user, eq(user.id, visit.assignedTo))
    .where(
      and(
        eq(followUp.firmId, row.firmId),
        inArray(followUp.applianceId, [...applianceIds]),
        inArray(followUp.kind, ['loose-end', 'fault']),
        ne(followUp.visitId, row.id),
        beforeIt(row, followUp.openedAt),
        row.status === 'closed' ? undefined : isNull(followUp.closedAt),
      ),
    )
    .orderBy(asc(followUp.openedAt), asc(followUp.id))
  const ends = new Map<string, Hanging>()
  for (const { f, by } of rows) {
    // Of a closed visit: what hung when it began.
    if (f.closedAt && Date.parse(f.closedAt) < Date.parse(row.startedAt ?? row.plannedFor)) continue
    const left = ends.get(f.applianceId) ?? { carried: [], carriedApart: [], openFaults: [] }
    const at = isoInstant(f.openedAt)
    if (f.fault) ends.set(f.applianceId, { ...left, openFaults: [...left.openFaults, openFault(f.fault)] })
    else if (f.sourceKey.startsWith(APART)) {
      const apart = { id: f.sourceKey.slice(APART.length), kind: f.code as DisturbedKind, label: f.text, at, by: by ?? '' }
      ends.set(f.applianceId, { ...left, carriedApart: [...left.carriedApart, apart] })
    } else
      ends.set(f.applianceId, {
        ...left,
        carried: [...left.carried, hangingEnd(f.sourceKey.slice(HANGING.length), f.code, f.text, at, by)],
      })
  }
  return ends
}
