import { analyseFlue, type FlueAnalysis, oxygenOf, shortFlueLoss } from '../flue'
import { ATMOSPHERE_PA, type GasProperties } from '../gas'
import { type MeasurandId, propagate } from '../measure'
import { leakRate, meterRate, smallestLeak, timingUncertainty } from '../supply'
import type { LiveReading } from './state'

/** A computed figure with what it was made of, so that every number on the screen can open to its working. */
export interface Derived {
  readonly measurandId: MeasurandId
  readonly valueSi: number
  readonly standardUncertainty: number | null
  readonly working: Working
}

/** How a figure came about: formula, inputs, source and what to know about it. */
export interface Working {
  readonly formula: string
  readonly inputs: readonly {
    readonly symbol: string
    readonly measurandId: MeasurandId
    readonly valueSi: number
    readonly standardUncertainty: number | null
  }[]
  readonly constants: readonly { readonly symbol: string; readonly value: string }[]
  readonly source: string
  /** Codes of the message files. */
  readonly notes: readonly string[]
}

type Figure = {
  id: MeasurandId
  formula: string
  source: string
  notes: string[]
  of: (a: FlueAnalysis) => number | undefined
  constants?: (a: FlueAnalysis) => Working['constants']
}

const SYMBOL: Partial<Record<MeasurandId, string>> = {
  'o2.flue': 'O₂',
  'co2.flue': 'CO₂',
  'co.flue': 'CO',
  'temperature.flue': 'Tf',
  'temperature.air': 'Ta',
}
const digits = (value: number, n: number): string => value.toFixed(n)

const figures = (gas: GasProperties): Figure[] => {
  const co2max = { symbol: 'CO₂max', value: `${digits(gas.co2Max * 100, 2)} %` }
  const air = { symbol: 'O₂ air', value: '20.95 %' }
  const balance = 'Element balance; NASA-7 enthalpies; Wagner–Pruss saturation'
  return [
    {
      id: 'co2.flueComputed',
      formula: 'CO₂ = CO₂max · (1 − O₂/20.95) − CO',
      source: 'Element balance with air of 20.95 % O₂',
      notes: ['computed-not-proof'],
      of: (a) => (a.from === 'o2' ? a.co2Dry : undefined),
      constants: () => [co2max],
    },
    {
      id: 'o2.flueComputed',
      formula: 'O₂ = 20.95 · (1 − (CO₂ + CO)/CO₂max)',
      source: 'Element balance with air of 20.95 % O₂',
      notes: ['computed-not-proof'],
      of: (a) => (a.from === 'co2' ? a.input.o2Dry : undefined),
      constants: () => [co2max],
    },
    { id: 'ratio.coToCo2', formula: 'ratio = CO / CO₂', source: 'Definition', notes: [], of: (a) => a.coToCo2 },
    {
      id: 'co.airFree',
      formula: 'CO air-free = CO · 20.95 / (20.95 − O₂)',
      source: 'Air subtracted at 20.95 % O₂; the field form takes 20.9',
      notes: ['air-free-209'],
      of: (a) => a.coAirFree,
      constants: () => [air],
    },
    {
      id: 'air.lambda',
      formula: 'λ = 1 + (Vd0/A0) · O₂ / (20.95 − O₂)',
      source: 'Element balance, CO counted',
      notes: ['not-rule-of-thumb'],
      of: (a) => a.lambda,
      constants: () => [{ symbol: 'Vd0/A0', value: digits(gas.dryFlue / gas.stoichiometricAir, 4) }],
    },
    { id: 'air.excess', formula: 'excess air = λ − 1', source: 'Definition', notes: ['not-rule-of-thumb'], of: (a) => a.excessAir },
    {
      id: 'temperature.netStack',
      formula: 'net = Tf − Ta',
      source: 'Definition',
      notes: [],
      of: (a) => a.input.flueTemperatureK - a.input.airTemperatureK,
    },
    {
      id: 'temperature.dewPoint',
      formula: 'p_sat(T_dew) = p · water / (water + dry flue)',
      source: 'Wagner and Pruss 2002',
      notes: ['dry-air'],
      of: (a) => a.dewPointK,
    },
    {
      id: 'efficiency.net',
      formula: 'η net = (1 − dry − water − CO) · gross/net',
      source: balance,
      notes: ['flue-loss-only', 'net-above-100'],
      of: (a) => a.netEfficiency,
      constants: lossConstants,
    },
    {
      id: 'efficiency.gross',
      formula: 'η gross = 1 − dry − water − CO',
      source: balance,
      notes: ['flue-loss-only', 'condensing-upper-bound'],
      of: (a) => a.grossEfficiency,
      constants: lossConstants,
    },
    {
      id: 'loss.short',
      formula: 'qA = (Tf − Ta) · (A2/(21 − O₂) + B)',
      source: 'What instruments show, net; constants by gas family',
      notes: ['short-formula'],
      of: (a) => shortFlueLoss(gas, a.input.o2Dry, a.input.flueTemperatureK, a.input.airTemperatureK),
    },
  ]
}

