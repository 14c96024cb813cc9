import { lambdaOfO2 } from '../burner'
import { flueNumbers } from '../flue'
import { AIR_OXYGEN, ATMOSPHERE_PA } from '../gas'
import type { Effect } from './said'
import type { Desk } from './desk'

/** What a move costs and what it brings, at the rate that it is made at; null where it is not known. */
export interface Price {
  /** mol/mol as measured. */
  readonly co: { readonly from: number; readonly to: number } | null
  /** Change of the gross efficiency, as a share: −0.007 is 0.7 points less. */
  readonly efficiency: number | null
  readonly flueK: number | null
  /** Heat input after over before. */
  readonly input: number | null
}

/** Transfer units of a clean exchanger at full load, and how they fall with load; typical. */
const UNITS = { premix: 4.8, atmospheric: 2.4, other: 2.3 } as const
const LOAD_EXPONENT = 0.3
/** Flame over air at little excess air, K; it falls nearly as the excess air grows. */
const FLAME_K = 1850
const FLAME_EXPONENT = 0.9
const REFERENCE_K = 298.15

/**
 * The price of a proposal in one line: CO from where to where, efficiency, flue temperature and input, as far as the readings say. Worked out by first principles
 * from the foretold middle; the flue temperature follows the exchanger’s effectiveness.
 *
 * @param flueK flue and combustion air temperature as read at that rate.
 * @example
 * priceOf(desk, effects, 'max', { flueK: 338, airK: 288 }) // { co: { from: 880e-6, to: 140e-6 }, efficiency: -0.007, flueK: 8, input: 0.96 }
 */
export function priceOf(
  desk: Desk,
  effects: readonly Effect[],
  rateId: string,
  at: { readonly flueK: number | null; readonly airK: number | null },
): Price {
  const here = effects.filter((e) => e.rateId === rateId)
  const co = here.find((e) => e.figure === 'co')
  const input = here.find((e) => e.figure === 'input')
  const mixture = here.find((e) => e.figure === 'o2' || e.figure === 'co2')
  const ratio = input ? input.to / input.now : null
  const price = { co: co ? { from: co.now, to: co.to } : null, input: ratio }
  if (!mixture || at.flueK === null || at.airK === null) return { ...price, efficiency: null, flueK: null }
  const o2 = (x: number) => Math.min(0.2, Math.max(0, mixture.figure === 'o2' ? x : AIR_OXYGEN * (1 - x / desk.gas.co2Max)))
  const numbers = (o2Dry: number, flueTemperatureK: number, coDry: number) =>
    flueNumbers(desk.gas.terms, {
      o2Dry,
      coDry,
      flueTemperatureK,
      airTemperatureK: at.airK!,
      airWaterRatio: 0,
      pressurePa: ATMOSPHERE_PA,
      referenceK: REFERENCE_K,
    })
  const before = numbers(o2(mixture.now), at.flueK, co?.now ?? 0)
  const load = desk.rates.find((r) => r.id === rateId)?.share ?? 1
  const units = (desk.premix ? UNITS.premix : desk.kind === 'atmospheric' ? UNITS.atmospheric : UNITS.other) * load ** -LOAD_EXPONENT
  const over = Math.min(at.flueK - at.airK, (FLAME_K / before.lambda ** FLAME_EXPONENT) * Math.exp(-units))
  const leaner = Math.log(lambdaAt(desk, o2(mixture.to)) / lambdaAt(desk, o2(mixture.now)))
  const flueK = over * (LOAD_EXPONENT * units * Math.log(ratio ?? 1) - FLAME_EXPONENT * leaner)
  const after = numbers(o2(mixture.to), at.flueK + flueK, co?.to ?? 0)
  return { ...price, flueK, efficiency: after.grossEfficiency - before.grossEfficiency }
}

const lambdaAt = ({ gas }: Desk, o2: number): number => lambdaOfO2(gas, o2)
