'use client'

import { altitudeFactor, type AltitudeRule } from '@lucerna/core/burner'
import { saturationPressure } from '@lucerna/core/flue'
import { AIR_OXYGEN, presetGas } from '@lucerna/core/gas'
import { type GasChoice, gasOf, type NumberField, type OutputField, type Working, type WorkingAnswer } from '@lucerna/core/workings'
import { fromSi } from '@lucerna/core/units'
import { unitSymbol, type Units } from '@/ui/figures'
import { t } from '@/messages/calc'
import { figureWith, type NumberOut, unitOf } from '../shown'
import { plain } from '@/ui/terms'
import { gasText, labelOf } from '../words'
import { XyChart, type XyLine, type XyMark, type XyRule } from '@/ui/XyChart'

export interface PictureProps {
  readonly working: Working
  readonly answer: WorkingAnswer
  readonly units: Units
}

const numberOut = (working: Working, key: string): NumberOut => {
  const field: OutputField | undefined = working.outputs[key] ?? (working.inputs[key] as NumberField | undefined)
  if (field?.kind !== 'number') throw new Error(`${working.id} tells no number ${key}`)
  return field
}
const write = (field: NumberOut, si: number, units: Units): number => fromSi(si, field[units].unit, field.quantity)
const axisTitle = (workingId: string, key: string, field: NumberOut, units: Units): string => {
  const unit = unitOf(field, units)
  return unit ? `${labelOf(workingId, key)}, ${unit}` : labelOf(workingId, key)
}

/** CO2 over O2: the fuel's own line, other fuels faintly, and the reading with its doubt. */
export function Co2Line({
  answer,
  o2,
  co2,
  near = false,
}: PictureProps & { readonly o2: number; readonly co2: number; readonly near?: boolean }) {
  const gas = gasOf(answer.input.gas as GasChoice)
  if (!gas.ok) return null
  const lineOf = (co2Max: number) =>
    Array.from({ length: 22 }, (_, i) => [i, co2Max * 100 * (1 - i / (AIR_OXYGEN * 100))] as const).filter(([, y]) => y >= 0)
  const doubt = (key: 'o2Dry' | 'co2Dry') => {
    const own = answer.input[`${key.slice(0, -3)}Uncertainty`]
    return 200 * (typeof own === 'number' ? own : (answer.uncertainty[key] ?? answer.doubts[key] ?? 0))
  }
  const others = (['propane', 'natural-gas-h'] as const).filter((id) => Math.abs(presetGas(id).co2Max - gas.value.co2Max) > 0.004)
  const lines: XyLine[] = [
    { points: lineOf(gas.value.co2Max), tone: 'brass', label: gasText(answer.input.gas as GasChoice), labelAt: 0.55 },
    ...others.map((id, i): XyLine => ({
      points: lineOf(presetGas(id).co2Max),
      tone: 'rule',
      thin: true,
      dashed: true,
      ...(!near && { label: t(`gas.${id}`) }),
      labelAt: 0.12 + 0.1 * i,
    })),
  ]
  // Close by, a doubt of a tenth of a percent can be seen; from afar, where on the line one stands.
  const x = near ? { min: Math.max(0, Math.floor(o2 * 100 - 3)), max: Math.min(21, Math.ceil(o2 * 100 + 3)) } : { min: 0, max: 21 }
  const y = near ? { min: Math.max(0, Math.floor(co2 * 100 - 3)), max: Math.ceil(co2 * 100 + 3) } : { min: 0, max: 15 }
  return (
    <XyChart
      lines={lines}
      marks={[{ x: o2 * 100, y: co2 * 100, dx: doubt('o2Dry'), dy: doubt('co2Dry'), label: t('calc.picture.your-point') }]}
      xTitle="O₂ %"
      yTitle="CO₂ %"
      x={x}
      y={y}
      label={t('calc.picture.co2-line', { gas: gasText(answer.input.gas as GasChoice), o2: plain(o2 * 100), co2: plain(co2 * 100) })}
    />
  )
}

