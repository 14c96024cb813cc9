import { t } from '@/messages/shell'

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

type Members = Readonly<Record<string, unknown>>
/** Whether something has members that can be asked for. */
export const isObject = (x: unknown): x is Members => typeof x === 'object' && x !== null && !Array.isArray(x)

/** The field errors of a problem: what is not told in the expected shape is left out. */
const fieldsOf = (errors: unknown): Record<string, string> =>
  Object.fromEntries(
    (Array.isArray(errors) ? errors : []).flatMap((e: unknown) =>
      isObject(e) && typeof e.path === 'string' && typeof e.message === 'string' ? [[e.path, e.message] as const] : [],
    ),
  )

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
    const etag = /^"(\d+)"$/.exec(response.headers.get('etag') ?? '')
    return { ok: true, body: isObject(answered) ? answered : {}, version: etag ? Number(etag[1]) : null }
  }
  if (!isObject(answered) || typeof answered.status !== 'number' || typeof answered.detail !== 'string')
    return { ok: false, problem: { status: response.status, detail: t('ask.failed'), fields: {}, body: {} } }
  return {
    ok: false,
    problem: { status: response.status, detail: answered.detail, fields: fieldsOf(answered.errors), body: answered },
  }
}
