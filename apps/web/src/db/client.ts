import { drizzle } from 'drizzle-orm/postgres-js'
import { sql } from 'drizzle-orm'
import postgres from 'postgres'
import { env } from '@/server/env'
import * as schema from './schema'

/** A pool of connections that speaks our schema. Timestamps stay text: the core wants ISO strings, not Date objects. */
export const connect = (url: string, max = 10) => {
  const client = postgres(url, { max, onnotice: () => {}, connect_timeout: 5 })
  return { client, db: drizzle(client, { schema, casing: 'snake_case' }) }
}

export type Database = ReturnType<typeof connect>['db']
export type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0]

const shared = globalThis as typeof globalThis & { lucernaDatabase?: ReturnType<typeof connect> }

/** The application's own pool (a role that owns no table). Kept across reloads in development. */
export const database = (): Database => (shared.lucernaDatabase ??= connect(env().LUCERNA_APP_DATABASE_URL)).db

/** Who is asking, as far as the database has to know. */
export interface Scope {
  readonly firmId: string
  readonly userId: string
}

/**
 * Runs queries inside one firm: a transaction in which row-level security shows and accepts only that firm's rows. Every query on a firm's data
 * goes through here.
 */
export function inFirm<T>(scope: Scope, work: (tx: Transaction) => Promise<T>, db: Pick<Database, 'transaction'> = database()): Promise<T> {
  return db.transaction(async (tx) => {
    await tx.execute(sql`select set_config('lucerna.firm_id', ${scope.firmId}, true), set_config('lucerna.user_id', ${scope.userId}, true)`)
    return work(tx)
  })
}

/** ISO 8601 with milliseconds in UTC, from the text PostgreSQL gives. `isoInstant('2026-06-01 09:00:00+00')` → `'2026-06-01T09:00:00.000Z'`. */
export const isoInstant = (text: string): string => new Date(text).toISOString()
