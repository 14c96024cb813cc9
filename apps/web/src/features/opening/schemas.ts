import { SHIPPED_PRACTICES } from '@lucerna/core/practice'
import { z } from 'zod'
import { passwordSchema } from '@/features/people'
import { mailServerSchema } from '@/server/mailServer'
import { timeZoneSchema } from '@/ui/timeZone'

/** Profiles that a new firm may begin with. */
export const PROFILES = SHIPPED_PRACTICES.map(({ id, title, units }) => ({ id, title, units }))

/** What a firm begins with; messages are keys of the message files. */
export const openingSchema = z.strictObject({
  firm: z.string().trim().min(2, 'field.missing').max(120, 'field.too-long'),
  name: z.string().trim().min(2, 'field.missing').max(120, 'field.too-long'),
  email: z.string().trim().toLowerCase().max(200, 'field.too-long').pipe(z.email('field.email')),
  password: passwordSchema,
  /** With its end: without one a lead may plan, and works as an apprentice. */
  licenceNumber: z.string().trim().max(60, 'field.too-long'),
  licenceUntil: z.union([z.literal(''), z.iso.date('field.bad-date')]),
  profile: z.enum(PROFILES.map((p) => p.id) as [string, ...string[]], 'field.choose'),
  timeZone: timeZoneSchema,
  emergencyNumber: z.string().trim().max(40, 'field.too-long'),
  /** By which its letters leave, if it has one already. */
  mail: mailServerSchema.nullable(),
  examples: z.boolean(),
})
export type Opening = z.output<typeof openingSchema>