/** Heat input over timing for the volume that passed, with the plate's band and one's own time. */
export function InputOverSeconds(props: PictureProps) {
  const { working, answer, units } = props
  const gross = numberOut(working, 'heatInputGrossW')
  const share = answer.result.shareOfPlate as number | null
  // What the plate asks for on gross, whichever basis it is printed on.
  const plate = share === null ? null : (answer.result.heatInputGrossW as number) / share
  const rules: XyRule[] =
    plate === null
      ? []
      : [
          { axis: 'y', at: write(gross, plate * (1 - (answer.input.bandBelow as number)), units), tone: 'brass' },
          {
            axis: 'y',
            at: write(gross, plate * (1 + (answer.input.bandAbove as number)), units),
            tone: 'brass',
            label: labelOf(working.id, 'plateW'),
          },
        ]
  return <Sweep {...props} x="seconds" y="heatInputGrossW" rules={rules} />
}

const spanOf = (field: NumberOut, span: number, units: Units): number => write(field, span, units) - write(field, 0, units)

/** Vapour pressure over temperature: flue gas cools level to its dew point and from there along the curve, losing water. */
export function DewPoint({ working, answer, units }: PictureProps) {
  const dew = answer.result.dewPointK as number
  const flue = answer.input.flueTemperatureK as number
  const field = numberOut(working, 'dewPointK')
  const top = Math.max(dew, flue) + 15
  const low = 278.15
  const at = (k: number, pa: number) => [write(field, k, units), pa / 100] as const
  const curve = (from: number, to: number) =>
    Array.from({ length: 50 }, (_, i) => from + ((to - from) * i) / 49).map((k) => at(k, saturationPressure(k)))
  const vapour = saturationPressure(dew)
  const path =
    flue >= dew ? [at(Math.min(top, flue + 10), vapour), at(flue, vapour)] : [at(top, vapour), at(dew, vapour), ...curve(dew, flue)]
  const here = at(flue, flue >= dew ? vapour : saturationPressure(flue))
  return (
    <XyChart
      lines={[
        { points: curve(low, Math.min(top, dew + 12)), tone: 'brass', label: t('calc.picture.saturation'), labelAt: 0.4 },
        { points: path, tone: 'bead' },
      ]}
      marks={[
        { x: here[0], y: here[1], label: t('calc.picture.flue-path') },
        { x: at(dew, vapour)[0], y: at(dew, vapour)[1], hollow: true, label: labelOf(working.id, 'dewPointK') },
      ]}
      xTitle={axisTitle(working.id, 'flueTemperatureK', field, units)}
      yTitle="mbar"
      y={{ min: 0 }}
      label={t('calc.picture.dew', { dew: figureWith(field, dew, units) })}
    />
  )
}

/** Temperature over time at this output, the limit, and the plan of the rates one after another. */
export function WindowOverTime({ working, answer, units }: PictureProps) {
  const { startK, limitK, rates } = answer.input as {
    startK: number
    limitK: number
    rates: readonly { id: string; outputW: number; seconds: number }[]
  }
  const slope = (answer.result.slopeKPerMin as number) / 60
  const order = answer.result.order as readonly { id: string; endK: number }[]
  const field = working.inputs.startK as NumberField
  const y = (k: number) => write(field, k, units)
  const total = rates.reduce((sum, r) => sum + r.seconds, 0)
  const until = answer.result.secondsToLimit as number | null
  const span = Math.max(total, until === null ? 900 : Math.min(until * 1.3, 7200), 60)
  const plan: (readonly [number, number])[] = [[0, y(startK)]]
  let at = 0
  for (const step of order) {
    at += rates.find((r) => r.id === step.id)?.seconds ?? 0
    plan.push([at / 60, y(step.endK)])
  }
  const marks: XyMark[] =
    until === null || until > span
      ? []
      : [{ x: until / 60, y: y(limitK), label: figureWith(numberOut(working, 'secondsToLimit'), until, units) }]
  return (
    <XyChart
      lines={[
        {
          points: [
            [0, y(startK)],
            [span / 60, y(startK + slope * span)],
          ],
          tone: 'bead',
          label: t('calc.picture.this-burner'),
        },
        ...(order.length > 0 ? [{ points: plan, tone: 'ink', dashed: true, label: t('calc.picture.planned') } satisfies XyLine] : []),
      ]}
      rules={[{ axis: 'y', at: y(limitK), tone: 'danger', label: t('calc.picture.limit') }]}
      marks={marks}
      xTitle="min"
      yTitle={unitSymbol(field[units].unit)}
      y={{ min: Math.floor(y(startK) - 5), max: Math.ceil(y(limitK) + 10) }}
      label={t('calc.picture.window')}
    />
  )
}

