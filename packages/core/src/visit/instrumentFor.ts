import { BY_EYE, channelFor, type Instrument, type MeasurandId, MEASURANDS } from '../measure'
import type { InstrumentSet } from './state'

/** What a figure is read with: one instrument, one of several that has to be said, or none of those at hand. */
export type ReadWith =
  | { readonly kind: 'one'; readonly instrument: Instrument }
  | { readonly kind: 'ask'; readonly among: readonly Instrument[] }
  | { readonly kind: 'eye' }
  | { readonly kind: 'none' }

/**
 * Which instrument reads a figure, out of the person's own set for the visit. Where two have the channel, the one that the person said; while nobody has
 * said, it is asked, never guessed. One that measures goes before one that only computes.
 *
 * @example
 * instrumentFor('pressure.working', { instrumentIds: [gauge.id, analyser.id], preferred: {} }, instruments) // { kind: 'ask', among: [gauge, analyser] }
 */
export function instrumentFor(id: MeasurandId, set: InstrumentSet, instruments: readonly Instrument[]): ReadWith {
  const { channel } = MEASURANDS[id]
  if (!channel) return { kind: 'none' }
  const able = instruments.filter((i) => set.instrumentIds.includes(i.id) && channelFor(i, id))
  const measuring = able.filter((i) => channelFor(i, id)?.origin === 'measured')
  const among = measuring.length > 0 ? measuring : able
  const said = able.find((i) => i.id === set.preferred[channel])
  if (said) return { kind: 'one', instrument: said }
  const [first, second] = among
  if (first && !second) return { kind: 'one', instrument: first }
  if (first) return { kind: 'ask', among }
  return BY_EYE.includes(channel) ? { kind: 'eye' } : { kind: 'none' }
}
