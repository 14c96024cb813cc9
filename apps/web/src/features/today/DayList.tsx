import { Link } from '@/ui/Link'
import { followUpText } from '@/features/places'
import { type Briefing, type DayVisit } from './server/day'
import { dateAt, timeAt } from '@/ui/dates'
import { figureWithUnit, type Units } from '@/ui/figures'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/all'
import { wordsFor } from '@/ui/words'
import { isMeasurandId } from '@lucerna/core/measure'

export function VisitList({
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
                  {v.appliances} · {wordsFor(`job.${v.jobKind}`)}
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
                  {v.status === 'closed' && v.outcome ? wordsFor(`outcome.${v.outcome}`) : t(`visit-status.${v.status}`)}
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
        figure: wordsFor(`short.${u.measurandId}`),
        where: (
          b.card.firingStates.find((s) => s.id === u.firingStateId && s.kind === 'rate')?.label ?? wordsFor(`station.${u.stationId}`)
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
                <WarningSign size={17} /> {t('today.missing-instrument', { kind: wordsFor(`instrument.${kind}`).toLowerCase() })}
              </li>
            ))}
          </ul>
        </div>
      )}
    </div>
  )
}
