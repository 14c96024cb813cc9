import type { Instrument } from '@lucerna/core/measure'
import { and, asc, eq, isNull, lt, sql, type SQLWrapper } from 'drizzle-orm'
import { type Database, isoInstant, readFirm, type Scope } from '@/db/client'
import { appliance, instrument, mail, site, targetCard, user, visit, visitAppliance } from '@/db/schema'
import { personName } from '@/db/personName'
import type { Actor } from '@/server/actor'
import { dayOfStamp, stampOf } from '@/server/calendarStamp'
import { dayAt, daysAfter } from '@/ui/zoned'

export interface InstrumentDue {
  readonly id: string
  readonly name: string
  readonly serial: string
  readonly kind: Instrument['kind']
  readonly holder: string | null
  readonly dueOn: string
  readonly overdue: boolean
}

/** Instruments whose calibration lapses within some days or has lapsed, by the firm's calendar: one person's, or the firm's. */
export function calibrationsDue(
  actor: Scope & Pick<Actor, 'timeZone'>,
  now: Date,
  withinDays: number,
  holderId?: string,
  db?: Database,
): Promise<InstrumentDue[]> {
  const today = dayAt(now, actor.timeZone)
  return readFirm(
    actor,
    async (tx) => {
      const rows = await tx
        .select({ i: instrument, holder: personName })
        .from(instrument)
        .leftJoin(user, eq(user.id, instrument.heldBy))
        .where(
          and(
            eq(instrument.firmId, actor.firmId),
            lt(instrument.calibrationDueAt, stampOf(daysAfter(today, withinDays))),
            holderId === undefined ? undefined : eq(instrument.heldBy, holderId),
          ),
        )
        .orderBy(asc(instrument.calibrationDueAt))
        .limit(50)
      return rows.map(({ i, holder }) => {
        const dueOn = dayOfStamp(i.calibrationDueAt)
        return { id: i.id, name: `${i.maker} ${i.model}`, serial: i.serial, kind: i.kind, holder, dueOn, overdue: dueOn < today }
      })
    },
    db,
  )
}

/** What a firm that has just begun still lacks; all true once it works. */
export interface Begun {
  readonly card: boolean
  readonly instrument: boolean
  readonly site: boolean
  readonly appliance: boolean
  readonly mail: boolean
  readonly people: boolean
  readonly visit: boolean
}

/** How far a firm has come, null once it has closed a visit, for then it needs no list; and whether it has samples to try with. */
export function begunSoFar(actor: Actor): Promise<{ readonly begun: Begun | null; readonly sample: boolean }> {
  return readFirm(actor, async (tx) => {
    const has = (table: SQLWrapper, more = sql``) =>
      sql<boolean>`exists (select 1 from ${table} x where x.firm_id = ${actor.firmId} ${more})`
    // Samples are not its own.
    const real = sql`and not exists (select 1 from site s where s.id = x.site_id and s.sample)`
    const [row] = await tx.execute<Record<keyof Begun | 'works' | 'sample', boolean>>(sql`select
      ${has(targetCard)} as card, ${has(instrument, sql`and x.deleted_at is null and not x.sample`)} as instrument, ${has(site, sql`and x.deleted_at is null and not x.sample`)} as site,
      ${has(appliance, sql`and x.deleted_at is null ${real}`)} as appliance, ${has(visit, real)} as visit, ${has(mail, sql`and x.kind = 'test'`)} as mail, ${has(visit, sql`and x.status = 'closed' ${real}`)} as works, ${has(site, sql`and x.sample`)} as sample,
      (select count(*) > 1 from membership m where m.firm_id = ${actor.firmId} and m.left_at is null)
        or exists (select 1 from invitation i where i.firm_id = ${actor.firmId}) as people`)
    if (!row) return { begun: null, sample: false }
    const { works, sample, ...begun } = row
    return { begun: works ? null : begun, sample }
  })
}

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
  readFirm(actor, async (tx) => {
    const rows = await tx
      .select({
        id: visit.id,
        siteName: site.name,
        timeZone: site.timeZone,
        plannedFor: visit.plannedFor,
        by: personName,
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
  readFirm(actor, async (tx) => {
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
export const dueUnplanned = (actor: Scope, today: string, withinDays: number, most: number, db?: Database): Promise<DueAppliance[]> =>
  readFirm(
    actor,
    async (tx) => {
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
    },
    db,
  )
