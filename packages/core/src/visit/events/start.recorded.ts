import { z } from 'zod'
import { MEASURAND_IDS, stationSchema } from '../../measure'
import { packedSchema } from '../../live'
import { SEQUENCE_EVENT_IDS } from '../../sequence'
import { idSchema, instantSchema, rawTextSchema } from '../../shapes'
import { defineEvent, WORKERS } from '../kit'

const stepId = z.string().refine((id) => SEQUENCE_EVENT_IDS.includes(id), 'No step of any sequence of operation.')

/** What a start was, on one time line from its call. */
export const startRecordSchema = z.strictObject({
  at: instantSchema,
  /** Steps of the sequence with their time, s after the call. */
  events: z.array(z.strictObject({ id: stepId, s: z.number().min(0).max(3600) })).max(40),
  outcome: z.enum(['lit', 'died']),
  /** The step that did not come. */
  diedAt: stepId.nullable(),
  lanes: z
    .array(
      z.strictObject({
        instrumentId: idSchema.optional(),
        channelId: rawTextSchema(1, 60),
        measurandId: z.enum(MEASURAND_IDS),
        stationId: stationSchema,
        chunks: z.array(packedSchema).min(1).max(20),
      }),
    )
    .max(8),
})
export type StartRecord = z.infer<typeof startRecordSchema>

/** One start on one time line: what came when, by hand or by channels, what they showed, and where it died if it did. */
export const startRecorded = defineEvent({
  type: 'start.recorded',
  data: startRecordSchema.extend({ startId: idSchema }),
  emit: WORKERS,
  afterClosing: 'refused',
  moves: [],
  makes: 'startId',
  instruments: (data) => Object.fromEntries(data.lanes.map((l, i) => [`data.lanes[${i}].instrumentId`, l.instrumentId])),
  check: ({ data }, { wrong }) => {
    if ((data.outcome === 'died') !== (data.diedAt !== null)) wrong('data.diedAt', 'died-and-where')
  },
  apply: (h, { data: { startId, ...record } }) => {
    if (h.visit.now.startsSeen.some((x) => x.id === startId)) return h.odd('noted-twice')
    h.visit.own('startsSeen').push({ id: startId, applianceId: h.applianceId, by: h.stamp.by, ...record })
  },
})
