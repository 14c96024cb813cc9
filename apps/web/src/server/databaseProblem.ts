import { t } from '@/messages/all'

/** What the database refused, as an answer: what the sender can put right is 4xx, what passes by itself is 503. */
interface DatabaseProblem {
  readonly status: 409 | 422 | 503
  readonly code: string
  readonly detail: string
  readonly retryAfterS?: number
}

const NOT_STORABLE = { status: 422, code: 'not-storable', words: 'problem.not-storable' } as const
/** Whose it is already is not told: it may be another firm's. */
const TAKEN = { status: 409, code: 'not-usable', words: 'problem.id-taken' } as const
const NOT_THERE = { status: 422, code: 'names-nothing', words: 'problem.names-nothing' } as const
const AWAY = { status: 503, code: 'database-away', words: 'problem.database-away', retryAfterS: 5 } as const
const BUSY = { status: 503, code: 'busy', words: 'problem.too-slow', retryAfterS: 2 } as const

/** Connections that are not there or broke off, by the driver's and the system's own codes. */
const LOST = ['CONNECT_TIMEOUT', 'CONNECTION_CLOSED', 'CONNECTION_ENDED', 'CONNECTION_DESTROYED', 'ECONNREFUSED', 'ECONNRESET', 'EPIPE']

function byCode(code: string) {
  if (LOST.includes(code) || /^08...$/.test(code) || /^57P0[1-3]$/.test(code) || code === '53300') return AWAY
  // Statement, lock and idle time-outs, deadlocks, transactions that could not be put in order.
  if (['57014', '55P03', '25P03', '40001', '40P01'].includes(code)) return BUSY
  if (/^22...$/.test(code) || code === '23514') return NOT_STORABLE
  if (code === '23505') return TAKEN
  // A key of another firm, or a row that row-level security keeps away: neither is told to exist.
  if (code === '23503' || code === '42501') return NOT_THERE
  return null
}

/**
 * What became of a failed query, if it was one that has an answer; null for a mistake of the program.
 *
 * @example
 * databaseProblem({ code: '23505' })?.status // 409
 */
export function databaseProblem(error: unknown): DatabaseProblem | null {
  for (let at: unknown = error; typeof at === 'object' && at !== null; at = (at as { cause?: unknown }).cause) {
    const { code } = at as { code?: unknown }
    const known = typeof code === 'string' ? byCode(code) : null
    if (known) {
      const { words, ...rest } = known
      return { ...rest, detail: t(words) }
    }
  }
  return null
}
