import { instrumentsNeeded } from '@lucerna/core/procedure'
import { licenceState } from '@lucerna/core/visit'
import Link from 'next/link'
import { inFirm } from '@/db/client'
import { listMembers } from '@/features/people/server/members'
import { followUpText } from '@/features/places/followUpText'
import { oldestFollowUps } from '@/features/places/server/followUps'
import { practiceOfFirm } from '@/features/workings/server/start'
import { AssignVisit } from '@/features/today/AssignVisit'
import { Desk, DeskList } from '@/features/today/Desk'
import {
  type Briefing,
  briefings,
  calibrationsDue,
  type DayVisit,
  dueUnplanned,
  instrumentsOf,
  openVisitOf,
  sendable,
  unassignedVisits,
  unconfirmedVisits,
  visitsOfDay,
} from '@/features/today/queries'
import { type Actor, requireActor, unitsFor } from '@/server/actor'
import { may } from '@/server/may'
import { dateAt, plainDate, timeAt } from '@/ui/dates'
import { figureWithUnit, type Units } from '@/ui/figures'
import { Frame } from '@/ui/Frame'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/ui/words'
import { isMeasurandId } from '@lucerna/core/measure'

export const metadata = { title: t('nav.today') }

const SOON_DAYS = 45

export default async function TodayPage() {
  const actor = await requireActor('/today')
  const now = new Date()
  const gasWork = actor.heldRole !== 'planner' && actor.heldRole !== 'viewer'
  const [visits, openVisitId, practice, held] = await Promise.all([
    visitsOfDay(actor, now),
    openVisitOf(actor),
    practiceOfFirm(actor),
    gasWork ? instrumentsOf(actor) : [],
  ])
  const mine = visits.filter((v) => v.mine)
  const others = visits.filter((v) => !v.mine)
  const known = await briefings(
    actor,
    visits.filter((v) => v.status === 'planned').map((v) => v.id),
  )
  const zone = visits[0]?.timeZone ?? 'UTC'
  const units = unitsFor(actor, practice?.units ?? 'metric')
  const kinds = new Set(held.map((i) => i.kind))
  const list = (title: string, some: readonly DayVisit[], brief: boolean) => (
    <VisitList
      title={title}
      visits={some}
      known={known}
      units={units}
      brief={brief}
      today={now.toISOString()}
      missing={(b) => instrumentsNeeded(b.card).filter((k) => !kinds.has(k))}
    />
  )
  return (
    <Frame title={t('nav.today')} subtitle={dateAt(now.toISOString(), zone)} here="today" person={actor} openVisitId={openVisitId}>
      <div className="mx-auto flex max-w-4xl flex-col gap-8 p-4 lg:py-8">
        <Warnings actor={actor} now={now} />
        {mine.length > 0 && list(t('today.mine'), mine, true)}
        {mine.length === 0 && gasWork && visits.length > 0 && (
          <p className="border-y hairline py-6 text-center quiet">{t('today.none-mine')}</p>
        )}
        {actor.heldRole === 'lead' && <LeadDesk actor={actor} now={now} />}
        {may(actor, 'visit.plan') && actor.heldRole !== 'technician' && <PlannerDesk actor={actor} now={now} />}
        {others.length > 0 && list(mine.length > 0 || gasWork ? t('today.others') : t('today.firm'), others, false)}
        {visits.length === 0 && (
          <div className="border-y hairline py-12 text-center">
            <p className="text-lg font-semibold">{t('today.empty')}</p>
            <p className="mt-1 quiet">{t(may(actor, 'visit.plan') ? 'today.empty-how' : 'today.empty-ask')}</p>
            <Link href="/places" className="btn mt-5 btn-primary">
              {t('today.to-places')}
            </Link>
          </div>
        )}
      </div>
    </Frame>
  )
}

