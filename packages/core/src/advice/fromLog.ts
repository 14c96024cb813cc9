import { Adviser } from './adviser'
import type { Desk, DeskEntry } from './desk'
import type { Advice, Doubt, Scored } from './said'

/** What to do next, of a control that can calibrate itself too: that first. */
export type DeskAdvice = Advice | { readonly code: 'calibrate'; readonly screwId: string; readonly rates: readonly string[] }

/** What a desk shows of one appliance. */
export interface Advised {
  readonly desk: Desk
  readonly advice: DeskAdvice
  /** Every move with what was foretold and how it came, in order. */
  readonly moves: readonly (Scored & { readonly id: string })[]
  /** Screws whose answer is known from an earlier visit. */
  readonly known: readonly string[]
  /** Moves that bring every screw back to as found. */
  readonly home: ReturnType<Adviser['wayHome']>
  /** The last reading contradicts the last move. */
  readonly doubt: Doubt | null
}

/**
 * What to do next at the screws, from everything that was read and moved, in its order. The same log gives the same advice everywhere.
 *
 * @param before what was read and moved in an earlier visit: how the screws answered then is known now.
 * @example
 * adviseLog(desk, [{ kind: 'read', readings }, { kind: 'move', id: '1', move }], seededRandom(7)).advice // { code: 'read', rateId: 'max', … }
 */
export function adviseLog(desk: Desk, log: readonly DeskEntry[], random: () => number, before: readonly DeskEntry[] = []): Advised {
  const adviser = new Adviser(desk, random, momentsOf(before))
  const ids: string[] = []
  let calibrated = false
  for (const entry of momentsOf(log)) {
    if (entry.kind === 'read') {
      adviser.read(entry.readings)
      continue
    }
    if (entry.kind === 'calibrated') {
      calibrated = true
      adviser.calibrated()
      continue
    }
    const made = adviser.moves.length
    adviser.moved(entry.move)
    if (adviser.moves.length > made) ids.push(entry.id)
  }
  const advice = adviser.advise()
  // What the control can find by itself is not looked for by hand, unless the practice says so.
  const first = !calibrated && desk.calibration?.first && (advice.code === 'move' || advice.code === 'call-out')
  return {
    desk,
    advice: first ? { code: 'calibrate', screwId: desk.calibration.id, rates: desk.rates.map((r) => r.id) } : advice,
    moves: adviser.moves.map((m, i) => ({ ...m, id: ids[i]! })),
    known: adviser.known,
    home: adviser.wayHome(),
    doubt: adviser.doubt,
  }
}

/** Readings that belong to one moment are one entry: another rate, or the same figure once more, is another moment. */
function momentsOf(log: readonly DeskEntry[]): DeskEntry[] {
  const moments: DeskEntry[] = []
  for (const entry of log) {
    const last = moments.at(-1)
    const goesOn =
      entry.kind === 'read' &&
      last?.kind === 'read' &&
      !entry.readings.some((r) => last.readings.some((x) => x.rateId !== r.rateId || (x.figure === r.figure && x.section === r.section)))
    if (goesOn) moments[moments.length - 1] = { kind: 'read', readings: [...last.readings, ...entry.readings] }
    else moments.push(entry)
  }
  return moments
}
