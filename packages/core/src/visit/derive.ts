import type { Explanation, FormulaLine } from '../explain'
import {
  analyseFlue,
  atReferenceOxygen,
  explainAirFree,
  explainCo2,
  explainDewPoint,
  explainExcessAir,
  explainGrossEfficiency,
  explainLambda,
  explainNetEfficiency,
  explainNetStack,
  explainO2,
  explainRatio,
  explainShortLoss,
  type FlueAnalysis,
  oxygenOf,
  shortFlueLoss,
} from '../flue'
import { AIR_OXYGEN, ATMOSPHERE_PA, type GasProperties } from '../gas'
import { explainRise } from '../heat'
import { combined, contributions, type MeasurandId } from '../measure'
import {
  explainDrop,
  explainHeatInput,
  explainLeak,
  explainSmallestLeak,
  leakRate,
  meterDoubt,
  meterRate,
  smallestLeak,
  timingUncertainty,
} from '../supply'
import type { LiveReading } from './state'

/** A computed figure; how it came about is made when somebody asks. */
export interface Derived {
  readonly measurandId: MeasurandId
  readonly valueSi: number
  readonly standardUncertainty: number | null
  /** The readings that it is made of. */
  readonly from: readonly LiveReading[]
  readonly explain: () => Explanation
}

interface Figure {
  readonly id: MeasurandId
  readonly of: (a: FlueAnalysis) => number | undefined
  readonly line: (a: FlueAnalysis, value: number) => FormulaLine
  readonly notes: readonly string[]
  /** Needs CO to have been read. */
  readonly co?: true
  /** Needs the temperatures. */
  readonly hot?: true
}

const figures = (gas: GasProperties, oxygenBase: number): Figure[] => [
  {
    id: 'co2.flueComputed',
    of: (a) => (a.from === 'o2' ? a.co2Dry : undefined),
    line: (a, v) => explainCo2(gas, a.input.o2Dry, v),
    notes: ['computed-not-proof'],
  },
  {
    id: 'o2.flueComputed',
    of: (a) => (a.from === 'co2' ? a.input.o2Dry : undefined),
    line: (a, v) => explainO2(gas, a.co2Dry, v),
    notes: ['computed-not-proof'],
  },
  { id: 'ratio.coToCo2', co: true, of: (a) => a.coToCo2, line: (a, v) => explainRatio(a.input.coDry, a.co2Dry, v), notes: [] },
  {
    id: 'co.airFree',
    co: true,
    of: (a) => atReferenceOxygen(a.input.coDry, a.input.o2Dry, 0, oxygenBase),
    line: (a, v) => explainAirFree(a.input.coDry, a.input.o2Dry, v, oxygenBase),
    notes: ['air-free-209'],
  },
  { id: 'air.lambda', of: (a) => a.lambda, line: (a, v) => explainLambda(gas, a.input.o2Dry, v), notes: ['not-rule-of-thumb'] },
  { id: 'air.excess', of: (a) => a.excessAir, line: (a) => explainExcessAir(a.lambda), notes: ['not-rule-of-thumb'] },
  {
    id: 'temperature.netStack',
    hot: true,
    of: (a) => a.input.flueTemperatureK - a.input.airTemperatureK,
    line: (a) => explainNetStack(a.input.flueTemperatureK, a.input.airTemperatureK),
    notes: [],
  },
  {
    id: 'temperature.dewPoint',
    hot: true,
    of: (a) => a.dewPointK ?? undefined,
    line: (a, v) => explainDewPoint(a.lambda, v),
    notes: ['dry-air'],
  },
  {
    id: 'efficiency.net',
    hot: true,
    of: (a) => a.netEfficiency,
    line: (a, v) => explainNetEfficiency(a, gas, v),
    notes: ['flue-loss-only', 'net-above-100'],
  },
  {
    id: 'efficiency.gross',
    hot: true,
    of: (a) => a.grossEfficiency,
    line: explainGrossEfficiency,
    notes: ['flue-loss-only', 'condensing-upper-bound'],
  },
  {
    id: 'loss.short',
    hot: true,
    of: (a) => shortFlueLoss(gas, a.input.o2Dry, a.input.flueTemperatureK, a.input.airTemperatureK),
    line: (a, v) => explainShortLoss(gas, a.input.flueTemperatureK, a.input.airTemperatureK, a.input.o2Dry, v),
    notes: ['short-formula'],
  },
]