/** What stands against the person's own work: a licence that lapses, an instrument out of calibration. */
async function Warnings({ actor, now }: { readonly actor: Actor; readonly now: Date }) {
  const licence = licenceState(actor.heldRole, actor.licenceUntil, now.toISOString())
  const instruments = await calibrationsDue(actor, now, 30, actor.userId)
  const said = [
    licence === 'lapsed' && t('today.licence-lapsed', { until: plainDate(actor.licenceUntil ?? '') }),
    licence === 'missing' && t('today.licence-missing'),
    licence === 'soon' && t('today.licence-soon', { until: plainDate(actor.licenceUntil ?? '') }),
    ...instruments.map((i) =>
      t(i.overdue ? 'today.calibration-over' : 'today.calibration-soon', {
        name: `${i.name} (${i.serial})`,
        date: plainDate(i.dueAt.slice(0, 10)),
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
async function LeadDesk({ actor, now }: { readonly actor: Actor; readonly now: Date }) {
  const [waiting, members, instruments, open] = await Promise.all([
    unconfirmedVisits(actor),
    inFirm(actor, (tx) => listMembers(tx, actor, now.toISOString())),
    calibrationsDue(actor, now, SOON_DAYS),
    inFirm(actor, (tx) => oldestFollowUps(tx, actor.firmId, 6)),
  ])
  const licences = members.filter((m) => !m.leftAt && ['lapsed', 'missing', 'soon'].includes(m.licence))
  if (waiting.length + licences.length + instruments.length + open.length === 0)
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
          state: m.licenceUntil ? t(`licence.${m.licence}`, { date: plainDate(m.licenceUntil) }) : t('licence.missing'),
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
          state: t(i.overdue ? 'calibration.over' : 'calibration.soon', { date: plainDate(i.dueAt.slice(0, 10)) }),
          warn: i.overdue,
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
async function PlannerDesk({ actor, now }: { readonly actor: Actor; readonly now: Date }) {
  const today = now.toISOString().slice(0, 10)
  const [unassigned, due, people] = await Promise.all([unassignedVisits(actor), dueUnplanned(actor, today, SOON_DAYS, 12), sendable(actor)])
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
        items={due.map((d) => ({
          key: d.id,
          href: `/appliances/${d.id}`,
          what: `${d.name}, ${d.siteName}`,
          more: '',
          state: t(d.nextDueOn < today ? 'places.overdue' : 'places.due', { date: plainDate(d.nextDueOn) }),
          warn: d.nextDueOn < today,
        }))}
      />
    </Desk>
  )
}

function VisitList({
  title,
  visits,
  known,
  units,
  brief,
  today,
  missing,
}: {
  readonly title: string
  readonly visits: readonly DayVisit[]
  readonly known: ReadonlyMap<string, readonly Briefing[]>
  readonly units: Units
  readonly brief: boolean
  readonly today: string
  readonly missing: (b: Briefing) => readonly string[]
}) {
  return (
    <section>
      <h2 className="mb-2 text-sm quiet">{title}</h2>
      <ul className="divide-y divide-(--hairline) border-y hairline">
        {visits.map((v) => (
          <li key={v.id} className="px-2 py-4">
            <Link
              href={v.status === 'closed' ? `/visits/${v.id}/report` : `/visits/${v.id}`}
              className="grid grid-cols-[4.5rem_1fr] gap-x-4 gap-y-1 hover:bg-base-200 sm:grid-cols-[5.5rem_1fr_auto]"
            >
              <span>
                <span className="figure text-3xl">{timeAt(v.plannedFor, v.timeZone)}</span>
                {dateAt(v.plannedFor, v.timeZone) !== dateAt(today, v.timeZone) && (
                  <span className="block text-sm quiet">{dateAt(v.plannedFor, v.timeZone)}</span>
                )}
              </span>
              <span className="min-w-0 break-words">
                <span className="block text-lg font-semibold">{v.siteName}</span>
                <span className="block">
                  {v.appliances} · {t(`job.${v.jobKind}`)}
                </span>
                {v.remark && <span className="block quiet">{v.remark}</span>}
                {v.hazards && (
                  <span className="mt-1 flex items-start gap-2 text-sm text-warning">
                    <WarningSign size={17} />
                    {v.hazards}
                  </span>
                )}
                {v.accessNotes && <span className="block text-sm quiet">{v.accessNotes}</span>}
              </span>
              <span className="col-start-2 flex flex-col gap-1 sm:col-start-3 sm:items-end">
                <span className={v.status === 'open' ? 'font-semibold text-primary' : 'quiet'}>
                  {v.status === 'closed' && v.outcome ? t(`outcome.${v.outcome}`) : t(`visit-status.${v.status}`)}
                </span>
                {!v.mine && <span className="text-sm quiet">{v.assignedName ?? t('today.unassigned')}</span>}
              </span>
            </Link>
            {v.status === 'planned' &&
              (known.get(v.id) ?? []).map((b) => (
                <Before key={b.applianceId} briefing={b} units={units} brief={brief} missing={missing(b)} />
              ))}
          </li>
        ))}
      </ul>
    </section>
  )
}

/** Before leaving: what is unusual about an appliance, what is left to do, and what to bring. */
function Before({
  briefing: b,
  units,
  brief,
  missing,
}: {
  readonly briefing: Briefing
  readonly units: Units
  readonly brief: boolean
  readonly missing: readonly string[]
}) {
  const unusual = [
    ...(b.first ? [t('today.first')] : []),
    ...b.unusual.map((u) =>
      t(u.status === 'outside' ? 'today.was-outside' : 'today.was-edge', {
        figure: t(`short.${u.measurandId}`),
        where: (
          b.card.firingStates.find((s) => s.id === u.firingStateId && s.kind === 'rate')?.label ?? t(`station.${u.stationId}`)
        ).toLowerCase(),
        value: isMeasurandId(u.measurandId) ? figureWithUnit(u.measurandId, u.valueSi, units) : '',
      }),
    ),
    ...b.followUps.map((f) => followUpText(f)),
    ...b.absent.map((label) => t('today.absent', { label })),
  ]
  if (!brief && unusual.length === 0) return null
  return (
    <div className="mt-2 grid gap-x-8 gap-y-2 text-sm sm:ml-[6.5rem] sm:grid-cols-2">
      {unusual.length > 0 && (
        <div>
          <p className="quiet">{t('today.know')}</p>
          <ul>
            {unusual.map((u) => (
              <li key={u} className="flex items-start gap-2 text-warning">
                <WarningSign size={17} /> <span className="min-w-0 break-words">{u}</span>
              </li>
            ))}
          </ul>
        </div>
      )}
      {brief && (b.card.kit.length > 0 || missing.length > 0) && (
        <div>
          <p className="quiet">{t('today.bring')}</p>
          <ul>
            {b.card.kit.map((k) => (
              <li key={k.number}>
                {k.part} <span className="quiet">{k.number}</span>
              </li>
            ))}
            {missing.map((kind) => (
              <li key={kind} className="flex items-start gap-2 text-warning">
                <WarningSign size={17} /> {t('today.missing-instrument', { kind: t(`instrument.${kind}`).toLowerCase() })}
              </li>
            ))}
          </ul>
        </div>
      )}
    </div>
  )
}
