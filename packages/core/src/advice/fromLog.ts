import { Adviser } from './adviser'
import type { Desk, DeskMove, DeskReading } from './desk'
import type { Advice, Doubt, Scored } from './said'

/** What was done at a desk, in its order: settled readings of one rate, a move, a calibration that the control ran by itself. */
export type DeskEntry =
  | { readonly kind: 'read'; readonly readings: readonly DeskReading[] }
  | { readonly kind: 'move'; readonly id: string; readonly move: DeskMove }
  | { readonly kind: 'calibrated' }

/** What to do next, of a control that can calibrate itself too: that first. */
export type DeskAdvice = Advice | { readonly code: 'calibrate'; readonly screwId: string; readonly rates: readonly string[] }

/** What a desk shows of one appliance. */
export interface Advised {
  readonly desk: Desk
  readonly advice: DeskAdvice
  /** Every move with what was foretold and how it came, in order. */
  readonly moves: readonly (Scored & { readonly id: string })[]
  /** Moves that bring every screw back to as found. */
  readonly home: ReturnType<Adviser['wayHome']>
  /** The last reading contradicts the last move. */
  readonly doubt: Doubt | null
}

/**
 * What to do next at the screws, from everything that was read and moved, in its order. The same log gives the same advice everywhere.
 *
 * @example
 * adviseLog(desk, [{ kind: 'read', readings }, { kind: 'move', id: '1', move }], seededRandom(7)).advice // { code: 'read', rateId: 'max', … }
 */
export function adviseLog(desk: Desk, log: readonly DeskEntry[], random: () => number): Advised {
  const adviser = new Adviser(desk, random)
  const ids: string[] = []
  let calibrated = false
  let together: DeskReading[] = []
  const flush = () => {
    if (together.length > 0) adviser.read(together)
    together = []
  }
  for (const entry of log) {
    if (entry.kind === 'read') {
      // Another rate, or the same figure once more, is another moment.
      const again = entry.readings.some((r) =>
        together.some((x) => x.rateId !== r.rateId || (x.figure === r.figure && x.section === r.section)),
      )
      if (again) flush()
      together.push(...entry.readings)
      continue
    }
    flush()
    if (entry.kind === 'calibrated') {
      calibrated = true
      adviser.calibrated()
      continue
    }
    // What was foretold is worked out as it was then, so that the log of moves can be scored.
    adviser.advise()
    const before = adviser.moves.length
    adviser.moved(entry.move)
    if (adviser.moves.length > before) ids.push(entry.id)
  }
  flush()
  const advice = adviser.advise()
  // What the control can find by itself is not looked for by hand, unless the practice says so.
  const first = !calibrated && desk.calibration?.first && (advice.code === 'move' || advice.code === 'call-out')
  return {
    desk,
    advice: first ? { code: 'calibrate', screwId: desk.calibration.id, rates: desk.rates.map((r) => r.id) } : advice,
    moves: adviser.moves.map((m, i) => ({ ...m, id: ids[i]! })),
    home: adviser.wayHome(),
    doubt: adviser.doubt,
  }
}
