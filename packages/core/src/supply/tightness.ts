import { ATMOSPHERE_PA, REFERENCE_STATES } from '../gas'
import { fail, firstOutside, ok, type Result } from '../result'

const { meteringK: T_STD, meteringPa: P_STD } = REFERENCE_STATES.metric15

/** A pressure watched over a time in a closed volume; pressures gauge. */
export interface PressureTest {
  readonly volumeM3: number
  readonly seconds: number
  readonly startPa: number
  readonly endPa: number
  readonly gasTemperatureK: number
  /** Gas temperature at the end, when it changed. */
  readonly endGasTemperatureK?: number | undefined
  readonly barometerPa?: number | undefined
  /** Barometer at the end, when it changed. */
  readonly endBarometerPa?: number | undefined
}

export interface LeakRate {
  /** Standard volume (15 °C, 101.325 kPa) that left per second; negative when gas came in (let-by). */
  readonly leakM3PerS: number
  readonly fallPa: number
  /** Part of the fall that temperature and barometer made, Pa: it is not leak. */
  readonly weatherFallPa: number
}

const VOLUME = [1e-5, 100] as const
const SECONDS = [1, 86_400] as const
const GAUGE = [-5000, 500_000] as const
const TEMPERATURE = [233.15, 333.15] as const
const BAROMETER = [50_000, 110_000] as const

/**
 * Leak rate from the fall of pressure in a closed volume, as standard volume per second, with the change of gas temperature and barometer taken out:
 * `q = V/t·(Tstd/pstd)·(p1/T1 − p2/T2)`, absolute pressures.
 *
 * Range: 10 mL–100 m³, 1 s–24 h, gauge −50 mbar to 5 bar, gas −40…60 °C. Problems: `not-finite`, `out-of-range`. Source: ideal gas law.
 *
 * @example
 * // 25 L, 5 min, 20 → 19.5 mbar at 20 °C
 * leakRate({ volumeM3: 0.025, seconds: 300, startPa: 2000, endPa: 1950, gasTemperatureK: 293.15 }) // 4.05e-8 m³/s (0.146 L/h)
 */
export function leakRate(test: PressureTest): Result<LeakRate> {
  const problem = firstOutside(test, {
    volumeM3: VOLUME,
    seconds: SECONDS,
    startPa: GAUGE,
    endPa: GAUGE,
    gasTemperatureK: TEMPERATURE,
    endGasTemperatureK: TEMPERATURE,
    barometerPa: BAROMETER,
    endBarometerPa: BAROMETER,
  })
  if (problem) return problem
  const { volumeM3, seconds, startPa, endPa, gasTemperatureK: t1, barometerPa: b1 = ATMOSPHERE_PA } = test
  const { endGasTemperatureK: t2 = t1, endBarometerPa: b2 = b1 } = test
  const moles = (startPa + b1) / t1 - (endPa + b2) / t2
  const tightEnd = ((startPa + b1) * t2) / t1 - b2
  return ok({ leakM3PerS: (volumeM3 / seconds) * (T_STD / P_STD) * moles, fallPa: startPa - endPa, weatherFallPa: startPa - tightEnd })
}

/**
 * How far the gauge moves in a *tight* volume when its gas warms, Pa (positive: rises). At 20 mbar one kelvin is 3.6 mbar: more than most limits.
 *
 * @example
 * temperatureRise(2000, 288.15, 289.15) // 358.6 Pa
 */
export const temperatureRise = (gaugePa: number, fromK: number, toK: number, barometerPa: number = ATMOSPHERE_PA): number =>
  (gaugePa + barometerPa) * (toK / fromK - 1)

/**
 * The smallest leak that a test can see: the gauge has to move by what one can read of it. Standard m³/s.
 *
 * @example
 * smallestLeak(0.025, 120, 25, 288.15) // 5.1e-8 m³/s (0.185 L/h): a quarter of a millibar in two minutes
 */
export function smallestLeak(volumeM3: number, seconds: number, readablePa: number, gasTemperatureK: number): Result<number> {
  const problem = firstOutside(
    { volumeM3, seconds, readablePa, gasTemperatureK },
    { volumeM3: VOLUME, seconds: SECONDS, readablePa: [0.1, 5000], gasTemperatureK: TEMPERATURE },
  )
  return problem ?? ok(((volumeM3 * readablePa) / seconds / P_STD) * (T_STD / gasTemperatureK))
}

/**
 * How long to test so that a leak of a given size moves the gauge by what one can read, s.
 *
 * @example
 * secondsToSee(0.025, 25, 288.15, 5.1e-8) // 121 s
 */
