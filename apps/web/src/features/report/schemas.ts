import { z } from 'zod'
import { textSchema } from '@lucerna/core/shapes'

/** How long a customer's link holds, and to whom it is written. */
export const shareSchema = z.strictObject({
  days: z.int('field.choose').min(1, 'field.choose').max(365, 'field.choose'),
  email: z.email('field.email').max(200, 'field.email').nullable().default(null),
  name: textSchema(1, 120).nullable().default(null),
})

/** Which version of a report an address asks for; null is the newest. */
export const versionAsked = ({ version }: { readonly version?: string }): number | null =>
  /^[1-9]\d{0,3}$/.test(version ?? '') ? Number(version) : null
