import { and, asc, eq, gte, isNotNull, isNull, ne, sql } from 'drizzle-orm'
import { createEvents, type EventAttributes } from 'ics'
import { randomBytes } from 'node:crypto'
import { type Database, database, isoInstant, readFirm, type Scope, type Transaction } from '@/db/client'
import { personName } from '@/db/personName'
import { appliance, firm, followUp, membership, publicLink, site, user, visit, visitAppliance } from '@/db/schema'
import { env } from '@/env'
import type { Actor } from '@/server/actor'
import { audit } from '@/server/audit'
import { dayAt, daysAfter } from '@/ui/zoned'
import { wordsFor } from '@/ui/words'
import { t } from '@/messages/all'
import { calibrationsDue, dueUnplanned } from './waiting'

/** How far a calendar looks ahead for what is not planned yet, and back for visits, days. */
const AHEAD = 120
const BACK = 30
const MOST = 500
/** Visits say when they begin, not how long they take. */
const VISIT_MINUTES = 90

const ownMembership = async (tx: Transaction, { firmId, userId }: Pick<Scope, 'firmId' | 'userId'>) =>
  (
    await tx
      .select({ id: membership.id, role: membership.role, timeZone: firm.timeZone, firmName: firm.name })
      .from(membership)
      .innerJoin(firm, eq(firm.id, membership.firmId))
      .where(and(eq(membership.firmId, firmId), eq(membership.userId, userId), isNull(membership.leftAt)))
  )[0]

const standing = (firmId: string, memberId: string) =>
  and(eq(publicLink.firmId, firmId), eq(publicLink.kind, 'calendar'), eq(publicLink.subjectId, memberId), isNull(publicLink.revokedAt))
const addressOf = (token: string): string => `${env().PUBLIC_URL}/calendar/${token}.ics`

/** The address that a person's calendar program subscribes to; null where they have none. */
export async function calendarAddress(tx: Transaction, actor: Actor): Promise<string | null> {
  const own = await ownMembership(tx, actor)
  const [link] = own ? await tx.select({ token: publicLink.token }).from(publicLink).where(standing(actor.firmId, own.id)) : []
  return link ? addressOf(link.token) : null
}

/** Ends the address of a person, and makes a new one if wished. */
export async function changeCalendar(tx: Transaction, actor: Actor, wish: 'new' | 'none', now: string): Promise<string | null> {
  const own = await ownMembership(tx, actor)
  if (!own) return null
  await tx.update(publicLink).set({ revokedAt: now }).where(standing(actor.firmId, own.id))
  await audit(tx, actor, wish === 'new' ? 'calendar-made' : 'calendar-ended', ['person', actor.userId], now)
  if (wish === 'none') return null
  const token = randomBytes(24).toString('base64url')
  await tx
    .insert(publicLink)
    .values({ token, firmId: actor.firmId, kind: 'calendar', subjectId: own.id, createdAt: now, createdBy: actor.userId })
  return addressOf(token)
}

const dayOf = (day: string): [number, number, number] => day.split('-').map(Number) as [number, number, number]
const wholeDay = (day: string) => ({ start: dayOf(day), end: dayOf(daysAfter(day, 1)) })

/**
 * The calendar behind an address (iCalendar, RFC 5545): a technician's own visits and instruments, and return visits that nobody has planned yet; a lead's and a planner's are all visits of the firm, services that are due and
 * not planned, and all calibrations. Null where the address leads nowhere.
 */
