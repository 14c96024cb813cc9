import { z } from 'zod'
import { CHANNELS, MEASURAND_IDS } from '../../measure'
import { packedSchema } from '../../live'
import { idSchema, rawTextSchema, textSchema } from '../../shapes'
import { defineEvent, WORKERS } from '../kit'

/** One channel of a kept trace: at most two hours, packed. */
const keptChannel = z.strictObject({
  instrumentId: idSchema.optional(),
  channelId: rawTextSchema(1, 60),
  channel: z.enum(CHANNELS),
  /** What it was read as, where that is known. */
  measurandId: z.enum(MEASURAND_IDS).optional(),
  chunks: z.array(packedSchema).min(1).max(120),
})
const TRACE_BYTES = 60_000

/** What instruments showed around figures that were written down, or a trace that was brought from a file. */
export const traceKept = defineEvent({
  type: 'trace.kept',
  data: z
    .strictObject({
      traceId: idSchema,
      /** Figures that were read from it. */
      readingIds: z.array(idSchema).max(20),
      /** The file that it came from; absent where instruments sent it. */
      file: textSchema(1, 120).optional(),
      channels: z.array(keptChannel).min(1).max(12),
    })
    .refine((d) => d.channels.reduce((n, c) => n + c.chunks.reduce((m, k) => m + k.data.length, 0), 0) <= TRACE_BYTES, {
      path: ['channels'],
      message: `More than ${TRACE_BYTES} characters of trace: keep less of it, or thin it.`,
    }),
  emit: WORKERS,
  afterClosing: 'refused',
  moves: [],
  makes: 'traceId',
  instruments: (data) => Object.fromEntries(data.channels.map((c, i) => [`data.channels[${i}].instrumentId`, c.instrumentId])),
  apply: (h, { data }) => {
    if (h.visit.now.traces.some((x) => x.id === data.traceId)) return h.odd('noted-twice')
    h.visit.own('traces').push({
      id: data.traceId,
      applianceId: h.applianceId,
      readingIds: data.readingIds,
      file: data.file ?? null,
      channels: data.channels,
      ...h.stamp,
    })
  },
})
