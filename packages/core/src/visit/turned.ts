import { z } from 'zod'
import { MEASURAND_IDS, type MeasurandId, stationSchema } from '../measure'
import { does, type Work } from '../procedure'
import type { ApplianceState, VisitState } from './state'
import { tellsOfScrews } from './tellsOfScrews'

/** What tells of a screw. */
const TELLS: readonly MeasurandId[] = ['pressure.manifold', 'o2.flue', 'co2.flue', 'input.net', 'input.gross']
/** So many moves say what a screw does; more would only make a page heavy. */
const MOST_MOVES = 8
/** After these the screws are others, or do other things. */
const OTHER_SCREWS: readonly Work[] = ['gas-valve-replacement', 'change-of-gas', 'gas-part']

/** What the screws of an appliance did in a visit: its last moves, each with the settled readings of its rate before and after it, by their place in the log. */
export const turnedSchema = z.object({
  readings: z.array(
    z.object({
      measurandId: z.enum(MEASURAND_IDS),
      stationId: stationSchema,
      firingStateId: z.string(),
      sectionId: z.string().nullable(),
      valueSi: z.number(),
      standardUncertainty: z.number().nullable(),
      index: z.number(),
    }),
  ),
  moves: z.array(
    z.object({
      adjusterId: z.string(),
      direction: z.string(),
      amount: z.number(),
      firingStateId: z.string(),
      eventId: z.string(),
      index: z.number(),
    }),
  ),
})
export type Turned = z.infer<typeof turnedSchema>

/**
 * What a visit teaches of an appliance’s screws, for the next one. Null where nothing was turned; empty where the valve or the gas was changed and nothing turned
 * since: what was known before is no more.
 *
 * @example
 * turnedOf(state, larch.id) // { readings: [before, after], moves: [{ adjusterId: 'throttle', direction: 'clockwise', amount: 0.25, … }] }
 */
export function turnedOf(visit: Pick<VisitState, 'jobKind' | 'appliances'>, applianceId: string): Turned | null {
  const state = visit.appliances.find((a) => a.applianceId === applianceId)
  if (!state) return null
  const works: Work[] = [...(visit.jobKind ? [visit.jobKind] : []), ...state.grown.map((g) => g.work)]
  const moves = state.adjustments.slice(-MOST_MOVES)
  if (moves.length === 0) return does(works, OTHER_SCREWS) ? { readings: [], moves: [] } : null
  const kept = new Set<ApplianceState['readings'][number]>()
  for (const [i, move] of moves.entries()) {
    const until = moves[i + 1]?.index ?? Infinity
    const here = state.readings.filter((r) => r.firingStateId === move.firingStateId && TELLS.includes(r.measurandId) && tellsOfScrews(r))
    const key = (r: (typeof here)[number]) => `${r.measurandId} ${r.sectionId ?? ''}`
    // The last before it and the last after it, of each figure: one that was read once more is what stands.
    const before = new Map(here.filter((r) => r.index < move.index).map((r) => [key(r), r]))
    const after = new Map(here.filter((r) => r.index > move.index && r.index < until).map((r) => [key(r), r]))
    for (const r of [...before.values(), ...after.values()]) kept.add(r)
  }
  return turnedSchema.parse({ readings: [...kept].sort((a, b) => a.index - b.index), moves })
}