/**
 * Every figure that one simultaneous set of flue readings gives, with its uncertainty and explanation. What the set does not hold is left out: no
 * default hides a missing reading. A set that physics refuses gives nothing (the readings themselves say why).
 *
 * @param group live readings of one group at the flue, with the combustion air temperature.
 * @param oxygenBase oxygen of dry air that the practice tells CO air-free by: 0.209, 0.2095 or 0.21.
 */
export function deriveFlue(gas: GasProperties, group: readonly LiveReading[], oxygenBase: number = AIR_OXYGEN): Derived[] {
  const pick = (id: MeasurandId) => group.find((r) => r.measurandId === id)
  const oxygen = pick('o2.flue') ?? pick('co2.flue')
  if (!oxygen) return []
  const co = pick('co.flue')
  const flue = pick('temperature.flue')
  const air = pick('temperature.air')
  const hot = flue !== undefined && air !== undefined
  const used = [oxygen, ...(co ? [co] : []), ...(hot ? [flue, air] : [])]
  const byOxygen = oxygen.measurandId === 'o2.flue'
  const values = Object.fromEntries(used.map((r) => [r.measurandId, r.valueSi])) as Record<string, number>
  const uncertainties = Object.fromEntries(used.map((r) => [r.measurandId, r.standardUncertainty ?? 0])) as Record<string, number>
  const known = used.every((r) => r.standardUncertainty !== null)

  const analyse = (v: Record<string, number>): FlueAnalysis | undefined => {
    const gasSide = { [byOxygen ? 'o2Dry' : 'co2Dry']: v[oxygen.measurandId] ?? 0, coDry: Math.max(0, v['co.flue'] ?? 0) }
    if (!oxygenOf(gas, gasSide).ok) return undefined
    // Without temperatures the gas-only figures are still good; any pair of temperatures serves for them.
    const result = analyseFlue(gas, {
      ...gasSide,
      flueTemperatureK: hot ? (v['temperature.flue'] ?? 0) : 400,
      airTemperatureK: hot ? (v['temperature.air'] ?? 0) : 293.15,
    })
    return result.ok ? result.value : undefined
  }
  const here = analyse(values)
  if (!here) return []
  const asked = figures(gas, oxygenBase).filter((f) => (hot || !f.hot) && (co !== undefined || !f.co))
  const told = (v: Record<string, number>): Partial<Record<MeasurandId, number>> | undefined => {
    const a = analyse(v)
    return a && Object.fromEntries(asked.map((f) => [f.id, f.of(a)]))
  }
  const effects = known ? contributions<string, MeasurandId>(told, values, uncertainties) : undefined
  return asked.flatMap((figure): Derived[] => {
    const valueSi = figure.of(here)
    if (valueSi === undefined || !Number.isFinite(valueSi)) return []
    const parts = effects?.[figure.id]
    return [
      {
        measurandId: figure.id,
        valueSi,
        from: used.filter((r) => figure.hot || !r.measurandId.startsWith('temperature')),
        standardUncertainty: parts ? combined(parts) : null,
        explain: () => ({ line: figure.line(here, valueSi), notes: figure.notes }),
      },
    ]
  })
}

/** The doubt of a difference of two readings; unknown where one of them is. */
const ofDifference = (a: LiveReading, b: LiveReading): number | null =>
  a.standardUncertainty === null || b.standardUncertainty === null ? null : Math.hypot(a.standardUncertainty, b.standardUncertainty)

/** The drop from meter to appliance, where both were read at the same load: rungs are comparable only then. */
export const deriveDrop = (meter: LiveReading, inlet: LiveReading): Derived => ({
  measurandId: 'pressure.drop',
  valueSi: meter.valueSi - inlet.valueSi,
  standardUncertainty: ofDifference(meter, inlet),
  from: [meter, inlet],
  explain: () => ({ line: explainDrop(meter.valueSi, inlet.valueSi), notes: ['same-load'] }),
})

/**
 * Gas rate and heat input from a clocked meter. The gas pressure at the meter is the working pressure read there, else the normal 20 mbar is not
 * guessed: the index is taken as it stands; the site's air pressure follows its altitude. The doubt is the meter's own error beside the timing.
 *
 * @param group one set with `volume.metered` and `time.metered`, and the gas temperature where it was read.
 */
