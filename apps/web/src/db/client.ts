import { AsyncLocalStorage } from 'node:async_hooks'
import type { PgDialect } from 'drizzle-orm/pg-core'
import { drizzle, PostgresJsSession, PostgresJsTransaction } from 'drizzle-orm/postgres-js'
import postgres from 'postgres'
import { env } from '@/env'
import { forgetValues } from './cutValues'
import * as schema from './schema'

/** A statement with more parameters is a long list, of a length that hardly comes twice: it is not kept. */
const MOST_PARAMETERS = 60
/** A kept statement is planned anew for the values at hand: a plan for everybody's values suits no firm. */
const PLANNING = { plan_cache_mode: 'force_custom_plan' } as const

/**
 * A driver that keeps its statements on the connection. An unkept one costs two round trips (what are its parameters? here they are) and lets nothing
 * be sent behind it; a kept one costs one, and several go out together.
 */
function preparing<S extends postgres.Sql | postgres.TransactionSql>(sql: S): S {
  const { unsafe } = sql
  sql.unsafe = ((text: string, values: never[] = [], options: postgres.UnsafeQueryOptions = {}) =>
    unsafe(text, values, { ...options, prepare: values.length <= MOST_PARAMETERS })) as typeof unsafe
  if ('begin' in sql) {
    const begin = sql.begin.bind(sql) as (...given: unknown[]) => Promise<unknown>
    const wrap = (work: (tx: postgres.TransactionSql) => unknown) => (tx: postgres.TransactionSql) => work(preparing(tx))
    sql.begin = ((...given: unknown[]) => begin(...given.map((g) => (typeof g === 'function' ? wrap(g as never) : g)))) as typeof sql.begin
  }
  return sql
}

/** Ends of transactions that nobody waited for. */
const leaving = new Set<Promise<void>>()

/** A pool that is ended waits for them: the driver would wait for a connection given back to it after its end for good. */
function endingLast(client: postgres.Sql): postgres.Sql {
  const end = client.end.bind(client)
  client.end = async (...how) => {
    await Promise.all(leaving)
    return end(...how)
  }
  return client
}

/** What the database ends by itself, ms: a query that runs on, a transaction that nobody goes on with, a wait for a row. */
interface Limits {
  readonly statement_timeout?: number
  readonly idle_in_transaction_session_timeout?: number
  readonly lock_timeout?: number
}
const SERVING: Limits = { statement_timeout: 30_000, idle_in_transaction_session_timeout: 30_000, lock_timeout: 15_000 }

/** A pool of connections that speaks our schema. Timestamps stay text: the core wants ISO strings, not Date objects. */
export const connect = (url: string, max = 10, limits: Limits = {}) => {
  const client = endingLast(
    preparing(postgres(url, { max, onnotice: () => {}, connect_timeout: 5, connection: { ...PLANNING, ...limits } })),
  )
  return { client, db: drizzle(client, { schema, casing: 'snake_case' }) }
}

export type Database = ReturnType<typeof connect>['db']
export type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0]

type Pool = ReturnType<typeof connect>
const shared = globalThis as typeof globalThis & { lucernaDatabase?: Pool; lucernaProgress?: Pool; lucernaSignIn?: Pool }

/** The application's own pool (a role that owns no table). Kept across reloads in development. */
export const database = (): Database => (shared.lucernaDatabase ??= connect(env().LUCERNA_APP_DATABASE_URL, 10, SERVING)).db

/**
 * A small pool of its own for what long work tells beside its transaction: how far it is, and whether it is to stop. Out of the common pool it would wait
 * for connections that wait for it.
 */
export const progressDatabase = (): Database => (shared.lucernaProgress ??= connect(env().LUCERNA_APP_DATABASE_URL, 2, SERVING)).db

/**
 * The pool of sign-in and of the post: a role that reads accounts, sessions and letters that are due, and no firm's data. What runs in it is the sign-in library
 * and what stands beside it.
 */
export const signInDatabase = (): Database => (shared.lucernaSignIn ??= connect(env().LUCERNA_SIGN_IN_DATABASE_URL, 4, SERVING)).db

/** Inside a transaction no second connection of the same pool may be asked for: thirty at once would wait for each other for good. */
const held = new AsyncLocalStorage<Pick<Database, 'transaction'>>()

