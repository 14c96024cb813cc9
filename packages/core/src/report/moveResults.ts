import { z } from 'zod'
import { MEASURAND_IDS, type MeasurandId } from '../measure'
import type { ApplianceState } from '../visit'

/** What a screw moves, in the order in which it is said. */
const MOVED: readonly MeasurandId[] = ['pressure.manifold', 'o2.flue', 'co2.flue', 'co.flue', 'input.net', 'input.gross']

export const moveResultSchema = z.object({
  measurandId: z.enum(MEASURAND_IDS),
  before: z.number().nullable(),
  after: z.number().nullable(),
})

/**
 * What a move did at its own rate: each figure as it was read last before it, and first after it before the next move. Empty where neither was read.
 *
 * @param at place of the move among the adjustments of the state.
 * @param sectionId section of the adjuster; null for all.
 * @example
 * moveResults(state, 0, null) // [{ measurandId: 'co2.flue', before: 0.096, after: 0.09 }, …]
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
): z.infer<typeof moveResultSchema>[] {
  const move = adjustments[at]
  if (!move) return []
  const until = adjustments[at + 1]?.index ?? Infinity
  return MOVED.flatMap((measurandId) => {
    const mine = readings.filter(
      (r) =>
        r.measurandId === measurandId &&
        r.firingStateId === move.firingStateId &&
        r.settled !== 'early' &&
        (sectionId === null || r.sectionId === null || r.sectionId === sectionId),
    )
    const before = mine.findLast((r) => r.index < move.index)?.valueSi ?? null
    const after = mine.find((r) => r.index > move.index && r.index < until)?.valueSi ?? null
    return before === null && after === null ? [] : [{ measurandId, before, after }]
  })
}
