import { z } from 'zod'
import { BURNER_KINDS } from '../appliance'
import { MEASURAND_IDS, STATIONS } from '../measure'
import { DISTURBED_KIND_IDS } from '../procedure'
import { ACCESSES, CIRCUMSTANCES, LINKS, SYMPTOMS } from './symptoms'

const slug = z
  .string()
  .regex(/^[a-z0-9][a-z0-9-]*$/)
  .max(60)
const text = z.string().trim().min(1).max(400)
/** A person errs now and then: nothing is surer than this either way. */
const likelihood = z.number().min(0.02).max(0.98)
/** Free keys in one order, so that the same map is the same file. */
const inOrder = <T extends object>(rows: T): T => Object.fromEntries(Object.entries(rows).sort(([a], [b]) => (a < b ? -1 : 1))) as T
const byId = <T extends z.ZodType>(value: T) => z.record(slug, value).transform(inOrder)
const share = z.number().positive().max(1)
const SUM_WITHIN = 0.02

const causeSchema = z.strictObject({
  id: slug,
  label: text,
  link: z.enum(LINKS).meta({ description: 'Where in the chain from demand to heat it sits.' }),
  remedy: text,
  part: z.string().max(120).nullable().default(null),
  priors: z
    .partialRecord(z.enum(SYMPTOMS), share)
    .transform(inOrder)
    .meta({ description: 'Share of cases of each symptom, before any check.' }),
  favours: z
    .partialRecord(z.enum(CIRCUMSTANCES), z.number().positive().max(20))
    .transform(inOrder)
    .default({})
    .meta({ description: 'How many times likelier it is when this was so.' }),
  disturbedBy: z
    .array(z.enum(DISTURBED_KIND_IDS))
    .default([])
    .meta({ description: 'Kinds of disturbed things of which one, touched before it was first seen, makes it likelier.' }),
  shows: share.default(1).meta({ description: 'How often a check made on the day finds it, of one that comes and goes.' }),
})

const resultSchema = z.strictObject({
  id: slug,
  label: text,
  /** A typed figure means this result when it lies in here, SI; with `card`, below, inside or above the card’s band where the card has one. */
  range: z.strictObject({ min: z.number().optional(), max: z.number().optional() }).nullable().default(null),
  card: z.enum(['below', 'inside', 'above']).nullable().default(null),
  wrongMethod: z
    .string()
    .max(300)
    .nullable()
    .default(null)
    .meta({ description: 'What is shown when it was measured the wrong way, and how to do it right.' }),
})

const checkSchema = z.strictObject({
  id: slug,
  label: text,
  method: text,
  tools: z.array(z.string().max(60)).max(6).default([]),
  minutes: z.number().positive().max(240),
  access: z.enum(ACCESSES),
  firing: z.boolean().default(false).meta({ description: 'The burner is started or runs for it: only with the combustion path shut.' }),
  after: z.array(slug).max(6).default([]),
  symptoms: z.array(z.enum(SYMPTOMS)).default([]).meta({ description: 'Asked for these symptoms only; none named: for all.' }),
  measurandId: z.enum(MEASURAND_IDS).nullable().default(null),
  stationId: z.enum(STATIONS).nullable().default(null),
  instead: z
    .strictObject({ of: text, why: text })
    .nullable()
    .default(null)
    .meta({ description: 'The way of the maker’s book that is not allowed, and why this one tells the same.' }),
  moving: z.boolean().default(false).meta({ description: 'Made while the part is moved: finds what comes and goes.' }),
  results: z.array(resultSchema).min(2).max(9),
  /** Of a sound part, and of every cause that is not named: result → probability. */
  otherwise: byId(likelihood),
  /** Cause → result → probability; the results of one cause add up to 1. */
  likelihoods: byId(byId(likelihood)),
})

/**
 * A fault map: causes with their prior odds by symptom; checks with method, minutes, access and what must come before, and how likely each result is under each cause;
 * beside it the maker’s own order for each symptom. Both schools reason from the same map.
 */
