import { AIR_OXYGEN, FLUE_OXYGEN_LIMIT, type GasProperties } from '../gas'
import { fail, firstOutside, ok, type Result } from '../result'

/** Air ratio that belongs to oxygen in the dry flue gas. `lambdaOfO2(methane, 0.05)` → `1.281`. */
export const lambdaOfO2 = (gas: Pick<GasProperties, 'terms'>, o2Dry: number): number => {
  const { dryFlue, oxygen } = gas.terms
  return 1 + (((dryFlue * AIR_OXYGEN) / oxygen) * o2Dry) / (AIR_OXYGEN - o2Dry)
}

/** Oxygen in the dry flue gas at an air ratio of one or more. `o2OfLambda(methane, 1.28)` → `0.0500`. */
export function o2OfLambda(gas: Pick<GasProperties, 'terms'>, lambda: number): number {
  const spare = (lambda - 1) * gas.terms.oxygen
  return spare / (gas.terms.dryFlue + spare / AIR_OXYGEN)
}

/** Dry flue gas at an air ratio of one or more. `mixtureAt(methane, 1.28)` → `{ lambda: 1.28, o2Dry: 0.0500, co2Dry: 0.0891 }`. */
export interface Mixture {
  readonly lambda: number
  readonly o2Dry: number
  readonly co2Dry: number
}

/** Below the stoichiometric mixture there is no complete combustion to speak of: that answer is refused. */
function mixtureAt(gas: GasProperties, lambda: number, field: string): Result<Mixture> {
  if (!(lambda >= 1)) return fail('mixture-rich', { lambda }, [field])
  const o2Dry = o2OfLambda(gas, lambda)
  return ok({ lambda, o2Dry, co2Dry: gas.co2Max * (1 - o2Dry / AIR_OXYGEN) })
}

/** How the air of a burner follows its gas: `d ln λ / d ln p` of the manifold pressure. */
export const AIR_EXPONENTS = {
  /** A fan that does not know of the gas. */
  fixed: -0.5,
  /** Natural draught: more heat draws more air (−0.2…−0.45). */
  'natural-draught': -0.33,
} as const
export type AirSupply = keyof typeof AIR_EXPONENTS

const O2 = [0, FLUE_OXYGEN_LIMIT] as const

/** Air is no flue gas. */
export const isAir = (o2Dry: number, field: string): Result<never> | undefined =>
  o2Dry >= FLUE_OXYGEN_LIMIT ? fail('o2-not-below-air', { max: FLUE_OXYGEN_LIMIT }, [field]) : undefined

/**
 * What a change of manifold pressure does to the flue gas before it is made: `λ2 = λ1·(p2/p1)^e` with e −0.5 for fixed air and about −0.33 for natural
 * draught (a wide prior: −0.2…−0.45).
 *
 * Range: O2 0 to below 20.9 %, 1 Pa–100 kPa. Problems: `not-finite`, `out-of-range`, `o2-not-below-air`, `mixture-rich` (the move would take the burner below enough air).
 * Source: gas ∝ √p; element balance.
 *
 * @example
 * afterManifoldMove(methane, 0.08, 1000, 1200, 'fixed') // o2Dry 0.0667, co2Dry 0.0798
 */
export function afterManifoldMove(
  gas: GasProperties,
  o2Dry: number,
  fromPa: number,
  toPa: number,
  air: AirSupply | number,
): Result<Mixture> {
  const problem = firstOutside({ o2Dry, fromPa, toPa }, { o2Dry: O2, fromPa: [1, 100_000], toPa: [1, 100_000] }) ?? isAir(o2Dry, 'o2Dry')
  if (problem) return problem
  const exponent = typeof air === 'number' ? air : AIR_EXPONENTS[air]
  return mixtureAt(gas, lambdaOfO2(gas, o2Dry) * (toPa / fromPa) ** exponent, 'toPa')
}

/**
 * A pneumatic ratio valve at part load: gas ∝ throttle·√(Δp·n² + offset) while air ∝ n, so `λ = λset·√(Δp·n²/(Δp·n² + offset))`. The offset matters at low
 * rate and hardly at full rate.
 *
 * @param venturiPa suction at the venturi at full speed; 10–10 000 Pa.
 * @param speedShare fan speed over full speed, 0.05–1.
 * Problems: `not-finite`, `out-of-range`, `no-gas` (the offset outweighs the suction), `mixture-rich`. Source: Bernoulli on both sides.
 *
 * @example
 * ratioValve({ gas: methane, lambdaSet: 1.28, venturiPa: 800, offsetPa: 5, speedShare: 0.25 }) // co2Dry 0.0939
 */
export function ratioValve(valve: {
  readonly gas: GasProperties
  readonly lambdaSet: number
  readonly venturiPa: number
  readonly offsetPa: number
  readonly speedShare: number
}): Result<Mixture & { readonly venturiPa: number }> {
  const { gas, lambdaSet, venturiPa, offsetPa, speedShare } = valve
  const problem = firstOutside(
    { lambdaSet, venturiPa, offsetPa, speedShare },
    { lambdaSet: [1, 3], venturiPa: [10, 10_000], offsetPa: [-200, 200], speedShare: [0.05, 1] },
  )
  if (problem) return problem
  const suction = venturiPa * speedShare ** 2
  if (suction + offsetPa <= 0.01 * suction) return fail('no-gas', { suction, offset: offsetPa }, ['offsetPa'])
  const mixture = mixtureAt(gas, lambdaSet * Math.sqrt(suction / (suction + offsetPa)), 'offsetPa')
  return mixture.ok ? ok({ ...mixture.value, venturiPa: suction }) : mixture
}

/**
 * The oxygen window that a CO2 window means, and the reverse, for a gas: what a card in one school says in the other's words.
 *
 * @example
 * co2OfO2(methane, 0.05) // 0.0891
 */
export const co2OfO2 = (gas: Pick<GasProperties, 'co2Max'>, o2Dry: number): number => gas.co2Max * (1 - o2Dry / AIR_OXYGEN)
