import { z } from 'zod'
import { textSchema } from '@lucerna/core/shapes'

/** How long a customer's link holds, and to whom it is written. */
export const shareSchema = z.strictObject({
  days: z.int('field.choose').min(1, 'field.choose').max(365, 'field.choose'),
  email: z.email('field.email').max(200, 'field.email').nullable().default(null),
  name: textSchema(1, 120).nullable().default(null),
})
