import { z } from 'zod'
import { type Card, firingState, isCalibration } from '../appliance'
import { MEASURAND_IDS, type MeasurandId } from '../measure'
import type { ApplianceState } from '../visit'

/** What a screw moves, in the order in which it is said. */
const MOVED: readonly MeasurandId[] = ['pressure.manifold', 'o2.flue', 'co2.flue', 'co.flue', 'input.net', 'input.gross']

export const moveResultSchema = z.object({
  measurandId: z.enum(MEASURAND_IDS),
  /** Where it was read; null at the move's own rate. */
  rate: z.string().nullable().default(null),
  before: z.number().nullable(),
  after: z.number().nullable(),
})

/**
 * What a move did at its own rate: each figure as it was read last before it, and first after it before the next move. Empty where neither was read.
 *
 * @param at place of the move among the adjustments of the state.
 * @param sectionId section of the adjuster; null for all.
 * @param rates what a control calibrates at once; without them the move's own rate.
 * @example
 * moveResults(state, 0, null) // [{ measurandId: 'co2.flue', rate: null, before: 0.096, after: 0.09 }, …]
 */
export function moveResults(
  {
    readings,
    adjustments,
  }: {
    readonly readings: readonly Pick<
      ApplianceState['readings'][number],
      'measurandId' | 'firingStateId' | 'sectionId' | 'settled' | 'index' | 'valueSi'
    >[]
    readonly adjustments: readonly Pick<ApplianceState['adjustments'][number], 'index' | 'firingStateId'>[]
  },
  at: number,
  sectionId: string | null,
  rates: readonly (string | null)[] = [null],
): z.output<typeof moveResultSchema>[] {
  const move = adjustments[at]
  if (!move) return []
  const until = adjustments[at + 1]?.index ?? Infinity
  return rates.flatMap((rate) =>
    MOVED.flatMap((measurandId) => {
      const mine = readings.filter(
        (r) =>
          r.measurandId === measurandId &&
          r.firingStateId === (rate ?? move.firingStateId) &&
          r.settled !== 'early' &&
          (sectionId === null || r.sectionId === null || r.sectionId === sectionId),
      )
      const before = mine.findLast((r) => r.index < move.index)?.valueSi ?? null
      const after = mine.find((r) => r.index > move.index && r.index < until)?.valueSi ?? null
      return before === null && after === null ? [] : [{ measurandId, rate, before, after }]
    }),
  )
}

/** What was moved, and what it did: a calibration at every rate that it acts on. */
export function movedText(card: Card, state: Pick<ApplianceState, 'readings' | 'adjustments'>, at: number) {
  const { adjusterId } = state.adjustments[at]!
  const adjuster = card.adjusters.find((x) => x.id === adjusterId)
  const calibration = adjuster !== undefined && isCalibration(adjuster)
  const labelOf = (rate: string | null) => (rate === null ? null : (firingState(card, rate)?.label ?? rate))
  const results = moveResults(state, at, adjuster?.sectionId ?? null, calibration ? adjuster.actsAt : undefined)
  return { label: adjuster?.label ?? adjusterId, calibration, results: results.map((r) => ({ ...r, rate: labelOf(r.rate) })) }
}
