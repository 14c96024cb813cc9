import type { MeasurandId } from '../measure'
import type { Practice } from '../practice'
import type { ApplianceState, JudgedReading } from './state'

/** What the readings of a rate say about touching a screw there. */
export type AdjustAdvice =
  | { readonly code: 'leave'; readonly source: string }
  | {
      readonly code: 'to-centre'
      readonly measurandId: MeasurandId
      readonly valueSi: number
      readonly targetSi: number
      readonly source: string
    }

/** What a gas or air screw moves and a card or profile limits. */
const MOVED: readonly JudgedReading['stationId'][] = ['valve', 'burner', 'flue']

/**
 * Whether the practice would touch a screw at a rate: *leave* when all that was judged there is within limits, *to-centre* when the practice sets
 * burner pressure to the maker's nominal (else the middle of the limits) and it is off by more than the gauge's own doubt; null when nothing is
 * judged yet or something is out of limits or at the edge, where a screw may be the answer.
 *
 * @param practice its `adjustInside` decides between the schools.
 * @example
 * adjustAdvice(practice, state, 'max') // { code: 'leave', source: 'Adjust only when out of limits' }
 */
export function adjustAdvice(
  practice: Pick<Practice, 'adjustInside'>,
  state: Pick<ApplianceState, 'latest'>,
  firingStateId: string,
): AdjustAdvice | null {
  const judged = [...state.latest.values()].filter(
    (r) => r.firingStateId === firingStateId && MOVED.includes(r.stationId) && r.verdict.status !== 'none',
  )
  if (judged.length === 0 || judged.some((r) => r.verdict.status !== 'inside')) return null
  const { mode, source } = practice.adjustInside
  const off = mode === 'centre' ? judged.flatMap(offCentre)[0] : undefined
  return off ? { code: 'to-centre', ...off, source } : { code: 'leave', source }
}

function offCentre({ measurandId, valueSi, verdict }: JudgedReading) {
  const { min, max, nominal } = verdict.band ?? {}
  if (measurandId !== 'pressure.manifold' || min === undefined || max === undefined) return []
  const targetSi = nominal ?? (min + max) / 2
  return Math.abs(valueSi - targetSi) > (verdict.expandedUncertainty ?? 0) ? [{ measurandId, valueSi, targetSi }] : []
}
