import type { Line } from '@lucerna/core/live'
import { and, asc, eq, gt, inArray, max, or } from 'drizzle-orm'
import { readFirm, type Scope } from '@/db/client'
import { liveLines } from '@/db/schema'
import { subscribe } from '@/server/live'
import { log } from '@/server/log'

/** Posts that come close together are fetched together, ms. */
const GATHER_MS = 60
/** Numbers are given before they are committed: one that is left out is looked for so long, ms. What was rolled back never comes. */
const MISSING_MS = 5000
const MOST_MISSING = 200
const MOST_ROWS = 1000
const HEARTBEAT_MS = 15_000
const LIFE_MS = 10 * 60_000

interface Listener {
  readonly serials: ReadonlySet<string>
  readonly send: (event: Uint8Array) => void
}
interface Row {
  readonly id: number
  readonly lines: readonly Line[]
}
const encoder = new TextEncoder()

/** What one firm's instruments say, fetched once for all who listen in this process. */
class Feed {
  private readonly listeners = new Set<Listener>()
  private lastId = 0
  /** Numbers that were left out, and since when, ms. */
  private readonly missing = new Map<number, number>()
  private timer: ReturnType<typeof setTimeout> | undefined
  private fetching = false
  private unsubscribe = () => {}

  /** @param scope of who listened last: a pass does not hold for good */
  constructor(public scope: Scope) {}

  /** Listens from now on, or from behind a row that was heard already. Answers how to stop. */
  async listen(listener: Listener, afterId: number | null): Promise<() => void> {
    if (this.listeners.size === 0) {
      const [newest] = await readFirm(this.scope, (tx) =>
        tx
          .select({ id: max(liveLines.id) })
          .from(liveLines)
          .where(eq(liveLines.firmId, this.scope.firmId)),
      )
      this.lastId = Math.max(this.lastId, newest?.id ?? 0)
    }
    if (this.listeners.size === 0) this.unsubscribe = subscribe(this.scope.firmId, () => this.due())
    this.listeners.add(listener)
    if (afterId !== null) for (const row of await this.rows(afterId)) if (row.id <= this.lastId) this.give([listener], row)
    return () => {
      this.listeners.delete(listener)
      if (this.listeners.size > 0) return
      this.unsubscribe()
      clearTimeout(this.timer)
      this.timer = undefined
    }
  }

  private due(): void {
    this.timer ??= setTimeout(() => {
      this.timer = undefined
      void this.fetch()
    }, GATHER_MS)
  }

  private rows(afterId: number, besides: readonly number[] = []) {
    return readFirm(this.scope, (tx) =>
      tx
        .select({ id: liveLines.id, lines: liveLines.lines })
        .from(liveLines)
        .where(
          and(
            eq(liveLines.firmId, this.scope.firmId),
            or(gt(liveLines.id, afterId), besides.length > 0 ? inArray(liveLines.id, [...besides]) : undefined),
          ),
        )
        .orderBy(asc(liveLines.id))
        .limit(MOST_ROWS),
    )
  }

  private async fetch(): Promise<void> {
    if (this.fetching) return this.due()
    this.fetching = true
    try {
      const now = performance.now()
      for (const [id, sinceMs] of this.missing) if (now - sinceMs > MISSING_MS) this.missing.delete(id)
      for (const row of await this.rows(this.lastId, [...this.missing.keys()])) {
        if (row.id <= this.lastId && !this.missing.delete(row.id)) continue
        for (let id = this.lastId + 1; id < row.id && this.missing.size < MOST_MISSING; id++) this.missing.set(id, now)
        this.lastId = Math.max(this.lastId, row.id)
        this.give(this.listeners, row)
      }
    } catch (error) {
      log.warn({ message: error instanceof Error ? error.message : 'unknown' }, 'cannot fetch lines')
    } finally {
      this.fetching = false
    }
  }

  /** Who hears the same instruments hears the same bytes: they are made once. */
  private give(listeners: Iterable<Listener>, { id, lines }: Row): void {
    const made = new Map<string, Uint8Array | null>()
    for (const { serials, send } of listeners) {
      const key = [...serials].join(',')
      let event = made.get(key)
      if (event === undefined) {
        const own = lines.filter((l) => serials.has(l.instrument))
        event = own.length > 0 ? encoder.encode(`event: lines\nid: ${id}\ndata: ${JSON.stringify(own)}\n\n`) : null
        made.set(key, event)
      }
      if (event) send(event)
    }
  }
}

const shared = globalThis as typeof globalThis & { lucernaFeeds?: Map<string, Feed> }
const feedOf = (scope: Scope): Feed => {
  const feeds = (shared.lucernaFeeds ??= new Map())
  const feed = feeds.get(scope.firmId) ?? new Feed(scope)
  feed.scope = scope
  feeds.set(scope.firmId, feed)
  return feed
}

/**
 * What some instruments of a firm show, as server-sent events: `lines` with an array of lines. Every event has a number; a stream that broke goes on behind the
 * last one that was heard (Last-Event-ID), for a minute back, whatever process serves it.
 */
export function linesStream(
  scope: Scope,
  serials: readonly string[],
  afterId: number | null,
  signal: AbortSignal,
): ReadableStream<Uint8Array> {
  let end = () => {}
  return new ReadableStream({
    async start(controller) {
      let over = false
      const send = (event: Uint8Array) => {
        if (!over) controller.enqueue(event)
      }
      const write = (text: string) => send(encoder.encode(text))
      let stop = () => {}
      const beat = setInterval(() => write(': still here\n\n'), HEARTBEAT_MS)
      const life = setTimeout(() => end(), LIFE_MS)
      end = () => {
        if (over) return
        over = true
        clearInterval(beat)
        clearTimeout(life)
        stop()
        signal.removeEventListener('abort', end)
        process.off('lucerna:leaving', end)
        try {
          controller.close()
        } catch {
          // The reader has gone already.
        }
      }
      signal.addEventListener('abort', end)
      // The server goes: whoever listens comes back to the next one.
      process.on('lucerna:leaving', end)
      write('retry: 1000\n\n')
      stop = await feedOf(scope).listen({ serials: new Set(serials), send }, afterId)
      if (over) stop()
    },
    cancel() {
      end()
    },
  })
}
