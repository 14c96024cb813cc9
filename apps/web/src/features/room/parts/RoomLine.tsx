'use client'

import { type Card, type GasId, limitFor } from '@lucerna/core/appliance'
import type { MeasurandId, Station } from '@lucerna/core/measure'
import { judge } from '@lucerna/core/visit'
import type { Snapshot } from '@lucerna/sim/engine'
import { figure, gaugeFloor, unitText, type Units } from '@/ui/figures'
import { Gauge, VERDICT_TEXT } from '@/ui/Gauge'
import { t } from '@/messages/room'

/** The path of the gas with what is true, no instrument between at each station, in the card's brackets: what no instrument sees without its doubt. */
export function RoomLine({
  card,
  gas,
  altitudeM,
  snapshot: s,
  units,
}: {
  readonly card: Card
  readonly gas: GasId
  readonly altitudeM: number
  readonly snapshot: Snapshot
  readonly units: Units
}) {
  const state = s.rateId
  const fan = card.burnerKind !== 'atmospheric'
  const entries: readonly (readonly [Station, MeasurandId, number | null])[] = [
    ['meter', s.lit ? 'pressure.working' : 'pressure.standing', s.meterPa],
    ['inlet', s.lit ? 'pressure.working' : 'pressure.standing', s.inletPa],
    ['burner', 'pressure.manifold', Math.max(...s.manifoldPa)],
    ...(fan
      ? ([['chamber', 'pressure.chamberDifferential', s.differentialPa]] as const)
      : ([['flue', 'draught.flue', s.draughtPa]] as const)),
    ['flue', 'o2.flue', s.flue?.o2Dry ?? null],
    ['flue', 'co.flue', s.flue?.coDry ?? null],
    ['flue', 'temperature.flue', s.flue?.temperatureK ?? null],
    ['room', 'co.ambient', s.roomCo],
  ]
  return (
    <ol aria-label={t('line.label')} className="flex overflow-x-auto border-y hairline px-2">
      {entries.map(([station, id, value]) => {
        const limit = limitFor(card, { measurandId: id, stationId: station, firingStateId: s.lit ? state : 'standing' }, { gas, altitudeM })
        const found = limit.ok ? limit.value : undefined
        const band = found && {
          min: found.min,
          nominal: found.nominal,
          max: found.max,
          goal: found.goal,
          hard: found.hard,
          source: { kind: 'card' as const, text: found.source.doc, page: found.source.page },
        }
        const verdict = value === null ? undefined : judge(value, 0, band)
        return (
          <li key={`${station} ${id}`} className="flex min-w-36 flex-1 flex-col py-3 pl-3">
            <span className="flex h-28 gap-2">
              <Gauge
                orientation="vertical"
                length={92}
                verdict={verdict}
                band={band}
                floor={gaugeFloor(id)}
                label={`${t(`station.${station}`)}: ${t(`measurand.${id}`)}`}
              />
              <span className="min-w-0">
                <span className={`block figure text-[2rem] ${verdict?.status === 'outside' ? VERDICT_TEXT.outside : ''}`}>
                  {value === null ? '–' : figure(id, value, units)}
                </span>
                <span className="block text-sm quiet">{unitText(id, units)}</span>
                <span className="block truncate text-sm quiet">{t(`short.${id}`)}</span>
                {verdict && verdict.status !== 'none' && (
                  <span className={`block text-sm font-semibold ${VERDICT_TEXT[verdict.status]}`}>
                    {t(`verdict.${verdict.status === 'outside' ? (verdict.side ?? 'above') : verdict.status}`)}
                  </span>
                )}
              </span>
            </span>
            <span className="text-sm font-semibold">{t(`station.${station}`)}</span>
          </li>
        )
      })}
    </ol>
  )
}
