import { sql } from 'drizzle-orm'
import postgres from 'postgres'
import type { Transaction } from '@/db/client'
import { env } from '@/env'
import { log } from './log'

/**
 * What happens in one process is heard in all: PostgreSQL's NOTIFY carries ids only, each process listens on one connection and passes it on to the
 * streams it serves. No process needs to know of another.
 */
const CHANNEL = 'lucerna_live'

/** What was said about a subject; `look` means that something may have been missed while the connection was down. */
export type LiveKind = 'log' | 'devices' | 'lines' | 'look'
type Listener = (kind: LiveKind) => void

interface Hub {
  readonly listeners: Map<string, Set<Listener>>
  listening: Promise<unknown> | null
  client: ReturnType<typeof postgres> | null
}
const shared = globalThis as typeof globalThis & { lucernaLive?: Hub }
const hub = (): Hub => (shared.lucernaLive ??= { listeners: new Map(), listening: null, client: null })

/** Says in a transaction that something about a visit (or, for `lines`, about the instruments of a firm) has changed; heard everywhere once it is committed. */
export const announce = (tx: Pick<Transaction, 'execute'>, kind: Exclude<LiveKind, 'look'>, subjectId: string): Promise<unknown> =>
  tx.execute(sql`select pg_notify(${CHANNEL}, ${`${kind} ${subjectId}`})`)

/** Passes a message on to who listens to its subject. */
export function dispatch(payload: string): void {
  const [kind, subject = ''] = payload.split(' ')
  if (kind === 'log' || kind === 'devices' || kind === 'lines') for (const listener of hub().listeners.get(subject) ?? []) listener(kind)
}

function listenOnce(): Promise<unknown> {
  const own = hub()
  if (own.listening) return own.listening
  const client = postgres(env().LUCERNA_APP_DATABASE_URL, { max: 1, onnotice: () => {}, connect_timeout: 5 })
  own.client = client
  // Called again after each reconnect: what was said meanwhile is lost, so everybody looks.
  const onListen = () => {
    for (const set of own.listeners.values()) for (const listener of set) listener('look')
  }
  own.listening = client.listen(CHANNEL, dispatch, onListen).catch((error: unknown) => {
    own.listening = null
    log.error({ message: error instanceof Error ? error.message : 'unknown' }, 'cannot listen')
    return client.end({ timeout: 1 })
  })
  return own.listening
}

/** Hears what is said about a visit, or about a firm's instruments, until the returned function is called. */
export function subscribe(subjectId: string, listener: Listener): () => void {
  const { listeners } = hub()
  const set = listeners.get(subjectId) ?? new Set()
  listeners.set(subjectId, set.add(listener))
  void listenOnce()
  return () => {
    set.delete(listener)
    if (set.size === 0) listeners.delete(subjectId)
  }
}
