import type { Practice } from '../practice'
import { ask, type Ask, type Step } from '../procedure'
import { readingKey } from './keys'
import type { ApplianceState } from './state'

/** What a gauge shows at rest without being asked about it, Pa. */
const NOTHING_PA = 10

/**
 * What has to be said where the outlet of a shut valve showed pressure: only with other stages or the blower running can it be the blower's; with
 * everything off it is trapped gas, the gauge's zero, or a seat that lets by. Null where nothing showed, nothing was read, or the practice tolerates what
 * the card does.
 *
 * @example
 * outletQuestion(step, state, practice)?.id // 'outlet-shut.v1'
 */
export function outletQuestion(
  step: Pick<Step, 'needs' | 'sectionId'>,
  state: Pick<ApplianceState, 'latest'>,
  practice: Pick<Practice, 'outletShut'>,
): Ask | null {
  const need = step.needs.find((n) => n.measurandId === 'pressure.outletShut')
  const read = need && state.latest.get(readingKey(need))
  if (!read || Math.abs(read.valueSi) <= Math.max(NOTHING_PA, 2 * (read.standardUncertainty ?? 0))) return null
  if (practice.outletShut?.mode === 'tolerate' && read.verdict.status === 'inside') return null
  return ask(`outlet-shut.${step.sectionId ?? 'valve'}`)
}