function lossConstants(a: FlueAnalysis): Working['constants'] {
  const percent = (value: number) => `${digits(value * 100, 2)} %`
  return [
    { symbol: 'dry', value: percent(a.dryLoss) },
    { symbol: 'water', value: percent(a.waterLoss) },
    { symbol: 'CO', value: percent(a.coLoss) },
    ...(a.condensing ? [{ symbol: 'condensed', value: percent(a.condensedShare) }] : []),
  ]
}

/** Gas-only figures that need no temperatures. */
const WITHOUT_TEMPERATURE: readonly MeasurandId[] = [
  'co2.flueComputed',
  'o2.flueComputed',
  'ratio.coToCo2',
  'co.airFree',
  'air.lambda',
  'air.excess',
]

/**
 * Every figure that one simultaneous set of flue readings gives, with its uncertainty and working. What the set does not hold is left out: no
 * default hides a missing reading. A set that physics refuses gives nothing (the readings themselves say why).
 *
 * @param group live readings of one group at the flue, with the combustion air temperature.
 */
export function deriveFlue(gas: GasProperties, group: readonly LiveReading[]): Derived[] {
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

  const analyseOnce = (v: Record<string, number>): FlueAnalysis | undefined => {
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
  // Every figure asks for the same few neighbouring points.
  const points = new Map<string, FlueAnalysis | undefined>()
  const analyse = (v: Record<string, number>): FlueAnalysis | undefined => {
    const key = used.map((r) => v[r.measurandId]).join(' ')
    if (!points.has(key)) points.set(key, analyseOnce(v))
    return points.get(key)
  }
  const here = analyse(values)
  if (!here) return []
  const needsCo: readonly MeasurandId[] = ['ratio.coToCo2', 'co.airFree']

  return figures(gas).flatMap((figure): Derived[] => {
    if (!hot && !WITHOUT_TEMPERATURE.includes(figure.id)) return []
    if (!co && needsCo.includes(figure.id)) return []
    const valueSi = figure.of(here)
    if (valueSi === undefined || !Number.isFinite(valueSi)) return []
    const u = known
      ? propagate(
          (v) => {
            const a = analyse(v)
            return a && figure.of(a)
          },
          values,
          uncertainties,
        )
      : undefined
    const inputs = used
      .filter((r) => hot || !r.measurandId.startsWith('temperature'))
      .map((r) => ({
        symbol: SYMBOL[r.measurandId] ?? r.measurandId,
        measurandId: r.measurandId,
        valueSi: r.valueSi,
        standardUncertainty: r.standardUncertainty,
      }))
    return [
      {
        measurandId: figure.id,
        valueSi,
        standardUncertainty: u ?? null,
        working: { formula: figure.formula, inputs, constants: figure.constants?.(here) ?? [], source: figure.source, notes: figure.notes },
      },
    ]
  })
}

/** The drop from meter to appliance, where both were read at the same load: rungs are comparable only then. */
export function deriveDrop(meter: LiveReading, inlet: LiveReading): Derived {
  const both = [meter, inlet]
  const u = both.every((r) => r.standardUncertainty !== null) ? Math.hypot(...both.map((r) => r.standardUncertainty ?? 0)) : null
  return {
    measurandId: 'pressure.drop',
    valueSi: meter.valueSi - inlet.valueSi,
    standardUncertainty: u,
    working: {
      formula: 'drop = p meter − p inlet',
      inputs: [
        { symbol: 'p meter', measurandId: meter.measurandId, valueSi: meter.valueSi, standardUncertainty: meter.standardUncertainty },
        { symbol: 'p inlet', measurandId: inlet.measurandId, valueSi: inlet.valueSi, standardUncertainty: inlet.standardUncertainty },
      ],
      constants: [],
      source: 'Definition',
      notes: ['same-load'],
    },
  }
}

/**
 * Gas rate and heat input from a clocked meter. The gas pressure at the meter is the working pressure read there, else the normal 20 mbar is not
 * guessed: the index is taken as it stands; the site's air pressure follows its altitude.
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
  const relative = timingUncertainty(time.valueSi, volume.valueSi / time.valueSi, 0)
  const inputs = [volume, time, ...(temperature ? [temperature] : [])].map((r) => ({
    symbol: r === volume ? 'V' : r === time ? 't' : 'T gas',
    measurandId: r.measurandId,
    valueSi: r.valueSi,
    standardUncertainty: r.standardUncertainty,
  }))
  const working = (formula: string): Working => ({
    formula,
    inputs,
    constants: [
      { symbol: 'correction', value: digits(rate.value.correction, 4) },
      { symbol: 'Hs', value: `${digits(gas.grossCvJPerM3 / 1e6, 2)} MJ/m³` },
    ],
    source: 'Ideal gas law; calorific value of the gas',
    notes: ['correct-once'],
  })
  const figure = (measurandId: MeasurandId, valueSi: number, formula: string): Derived => ({
    measurandId,
    valueSi,
    standardUncertainty: valueSi * relative,
    working: working(formula),
  })
  return [
    figure('input.gross', rate.value.heatInputGrossW, 'Q gross = V/t · correction · Hs'),
    figure('input.net', rate.value.heatInputNetW, 'Q net = V/t · correction · Hi'),
  ]
}

/** The temperature rise of warm air: supply less return of one set. */
export function deriveRise(supply: LiveReading, back: LiveReading): Derived {
  const both = [supply, back]
  return {
    measurandId: 'temperature.rise',
    valueSi: supply.valueSi - back.valueSi,
    standardUncertainty: both.every((r) => r.standardUncertainty !== null)
      ? Math.hypot(...both.map((r) => r.standardUncertainty ?? 0))
      : null,
    working: {
      formula: 'rise = T supply − T return',
      inputs: both.map((r, i) => ({
        symbol: i === 0 ? 'T supply' : 'T return',
        measurandId: r.measurandId,
        valueSi: r.valueSi,
        standardUncertainty: r.standardUncertainty,
      })),
      constants: [],
      source: 'Definition',
      notes: [],
    },
  }
}

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
  const input = {
    symbol: 'Δp',
    measurandId: fall.measurandId,
    valueSi: fall.valueSi,
    standardUncertainty: fall.standardUncertainty,
  }
  const volume = { symbol: 'V', value: `${digits(test.volumeM3 * 1000, 1)} L` }
  const time = { symbol: 't', value: `${test.seconds} s` }
  return [
    {
      measurandId: 'leak.installation',
      valueSi: leak.value.leakM3PerS,
      standardUncertainty:
        fall.standardUncertainty === null ? null : (fall.standardUncertainty * test.volumeM3) / test.seconds / ATMOSPHERE_PA,
      working: {
        formula: 'q = V/t · Δp/p_std · T_std/T',
        inputs: [input],
        constants: [volume, time, { symbol: 'T', value: '15 °C' }],
        source: 'Ideal gas law; leak at 15 °C, 101.325 kPa',
        notes: ['temperature-moves-gauge'],
      },
    },
    {
      measurandId: 'leak.smallest',
      valueSi: smallest.value,
      standardUncertainty: null,
      working: {
        formula: 'q_min = V/t · Δp_read/p_std · T_std/T',
        inputs: [],
        constants: [volume, time, { symbol: 'Δp_read', value: `${READABLE_MOVEMENT_PA} Pa` }],
        source: 'Smallest movement that is read for sure',
        notes: ['no-movement-no-proof'],
      },
    },
  ]
}
