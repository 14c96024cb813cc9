import type { z } from 'zod'
import { fieldWords } from '@/ui/fieldWords'
import { t } from '@/messages/all'
import { ApiProblem } from './problem'

/** A body read by a schema; @throws ApiProblem 422 with every field that is wrong. */
export function parseFields<S extends z.ZodType>(schema: S, body: unknown): z.output<S> {
  const parsed = schema.safeParse(body)
  if (parsed.success) return parsed.data
  const wrong = new Map<string, string>()
  for (const issue of parsed.error.issues) {
    const paths = issue.code === 'unrecognized_keys' ? issue.keys.map((k) => [...issue.path, k]) : [issue.path]
    // The first thing that is wrong with a field is the one to mend first.
    for (const path of paths.map((p) => p.join('.'))) if (!wrong.has(path)) wrong.set(path, fieldWords(issue))
  }
  throw new ApiProblem(
    422,
    'invalid-fields',
    t('field.some-wrong'),
    [...wrong].map(([path, message]) => ({ path, message })),
  )
}

/** The version an edit was made from, out of `If-Match: "3"`. @throws ApiProblem 428 without one. */
export function expectedVersion(request: Request): number {
  const match = /^(?:W\/)?"(\d{1,9})"$/.exec(request.headers.get('if-match') ?? '')
  if (!match)
    throw new ApiProblem(428, 'version-missing', 'Send If-Match with the ETag that you read, so that nobody else’s change is overwritten.')
  return Number(match[1])
}

/** Has the browser keep an answer as a file. */
export const attachment = (name: string): Record<string, string> => ({ 'content-disposition': `attachment; filename="${name}"` })

export const etag = (version: number): Record<string, string> => ({ etag: `"${version}"` })