export const faultMapSchema = z
  .strictObject({
    id: slug,
    version: z.number().int().positive(),
    title: text,
    burnerKinds: z.array(z.enum(BURNER_KINDS)).min(1),
    source: text,
    causes: z.array(causeSchema).min(1).max(80),
    checks: z.array(checkSchema).min(1).max(120),
    book: z
      .partialRecord(z.enum(SYMPTOMS), z.array(slug).min(1).max(60))
      .transform(inOrder)
      .meta({ description: 'The maker’s order of checks; none is skipped.' }),
  })
  .superRefine((map, context) => {
    const wrong = (path: (string | number)[], message: string) => context.addIssue({ code: 'custom', path, message })
    const causes = new Set(map.causes.map((c) => c.id))
    const checks = new Map(map.checks.map((c) => [c.id, c]))
    const twice = (list: readonly { readonly id: string }[], where: string, what: string) =>
      list.forEach((x, i) => {
        if (list.findIndex((y) => y.id === x.id) < i) wrong([where, i, 'id'], `This ${what} is there twice.`)
      })
    twice(map.causes, 'causes', 'cause')
    twice(map.checks, 'checks', 'check')
    for (const symptom of Object.keys(map.book) as (keyof typeof map.book)[]) {
      const sum = map.causes.reduce((total, c) => total + (c.priors[symptom] ?? 0), 0)
      if (Math.abs(sum - 1) > SUM_WITHIN) wrong(['causes'], `The priors of ${symptom} add up to ${sum.toFixed(2)}, not to 1.`)
    }
    map.causes.forEach((cause, i) => {
      for (const symptom of Object.keys(cause.priors) as (keyof typeof cause.priors)[])
        if (!map.book[symptom]) wrong(['causes', i, 'priors', symptom], 'The book has no order of checks for this symptom.')
    })
    map.checks.forEach((check, i) => {
      const results = new Set(check.results.map((r) => r.id))
      for (const before of check.after) if (!checks.has(before)) wrong(['checks', i, 'after'], `No such check: ${before}.`)
      if (reaches(check.id, check.after, checks))
        wrong(['checks', i, 'after'], 'This check has to come before itself: it can never be made.')
      const row = (path: (string | number)[], shares: Readonly<Record<string, number>>) => {
        for (const result of Object.keys(shares)) if (!results.has(result)) wrong([...path, result], 'No such result.')
        const total = Object.values(shares).reduce((a, p) => a + p, 0)
        if (Math.abs(total - 1) > SUM_WITHIN) wrong(path, `The results add up to ${total.toFixed(2)}, not to 1.`)
      }
      row(['checks', i, 'otherwise'], check.otherwise)
      for (const [cause, shares] of Object.entries(check.likelihoods)) {
        if (!causes.has(cause)) wrong(['checks', i, 'likelihoods', cause], 'No such cause.')
        row(['checks', i, 'likelihoods', cause], shares)
      }
      if (check.firing && check.access === 'gas-shut') wrong(['checks', i, 'firing'], 'Nothing fires with the gas shut.')
    })
    for (const [symptom, order] of Object.entries(map.book))
      order?.forEach((id, i) => {
        if (!checks.has(id)) wrong(['book', symptom, i], 'No such check.')
      })
  })
export type FaultMap = z.infer<typeof faultMapSchema>
export type FaultMapInput = z.input<typeof faultMapSchema>
export type Cause = FaultMap['causes'][number]
export type Check = FaultMap['checks'][number]

/** Whether following what must come before leads back to the check itself. */
function reaches(id: string, from: readonly string[], checks: ReadonlyMap<string, { readonly after: readonly string[] }>): boolean {
  const seen = new Set<string>()
  const open = [...from]
  for (let next = open.pop(); next !== undefined; next = open.pop()) {
    if (next === id) return true
    if (seen.has(next)) continue
    seen.add(next)
    open.push(...(checks.get(next)?.after ?? []))
  }
  return false
}
