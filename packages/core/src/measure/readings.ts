import { z } from 'zod'
import { MEASURAND_IDS } from './measurands'
import { stationSchema } from './stations'

/** One reading, SI inside, with what was typed beside it. Shape: docs/api.md. */
export const readingSchema = z.strictObject({
  id: z.uuid(),
  groupId: z.uuid().optional().meta({ description: 'One simultaneous set: O2, CO and temperatures taken together.' }),
  measurandId: z.enum(MEASURAND_IDS),
  stationId: stationSchema,
  firingStateId: z.string().min(1).max(60),
  sectionId: z.string().min(1).max(60).optional(),
  valueSi: z.number(),
  standardUncertainty: z.number().min(0).nullable(),
  entered: z.strictObject({ text: z.string().max(60), unit: z.string().max(20) }).optional(),
  origin: z.enum(['measured', 'computed', 'observed']),
  source: z.strictObject({
    kind: z.enum(['typed', 'instrument', 'trace']),
    instrumentId: z.uuid().optional(),
    channelId: z.string().max(60).optional(),
  }),
  settled: z.enum(['settled', 'early', 'declared']),
  caseClosed: z.boolean().optional(),
  takenAt: z.iso.datetime(),
})
export type Reading = z.infer<typeof readingSchema>
