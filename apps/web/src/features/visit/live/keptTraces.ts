import { type PackedTrace, packTrace } from '@lucerna/core/live'
import type { MeasurandId, Sample } from '@lucerna/core/measure'
import { v7 as uuidv7 } from 'uuid'
import type { NewEvent } from '../client/writeDown'
import type { LiveChannel } from './LiveBoard'

/** How far back a figure's trace is kept, s: what a reader needs to see that it had come to rest. */
const AROUND_S = 120

/** A stretch of what a channel showed, packed to its own last digit. */
export const packed = (samples: readonly Sample[], fromS: number, untilS: number, resolution: number): PackedTrace[] =>
  packTrace(
    samples.filter((p) => p.s >= fromS && p.s <= untilS),
    resolution,
  )

/**
 * What to write down beside figures that instruments sent: the two minutes before of each of their channels, once for figures that share one. Null without any.
 *
 * @example keptTrace([{ channel: o2, measurandId: 'o2.flue', readingId }], nowS) // { type: 'trace.kept', data: { … } }
 */
export function keptTrace(
  read: readonly { readonly channel: LiveChannel; readonly measurandId: MeasurandId; readonly readingId: string }[],
  nowS: number,
): Extract<NewEvent, { type: 'trace.kept' }> | null {
  const channels = [...new Map(read.map((r) => [r.channel.key, r])).values()].flatMap(
    ({ channel: { instrument, spec, trace }, measurandId }) => {
      const chunks = packed(trace.samples, nowS - AROUND_S, nowS, spec.resolution)
      return chunks.length === 0
        ? []
        : [{ ...(instrument.id && { instrumentId: instrument.id }), channelId: spec.id, channel: spec.channel, measurandId, chunks }]
    },
  )
  return channels.length === 0
    ? null
    : {
        type: 'trace.kept',
        data: { traceId: uuidv7(), readingIds: read.map((r) => r.readingId).slice(0, 20), channels: channels.slice(0, 12) },
      }
}
