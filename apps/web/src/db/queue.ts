import PgBoss from 'pg-boss'
import postgres from 'postgres'
import { type Transaction, wireOf } from './client'

/**
 * Work that is done beside the requests, in order, with tries again: kept in PostgreSQL (pg-boss, schema `pgboss`), put there in the transaction of what it is about. A job
 * holds ids only; who may do what is asked when it is done.
 */
export interface Work {
  /** A letter for the mail server. */
  readonly letters: { readonly letterId: string }
  /** A file that takes long to make, for who asked. */
  readonly exports: { readonly jobId: string; readonly userId: string }
  /** What a large import brought, for search. */
  readonly index: { readonly userId: string }
  /** Once an hour: letters that nobody took, retention, weekly letters, files that are too old. */
  readonly hourly: Record<string, never>
}
export type QueueName = keyof Work

/** After one, two, four … minutes, three days in all; a file that broke off is begun anew by who wants it. */
const TRIES: Record<QueueName, Omit<PgBoss.Queue, 'name'>> = {
  letters: { retryLimit: 12, retryDelay: 60, retryBackoff: true, expireInMinutes: 10, retentionDays: 4 },
  exports: { retryLimit: 0, expireInHours: 6, retentionDays: 2 },
  index: { retryLimit: 8, retryDelay: 10, retryBackoff: true, expireInHours: 2, retentionDays: 2 },
  hourly: { retryLimit: 2, retryDelay: 60, expireInMinutes: 55, retentionDays: 1 },
}
export const QUEUE_SCHEMA = 'pgboss'
export const QUEUE_NAMES = Object.keys(TRIES) as QueueName[]

type Sql = Pick<postgres.Sql, 'unsafe'>
/** Objects go as JSON text, which some of our pools write as it is and this one does. */
const asText = (value: unknown): unknown =>
  value === undefined
    ? null
    : value !== null && typeof value === 'object' && !Array.isArray(value) && !(value instanceof Date)
      ? JSON.stringify(value)
      : value
const JSON_TYPE = (oid: number) => ({
  to: oid,
  from: [oid],
  serialize: (x: unknown) => (typeof x === 'string' ? x : JSON.stringify(x)),
  parse: (x: string) => JSON.parse(x) as unknown,
})
/** A connection for the queue alone: one, for some of its statements are whole transactions. */
export const queuePool = (url: string): postgres.Sql =>
  postgres(url, {
    max: 1,
    onnotice: () => {},
    connect_timeout: 5,
    types: { json: JSON_TYPE(114), jsonb: JSON_TYPE(3802) },
  }) as unknown as postgres.Sql

/** Our driver for the queue's statements; several in one text go as they are. */
export const through = (sql: Sql): PgBoss.Db => ({
  executeSql: async (text, values) => ({
    rows: [...(values?.length ? await sql.unsafe(text, values.map(asText) as never[]) : await sql.unsafe(text))],
  }),
})

/** Makes the queue's tables, as the owner; repeating it changes nothing. */
export async function prepareQueue(ownerUrl: string): Promise<void> {
  const sql = queuePool(ownerUrl)
  const boss = new PgBoss({ db: through(sql), schema: QUEUE_SCHEMA, schedule: false, supervise: false })
  try {
    await boss.start()
    const known = new Set((await boss.getQueues()).map((q) => q.name))
    for (const name of QUEUE_NAMES)
      await (known.has(name) ? boss.updateQueue(name, { name, ...TRIES[name] }) : boss.createQueue(name, { name, ...TRIES[name] }))
  } finally {
    await boss.stop({ graceful: false, close: false })
    await sql.end()
  }
}

const sender = new PgBoss({ db: { executeSql: () => Promise.reject(new Error('Work is sent in a transaction.')) }, schema: QUEUE_SCHEMA })

/** Puts work into its queue, in a transaction: it is there if that is kept. The same id twice is one. */
export async function sendWork<N extends QueueName>(tx: Transaction, name: N, data: Work[N], id: string): Promise<void> {
  await sender.send(name, data, { ...TRIES[name], id, db: through(wireOf(tx)) })
}
