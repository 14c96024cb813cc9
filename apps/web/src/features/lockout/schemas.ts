import { z } from 'zod'

export const SERVICES = ['heating', 'hot-water', 'both', 'none'] as const
const MINUTE = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}$/

/** What is told by the code on the lid; the picture comes beside it. */
export const tellSchema = z.strictObject({
  service: z.enum(SERVICES).nullable(),
  /** By the clock of the site; null is now. */
  at: z.string().regex(MINUTE, 'tell.bad-time').nullable(),
  code: z
    .string()
    .trim()
    .max(30, 'tell.code-long')
    .transform((s) => s || null),
})
export const reviewSchema = z.strictObject({ state: z.enum(['new', 'taken', 'dismissed']) })
