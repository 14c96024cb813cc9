import { licenceState } from '@lucerna/core/visit'
import { Link } from '@/ui/Link'
import { readFirm } from '@/db/client'
import { listMembers, sendable } from '@/features/people/server'
import { newNotes } from '@/features/lockout/server'
import { followUpText } from '@/features/places'
import { oldestFollowUps } from '@/features/places/server'
import { AssignVisit } from './AssignVisit'
import { Desk, DeskList } from './Desk'
import { calibrationsDue, dueUnplanned, type InstrumentDue, unassignedVisits, unconfirmedVisits } from './server/waiting'
import { type Actor } from '@/server/actor'
import { dateAt, plainDate, timeAt } from '@/ui/dates'
import { WarningSign } from '@/ui/WarningSign'
import { dayAt } from '@/ui/zoned'
import { t } from '@/messages/all'
import { wordsFor } from '@/ui/words'

const SOON_DAYS = 45

/** What stands against the person's own work: a licence that lapses, an instrument out of calibration. */
export function Warnings({
  actor,
  now,
  instruments,
}: {
  readonly actor: Actor
  readonly now: Date
  readonly instruments: readonly InstrumentDue[]
}) {
  const licence = licenceState(actor.heldRole, actor.licenceUntil, dayAt(now, actor.timeZone))
  const said = [
    licence === 'lapsed' && t('today.licence-lapsed', { until: plainDate(actor.licenceUntil ?? '') }),
    licence === 'missing' && t('today.licence-missing'),
    licence === 'soon' && t('today.licence-soon', { until: plainDate(actor.licenceUntil ?? '') }),
    ...instruments.map((i) =>
      t(i.overdue ? 'today.calibration-over' : 'today.calibration-soon', {
        name: `${i.name} (${i.serial})`,
        date: plainDate(i.dueOn),
      }),
    ),
  ].filter((s) => s !== false)
  if (said.length === 0) return null
  return (
    <ul className="flex flex-col gap-2">
      {said.map((s) => (
        <li key={s} className="flex gap-2 text-warning">
          <WarningSign /> {s}
        </li>
      ))}
    </ul>
  )
}

/** What waits for a lead: work to confirm, licences and calibrations that lapse, what is left to do longest. */
export const leadDeskOf = async (actor: Actor, now: Date) => {
  const [waiting, members, instruments, open, told] = await Promise.all([
    unconfirmedVisits(actor),
    readFirm(actor, (tx) => listMembers(tx, actor, now.toISOString())),
    calibrationsDue(actor, now, SOON_DAYS),
    readFirm(actor, (tx) => oldestFollowUps(tx, actor.firmId, 6)),
    readFirm(actor, (tx) => newNotes(tx, actor.firmId)),
  ])
  return { waiting, members, instruments, open, told }
}

export function LeadDesk({ waiting, members, instruments, open, told }: Awaited<ReturnType<typeof leadDeskOf>>) {
  const licences = members.filter((m) => !m.leftAt && ['lapsed', 'missing', 'soon'].includes(m.licence))
  if (waiting.length + licences.length + instruments.length + open.length + told.length === 0)
    return (
      <Desk title={t('desk.lead')}>
        <p className="border-y hairline py-6 text-center quiet">{t('desk.lead-clear')}</p>
      </Desk>
    )
  return (
    <Desk title={t('desk.lead')}>
      <DeskList
        title={t('desk.unconfirmed')}
        items={waiting.map((w) => ({
          key: w.id,
          href: `/visits/${w.id}`,
          what: w.siteName,
          more: [w.by, dateAt(w.plannedFor, w.timeZone)].filter(Boolean).join(' · '),
          state: t('desk.unconfirmed-count', { count: w.count }),
          warn: true,
        }))}
      />
      <DeskList
        title={t('desk.licences')}
        items={licences.map((m) => ({
          key: m.userId,
          href: `/people#${m.userId}`,
          what: m.name,
          more: [t(`role.${m.role}`), m.licenceNumber].filter(Boolean).join(' · '),
          state: m.licenceUntil ? wordsFor(`licence.${m.licence}`, { date: plainDate(m.licenceUntil) }) : t('licence.missing'),
          warn: true,
        }))}
      />
      <DeskList
        title={t('desk.calibrations')}
        items={instruments.map((i) => ({
          key: i.id,
          href: `/instruments#${i.id}`,
          what: i.name,
          more: [i.serial, i.holder].filter(Boolean).join(' · '),
          state: t(i.overdue ? 'calibration.over' : 'calibration.soon', { date: plainDate(i.dueOn) }),
          warn: i.overdue,
        }))}
      />
      <DeskList
        title={t('desk.lock-outs')}
        items={told.map((n) => ({
          key: n.applianceId,
          href: `/appliances/${n.applianceId}`,
          what: `${n.applianceName}, ${n.siteName}`,
          more: t('desk.lock-outs-newest', { date: dateAt(n.newest, n.timeZone), time: timeAt(n.newest, n.timeZone) }),
          state: t('desk.lock-outs-count', { count: n.count }),
          warn: true,
        }))}
      />
      <DeskList
        title={t('desk.follow-ups')}
        items={open.map((f) => ({
          key: f.id,
          href: `/appliances/${f.applianceId}`,
          what: followUpText(f),
          more: `${f.applianceName}, ${f.siteName}`,
          state: t('follow-up.since', { date: dateAt(f.openedAt, f.timeZone) }),
          warn: false,
        }))}
      />
    </Desk>
  )
}

/** What waits for whoever plans: visits nobody goes to, services that fall due with nothing planned. */
export const plannerDeskOf = async (actor: Actor, now: Date) => {
  const today = dayAt(now, actor.timeZone)
  const [unassigned, due, people] = await Promise.all([unassignedVisits(actor), dueUnplanned(actor, today, SOON_DAYS, 12), sendable(actor)])
  return { now, unassigned, due, people }
}

export function PlannerDesk({ now, unassigned, due, people }: Awaited<ReturnType<typeof plannerDeskOf>>) {
  return (
    <Desk title={t('desk.planning')}>
      <section>
        <h3 className="mb-1 text-sm quiet">{t('desk.unassigned')}</h3>
        {unassigned.length === 0 ? (
          <p className="border-y hairline py-6 text-center quiet">{t('desk.unassigned-none')}</p>
        ) : (
          <ul className="divide-y divide-(--hairline) border-y hairline">
            {unassigned.map((v) => (
              <li key={v.id} className="grid items-center gap-x-4 gap-y-2 px-2 py-3 sm:grid-cols-[1fr_15rem]">
                <Link href={`/visits/${v.id}`} className="min-w-0">
                  <span className="block font-semibold">{v.siteName}</span>
                  <span className="block text-sm quiet">
                    {dateAt(v.plannedFor, v.timeZone)}, {timeAt(v.plannedFor, v.timeZone)} · {v.appliances}
                  </span>
                  {v.remark && <span className="block text-sm quiet">{v.remark}</span>}
                </Link>
                <AssignVisit visitId={v.id} siteName={v.siteName} people={people} />
              </li>
            ))}
          </ul>
        )}
      </section>
      <DeskList
        title={t('desk.due')}
        items={due
          .map((d) => ({ ...d, over: d.nextDueOn < dayAt(now, d.timeZone) }))
          .map((d) => ({
            key: d.id,
            href: `/appliances/${d.id}`,
            what: `${d.name}, ${d.siteName}`,
            more: '',
            state: t(d.over ? 'places.overdue' : 'places.due', { date: plainDate(d.nextDueOn) }),
            warn: d.over,
          }))}
      />
    </Desk>
  )
}
