'use client'

import { MEASURANDS, type MeasurandId, shownAs } from '@lucerna/core/measure'
import { bandFor } from '@lucerna/core/visit'
import { fromSi } from '@lucerna/core/units'
import { XyChart } from '@/ui/XyChart'
import { t } from '@/messages/setup'
import { rateName, useSetUp } from './desk'

const SHOWN = { o2: 'o2.flue', co2: 'co2.flue' } as const satisfies Record<'o2' | 'co2', MeasurandId>

/** Two screws, two rates: the mixture at the smallest rate over that at the largest, with the target window and the way from as found. */
export function TwoScrewMap() {
  const setUp = useSetUp()
  const { appliance, practice, readings, units } = setUp
  const { desk, advice } = setUp.advised
  const [high, low] = [desk.rates[0]?.id, desk.rates.at(-1)?.id]
  const measurandId = SHOWN[desk.reads]
  if (!desk.premix || !high || !low || high === low) return null
  const band = (firingStateId: string) => bandFor(appliance, practice, { measurandId, stationId: 'flue', firingStateId })
  const [x, y] = [band(high), band(low)]
  if (x?.min === undefined || x.max === undefined || y?.min === undefined || y.max === undefined) return null
  const shown = (si: number) => fromSi(si, shownAs(measurandId, units).unit as '%', MEASURANDS[measurandId].quantity)
  const path: [number, number][] = []
  let at: { high?: number; low?: number } = {}
  for (const r of readings) {
    if (r.measurandId !== measurandId || (r.firingStateId !== high && r.firingStateId !== low)) continue
    at = r.firingStateId === high ? { ...at, high: shown(r.valueSi) } : { ...at, low: shown(r.valueSi) }
    if (at.high !== undefined && at.low !== undefined) path.push([at.high, at.low])
  }
  const last = path.at(-1)
  if (!last) return null
  const [x0, x1, y0, y1] = [shown(x.min), shown(x.max), shown(y.min), shown(y.max)]
  const effect = (rate: string) =>
    advice.code === 'move' ? advice.effects.find((e) => e.rateId === rate && e.figure === desk.reads) : undefined
  const ghost: [number, number] = [effect(high) ? shown(effect(high)!.to) : last[0], effect(low) ? shown(effect(low)!.to) : last[1]]
  const words = {
    gas: t(`short.${measurandId}`),
    high: rateName(setUp, high),
    low: rateName(setUp, low),
  }
  const pad = 0.4 * Math.max(x1 - x0, y1 - y0)
  const all = [...path, ghost]
  const span = (values: number[], from: number, to: number) => ({
    min: Math.floor(10 * (Math.min(from, ...values) - pad)) / 10,
    max: Math.ceil(10 * (Math.max(to, ...values) + pad)) / 10,
  })
  return (
    <figure className="border-t hairline pt-3">
      <figcaption className="text-sm">{t('setup.map', words)}</figcaption>
      <XyChart
        label={t('setup.map-said', { ...words, n: path.length })}
        height="h-56"
        lines={[
          {
            points: [
              [x0, y0],
              [x1, y0],
              [x1, y1],
              [x0, y1],
              [x0, y0],
            ],
            tone: 'brass',
          },
          { points: path, tone: 'ink', thin: true },
          ...(advice.code === 'move' ? [{ points: [last, ghost], tone: 'bead', dashed: true } as const] : []),
        ]}
        marks={[
          { x: path[0]![0], y: path[0]![1], hollow: true },
          { x: last[0], y: last[1] },
        ]}
        xTitle={t('setup.map-axis', { gas: words.gas, rate: words.high })}
        yTitle={t('setup.map-axis', { gas: words.gas, rate: words.low })}
        x={span(
          all.map((p) => p[0]),
          x0,
          x1,
        )}
        y={span(
          all.map((p) => p[1]),
          y0,
          y1,
        )}
      />
    </figure>
  )
}
