import { z } from 'zod'
import { instantSchema } from '../shapes'

/** At most a minute of one channel: delta-encoded, a byte for most samples. */
export const packedSchema = z
  .strictObject({
    at: instantSchema.meta({ description: 'When its first sample was measured.' }),
    resolution: z.number().positive().meta({ description: 'What one step of a value is, SI.' }),
    data: z.base64().min(4).max(8000).meta({
      description:
        'Variable-length numbers, seven bits a byte, the lowest first. For each sample twice the zigzag difference to the value before, in steps, plus one where the time between samples changes; then the zigzag change of that time in tenths of a second.',
    }),
  })
  .meta({ id: 'trace-chunk', description: 'A stretch of a trace, at most one minute long.' })
export type PackedTrace = z.infer<typeof packedSchema>
