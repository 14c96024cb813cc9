import { z } from 'zod'
import { t } from '@/messages/shell'

const problemSchema = z.looseObject({
  status: z.number(),
  detail: z.string(),
  errors: z.array(z.looseObject({ path: z.string(), message: z.string() })).default([]),
})

/** What went wrong with a request, in words for the screen. `status` 0: the server is away and nothing was changed. */
interface AskProblem {
  readonly status: number
  readonly detail: string
  /** Message by field path. */
  readonly fields: Readonly<Record<string, string>>
  readonly body: Readonly<Record<string, unknown>>
}

export type Answer =
  | { readonly ok: true; readonly body: Readonly<Record<string, unknown>>; readonly version: number | null }
  | { readonly ok: false; readonly problem: AskProblem }

const objectSchema = z.record(z.string(), z.unknown())

/** Asks our own API, with the version that an edit was made from. Never throws: a server that is away is an answer too. */
export async function ask(method: string, url: string, body?: unknown, version?: number): Promise<Answer> {
  const raw = body instanceof Blob
  let response: Response
  try {
    response = await fetch(url, {
      method,
      headers: {
        ...(body !== undefined && { 'content-type': raw ? body.type || 'application/octet-stream' : 'application/json' }),
        ...(version !== undefined && { 'if-match': `"${version}"` }),
      },
      ...(body !== undefined && { body: raw ? body : JSON.stringify(body) }),
    })
  } catch {
    return { ok: false, problem: { status: 0, detail: t('ask.away'), fields: {}, body: {} } }
  }
  const answered: unknown = response.status === 204 ? {} : await response.json().catch(() => ({}))
  if (response.ok) {
    const parsed = objectSchema.safeParse(answered)
    const etag = /^"(\d+)"$/.exec(response.headers.get('etag') ?? '')
    return { ok: true, body: parsed.success ? parsed.data : {}, version: etag ? Number(etag[1]) : null }
  }
  const problem = problemSchema.safeParse(answered)
  if (!problem.success) return { ok: false, problem: { status: response.status, detail: t('ask.failed'), fields: {}, body: {} } }
  return {
    ok: false,
    problem: {
      status: response.status,
      detail: problem.data.detail,
      fields: Object.fromEntries(problem.data.errors.map((e) => [e.path, e.message])),
      body: problem.data,
    },
  }
}
