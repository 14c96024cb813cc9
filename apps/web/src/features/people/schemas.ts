import { ROLES } from '@lucerna/core/visit'
import { z } from 'zod'
import { timeZoneSchema } from '@/ui/timeZone'
import { DIALECTS } from '@/ui/dialect'

/** Forms and requests about people; messages are keys of the message files. */

const email = z.string().trim().toLowerCase().max(200, 'field.too-long').pipe(z.email('field.email'))
const licence = {
  licenceNumber: z
    .string()
    .trim()
    .max(60, 'field.too-long')
    .transform((s) => s || null)
    .nullable(),
  licenceUntil: z.iso
    .date('field.bad-date')
    .refine((d) => d >= '2000-01-01' && d <= '2100-12-31', 'field.far-date')
    .nullable(),
}
/** Who works on gas has a licence with an end: without one they would act as an apprentice. */
const licensed = (p: { role: string; licenceNumber: string | null; licenceUntil: string | null }, context: z.core.$RefinementCtx): void => {
  if (p.role !== 'lead' && p.role !== 'technician') return
  if (p.licenceNumber === null) context.addIssue({ code: 'custom', path: ['licenceNumber'], message: 'field.licence-number' })
  if (p.licenceUntil === null) context.addIssue({ code: 'custom', path: ['licenceUntil'], message: 'field.licence-until' })
}

export const invitationSchema = z
  .strictObject({
    name: z.string().trim().min(1, 'field.missing').max(120, 'field.too-long'),
    email,
    role: z.enum(ROLES, 'field.choose'),
    ...licence,
  })
  .superRefine(licensed)

export const memberSchema = z.strictObject({ role: z.enum(ROLES, 'field.choose'), ...licence }).superRefine(licensed)

export const passwordSchema = z.string().min(10, 'field.password-short').max(200, 'field.too-long')
const passcodeSchema = z.string().regex(/^\d{6,8}$/, 'field.passcode')

export const joinSchema = z.strictObject({ password: passwordSchema })
export const setPasscodeSchema = z.strictObject({ passcode: passcodeSchema, password: z.string().min(1, 'field.missing').max(200) })
export const confirmationSchema = z.strictObject({
  confirmerId: z.string().min(1, 'field.choose').max(80),
  passcode: z.string().min(1, 'field.missing').max(20),
  eventIds: z.array(z.uuid()).min(1).max(500),
  deviceId: z.uuid(),
})
export const preferenceSchema = z.strictObject({
  units: z.enum(['practice', 'metric', 'imperial']),
  dialect: z.enum(['practice', ...DIALECTS]).default('practice'),
  farViewTones: z.boolean(),
})
const monthsSchema = z.int('field.choose').min(1, 'field.choose').max(240, 'field.choose').nullable()
/** Months after which what is personal goes, by kind; null keeps it. */
export const retentionSchema = z.strictObject({
  letters: monthsSchema,
  invitations: monthsSchema,
  imports: monthsSchema,
  notes: monthsSchema,
  contacts: monthsSchema,
  people: monthsSchema,
})

export const firmSchema = z.strictObject({
  practiceId: z.string().min(1, 'field.choose').max(60),
  /** Left out, it stays. */
  timeZone: timeZoneSchema.optional(),
  /** Whether everybody needs a second factor; left out, it stays. */
  secondFactor: z.boolean().optional(),
  /** Whether leads and planners get a letter each Monday with what falls due; left out, it stays. */
  reminders: z.boolean().optional(),
})