export async function calendarFeed(token: string, now: Date, db: Database = database()): Promise<string | null> {
  if (!/^[\w-]{32}$/.test(token)) return null
  const [who] = await db.execute<{ firm_id: string; person: string; pass: string }>(
    sql`select firm_id, person, pass from calendar_link(${token})`,
  )
  if (!who) return null
  const scope: Scope = { firmId: who.firm_id, userId: who.person, pass: who.pass }
  const own = await readFirm(scope, (tx) => ownMembership(tx, scope), db)
  if (!own) return null
  const office = own.role === 'lead' || own.role === 'planner'
  const [visits, back, due, calibrations] = await Promise.all([
    readFirm(
      scope,
      (tx) =>
        tx
          .select({
            id: visit.id,
            jobKind: visit.jobKind,
            plannedFor: visit.plannedFor,
            remark: visit.remark,
            site: site.name,
            address: site.address,
            access: site.accessNotes,
            hazards: site.hazards,
            latitude: site.latitudeDeg,
            longitude: site.longitudeDeg,
            name: personName,
            appliances: sql<string>`string_agg(${appliance.name}, ', ' order by ${visitAppliance.position})`,
          })
          .from(visit)
          .innerJoin(site, eq(site.id, visit.siteId))
          .innerJoin(visitAppliance, eq(visitAppliance.visitId, visit.id))
          .innerJoin(appliance, eq(appliance.id, visitAppliance.applianceId))
          .leftJoin(user, eq(user.id, visit.assignedTo))
          .where(
            and(
              eq(visit.firmId, scope.firmId),
              ne(visit.status, 'closed'),
              isNull(site.deletedAt),
              gte(visit.plannedFor, new Date(now.getTime() - BACK * 86_400_000).toISOString()),
              office ? undefined : eq(visit.assignedTo, scope.userId),
            ),
          )
          .groupBy(visit.id, site.id, user.id)
          .orderBy(asc(visit.plannedFor))
          .limit(MOST),
      db,
    ),
    readFirm(
      scope,
      (tx) =>
        tx
          .select({ f: followUp, appliance: appliance.name, site: site.name })
          .from(followUp)
          .innerJoin(appliance, eq(appliance.id, followUp.applianceId))
          .innerJoin(site, eq(site.id, appliance.siteId))
          .where(and(eq(followUp.firmId, scope.firmId), isNull(followUp.closedAt), isNotNull(followUp.dueOn)))
          .orderBy(asc(followUp.dueOn))
          .limit(MOST),
      db,
    ),
    office ? dueUnplanned(scope, dayAt(now, own.timeZone), AHEAD, MOST, db) : [],
    calibrationsDue({ ...scope, timeZone: own.timeZone }, now, AHEAD, office ? undefined : scope.userId, db),
  ])
  const at = (path: string) => `${env().PUBLIC_URL}${path}`
  const events: EventAttributes[] = [
    ...visits.map((v): EventAttributes => ({
      uid: `visit-${v.id}@lucerna`,
      start: new Date(isoInstant(v.plannedFor)).getTime(),
      duration: { minutes: VISIT_MINUTES },
      title: t('calendar.visit', { job: wordsFor(`job.${v.jobKind}`), site: v.site }),
      location: v.address,
      ...(v.latitude !== null && v.longitude !== null && { geo: { lat: v.latitude, lon: v.longitude } }),
      url: at(`/visits/${v.id}`),
      description: [
        v.appliances,
        office && (v.name ? t('calendar.visit-for', { name: v.name }) : t('calendar.unassigned')),
        v.remark,
        v.access,
        v.hazards,
      ]
        .filter(Boolean)
        .join('\n'),
      status: 'CONFIRMED',
    })),
    ...back.map(({ f, ...of }): EventAttributes => ({
      uid: `back-${f.id}@lucerna`,
      ...wholeDay(f.dueOn!),
      title: t('calendar.back', { what: f.text, ...of }),
      url: at(`/appliances/${f.applianceId}`),
      busyStatus: 'FREE',
    })),
    ...due.map((d): EventAttributes => ({
      uid: `due-${d.id}@lucerna`,
      ...wholeDay(d.nextDueOn),
      title: t('calendar.service-due', { appliance: d.name, site: d.siteName }),
      url: at(`/appliances/${d.id}`),
      busyStatus: 'FREE',
    })),
    ...calibrations.map((c): EventAttributes => ({
      uid: `calibration-${c.id}@lucerna`,
      ...wholeDay(c.dueOn),
      title: t('calendar.calibration-due', { instrument: c.name, serial: c.serial }),
      url: at(`/instruments/${c.id}`),
      busyStatus: 'FREE',
    })),
  ]
  const { error, value } = createEvents(events, {
    productId: '-//Lucerna//EN',
    calName: t('calendar.name', { firm: own.firmName }),
    method: 'PUBLISH',
  })
  if (error) throw error
  return value ?? null
}
