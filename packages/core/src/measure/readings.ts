import { z } from 'zod'
import { anyInstantSchema, idSchema, rawTextSchema } from '../shapes'
import { INSTANCES } from './instances'
import { MEASURAND_IDS } from './measurands'
import { stationSchema } from './stations'

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
