/** One thing that is wrong with a request, and where. */
export interface ProblemItem {
  readonly path: string
  readonly message: string
  readonly index?: number
  readonly code?: string
}

const TITLES: Record<number, string> = {
  400: 'The request could not be read',
  401: 'Sign in first',
  403: 'Not allowed',
  404: 'Not found',
  409: 'In conflict with what is stored',
  410: 'No longer there',
  412: 'Changed meanwhile',
  413: 'Too large',
  415: 'Not a kind that can be read',
  422: 'Something in the request is wrong',
  428: 'The version is missing',
  429: 'Too many tries',
  500: 'Something went wrong on our side',
  503: 'The database is away or busy',
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
    { ...more, type: `urn:lucerna:problem:${code}`, title: TITLES[status] ?? 'Error', status, detail, errors },
    { status, headers: { 'content-type': 'application/problem+json', 'cache-control': 'no-store', ...headers } },
  )
}