/** @throws Error when a transaction of this pool is open around the caller: a mistake of the program. */
export function mayConnect(db: Pick<Database, 'transaction'>): void {
  if (held.getStore() === db) throw new Error('A second connection was asked for inside a transaction.')
}

/** Who is asking, as far as the database has to know. */
export interface Scope {
  readonly firmId: string
  readonly userId: string
  /** What the database gave to whoever proved to be this person in this firm; without it no row is seen. The owner of the tables needs none. */
  readonly pass: string
}

/** For work that only ever looks things up by their keys: a plan is made once for a connection. (Making one takes as long as running it, with the rules of row security in it.) */
export const KEYS_ONLY = { plans: 'generic' } as const

/**
 * Runs queries inside one firm: a transaction in which row-level security shows and accepts only that firm's rows. Every query on a firm's data
 * goes through here.
 *
 * @param options `KEYS_ONLY` keeps the plans of its statements; `repeatable read` sees everything as it was at its first question.
 */
export function inFirm<T>(
  scope: Scope,
  work: (tx: Transaction) => Promise<T>,
  db: Pick<Database, 'transaction'> = database(),
  { plans = 'custom', isolationLevel }: { readonly plans?: 'custom' | 'generic'; readonly isolationLevel?: 'repeatable read' } = {},
): Promise<T> {
  mayConnect(db)
  return held.run(db, () =>
    db.transaction(async (tx) => {
      // Sent at once and not waited for: the connection does it before anything that the work asks, and saves a round trip.
      const scoped = wireOf(tx)
        .unsafe(
          `select set_config('lucerna.firm_id', $1, true), set_config('lucerna.user_id', $2, true), set_config('lucerna.pass', $3, true), set_config('plan_cache_mode', $4, true)`,
          [scope.firmId, scope.userId, scope.pass, `force_${plans}_plan`],
        )
        .execute()
      scoped.catch(() => undefined)
      const result = await work(tx).catch(forgetValues)
      await scoped
      return result
    }, isolationLevel && { isolationLevel }),
  )
}

/**
 * The same for work that only reads: its questions go out behind the beginning of the transaction without waiting for it, and the answer does not wait
 * for the end. So a page that asks everything it needs together costs one round trip.
 *
 * @param options `KEYS_ONLY` keeps the plans of its statements.
 * @throws whatever the work throws; writing is refused by the database (25006).
 */
export async function readFirm<T>(
  scope: Scope,
  work: (tx: Transaction) => Promise<T>,
  db: Database = database(),
  { plans }: { readonly plans?: 'generic' } = {},
): Promise<T> {
  mayConnect(db)
  const line = preparing(await db.$client.reserve())
  const send = (text: string, values: never[] = []) => {
    const sent = line.unsafe(text, values).execute()
    sent.catch(() => undefined)
    return sent
  }
  void send('begin read only')
  void send(
    `select set_config('lucerna.firm_id', $1, true), set_config('lucerna.user_id', $2, true), set_config('lucerna.pass', $3, true), set_config('plan_cache_mode', $4, true)`,
    [scope.firmId, scope.userId, scope.pass, plans === 'generic' ? 'force_generic_plan' : 'auto'] as never[],
  )
  try {
    return await held.run(db, () => work(readingOn(line, db)).catch(forgetValues))
  } finally {
    const release = () => {
      leaving.delete(left)
      line.release()
    }
    const left: Promise<void> = send('rollback').then(release, release)
    leaving.add(left)
  }
}

/** Our queries on a reserved connection; they share the pool's names of columns and tables. */
function readingOn(line: postgres.ReservedSql, db: Database): Transaction {
  const { dialect, session } = db as unknown as { dialect: PgDialect; session: { schema: never; options: object } }
  return new PostgresJsTransaction(
    dialect,
    new PostgresJsSession(line, dialect, session.schema, session.options) as never,
    session.schema,
  ) as never
}

/** The driver's own handle of a transaction: what is executed on it goes out before whatever is asked later. */
export const wireOf = (tx: Transaction): postgres.TransactionSql =>
  (tx as unknown as { session: { client: postgres.TransactionSql } }).session.client

/** ISO 8601 with milliseconds in UTC, from the text PostgreSQL gives. `isoInstant('2026-06-01 09:00:00+00')` → `'2026-06-01T09:00:00.000Z'`. */
export const isoInstant = (text: string): string => new Date(text).toISOString()
