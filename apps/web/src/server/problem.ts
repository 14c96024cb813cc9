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
  413: 'Too large',
  422: 'Something in the request is wrong',
  500: 'Something went wrong on our side',
  503: 'The database is away',
}

/** A refusal on its way out: thrown by the functions behind the API, written as problem+json (RFC 9457) by {@link problemResponse}. */
export class ApiProblem extends Error {
  constructor(
    readonly status: 400 | 401 | 403 | 404 | 409 | 413 | 422,
    readonly code: string,
    detail: string,
    readonly errors: readonly ProblemItem[] = [],
  ) {
    super(detail)
  }
}

/** A problem as a response. Unknown errors become a 500 without any detail of the inside. */
export function problemResponse(status: number, code: string, detail: string, errors: readonly ProblemItem[] = []): Response {
  return Response.json(
    { type: `urn:lucerna:problem:${code}`, title: TITLES[status] ?? 'Error', status, detail, errors },
    { status, headers: { 'content-type': 'application/problem+json', 'cache-control': 'no-store' } },
  )
}
