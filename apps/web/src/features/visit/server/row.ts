import { and, eq, type Placeholder, sql } from 'drizzle-orm'
import type { Transaction } from '@/db/client'
import { visit } from '@/db/schema'
import { written } from '@/db/written'
import { ApiProblem } from '@/server/problem'
import { t } from '@/messages/all'

export type VisitRow = typeof visit.$inferSelect

const notFound = () => new ApiProblem(404, 'visit-not-found', t('problem.visit-not-found'))

const ITS = ['firmId', 'visitId'] as const
const its = (tx: Transaction, { firmId, visitId }: { readonly firmId: Placeholder; readonly visitId: Placeholder }) =>
  tx
    .select()
    .from(visit)
    .where(and(eq(visit.firmId, firmId), eq(visit.id, visitId)))
const plainRow = written(ITS, its)
const lockedRow = written(ITS, (tx, places) => its(tx, places).for('update'))

/** The visit's row, locked against others when it is about to grow; 404 for what is not this firm's. */
export async function visitRow(tx: Transaction, firmId: string, visitId: string, lock: boolean): Promise<VisitRow> {
  const [row] = await (lock ? lockedRow : plainRow)(tx, { firmId, visitId })
  if (!row) throw notFound()
  return row
}

/**
 * Versions of everything beside the log that judges a visit, as one text: site, supplies, appliances, the firm's instruments, what hangs from earlier
 * visits, and the pins. What was folded under the same text still stands.
 */
const standing = sql<string>`concat_ws('|', visit.assigned_to, visit.planned_for, visit.job_kind, visit.practice_id, visit.practice_version, visit.continues_id,
  (select s.version from site s where s.id = visit.site_id),
  (select string_agg(concat_ws(':', a.id, a.version, g.id, g.version, va.card_id, va.card_version), ',' order by va.position)
    from visit_appliance va join appliance a on a.id = va.appliance_id join gas_supply g on g.id = a.supply_id where va.visit_id = visit.id),
  (select concat_ws(':', count(*), sum(i.version)) from instrument i where i.firm_id = visit.firm_id),
  (select concat_ws(':', count(*), count(f.closed_at), max(f.closed_at)) from follow_up f join visit_appliance va on va.appliance_id = f.appliance_id
    where va.visit_id = visit.id and f.firm_id = visit.firm_id and f.kind = 'loose-end'))`

/** The row, with what its judging stands on and the id of its newest event. */
export interface StandingRow {
  readonly row: VisitRow
  readonly standing: string
  readonly lastEventId: string | null
}

/** The visit's row locked against others, with what it takes to know whether a kept fold still holds. 404 for what is not this firm's. */
export async function lockVisit(tx: Transaction, firmId: string, visitId: string): Promise<StandingRow> {
  const [found] = await tx
    .select({
      row: visit,
      standing,
      lastEventId: sql<string | null>`(select e.id from visit_event e where e.visit_id = visit.id and e.seq = visit.last_seq)`,
    })
    .from(visit)
    .where(and(eq(visit.firmId, firmId), eq(visit.id, visitId)))
    .for('update', { of: visit })
  if (!found) throw notFound()
  return found
}
