import { z } from 'zod'
import { BURNER_KINDS } from '../appliance'
import { MEASURAND_IDS } from '../measure'

const slug = z
  .string()
  .regex(/^[a-z0-9][a-z0-9-]*$/)
  .max(60)
const text = z.string().trim().min(1).max(400)
/** A person errs now and then: nothing is surer than this either way. */
const likelihood = z.number().min(0.02).max(0.98)
/** Free keys in one order, so that the same map is the same file. */
const byId = <T extends z.ZodType>(value: T) =>
  z.record(slug, value).transform((rows) => Object.fromEntries(Object.entries(rows).sort(([a], [b]) => (a < b ? -1 : 1))) as typeof rows)

/**
 * A fault map: causes with their prior odds, checks with minutes, risk and what must come before, and how likely each result is under each
 * cause; beside it the maker's own order. Both schools reason from the same map.
 */
export const faultMapSchema = z
  .strictObject({
    id: slug,
    version: z.number().int().positive(),
    title: text,
    burnerKinds: z.array(z.enum(BURNER_KINDS)).min(1),
    symptom: text,
    source: text,
    causes: z
      .array(
        z.strictObject({
          id: slug,
          label: text,
          prior: z.number().positive().max(1).meta({ description: 'Share of cases, before any check.' }),
          remedy: text,
          part: z.string().max(120).nullable(),
        }),
      )
      .min(1)
      .max(80),
    checks: z
      .array(
        z.strictObject({
          id: slug,
          label: text,
          method: text,
          minutes: z.number().positive().max(240),
          risk: z.enum(['none', 'case-open', 'live', 'firing-open']),
          after: z.array(slug).max(20),
          measurandId: z.enum(MEASURAND_IDS).nullable(),
          results: z
            .array(z.strictObject({ id: slug, label: text }))
            .min(2)
            .max(6),
          /** Cause → result → probability; the results of one cause add up to 1. A cause that is not named: every result alike. */
          likelihoods: byId(byId(likelihood)),
        }),
      )
      .max(120),
    byTheBook: z.array(slug).max(120).meta({ description: 'The maker’s order of checks; none is skipped.' }),
  })
  .superRefine((map, context) => {
    const wrong = (path: (string | number)[], message: string) => context.addIssue({ code: 'custom', path, message })
    const causes = new Set(map.causes.map((c) => c.id))
    const checks = new Set(map.checks.map((c) => c.id))
    map.causes.forEach((c, i) => {
      if (map.causes.findIndex((x) => x.id === c.id) < i) wrong(['causes', i, 'id'], 'This cause is there twice.')
    })
    const sum = map.causes.reduce((total, c) => total + c.prior, 0)
    if (Math.abs(sum - 1) > 0.02) wrong(['causes'], `The priors add up to ${sum.toFixed(2)}, not to 1.`)
    map.checks.forEach((check, i) => {
      const results = new Set(check.results.map((r) => r.id))
      for (const before of check.after) if (!checks.has(before)) wrong(['checks', i, 'after'], `No such check: ${before}.`)
      for (const [cause, row] of Object.entries(check.likelihoods)) {
        if (!causes.has(cause)) wrong(['checks', i, 'likelihoods', cause], 'No such cause.')
        for (const result of Object.keys(row))
          if (!results.has(result)) wrong(['checks', i, 'likelihoods', cause, result], 'No such result.')
        const total = Object.values(row).reduce((a, p) => a + p, 0)
        if (Math.abs(total - 1) > 0.02) wrong(['checks', i, 'likelihoods', cause], `The results add up to ${total.toFixed(2)}, not to 1.`)
      }
    })
    map.byTheBook.forEach((id, i) => {
      if (!checks.has(id)) wrong(['byTheBook', i], 'No such check.')
    })
  })
export type FaultMap = z.infer<typeof faultMapSchema>
