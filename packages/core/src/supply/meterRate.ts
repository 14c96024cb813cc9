import { ATMOSPHERE_PA, REFERENCE_STATES, type GasProperties } from '../gas'
import { fail, ok, type Result } from '../result'

export interface MeterTest {
  /** Volume that passed, as the dial or index shows it, m³. */
  readonly volumeM3: number
  readonly seconds: number
  /** Volume used by other appliances meanwhile, m³; make sure they are off, or subtract them. */
  readonly otherLoadsM3?: number | undefined
  /**
   * `actual`: the index counts cubic metres as they pass, so pressure and temperature are corrected here.
   * `standard`: the meter is temperature-compensated or has a fixed pressure factor: correcting twice is a mistake.
   */
  readonly index: 'actual' | 'standard'
  readonly meterGaugePa?: number | undefined
  readonly gasTemperatureK?: number | undefined
  readonly barometerPa?: number | undefined
}

export interface MeterRate {
  readonly standardFlowM3PerS: number
  readonly heatInputGrossW: number
  readonly heatInputNetW: number
  /** Standard volume over metered volume. */
  readonly correction: number
}

/**
 * Gas rate and heat input from the meter and a stopwatch. Standard volume is at the gas properties' own reference state.
 *
 * Range: volume and time above zero, time up to 2 h, gauge −10…+500 kPa, gas −40…+60 °C, barometer 50–110 kPa. Problems: `volume-range`,
 * `zero-time`, `pressure-range`, `temperature-range`, `other-loads-exceed`.
 * Source: ideal gas law; calorific value from composition or supplier.
 *
 * @example
 * // 50 L in 75 s at 20 mbar, 8 °C, 980 mbar, 38.9 MJ/m³: 26.23 kW gross
 */
export function meterRate(test: MeterTest, gas: Pick<GasProperties, 'grossCvJPerM3' | 'netCvJPerM3' | 'reference'>): Result<MeterRate> {
  const { volumeM3, seconds, otherLoadsM3 = 0, index } = test
  const { meterGaugePa = 0, gasTemperatureK = REFERENCE_STATES.metric15.meteringK, barometerPa = ATMOSPHERE_PA } = test
  if (!(volumeM3 > 0 && volumeM3 <= 1000)) return fail('volume-range', { min: 0, max: 1000 }, ['volumeM3'])
  if (!(seconds > 0 && seconds <= 7200)) return fail('zero-time', { max: 7200 }, ['seconds'])
  if (!(otherLoadsM3 >= 0 && otherLoadsM3 < volumeM3)) return fail('other-loads-exceed', {}, ['otherLoadsM3'])
  if (!(meterGaugePa >= -10_000 && meterGaugePa <= 500_000)) return fail('pressure-range', { min: -10_000, max: 500_000 }, ['meterGaugePa'])
  if (!(barometerPa >= 50_000 && barometerPa <= 110_000)) return fail('pressure-range', { min: 50_000, max: 110_000 }, ['barometerPa'])
  if (!(gasTemperatureK >= 233.15 && gasTemperatureK <= 333.15))
    return fail('temperature-range', { min: 233.15, max: 333.15 }, ['gasTemperatureK'])
  const { meteringK, meteringPa } = gas.reference
  const correction = index === 'actual' ? ((barometerPa + meterGaugePa) / meteringPa) * (meteringK / gasTemperatureK) : 1
  const standardFlowM3PerS = ((volumeM3 - otherLoadsM3) / seconds) * correction
  return ok({
    standardFlowM3PerS,
    correction,
    heatInputGrossW: standardFlowM3PerS * gas.grossCvJPerM3,
    heatInputNetW: standardFlowM3PerS * gas.netCvJPerM3,
  })
}

/** Standard uncertainty of a hand-stopped time, s: two presses of about 0.1 s each. */
export const HAND_TIMING_S = 0.14

/**
 * How long to time so that hand timing and the index's own step cost no more than a given share of the rate (k = 2), s.
 *
 * @param stepM3 the smallest step that the index shows, m³; 0 for a sweeping dial read at the same mark.
 * @example
 * secondsForTiming(0.01, 6.7e-4, 0) // 28 s for 1 % by hand alone
 */
export function secondsForTiming(relativeUncertainty: number, flowM3PerS: number, stepM3: number): number {
  // A step is rectangular (step/√12) at each end; in time it is step/flow.
  const stepSeconds = (stepM3 / flowM3PerS) * Math.sqrt(2 / 12)
  return (2 * Math.hypot(HAND_TIMING_S, stepSeconds)) / relativeUncertainty
}

/** Relative standard uncertainty of a rate timed for `seconds`. `timingUncertainty(28, 6.7e-4, 0)` → `0.005`. */
export const timingUncertainty = (seconds: number, flowM3PerS: number, stepM3: number): number =>
  secondsForTiming(1, flowM3PerS, stepM3) / 2 / seconds

/** Largest permissible error of a domestic gas meter of class 1.5, as a share of what it shows. Source: EN 1359, OIML R 137; the meter's own plate decides. */
export const METER_CLASS = 0.015

/**
 * Relative standard uncertainty of a clocked rate: the meter's own error beside the timing. Without it a rate timed for long would look far better known
 * than any meter knows it.
 *
 * @param timing relative standard uncertainty of the timing, from {@link timingUncertainty}.
 * @param meterClass largest permissible error of the meter (k = 2), as a share.
 * @example
 * meterDoubt(0.0006) // 0.00752: 31.0 kW ± 0.47 kW
 */
export const meterDoubt = (timing: number, meterClass: number = METER_CLASS): number => Math.hypot(timing, meterClass / 2)
