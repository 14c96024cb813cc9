import { z } from 'zod'
import { anyInstantSchema, idSchema, rawTextSchema } from '../shapes'
import { INSTANCES } from './instances'
import { INSTRUMENT_KINDS } from './instruments'
import { CHANNELS } from './measurandKinds'
import { MEASURAND_IDS } from './measurands'
import { STATIONS } from './stations'

/** A place along the line from street to sky, or beside it. */
export const stationSchema = z.enum(STATIONS)

/** One reading, SI inside, with what was typed beside it. Shape: docs/api.md. */
export const readingSchema = z.strictObject({
  id: idSchema,
  groupId: idSchema.optional().meta({ description: 'One simultaneous set: O2, CO and temperatures taken together.' }),
  measurandId: z.enum(MEASURAND_IDS),
  stationId: stationSchema,
  firingStateId: rawTextSchema(1, 60),
  sectionId: rawTextSchema(1, 60).optional(),
  instanceId: z
    .enum(INSTANCES)
    .optional()
    .meta({ description: 'Which of several: coil 1, the board’s end; absent where there is only one.' }),
  valueSi: z.number(),
  standardUncertainty: z.number().min(0).max(1e12).nullable(),
  entered: z.strictObject({ text: rawTextSchema(0, 60), unit: rawTextSchema(0, 20) }).optional(),
  origin: z.enum(['measured', 'computed', 'observed']),
  source: z.strictObject({
    kind: z.enum(['typed', 'instrument', 'trace']),
    instrumentId: idSchema.optional(),
    channelId: rawTextSchema(0, 60).optional(),
  }),
  settled: z
    .enum(['settled', 'early', 'declared'])
    .meta({ description: '`declared`: somebody said that it stands still before the clock or the trace did.' }),
  caseClosed: z.boolean().optional(),
  takenAt: anyInstantSchema,
})
export type Reading = z.infer<typeof readingSchema>

/** What an instrument can show that is no number, and what cannot be reached at all. */
const SPECIAL_KINDS = ['open', 'short', 'over-range', 'not-reachable'] as const

export const specialSchema = z
  .discriminatedUnion('kind', [
    z.strictObject({ kind: z.enum(SPECIAL_KINDS) }),
    z.strictObject({ kind: z.literal('varies'), fromSi: z.number(), toSi: z.number() }),
  ])
  .meta({ description: 'Open circuit, short, over range, not reachable; or a value that varies while something is moved, SI.' })
export type Special = z.infer<typeof specialSchema>

/** One look at a figure that showed no number. */
export const specialReadingSchema = z.strictObject({
  readingId: idSchema,
  measurandId: z.enum(MEASURAND_IDS),
  stationId: stationSchema,
  firingStateId: rawTextSchema(1, 60),
  sectionId: rawTextSchema(1, 60).optional(),
  instanceId: z.enum(INSTANCES).optional(),
  special: specialSchema,
})

/**
 * What an instrument's maker promises for one channel. `absolute` and `relative` are the limits of error stated for k = 2; they combine as the
 * larger of the two ("±10 ppm or 5 %") or as their sum ("±0.5 % ±2 digits"). All SI.
 */
export const channelSpecSchema = z.object({
  id: z.string().min(1),
  channel: z.enum(CHANNELS),
  origin: z.enum(['measured', 'computed']).meta({ description: 'Many analysers compute CO2 from O2: such a channel proves nothing.' }),
  min: z.number(),
  max: z.number(),
  resolution: z.number().positive(),
  absolute: z.number().min(0),
  relative: z.number().min(0),
  combine: z.enum(['larger', 'sum']),
})
export type ChannelSpec = z.infer<typeof channelSpecSchema>

export const instrumentSchema = z.object({
  id: z.uuid(),
  kind: z.enum(INSTRUMENT_KINDS),
  maker: z.string(),
  model: z.string(),
  serial: z.string(),
  channels: z.array(channelSpecSchema),
  calibratedAt: z.iso.datetime(),
  calibrationDueAt: z.iso.datetime(),
  certificate: z.string().nullable(),
})
export type Instrument = z.infer<typeof instrumentSchema>
