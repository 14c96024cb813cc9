import { z } from 'zod'
import { EXPORT_KINDS } from '@/db/tables/exchange'

const day = z.iso.date('field.bad-date').optional()

/** What a file that takes long to make is to hold. */
export const exportSchema = z
  .strictObject({
    kind: z.enum(EXPORT_KINDS, 'field.choose'),
    from: day,
    until: day,
    paper: z.enum(['a4', 'letter'], 'field.choose').optional(),
  })
  .refine((w) => !w.from || !w.until || w.from <= w.until, { path: ['until'], message: 'field.until-before-from' })
