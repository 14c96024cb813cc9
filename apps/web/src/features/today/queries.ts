import type { Card } from '@lucerna/core/appliance'
import type { Instrument } from '@lucerna/core/measure'
import { and, asc, desc, eq, gte, inArray, isNull, lt, or, sql } from 'drizzle-orm'
import { cardOf } from '@/db/cardOf'
import { inFirm, isoInstant, type Transaction } from '@/db/client'
import { appliance, followUp, instrument, membership, site, targetCard, user, visit, visitAppliance, visitValue } from '@/db/schema'
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
  return inFirm(actor, async (tx) => {
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
        assignedName: user.name,
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
  readonly followUps: readonly { readonly kind: (typeof followUp.$inferSelect)['kind']; readonly code: string; readonly text: string }[]
  readonly absent: readonly string[]
}

/** What is unusual and what is left to do at the appliances of some visits, by visit. */
export function briefings(actor: Actor, visitIds: readonly string[]): Promise<ReadonlyMap<string, readonly Briefing[]>> {
  return inFirm(actor, async (tx) => {
    if (visitIds.length === 0) return new Map()
    const units = await tx
      .select({ visitId: visitAppliance.visitId, a: appliance, card: targetCard.data })
      .from(visitAppliance)
      .innerJoin(appliance, eq(appliance.id, visitAppliance.applianceId))
      .innerJoin(targetCard, cardOf(visitAppliance))
      .where(and(eq(visitAppliance.firmId, actor.firmId), inArray(visitAppliance.visitId, [...visitIds])))
      .orderBy(asc(visitAppliance.position))
    const ids = [...new Set(units.map((u) => u.a.id))]
    const unusual = await lastUnusual(tx, actor.firmId, ids)
    const open = await tx
      .select()
      .from(followUp)
      .where(and(eq(followUp.firmId, actor.firmId), inArray(followUp.applianceId, ids), isNull(followUp.closedAt)))
      .orderBy(desc(followUp.openedAt))
    const made = new Map<string, Briefing[]>()
    for (const { visitId, a, card } of units) {
      const own = made.get(visitId) ?? []
      own.push({
        applianceId: a.id,
        name: a.name,
        card,
        first: a.lastVisitAt === null,
        unusual: unusual.filter((v) => v.applianceId === a.id),
        followUps: open.filter((f) => f.applianceId === a.id && f.kind !== 'outside').map(({ kind, code, text }) => ({ kind, code, text })),
        absent: a.safeties.filter((s) => s.state === 'absent').map((s) => s.label),
      })
      made.set(visitId, own)
    }
    return made
  })
}

async function lastUnusual(tx: Transaction, firmId: string, applianceIds: readonly string[]) {
  if (applianceIds.length === 0) return []
  const last = await tx
    .selectDistinctOn([visitAppliance.applianceId], { applianceId: visitAppliance.applianceId, visitId: visit.id })
    .from(visitAppliance)
    .innerJoin(visit, eq(visit.id, visitAppliance.visitId))
    .where(and(eq(visit.firmId, firmId), inArray(visitAppliance.applianceId, [...applianceIds]), eq(visit.status, 'closed')))
    .orderBy(visitAppliance.applianceId, desc(visit.plannedFor))
  if (last.length === 0) return []
  const rows = await tx
    .select()
    .from(visitValue)
    .where(
      and(
        eq(visitValue.firmId, firmId),
        inArray(
          visitValue.visitId,
          last.map((l) => l.visitId),
        ),
        inArray(visitValue.status, ['outside', 'edge']),
      ),
    )
  return rows
    .filter((r) => last.some((l) => l.applianceId === r.applianceId && l.visitId === r.visitId))
    .map((r) => ({
      applianceId: r.applianceId,
      measurandId: r.measurandId,
      stationId: r.stationId,
      firingStateId: r.firingStateId,
      status: r.status,
      valueSi: r.asLeftSi ?? r.asFoundSi ?? 0,
    }))
}

export interface InstrumentDue {
  readonly id: string
  readonly name: string
  readonly serial: string
  readonly kind: Instrument['kind']
  readonly holder: string | null
  readonly dueAt: string
  readonly overdue: boolean
}

/** Instruments whose calibration lapses within some days or has lapsed: one person's, or the firm's. */
export function calibrationsDue(actor: Actor, now: Date, withinDays: number, holderId?: string): Promise<InstrumentDue[]> {
  return inFirm(actor, async (tx) => {
    const rows = await tx
      .select({ i: instrument, holder: user.name })
      .from(instrument)
      .leftJoin(user, eq(user.id, instrument.heldBy))
      .where(
        and(
          eq(instrument.firmId, actor.firmId),
          lt(instrument.calibrationDueAt, new Date(now.getTime() + withinDays * DAY_MS).toISOString()),
          holderId === undefined ? undefined : eq(instrument.heldBy, holderId),
        ),
      )
      .orderBy(asc(instrument.calibrationDueAt))
      .limit(50)
    return rows.map(({ i, holder }) => ({
      id: i.id,
      name: `${i.maker} ${i.model}`,
      serial: i.serial,
      kind: i.kind,
      holder,
      dueAt: isoInstant(i.calibrationDueAt),
      overdue: Date.parse(i.calibrationDueAt) < now.getTime(),
    }))
  })
}

/** The instruments that somebody carries, by kind. */
export const instrumentsOf = (actor: Actor): Promise<{ kind: Instrument['kind']; name: string }[]> =>
  inFirm(actor, async (tx) => {
    const rows = await tx
      .select({ kind: instrument.kind, maker: instrument.maker, model: instrument.model })
      .from(instrument)
      .where(and(eq(instrument.firmId, actor.firmId), eq(instrument.heldBy, actor.userId)))
      .orderBy(asc(instrument.id))
    return rows.map((r) => ({ kind: r.kind, name: `${r.maker} ${r.model}` }))
  })

export interface WaitingVisit {
  readonly id: string
  readonly siteName: string
  readonly timeZone: string
  readonly plannedFor: string
  readonly by: string | null
  readonly count: number
}

/** Visits with work that waits for a licensed person's confirmation, the oldest first. */
export const unconfirmedVisits = (actor: Actor): Promise<WaitingVisit[]> =>
  inFirm(actor, async (tx) => {
    const rows = await tx
      .select({
        id: visit.id,
        siteName: site.name,
        timeZone: site.timeZone,
        plannedFor: visit.plannedFor,
        by: user.name,
        count: visit.unconfirmed,
      })
      .from(visit)
      .innerJoin(site, eq(site.id, visit.siteId))
      .leftJoin(user, eq(user.id, visit.assignedTo))
      .where(and(eq(visit.firmId, actor.firmId), sql`${visit.unconfirmed} > 0`))
      .orderBy(asc(visit.plannedFor))
      .limit(50)
    return rows.map((r) => ({ ...r, plannedFor: isoInstant(r.plannedFor) }))
  })

export interface UnassignedVisit {
  readonly id: string
  readonly siteName: string
  readonly address: string
  readonly timeZone: string
  readonly plannedFor: string
  readonly jobKind: string
  readonly appliances: string
  readonly remark: string | null
}

/** Planned visits that nobody goes to yet, the earliest first. */
export const unassignedVisits = (actor: Actor): Promise<UnassignedVisit[]> =>
  inFirm(actor, async (tx) => {
    const rows = await tx
      .select({
        id: visit.id,
        siteName: site.name,
        address: site.address,
        timeZone: site.timeZone,
        plannedFor: visit.plannedFor,
        jobKind: visit.jobKind,
        remark: visit.remark,
        appliances: sql<string>`string_agg(${appliance.name}, ', ' order by ${visitAppliance.position})`,
      })
      .from(visit)
      .innerJoin(site, eq(site.id, visit.siteId))
      .innerJoin(visitAppliance, eq(visitAppliance.visitId, visit.id))
      .innerJoin(appliance, eq(appliance.id, visitAppliance.applianceId))
      .where(and(eq(visit.firmId, actor.firmId), eq(visit.status, 'planned'), isNull(visit.assignedTo), isNull(site.deletedAt)))
      .groupBy(visit.id, site.id)
      .orderBy(asc(visit.plannedFor))
      .limit(50)
    return rows.map((r) => ({ ...r, plannedFor: isoInstant(r.plannedFor) }))
  })

export interface DueAppliance {
  readonly id: string
  readonly name: string
  readonly siteName: string
  readonly nextDueOn: string
  readonly timeZone: string
}

/** Appliances whose next service is due within some days, and for which nothing is planned; the most overdue first. */
export const dueUnplanned = (actor: Actor, today: string, withinDays: number, most: number): Promise<DueAppliance[]> =>
  inFirm(actor, async (tx) => {
    const rows = await tx
      .select({
        id: appliance.id,
        name: appliance.name,
        siteName: site.name,
        timeZone: site.timeZone,
        nextDueOn: sql<string>`${appliance.nextDueOn}::text`,
      })
      .from(appliance)
      .innerJoin(site, eq(site.id, appliance.siteId))
      .where(
        and(
          eq(appliance.firmId, actor.firmId),
          isNull(appliance.deletedAt),
          isNull(site.deletedAt),
          sql`coalesce(${appliance.nextDueOn}, '9999-12-31'::date) < ${today}::date + ${withinDays}::int`,
          sql`not exists (select 1 from ${visitAppliance} va join ${visit} v on v.id = va.visit_id where va.appliance_id = ${appliance.id} and v.status <> 'closed')`,
        ),
      )
      .orderBy(sql`coalesce(${appliance.nextDueOn}, '9999-12-31'::date)`, asc(appliance.id))
      .limit(most)
    return rows
  })

/** People who can be sent to a visit. */
export const sendable = (actor: Actor): Promise<{ id: string; name: string }[]> =>
  inFirm(actor, (tx) =>
    tx
      .select({ id: user.id, name: user.name })
      .from(membership)
      .innerJoin(user, eq(user.id, membership.userId))
      .where(
        and(eq(membership.firmId, actor.firmId), isNull(membership.leftAt), inArray(membership.role, ['lead', 'technician', 'apprentice'])),
      )
      .orderBy(asc(user.name)),
  )

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
