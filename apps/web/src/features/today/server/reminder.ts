import { and, asc, count, eq, isNull, min } from 'drizzle-orm'
import { type Database, database, inFirm, type Scope, signInDatabase } from '@/db/client'
import { appliance, firm, followUp, membership, preference, site, user } from '@/db/schema'
import { sql } from 'drizzle-orm'
import { HERE, sendMail } from '@/server/mail'
import { readAs } from '@/server/requestReader'
import { dialectOfUnits, isDialect } from '@/ui/dialect'
import { plainDate } from '@/ui/dates'
import { dayAt } from '@/ui/zoned'
import { t } from '@/messages/all'
import { calibrationsDue, dueUnplanned } from './waiting'

const DAYS = 28
const MOST = 30

/** What of a firm falls due in the next four weeks, or did already. */
export async function fallsDue(scope: Scope, timeZone: string, now: Date, db?: Database) {
  const [services, calibrations, followUps] = await Promise.all([
    dueUnplanned(scope, dayAt(now, timeZone), DAYS, MOST + 1, db),
    calibrationsDue({ ...scope, timeZone }, now, DAYS, undefined, db),
    inFirm(
      scope,
      (tx) =>
        tx
          .select({ site: site.name, appliance: appliance.name, open: count(), since: min(followUp.openedAt) })
          .from(followUp)
          .innerJoin(appliance, eq(appliance.id, followUp.applianceId))
          .innerJoin(site, eq(site.id, appliance.siteId))
          .where(and(eq(followUp.firmId, scope.firmId), isNull(followUp.closedAt)))
          .groupBy(appliance.id, site.id)
          .orderBy(asc(min(followUp.openedAt)))
          .limit(MOST + 1),
      db,
    ),
  ])
  return { services, calibrations, followUps }
}
export type FallsDue = Awaited<ReturnType<typeof fallsDue>>

/** The body of the weekly letter; null when nothing is due. */
export function reminderBody(name: string, firmName: string, { services, calibrations, followUps }: FallsDue): string | null {
  const lists = [
    [t('reminder.services'), services.map((s) => t('reminder.line', { date: plainDate(s.nextDueOn), what: `${s.name}, ${s.siteName}` }))],
    [t('reminder.calibrations'), calibrations.map((c) => t('reminder.line', { date: plainDate(c.dueOn), what: `${c.name} ${c.serial}` }))],
    [t('reminder.follow-ups'), followUps.map((f) => t('reminder.open', { count: f.open, what: `${f.appliance}, ${f.site}` }))],
  ] as const
  const told = lists.filter(([, lines]) => lines.length > 0)
  if (told.length === 0) return null
  const parts = told.map(([title, lines]) =>
    [title, ...lines.slice(0, MOST), ...(lines.length > MOST ? [t('reminder.more')] : [])].join('\n'),
  )
  return [t('reminder.hello', { name }), ...parts, t('reminder.end', { firm: firmName, link: `${HERE}/today` })].join('\n\n')
}

/** Puts the weekly letters of one firm into its outbox: to each lead and planner in their own dialect. Answers how many. */
export async function remind(scope: Scope, now: Date, db: Database = database()): Promise<number> {
  const people = await inFirm(
    scope,
    (tx) =>
      tx
        .select({
          userId: user.id,
          name: sql<string>`coalesce(${membership.name}, ${user.name})`,
          email: user.email,
          dialect: preference.dialect,
          firmName: firm.name,
          timeZone: firm.timeZone,
          units: sql<
            'metric' | 'imperial' | null
          >`(select p.data->>'units' from practice_profile p where p.firm_id = ${firm.id} and p.profile_id = ${firm.practiceId} and p.version = ${firm.practiceVersion})`,
        })
        .from(membership)
        .innerJoin(user, eq(user.id, membership.userId))
        .innerJoin(firm, eq(firm.id, membership.firmId))
        .leftJoin(preference, and(eq(preference.firmId, membership.firmId), eq(preference.userId, membership.userId)))
        .where(and(eq(membership.firmId, scope.firmId), isNull(membership.leftAt), sql`${membership.role} in ('lead', 'planner')`)),
    db,
  )
  if (people.length === 0) return 0
  const due = await fallsDue(scope, people[0]!.timeZone, now, db)
  let sent = 0
  for (const p of people)
    await readAs(isDialect(p.dialect) ? p.dialect : dialectOfUnits(p.units ?? 'metric'), async () => {
      const body = reminderBody(p.name, p.firmName, due)
      if (body === null) return
      const letter = {
        kind: 'reminder' as const,
        userId: p.userId,
        toName: p.name,
        toAddress: p.email,
        subject: t('reminder.subject', { firm: p.firmName }),
        body,
      }
      await inFirm(scope, (tx) => sendMail(tx, scope.firmId, letter, now.toISOString()), db)
      sent++
    })
  return sent
}

/** The weekly letters of all firms whose morning it is. Answers how many firms. */
export async function remindAll(accounts: Database = signInDatabase(), db: Database = database()): Promise<number> {
  const due = await accounts.execute<{ firm_id: string; person: string; pass: string }>(sql`select * from firms_to_remind()`)
  for (const { firm_id: firmId, person: userId, pass } of due) await remind({ firmId, userId, pass }, new Date(), db)
  return due.length
}
