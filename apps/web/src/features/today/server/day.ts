import type { Card } from '@lucerna/core/appliance'
import type { Instrument } from '@lucerna/core/measure'
import { and, asc, desc, eq, gte, inArray, isNull, lt, or, sql, type SQLWrapper } from 'drizzle-orm'
import { cardOf } from '@/db/cardOf'
import { isoInstant, KEYS_ONLY, readFirm, type Transaction } from '@/db/client'
import { appliance, followUp, instrument, site, targetCard, user, visit, visitAppliance, visitValue } from '@/db/schema'
import { personName } from '@/db/personName'
import type { Actor } from '@/server/actor'
import { dayAt } from '@/ui/zoned'

export interface DayVisit {
  readonly id: string
  readonly siteId: string
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
}

const DAY_MS = 86_400_000

/** The firm's visits of the day (a day is the site's own), and what is still open from before; mine first, then by time. */
export function visitsOfDay(actor: Actor, now: Date): Promise<DayVisit[]> {
  return readFirm(actor, async (tx) => {
    const rows = await tx
      .select({
        id: visit.id,
        siteId: visit.siteId,
        siteName: site.name,
        address: site.address,
        timeZone: site.timeZone,
        accessNotes: site.accessNotes,
        hazards: site.hazards,
        jobKind: visit.jobKind,
        plannedFor: visit.plannedFor,
        status: visit.status,
        assignedTo: visit.assignedTo,
        assignedName: personName,
        remark: visit.remark,
        appliances: sql<string>`string_agg(${appliance.name}, ', ' order by ${visitAppliance.position})`,
        outcome: sql<string | null>`min(${visitAppliance.outcome})`,
      })
      .from(visit)
      .innerJoin(site, eq(site.id, visit.siteId))
      .innerJoin(visitAppliance, eq(visitAppliance.visitId, visit.id))
      .innerJoin(appliance, eq(appliance.id, visitAppliance.applianceId))
      .leftJoin(user, eq(user.id, visit.assignedTo))
      .where(
        and(
          eq(visit.firmId, actor.firmId),
          isNull(site.deletedAt),
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
    return rows
      .filter((r) => r.status === 'open' || dayAt(r.plannedFor, r.timeZone) === dayAt(now, r.timeZone))
      .map(({ assignedTo, ...r }) => ({ ...r, plannedFor: isoInstant(r.plannedFor), mine: assignedTo === actor.userId }))
      .sort((a, b) => Number(b.mine) - Number(a.mine) || a.plannedFor.localeCompare(b.plannedFor))
  })
}

/** What to know before setting off to one appliance. */
export interface Briefing {
  readonly applianceId: string
  readonly name: string
  readonly card: Card
  /** Never seen on paper: this visit makes the baseline. */
  readonly first: boolean
  /** Figures that the last visit left outside or at the edge. */
  readonly unusual: readonly {
    readonly measurandId: string
    readonly stationId: string
    readonly firingStateId: string
    readonly status: string
    readonly valueSi: number
  }[]
  readonly followUps: readonly {
    readonly kind: (typeof followUp.$inferSelect)['kind']
    readonly code: string
    readonly text: string
    readonly dueOn: string | null
  }[]
  readonly absent: readonly string[]
}

/** What is unusual and what is left to do at the appliances of some visits, by visit. */
export function briefings(actor: Actor, visitIds: readonly string[]): Promise<ReadonlyMap<string, readonly Briefing[]>> {
  return readFirm(
    actor,
    async (tx) => {
      if (visitIds.length === 0) return new Map()
      const planned = and(eq(visitAppliance.firmId, actor.firmId), inArray(visitAppliance.visitId, [...visitIds]))
      const there = tx.select({ id: visitAppliance.applianceId }).from(visitAppliance).where(planned)
      const [units, unusual, open] = await Promise.all([
        tx
          .select({ visitId: visitAppliance.visitId, a: appliance, card: targetCard.data })
          .from(visitAppliance)
          .innerJoin(appliance, eq(appliance.id, visitAppliance.applianceId))
          .innerJoin(targetCard, cardOf(visitAppliance))
          .where(planned)
          .orderBy(asc(visitAppliance.position)),
        lastUnusual(tx, actor.firmId, there),
        tx
          .select()
          .from(followUp)
          .where(and(eq(followUp.firmId, actor.firmId), inArray(followUp.applianceId, there), isNull(followUp.closedAt)))
          .orderBy(desc(followUp.openedAt)),
      ])
      const made = new Map<string, Briefing[]>()
      for (const { visitId, a, card } of units) {
        const own = made.get(visitId) ?? []
        own.push({
          applianceId: a.id,
          name: a.name,
          card,
          first: a.lastVisitAt === null,
          unusual: unusual.filter((v) => v.applianceId === a.id),
          followUps: open
            .filter((f) => f.applianceId === a.id && f.kind !== 'outside')
            .map(({ kind, code, text, dueOn }) => ({ kind, code, text, dueOn })),
          absent: a.safeties.filter((s) => s.state === 'absent').map((s) => s.label),
        })
        made.set(visitId, own)
      }
      return made
    },
    undefined,
    KEYS_ONLY,
  )
}

/** What the last closed visit of each of some appliances left outside or at the edge. */
async function lastUnusual(tx: Transaction, firmId: string, applianceIds: SQLWrapper) {
  const last = tx
    .selectDistinctOn([visitAppliance.applianceId], { applianceId: visitAppliance.applianceId, visitId: visit.id })
    .from(visitAppliance)
    .innerJoin(visit, eq(visit.id, visitAppliance.visitId))
    .where(and(eq(visit.firmId, firmId), inArray(visitAppliance.applianceId, applianceIds), eq(visit.status, 'closed')))
    .orderBy(visitAppliance.applianceId, desc(visit.plannedFor))
  const rows = await tx
    .select()
    .from(visitValue)
    .where(
      and(
        eq(visitValue.firmId, firmId),
        inArray(visitValue.status, ['outside', 'edge']),
        sql`(${visitValue.applianceId}, ${visitValue.visitId}) in ${last}`,
      ),
    )
  return rows.map((r) => ({
    applianceId: r.applianceId,
    measurandId: r.measurandId,
    stationId: r.stationId,
    firingStateId: r.firingStateId,
    status: r.status,
    valueSi: r.asLeftSi ?? r.asFoundSi ?? 0,
  }))
}

/** The instruments that somebody carries, by kind. */
export const instrumentsOf = (actor: Actor): Promise<{ kind: Instrument['kind']; name: string }[]> =>
  readFirm(actor, async (tx) => {
    const rows = await tx
      .select({ kind: instrument.kind, maker: instrument.maker, model: instrument.model })
      .from(instrument)
      .where(and(eq(instrument.firmId, actor.firmId), eq(instrument.heldBy, actor.userId)))
      .orderBy(asc(instrument.id))
    return rows.map((r) => ({ kind: r.kind, name: `${r.maker} ${r.model}` }))
  })
