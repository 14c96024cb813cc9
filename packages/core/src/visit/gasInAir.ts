import { checkPossible, readTyped, type TypedReading } from '../measure'
import { ok, type Result } from '../result'
import { parseQuantity } from '../units'

const LPG: readonly string[] = ['propane', 'butane', 'lpg-mix']

/** How a detector's two scales are written; a bare per cent sign would leave open which. */
export const OF_LEL = '% LEL'
export const BY_VOLUME = '% vol'

/** The lower explosive limit that gas work counts by, mol/mol: 5 % for natural gas, 2 % for LPG. `lowerExplosiveLimit('propane')` → `0.02`. */
export const lowerExplosiveLimit = (gas: string): number => (LPG.includes(gas) ? 0.02 : 0.05)

/** Gas in air as a share of the lower explosive limit, from mol/mol. `lelShare('natural-gas-h', 0.0025)` → `0.05`. */
export const lelShare = (gas: string, fraction: number): number => fraction / lowerExplosiveLimit(gas)

/** A tenth of the lower explosive limit, mol/mol: 0.5 % of methane, 0.2 % of propane. At it everybody stops. */
export const stopGasFraction = (gas: string): number => lowerExplosiveLimit(gas) / 10

/**
 * What was typed as gas in air, in mol/mol. Detectors show % LEL or % vol, a factor of twenty to fifty apart: a bare number other than 0 is asked about,
 * and until then taken for % LEL. Problems are those of {@link readTyped}.
 *
 * @example
 * readGasInAir('12 % LEL', 'natural-gas-h') // valueSi 0.006, unit '% LEL'
 * readGasInAir('12', 'natural-gas-h') // the same, with likelyUnit '% vol'
 * readGasInAir('0.6 % vol', 'natural-gas-h') // valueSi 0.006
 */
export function readGasInAir(text: string, gas: string): Result<TypedReading> {
  const scale = /%?\s*(lel|ueg|lie|vol\.?(?:-?%)?)\s*\.?$/i.exec(text.trim())
  const bare = scale ? text.trim().slice(0, scale.index) : text
  const parsed = parseQuantity(bare, 'fraction', '%')
  if (!parsed.ok) return parsed
  // "0.6 %" has a unit and still does not say of what.
  const open = !scale && (!parsed.value.unitTyped || parsed.value.unit === '%') && parsed.value.valueSi !== 0
  if (!scale && !open) return readTyped('gas.ambient', text, '%')
  const byVolume = scale !== null && /^%?\s*vol/i.test(scale[0])
  const valueSi = byVolume ? parsed.value.valueSi : parsed.value.valueSi * lowerExplosiveLimit(gas)
  const possible = checkPossible('gas.ambient', valueSi)
  if (!possible.ok) return possible
  return ok({
    ...parsed.value,
    valueSi,
    unit: byVolume ? BY_VOLUME : OF_LEL,
    unitTyped: scale !== null,
    ...(open && { likelyUnit: BY_VOLUME }),
  })
}
