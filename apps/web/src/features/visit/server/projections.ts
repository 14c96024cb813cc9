import {
  type KeptValue,
  keptValue,
  keptValues,
  type StartRecord,
  startRecordSchema,
  turnedOf,
  type VisitChanges,
  type VisitState,
} from '@lucerna/core/visit'
import { and, count, desc, eq, inArray, sql } from 'drizzle-orm'
import type { Transaction } from '@/db/client'
import { appliance, visit, visitAppliance, visitValue } from '@/db/schema'

/** What the visit's own row says of its log. */
export const visitColumns = (state: VisitState) => ({
  status: state.status,
  startedAt: state.startedAt,
  closedAt: state.closedAt,
  nextDueOn: state.status === 'closed' ? state.nextDueOn : null,
  unconfirmed: state.unconfirmed.length,
})

const rowOf = (firmId: string, visitId: string, value: KeptValue) => ({ firmId, visitId, ...value })

/** Brings what is kept beside the log to where the log is, by what changed: nothing else is touched. */
export function projectChanges(tx: Transaction, firmId: string, state: VisitState, changed: VisitChanges): Promise<unknown>[] {
  const { visitId } = state
  const rows: ReturnType<typeof rowOf>[] = []
  const gone = new Map<string, string[]>()
  for (const { applianceId, key } of changed.keys) {
    const own = state.appliances.find((a) => a.applianceId === applianceId)
    const value = own && keptValue(own, key)
    if (value) rows.push(rowOf(firmId, visitId, value))
    else gone.set(applianceId, [...(gone.get(applianceId) ?? []), key])
  }
  const sent: Promise<unknown>[] = []
  for (const [applianceId, keys] of gone)
    sent.push(
      tx
        .delete(visitValue)
        .where(and(eq(visitValue.visitId, visitId), eq(visitValue.applianceId, applianceId), inArray(visitValue.key, keys)))
        .execute(),
    )
  if (rows.length > 0)
    sent.push(
      tx
        .insert(visitValue)
        .values(rows)
        .onConflictDoUpdate({
          target: [visitValue.visitId, visitValue.applianceId, visitValue.key],
          set: {
            asFoundSi: sql`excluded.as_found_si`,
            asLeftSi: sql`excluded.as_left_si`,
            status: sql`excluded.status`,
            because: sql`excluded.because`,
            minSi: sql`excluded.min_si`,
            maxSi: sql`excluded.max_si`,
            takenAt: sql`excluded.taken_at`,
          },
        })
        .execute(),
    )
  for (const applianceId of new Set([...changed.appliances, ...changed.turned])) sent.push(projectOutcome(tx, firmId, state, applianceId))
  return sent
}

/** The newest start that lit, without whose it is. */
function goodStartOf(state: VisitState, applianceId: string): StartRecord | null {
  const found = state.startsSeen.findLast((s) => s.applianceId === applianceId && s.outcome === 'lit')
  return found ? startRecordSchema.strip().parse(found) : null
}

/** What of an appliance stands with the visit: its outcome, its last good start, what its screws did. */
const projectOutcome = (tx: Transaction, firmId: string, state: VisitState, applianceId: string): Promise<unknown> =>
  tx
    .update(visitAppliance)
    .set({
      outcome: state.appliances.find((a) => a.applianceId === applianceId)?.outcome?.outcome ?? null,
      goodStart: goodStartOf(state, applianceId),
      turned: turnedOf(state, applianceId),
    })
    .where(and(eq(visitAppliance.firmId, firmId), eq(visitAppliance.visitId, state.visitId), eq(visitAppliance.applianceId, applianceId)))
    .execute()

/** Makes everything that is kept of a visit anew. */
export async function projectAll(tx: Transaction, firmId: string, state: VisitState): Promise<void> {
  const { visitId } = state
  await tx.delete(visitValue).where(and(eq(visitValue.firmId, firmId), eq(visitValue.visitId, visitId)))
  const rows = keptValues(state).map((value) => rowOf(firmId, visitId, value))
  if (rows.length > 0) await tx.insert(visitValue).values(rows)
  for (const a of state.appliances) await projectOutcome(tx, firmId, state, a.applianceId)
  await tx
    .update(visit)
    .set(visitColumns(state))
    .where(and(eq(visit.firmId, firmId), eq(visit.id, visitId)))
}

/** Brings the appliances' own columns up to date with their last closed visit. */
export async function projectAppliances(tx: Transaction, firmId: string, ids: readonly string[]): Promise<void> {
  for (const id of ids) {
    const [last] = await tx
      .select({ visitId: visit.id, closedAt: visit.closedAt, nextDueOn: visit.nextDueOn })
      .from(visitAppliance)
      .innerJoin(visit, eq(visit.id, visitAppliance.visitId))
      .where(and(eq(visitAppliance.firmId, firmId), eq(visitAppliance.applianceId, id), eq(visit.status, 'closed')))
      .orderBy(desc(visit.closedAt))
      .limit(1)
    const [outside] = last
      ? await tx
          .select({ n: count() })
          .from(visitValue)
          .where(
            and(
              eq(visitValue.firmId, firmId),
              eq(visitValue.visitId, last.visitId),
              eq(visitValue.applianceId, id),
              eq(visitValue.status, 'outside'),
            ),
          )
      : []
    await tx
      .update(appliance)
      .set({ lastVisitAt: last?.closedAt ?? null, nextDueOn: last?.nextDueOn ?? null, lastOutside: outside?.n ?? 0 })
      .where(and(eq(appliance.firmId, firmId), eq(appliance.id, id)))
  }
}
