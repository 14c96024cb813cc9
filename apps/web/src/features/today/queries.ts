import { and, asc, desc, eq, gte, lt, or, sql } from 'drizzle-orm'
import { inFirm, isoInstant } from '@/db/client'
import { appliance, site, user, visit, visitAppliance, visitValue } from '@/db/schema'
import type { Actor } from '@/server/actor'

export interface DayVisit {
  readonly id: string
  readonly siteName: string
  readonly address: string
  readonly timeZone: string
  readonly appliances: string
  readonly jobKind: string
  readonly plannedFor: string
  readonly status: 'planned' | 'open' | 'closed'
  readonly assignedName: string | null
  readonly mine: boolean
  readonly remark: string | null
  readonly accessNotes: string | null
  readonly hazards: string | null
  readonly outcome: string | null
  /** What the last visit left outside or at the edge. */
  readonly unusual: number
}

const DAY_MS = 86_400_000

/** The firm's visits of the day (a day is the site's own), and what is still open from before; mine first, then by time. */
export function visitsOfDay(actor: Actor, now: Date): Promise<DayVisit[]> {
  return inFirm(actor, async (tx) => {
    const rows = await tx
      .select({
        id: visit.id,
        siteName: site.name,
        address: site.address,
        timeZone: site.timeZone,
        accessNotes: site.accessNotes,
        hazards: site.hazards,
        jobKind: visit.jobKind,
        plannedFor: visit.plannedFor,
        status: visit.status,
        assignedTo: visit.assignedTo,
        assignedName: user.name,
        remark: visit.remark,
        appliances: sql<string>`string_agg(${appliance.name}, ', ' order by ${visitAppliance.position})`,
        outcome: sql<string | null>`min(${visitAppliance.outcome})`,
        unusual: sql<number>`(select count(*)::int from ${visitValue} v where v.status in ('outside', 'edge') and v.visit_id = (
          select p.id from ${visit} p join ${visitAppliance} pa on pa.visit_id = p.id
          where p.status = 'closed' and p.site_id = ${visit.siteId} and p.planned_for < ${visit.plannedFor} order by p.planned_for desc limit 1))`,
      })
      .from(visit)
      .innerJoin(site, eq(site.id, visit.siteId))
      .innerJoin(visitAppliance, eq(visitAppliance.visitId, visit.id))
      .innerJoin(appliance, eq(appliance.id, visitAppliance.applianceId))
      .leftJoin(user, eq(user.id, visit.assignedTo))
      .where(
        and(
          eq(visit.firmId, actor.firmId),
          or(
            eq(visit.status, 'open'),
            and(
              gte(visit.plannedFor, new Date(now.getTime() - DAY_MS).toISOString()),
              lt(visit.plannedFor, new Date(now.getTime() + DAY_MS).toISOString()),
            ),
          ),
        ),
      )
      .groupBy(visit.id, site.id, user.id)
      .orderBy(asc(visit.plannedFor))
    const dayAt = (instant: Date, timeZone: string) => new Intl.DateTimeFormat('sv-SE', { timeZone }).format(instant)
    return rows
      .filter((r) => r.status === 'open' || dayAt(new Date(r.plannedFor), r.timeZone) === dayAt(now, r.timeZone))
      .map(({ assignedTo, ...r }) => ({ ...r, plannedFor: isoInstant(r.plannedFor), mine: assignedTo === actor.userId }))
      .sort((a, b) => Number(b.mine) - Number(a.mine) || a.plannedFor.localeCompare(b.plannedFor))
  })
}

/** The visit the actor left open, if any. */
export const openVisitOf = (actor: Actor): Promise<string | null> =>
  inFirm(actor, async (tx) => {
    const [row] = await tx
      .select({ id: visit.id })
      .from(visit)
      .where(and(eq(visit.firmId, actor.firmId), eq(visit.status, 'open'), eq(visit.assignedTo, actor.userId)))
      .orderBy(desc(visit.startedAt))
      .limit(1)
    return row?.id ?? null
  })