/** Input over altitude by the three rules. */
export function InputOverAltitude({ working, answer, units }: PictureProps) {
  const power = working.inputs.heatInputW as NumberField
  const height = working.inputs.altitudeM as NumberField
  const full = answer.input.heatInputW as number
  const here = answer.input.altitudeM as number
  const heights = Array.from({ length: 81 }, (_, i) => i * 40)
  const curve = (rule: AltitudeRule) =>
    heights.flatMap((h) => {
      const factor = altitudeFactor(rule, h)
      return factor.ok && factor.value !== null ? [[write(height, h, units), write(power, full * factor.value, units)] as const] : []
    })
  return (
    <XyChart
      lines={[
        { points: curve('density'), tone: 'bead', label: labelOf(working.id, 'densityInputW') },
        { points: curve('four-percent'), tone: 'brass', label: labelOf(working.id, 'fourPercentInputW') },
        { points: curve('two-band'), tone: 'ink', dashed: true },
      ]}
      marks={[
        {
          x: write(height, here, units),
          y: write(power, answer.result.densityInputW as number, units),
          label: t('calc.picture.your-point'),
        },
      ]}
      xTitle={axisTitle(working.id, 'altitudeM', height, units)}
      yTitle={axisTitle(working.id, 'heatInputW', power, units)}
      label={t('calc.picture.sweep', { y: labelOf(working.id, 'heatInputW'), x: labelOf(working.id, 'altitudeM') })}
    />
  )
}

/** Any output over any input, everything else as it stands, with one's own point. */
export function Sweep({
  working,
  answer,
  units,
  x,
  y,
  rules = [],
}: PictureProps & { readonly x: string; readonly y: string; readonly rules?: readonly XyRule[] }) {
  const from = working.inputs[x]
  const to = working.outputs[y]
  const here = answer.input[x]
  const there = answer.result[y]
  if (from?.kind !== 'number' || to?.kind !== 'number' || typeof here !== 'number' || typeof there !== 'number') return null
  const isKelvin = from.quantity === 'temperature'
  const reach = isKelvin ? 30 : Math.max(Math.abs(here), (from.max - from.min) * 1e-6) * 0.6
  const [low, high] = [Math.max(from.min, here - reach), Math.min(from.max, here + reach)]
  const points = Array.from({ length: 61 }, (_, i) => low + ((high - low) * i) / 60).flatMap((at) => {
    const result = working.compute({ ...answer.input, [x]: at } as never)
    const value = result.ok ? result.value[y] : undefined
    return typeof value === 'number' ? [[write(from, at, units), write(to, value, units)] as const] : []
  })
  return (
    <XyChart
      lines={[{ points, tone: 'bead' }]}
      rules={rules}
      marks={[
        {
          x: write(from, here, units),
          y: write(to, there, units),
          dx: spanOf(from, 2 * (answer.doubts[x] ?? 0), units),
          dy: spanOf(to, 2 * (answer.uncertainty[y] ?? 0), units),
          label: figureWith(to, there, units),
        },
      ]}
      xTitle={axisTitle(working.id, x, from, units)}
      yTitle={axisTitle(working.id, y, to, units)}
      label={t('calc.picture.sweep', { y: labelOf(working.id, y), x: labelOf(working.id, x) })}
    />
  )
}