export function secondsToSee(volumeM3: number, readablePa: number, gasTemperatureK: number, leakM3PerS: number): Result<number> {
  const problem = firstOutside(
    { volumeM3, readablePa, gasTemperatureK, leakM3PerS },
    { volumeM3: VOLUME, readablePa: [0.1, 5000], gasTemperatureK: TEMPERATURE, leakM3PerS: [1e-12, 1] },
  )
  return problem ?? ok(((volumeM3 * readablePa) / leakM3PerS / P_STD) * (T_STD / gasTemperatureK))
}

/**
 * Purge volume, m³: one and a half times the pipe plus five revolutions of a diaphragm meter (none for an ultrasonic one), and the time at a flow.
 *
 * Problems: `not-finite`, `out-of-range`. Source: practice profile's default; the profile or local rules decide.
 *
 * @example
 * purge({ pipeVolumeM3: 0.02, meterCyclicM3: 0.002, flowM3PerS: 1e-3 }) // volumeM3 0.04, seconds 40
 */
export function purge(input: {
  readonly pipeVolumeM3: number
  /** Volume of one revolution of a diaphragm meter; 0 without one. */
  readonly meterCyclicM3: number
  readonly flowM3PerS: number
  readonly pipeFactor?: number
  readonly revolutions?: number
}): Result<{ volumeM3: number; seconds: number }> {
  const { pipeVolumeM3, meterCyclicM3, flowM3PerS, pipeFactor = 1.5, revolutions = 5 } = input
  const problem = firstOutside(
    { pipeVolumeM3, meterCyclicM3, flowM3PerS, pipeFactor, revolutions },
    { pipeVolumeM3: [0, 100], meterCyclicM3: [0, 1], flowM3PerS: [1e-6, 10], pipeFactor: [1, 10], revolutions: [0, 50] },
  )
  if (problem) return problem
  const volumeM3 = pipeFactor * pipeVolumeM3 + revolutions * meterCyclicM3
  return volumeM3 > 0 ? ok({ volumeM3, seconds: volumeM3 / flowM3PerS }) : fail('nothing-to-purge', {}, ['pipeVolumeM3'])
}

/** What leak through one shut valve is allowed: 0.1 % of the burner's flow, at least 50 L/h, standard m³/s. `provingLimit(0.01)` → `1.39e-5`. */
export const provingLimit = (burnerFlowM3PerS: number): number => Math.max(0.001 * burnerFlowM3PerS, 0.05 / 3600)

/**
 * A valve-proving test: the test volume between two valves starts empty (then valve 1 leaks in) or full (valve 2 or the vent leaks out). The leak that a change of pressure
 * there means, against the allowance, and the test time that would make the
 * allowance move the pressure by a readable step.
 *
 * @param readablePa change that the proving switch or gauge is sure to see (often half the test pressure).
 * Problems: `not-finite`, `out-of-range`. Source: ideal gas law; allowance as in EN 1643 (check the current edition).
 *
 * @example
 * valveProving({ volumeM3: 0.002, seconds: 26, changePa: 200, readablePa: 1000, burnerFlowM3PerS: 0.005, gasTemperatureK: 288.15 })
 * // leak 1.5e-7 m³/s (0.55 L/h), limit 1.39e-5 (50 L/h), passes, wants 1.4 s
 */
export function valveProving(test: {
  readonly volumeM3: number
  readonly seconds: number
  readonly changePa: number
  readonly readablePa: number
  readonly burnerFlowM3PerS: number
  readonly gasTemperatureK: number
}): Result<{ leakM3PerS: number; limitM3PerS: number; passes: boolean; neededSeconds: number; longEnough: boolean }> {
  const problem = firstOutside(test, {
    volumeM3: VOLUME,
    seconds: SECONDS,
    changePa: [0, 100_000],
    readablePa: [1, 100_000],
    burnerFlowM3PerS: [1e-6, 10],
    gasTemperatureK: TEMPERATURE,
  })
  if (problem) return problem
  const { volumeM3, seconds, changePa, readablePa, burnerFlowM3PerS, gasTemperatureK } = test
  const limitM3PerS = provingLimit(burnerFlowM3PerS)
  const leakM3PerS = ((volumeM3 * changePa) / seconds / P_STD) * (T_STD / gasTemperatureK)
  const needed = secondsToSee(volumeM3, readablePa, gasTemperatureK, limitM3PerS)
  if (!needed.ok) return needed
  return ok({
    leakM3PerS,
    limitM3PerS,
    passes: leakM3PerS <= limitM3PerS,
    neededSeconds: needed.value,
    longEnough: seconds >= needed.value,
  })
}
