import { z } from 'zod'
import { fieldWords } from '@/ui/fieldWords'

/** What is wrong, by the path of the field: `pipes.0.lengthM`. */
export type Problems = Readonly<Record<string, string>>

/** What stands in a form, read: an entry's fields in SI, and what of the texts could not be read at all. */
export interface DraftRead {
  readonly fields: unknown
  readonly problems?: Problems
}

/**
 * The schema of a form: its texts are read, then the entry's own schema looks at what they say, as the server will. What either finds is told together, in words; of
 * one field only the first.
 *
 * @example useForm({ resolver: zodResolver(drafted(siteSchema, readSite)) })
 */
export const drafted = <D, F>(schema: z.ZodType<F>, read: (draft: D) => DraftRead): z.ZodType<F, D> =>
  z.custom<D>().transform((draft, ctx): F => {
    const { fields, problems = {} } = read(draft)
    const parsed = schema.safeParse(fields)
    const wrong = new Map(Object.entries(problems))
    for (const issue of parsed.error?.issues ?? []) {
      const path = issue.path.join('.')
      if (!wrong.has(path)) wrong.set(path, fieldWords(issue))
    }
    for (const [path, message] of wrong) ctx.addIssue({ code: 'custom', path: path.split('.'), message })
    return parsed.success ? parsed.data : z.NEVER
  })

/** The errors of a form as one list by path. A list's own error stands under its name. */
export function problemsOf(errors: object, at: readonly string[] = []): Problems {
  return Object.assign(
    {},
    ...Object.entries(errors).map(([name, error]: [string, unknown]): Problems => {
      if (typeof error !== 'object' || error === null || name === 'ref') return {}
      const path = name === 'root' && at.length > 0 ? at : [...at, name]
      const own = (error as { message?: unknown }).message
      return { ...problemsOf(error, path), ...(typeof own === 'string' && own !== '' && { [path.join('.')]: own }) }
    }),
  ) as Problems
}
