import { firstOutside, ok, type Result } from '../result'

/** Pressures down the line at one and the same load, gauge Pa; what was not measured is left out. */
export interface LadderReadings {
  readonly standingPa?: number | undefined
  readonly meterWorkingPa?: number | undefined
  readonly isolatorPa?: number | undefined
  readonly inletPa?: number | undefined
}

export interface LadderLimits {
  readonly standingMaxPa?: number | undefined
  readonly meterMinPa: number
  readonly meterMaxPa: number
  /** From meter to appliance (isolator). */
  readonly pipeDropMaxPa: number
  /** From isolator to valve inlet: inside the appliance. */
  readonly applianceDropMaxPa: number
  readonly inletMinPa: number
  /** Above it the valve may be harmed: do not fire. */
  readonly inletMaxPa: number
}

export const LADDER_FINDINGS = [
  'inlet-above-maximum',
  'lock-up-high',
  'meter-low',
  'meter-high',
  'pipe-loss',
  'appliance-loss',
  'inlet-low',
  'rungs-not-alike',
] as const
export type LadderFinding = (typeof LADDER_FINDINGS)[number]

/**
 * The pressure ladder read: which rungs are bad, and on whose side. Several may be at once. A rung that rises down the line means that the readings were
 * taken at different loads (`rungs-not-alike`): measure again.
 *
 * @param doubtPa expanded uncertainty of a difference of two rungs: drops are *bad* only beyond limit, rises count only beyond this.
 * Range: −10…+500 kPa. Problems: `not-finite`, `out-of-range`.
 *
 * @example
 * readLadder({ meterWorkingPa: 2050, isolatorPa: 1880, inletPa: 1860 }, { meterMinPa: 1900, meterMaxPa: 2300, pipeDropMaxPa: 100, … }, 10)
 * // drops { regulator: undefined, pipe: 170, appliance: 20 }, findings ['pipe-loss']
 */
export function readLadder(
  readings: LadderReadings,
  limits: LadderLimits,
  doubtPa: number,
): Result<{
  readonly drops: { readonly regulator?: number; readonly pipe?: number; readonly appliance?: number }
  readonly findings: readonly LadderFinding[]
}> {
  const gauge = [-10_000, 500_000] as const
  const problem =
    firstOutside(readings, { standingPa: gauge, meterWorkingPa: gauge, isolatorPa: gauge, inletPa: gauge }) ??
    firstOutside(
      { ...limits, doubtPa },
      {
        standingMaxPa: gauge,
        meterMinPa: gauge,
        meterMaxPa: gauge,
        pipeDropMaxPa: [0, 100_000],
        applianceDropMaxPa: [0, 100_000],
        inletMinPa: gauge,
        inletMaxPa: gauge,
        doubtPa: [0, 10_000],
      },
    )
  if (problem) return problem
  const { standingPa, meterWorkingPa: meter, isolatorPa: isolator, inletPa: inlet } = readings
  // Without an isolator reading the pipe runs to the inlet.
  const end = isolator ?? inlet
  const between = (a: number | undefined, b: number | undefined) => (a === undefined || b === undefined ? undefined : a - b)
  const regulator = between(standingPa, meter)
  const pipe = between(meter, end)
  const appliance = between(isolator, inlet)
  const found = new Map<LadderFinding, boolean>([
    ['inlet-above-maximum', Math.max(inlet ?? -Infinity, standingPa ?? -Infinity) > limits.inletMaxPa],
    ['lock-up-high', standingPa !== undefined && limits.standingMaxPa !== undefined && standingPa > limits.standingMaxPa],
    ['meter-low', meter !== undefined && meter < limits.meterMinPa],
    ['meter-high', meter !== undefined && meter > limits.meterMaxPa],
    ['pipe-loss', pipe !== undefined && pipe > limits.pipeDropMaxPa],
    ['appliance-loss', appliance !== undefined && appliance > limits.applianceDropMaxPa],
    ['inlet-low', inlet !== undefined && inlet < limits.inletMinPa],
    ['rungs-not-alike', [regulator, pipe, appliance].some((d) => d !== undefined && d < -doubtPa)],
  ])
  return ok({
    drops: {
      ...(regulator !== undefined && { regulator }),
      ...(pipe !== undefined && { pipe }),
      ...(appliance !== undefined && { appliance }),
    },
    findings: LADDER_FINDINGS.filter((f) => found.get(f)),
  })
}