export function deriveInput(
  gas: GasProperties,
  group: readonly LiveReading[],
  at: { readonly meterGaugePa: number | undefined; readonly barometerPa: number; readonly compensated: boolean },
): Derived[] {
  const volume = group.find((r) => r.measurandId === 'volume.metered')
  const time = group.find((r) => r.measurandId === 'time.metered')
  if (!volume || !time) return []
  const temperature = group.find((r) => r.measurandId === 'temperature.gas')
  const rate = meterRate(
    {
      volumeM3: volume.valueSi,
      seconds: time.valueSi,
      index: at.compensated ? 'standard' : 'actual',
      meterGaugePa: at.meterGaugePa,
      barometerPa: at.barometerPa,
      gasTemperatureK: temperature?.valueSi,
    },
    gas,
  )
  if (!rate.ok) return []
  const doubt = meterDoubt(timingUncertainty(time.valueSi, volume.valueSi / time.valueSi, 0))
  const figure = (measurandId: MeasurandId, valueSi: number, basis: 'gross' | 'net', calorificValueJPerM3: number): Derived => ({
    measurandId,
    valueSi,
    standardUncertainty: valueSi * doubt,
    from: [volume, time, ...(temperature ? [temperature] : [])],
    explain: () => ({
      line: explainHeatInput(
        {
          volumeM3: volume.valueSi,
          otherLoadsM3: 0,
          seconds: time.valueSi,
          correction: rate.value.correction,
          calorificValueJPerM3,
          basis,
        },
        valueSi,
      ),
      notes: ['correct-once', 'meter-class'],
    }),
  })
  return [
    figure('input.gross', rate.value.heatInputGrossW, 'gross', gas.grossCvJPerM3),
    figure('input.net', rate.value.heatInputNetW, 'net', gas.netCvJPerM3),
  ]
}

/** The temperature rise of warm air: supply less return of one set. */
export const deriveRise = (supply: LiveReading, back: LiveReading): Derived => ({
  measurandId: 'temperature.rise',
  valueSi: supply.valueSi - back.valueSi,
  standardUncertainty: ofDifference(supply, back),
  from: [supply, back],
  explain: () => ({ line: explainRise(supply.valueSi, back.valueSi), notes: [] }),
})

/** The smallest movement that is read for sure on a gauge in a tightness test, Pa. */
export const READABLE_MOVEMENT_PA = 25
/** Gas in a meter box where nobody read it: 15 °C, the state that leaks are told at. A kelvin off is a third of a percent. */
const GAS_K = 288.15

/**
 * What a fall of pressure means as a leak of standard volume, and the smallest leak that this test could show at all: a gauge that does not move proves
 * no more than that.
 *
 * @param test volume of meter and pipes, length and pressure of the test by the practice.
 */
export function deriveLeak(
  fall: LiveReading,
  test: { readonly volumeM3: number; readonly seconds: number; readonly startPa: number; readonly barometerPa: number },
): Derived[] {
  const leak = leakRate({ ...test, endPa: test.startPa - fall.valueSi, gasTemperatureK: GAS_K })
  const smallest = smallestLeak(test.volumeM3, test.seconds, READABLE_MOVEMENT_PA, GAS_K)
  if (!leak.ok || !smallest.ok) return []
  return [
    {
      measurandId: 'leak.installation',
      valueSi: leak.value.leakM3PerS,
      from: [fall],
      standardUncertainty:
        fall.standardUncertainty === null ? null : (fall.standardUncertainty * test.volumeM3) / test.seconds / ATMOSPHERE_PA,
      explain: () => ({
        line: explainLeak(
          {
            volumeM3: test.volumeM3,
            seconds: test.seconds,
            startAbsolutePa: test.startPa + test.barometerPa,
            endAbsolutePa: test.startPa - fall.valueSi + test.barometerPa,
            startK: GAS_K,
            endK: GAS_K,
            falls: true,
          },
          leak.value.leakM3PerS,
        ),
        notes: ['temperature-moves-gauge'],
      }),
    },
    {
      measurandId: 'leak.smallest',
      valueSi: smallest.value,
      from: [],
      standardUncertainty: null,
      explain: () => ({
        line: explainSmallestLeak({ ...test, readablePa: READABLE_MOVEMENT_PA, gasTemperatureK: GAS_K }, smallest.value),
        notes: ['no-movement-no-proof'],
      }),
    },
  ]
}
