import '@/messages/all'
import { wordsFor } from '@/ui/words'

/** One thing that is wrong with a request, and where. */
export interface ProblemItem {
  readonly path: string
  readonly message: string
  readonly index?: number
  readonly code?: string
}

/** A refusal on its way out: thrown by the functions behind the API, written as problem+json (RFC 9457) by {@link problemResponse}. */
export class ApiProblem extends Error {
  constructor(
    readonly status: 400 | 401 | 403 | 404 | 409 | 410 | 412 | 413 | 415 | 422 | 428 | 429,
    readonly code: string,
    detail: string,
    readonly errors: readonly ProblemItem[] = [],
    /** More members of the problem, such as what is stored now. */
    readonly more: Readonly<Record<string, unknown>> = {},
  ) {
    super(detail)
  }
}

/** A problem as a response. Unknown errors become a 500 without any detail of the inside. */
export function problemResponse(
  status: number,
  code: string,
  detail: string,
  errors: readonly ProblemItem[] = [],
  more: Readonly<Record<string, unknown>> = {},
  headers: Readonly<Record<string, string>> = {},
): Response {
  return Response.json(
    { ...more, type: `urn:lucerna:problem:${code}`, title: wordsFor(`problem.title.${status}`), status, detail, errors },
    { status, headers: { 'content-type': 'application/problem+json', 'cache-control': 'no-store', ...headers } },
  )
}
