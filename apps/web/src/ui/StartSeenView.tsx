'use client'

import { compareStarts, type Lane, type StartFinding, type StartSeen, unpackTrace } from '@lucerna/core/live'
import { isMeasurandId, MEASURANDS } from '@lucerna/core/measure'
import type { StartRecord } from '@lucerna/core/visit'
import { spanText, unitText, type Units } from './figures'
import { dateAt } from './dates'
import { LanesChart } from './LanesChart'
import { WarningSign } from './WarningSign'
import { wordsFor } from './words'
import { t } from '@/messages/traces'

const fromCall = (lane: Lane, fromS: number) => lane.samples.map((p) => ({ s: p.s - fromS, value: p.value }))

/** A start unpacked: what cannot be read is left out. */
const unpackedStart = (record: StartRecord): StartSeen => ({
  fromS: Date.parse(record.at) / 1000,
  events: record.events,
  lanes: record.lanes.flatMap((l): Lane[] => {
    const samples = unpackTrace(l.chunks)
    return samples.ok && samples.value.length > 0 ? [{ measurandId: l.measurandId, stationId: l.stationId, samples: samples.value }] : []
  }),
})

const amount = (f: StartFinding, si: number, units: Units): string => {
  if (!isMeasurandId(f.what)) return `${si.toFixed(1)} s`
  return `${spanText(f.what, si, units)} ${unitText(f.what, units)}`
}
/** What stands beside the last good start, in one sentence each. */
function findingText(f: StartFinding, units: Units): string {
  const what = isMeasurandId(f.what) ? t(`short.${f.what}`) : wordsFor(`sequence.${f.what}`)
  return t(`start-seen.${f.code}`, { what, now: amount(f, f.now, units), before: amount(f, f.before, units) })
}

/** One start on its time line beside the last good one: what came when, where it died, what is late or weaker. */
export function StartSeenView({
  record,
  good,
  units,
  timeZone,
}: {
  readonly record: StartRecord
  readonly good: StartRecord | null
  readonly units: Units
  readonly timeZone: string
}) {
  const now = unpackedStart(record)
  const before = good ? unpackedStart(good) : null
  const findings = before ? compareStarts(now, before) : []
  const lanes = now.lanes.map((l) => ({
    measurandId: l.measurandId,
    samples: fromCall(l, now.fromS),
    beside: before?.lanes
      .filter((g) => g.measurandId === l.measurandId && g.stationId === l.stationId)
      .flatMap((g) => fromCall(g, before.fromS)),
    label: `${t(`short.${l.measurandId}`)}${MEASURANDS[l.measurandId].stations.length > 1 ? ` (${t(`station.${l.stationId}`).toLowerCase()})` : ''}`,
  }))
  return (
    <div className="flex flex-col gap-3">
      {record.outcome === 'died' && record.diedAt && (
        <p className="flex gap-2 font-semibold text-error">
          <WarningSign size={20} />
          {t('start-seen.died', { step: wordsFor(`sequence.${record.diedAt}`) })}
        </p>
      )}
      {findings.length > 0 && (
        <ul className="flex flex-col gap-1">
          {findings.map((f) => (
            <li key={f.code + f.what} className="flex gap-2 text-warning">
              <WarningSign size={18} />
              {findingText(f, units)}
            </li>
          ))}
        </ul>
      )}
      {before && findings.length === 0 && record.outcome === 'lit' && <p className="font-semibold text-info">{t('start-seen.as-good')}</p>}
      {lanes.length > 0 && (
        <LanesChart
          lanes={lanes}
          marks={record.events.map((e, i) => ({ s: e.s, n: i + 1 }))}
          xTitle={t('start-seen.seconds')}
          units={units}
          label={t('start-seen.chart')}
        />
      )}
      <table className="w-full max-w-xl border-collapse text-sm">
        <thead>
          <tr className="border-b hairline text-left quiet">
            <th scope="col" className="py-1 font-normal">
              {t('start-seen.step')}
            </th>
            <th scope="col" className="py-1 text-right font-normal">
              {t('start-seen.seconds')}
            </th>
            {good && (
              <th scope="col" className="py-1 text-right font-normal">
                {t('start-seen.good', { date: dateAt(good.at, timeZone) })}
              </th>
            )}
          </tr>
        </thead>
        <tbody>
          {record.events.map((e, i) => {
            const same = good?.events.find((g) => g.id === e.id)
            return (
              <tr key={e.id} className="border-b hairline">
                <th scope="row" className="py-0.5 text-left font-normal">
                  <span className="quiet">{i + 1}</span> {wordsFor(`sequence.${e.id}`)}
                </th>
                <td className="py-0.5 text-right figure text-base">{e.s.toFixed(1)}</td>
                {good && <td className="py-0.5 text-right quiet">{same ? same.s.toFixed(1) : '–'}</td>}
              </tr>
            )
          })}
        </tbody>
      </table>
      {lanes.length > 0 && before && <p className="text-sm quiet">{t('start-seen.legend')}</p>}
    </div>
  )
}
