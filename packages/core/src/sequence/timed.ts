import type { MeasurandId } from '../measure'
import type { SequenceEvent } from './sequence'

/** Something of the sequence that was seen, and when, ms. */
export interface Seen {
  readonly id: string
  readonly atMs: number
}

/** What a start that runs cannot show: how fast the valve shuts is told by a flame that is taken away. */
const NOT_IN_A_SOUND_START: readonly MeasurandId[] = ['time.flameLoss', 'pressure.ignitionDip']

/**
 * What is pressed through while a burner starts: first the call, by which everything outside and every interlock is made, then each event from the purge on.
 *
 * @example
 * pressedThrough(sequenceOf(larch28)).map((e) => e.id) // ['call', 'fan', 'air-proved', 'pre-purge', 'igniter', 'gas-valve', 'flame-proved', …]
 */
export const pressedThrough = (chain: readonly SequenceEvent[]): SequenceEvent[] =>
  chain.filter((e) => e.id === 'call' || (e.phase !== 'outside' && e.phase !== 'interlocks'))

/**
 * The times of a start that was pressed through, seconds: from the event before to the event itself, where the chain names a time for it. An event that was
 * seen before the one that it waits for, or whose forerunner was not seen, has none.
 *
 * @example
 * sequenceTimes(chain, [{ id: 'air-proved', atMs: 0 }, { id: 'pre-purge', atMs: 20_300 }]) // { 'time.prePurge': 20.3 }
 */
export function sequenceTimes(chain: readonly SequenceEvent[], seen: readonly Seen[]): Partial<Record<MeasurandId, number>> {
  const at = new Map(seen.map((s) => [s.id, s.atMs]))
  return Object.fromEntries(
    chain.flatMap(({ id, after, measurandId }) => {
      const [before] = after
      const end = at.get(id)
      const begin = before === undefined ? undefined : at.get(before)
      if (!measurandId || NOT_IN_A_SOUND_START.includes(measurandId) || end === undefined || begin === undefined || end < begin) return []
      return [[measurandId, Math.round((end - begin) / 100) / 10]]
    }),
  )
}
