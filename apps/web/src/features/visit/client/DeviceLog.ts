import type { StoredEvent, VisitEvent } from '@lucerna/core/visit'
import { Store } from '@/ui/store'
import { knownWithoutGap, whatIsSaid } from './log'
import { fetchEvents, postEvents, type PostResult } from './post'
import { keep, letGo, type QueuedEvent, remember, remembered, waiting } from './queue'
import { Retries } from './Retries'
import { asStored, type Author, type NewEvent, writeDown } from './writeDown'

export interface LogSnapshot {
  /** What the server has acknowledged; the list only grows. */
  readonly stored: readonly StoredEvent[]
  /** What waits to be sent, in the device's order; parked ones are not among them. */
  readonly unsent: readonly StoredEvent[]
  /** Both, one behind the other. */
  readonly events: readonly StoredEvent[]
  readonly waitingCount: number
  readonly parked: readonly QueuedEvent[]
  readonly status: 'kept' | 'sending' | 'away' | 'sign-in'
}

/** Why the visit's own facts refuse an event, in words; null when they do not. */
export type Refuses = (event: VisitEvent) => string | null

const BATCH = 100
/** An event over which the server broke this often is parked: it would keep the rest waiting for ever. */
const BREAKS = 2
/** The same thing written down twice within this time is one tap too many. */
const ONE_TAP_MS = 600

/** What the screen sees of a log and what waits behind it. */
function seen(stored: readonly StoredEvent[], queue: readonly QueuedEvent[], author: Author, status: LogSnapshot['status']): LogSnapshot {
  const known = new Set(stored.map((e) => e.id))
  const unsent = queue.filter((q) => !q.parked && !known.has(q.id)).map((q) => asStored(q.event, author))
  const parked = queue.filter((q) => q.parked)
  return { stored, unsent, events: [...stored, ...unsent], waitingCount: queue.length - parked.length, parked, status }
}

/**
 * The log of one visit on this device: what the server holds plus what is queued here. Events are kept in the browser's database before anything
 * else happens, so that a reload or a dead battery loses nothing that was acknowledged on the screen.
 */
export class DeviceLog extends Store<LogSnapshot> {
  private queue: readonly QueuedEvent[] = []
  private stored: readonly StoredEvent[]
  private status: LogSnapshot['status'] = 'kept'
  private busy = false
  /** The newest place in the log that the server has told of. */
  private heardSeq = 0
  private lastSaid: { readonly what: string; readonly at: number } | null = null
  /** The event over which the server broke last, and how often. */
  private broken: { readonly id: string; readonly times: number } | null = null
  private readonly retries = new Retries(() => {
    this.flush()
    // A phone that slept has missed what others did.
    void this.catchUp()
  })

  constructor(
    private readonly visitId: string,
    initial: readonly StoredEvent[],
    private author: Author,
    private refuses: Refuses = () => null,
  ) {
    super(seen(initial, [], author, 'kept'))
    this.stored = initial
  }

  /** Finds what this device knows and what waits on it, and keeps trying to send until what it answers is called. */
  start(): () => void {
    let gone = false
    const stop = this.retries.start()
    void this.findWaiting(() => gone)
    return () => {
      gone = true
      stop()
    }
  }

  /** Who writes from now on, and what the visit's facts refuse. */
  goOnAs(author: Author, refuses: Refuses): void {
    this.author = author
    this.refuses = refuses
  }

  /** Writes events down on the device and posts them; resolves when they are safe on the device. */
  readonly record = async (fresh: readonly NewEvent[]): Promise<void> => {
    if (fresh.length === 0) return
    const what = whatIsSaid(fresh)
    const twice = this.lastSaid?.what === what && Date.now() - this.lastSaid.at < ONE_TAP_MS
    this.lastSaid = { what, at: Date.now() }
    if (twice) return
    const made = await writeDown(this.visitId, this.author.userId, fresh)
    this.change({ queue: [...this.queue, ...made] })
    // What the visit's own facts refuse is kept and shown at once, and never sent.
    const wrong = made.flatMap((entry) => {
      const message = this.refuses(entry.event)
      return message === null ? [] : [{ entry, status: 422, message }]
    })
    if (wrong.length > 0) await this.park(wrong)
    this.flush()
  }

  /** Sends a parked event again. */
  readonly tryAgain = (id: string): void => {
    const queue = this.queue.map((q) => (q.id === id ? { ...q, parked: null } : q))
    this.change({ queue })
    void keep(queue.filter((q) => q.id === id)).then(() => this.flush())
  }

  /** Throws a parked event away, knowingly. */
  readonly discard = (id: string): void => {
    this.change({ queue: this.queue.filter((q) => q.id !== id) })
    void letGo([id])
  }

  /** Fetches what others have written meanwhile; false when the server is away. */
  readonly catchUp = async (): Promise<boolean> => {
    const fresh = await fetchEvents(this.visitId, knownWithoutGap(this.stored))
    if (fresh === null) return false
    this.hold(fresh)
    return true
  }

  /** Catches up if the server has more than this device. */
  readonly heard = (seq: number): void => {
    this.heardSeq = Math.max(this.heardSeq, seq)
    this.catchUpIfBehind()
  }

  /** Tries to send what waits, now. */
  readonly flush = (): void => {
    if (!this.busy) void this.sendAll()
  }

  private change(next: { stored?: readonly StoredEvent[]; queue?: readonly QueuedEvent[]; status?: LogSnapshot['status'] }): void {
    const { stored = this.stored, queue = this.queue, status = this.status } = next
    if (stored === this.stored && queue === this.queue && status === this.status) return
    Object.assign(this, { stored, queue, status })
    const before = this.getSnapshot()
    const now = seen(stored, queue, this.author, status)
    // Lists that say the same stay the same lists: what is worked out from them stands.
    const same = stored === before.stored && now.unsent.length === 0 && before.unsent.length === 0
    this.publish(same ? { ...now, unsent: before.unsent, events: before.events } : now)
  }

  private hold(fresh: readonly StoredEvent[]): void {
    const known = new Set(this.stored.map((e) => e.id))
    const more = fresh.filter((e) => !known.has(e.id))
    if (more.length === 0) return
    this.change({ stored: [...this.stored, ...more] })
    void remember(this.visitId, this.author.userId, more, Date.now())
  }

  private async park(parked: readonly { readonly entry: QueuedEvent; readonly status: number; readonly message: string }[]): Promise<void> {
    const made = parked.map(({ entry, status, message }): QueuedEvent => ({ ...entry, parked: { status, message } }))
    await keep(made)
    const byId = new Map(made.map((q) => [q.id, q]))
    this.change({ queue: this.queue.map((q) => byId.get(q.id) ?? q) })
  }

  /** What the server has is fetched, but not while something of our own is on its way: its answer says most of it. */
  private catchUpIfBehind(): void {
    if (!this.busy && this.heardSeq > knownWithoutGap(this.stored)) void this.catchUp()
  }

  private async findWaiting(isGone: () => boolean): Promise<void> {
    const { userId } = this.author
    // A page that was kept on the device begins with the log of the day it was kept.
    const [known, found] = await Promise.all([remembered(this.visitId, userId, Date.now()), waiting(this.visitId, userId)])
    if (isGone()) return
    this.hold(known)
    void remember(this.visitId, userId, this.stored, Date.now())
    // Acknowledged, but the page was gone before it could be let go.
    const has = new Set(this.stored.map((e) => e.id))
    void letGo(found.filter((q) => has.has(q.id)).map((q) => q.id))
    const queued = new Set(this.queue.map((q) => q.id))
    const fresh = found.filter((q) => !has.has(q.id) && !queued.has(q.id))
    if (fresh.length === 0) return
    this.change({ queue: [...fresh, ...this.queue] })
    this.flush()
  }

  /** One list after the other, until nothing waits or the server cannot be reached. Between the last look at the queue and the end nothing is waited for. */
  private async sendAll(): Promise<void> {
    this.busy = true
    this.retries.trying()
    try {
      for (let goOn = true; goOn;) {
        // Where the server broke over a list, what it is that breaks it is found by sending one by one.
        const batch = this.queue.filter((q) => !q.parked).slice(0, this.broken === null ? BATCH : 1)
        if (batch.length === 0) return this.change({ status: 'kept' })
        this.change({ status: 'sending' })
        const result = await postEvents(
          this.visitId,
          batch.map((q) => q.event),
        )
        goOn = await this.answered(batch, result)
      }
    } finally {
      this.busy = false
      this.catchUpIfBehind()
    }
  }

  /** What becomes of a list by the server's answer; whether to go on with the next. */
  private async answered(batch: readonly QueuedEvent[], result: PostResult): Promise<boolean> {
    switch (result.kind) {
      case 'accepted': {
        this.retries.reached()
        this.broken = null
        const placed = new Map(result.accepted.map((a) => [a.id, a]))
        this.hold(
          batch.flatMap((q) => {
            const p = placed.get(q.id)
            return p ? [asStored(q.event, this.author, p)] : []
          }),
        )
        this.change({ queue: this.queue.filter((q) => !placed.has(q.id)) })
        await letGo([...placed.keys()])
        return true
      }
      case 'refused':
        await this.park(
          batch.flatMap((entry, i) => {
            const message = result.refused.get(i)
            return message === undefined ? [] : [{ entry, status: result.status, message }]
          }),
        )
        return true
      case 'broke': {
        const [entry] = batch
        const times = this.broken !== null && this.broken.id === entry?.id ? this.broken.times + 1 : 1
        this.broken = { id: entry?.id ?? '', times }
        if (entry && batch.length === 1 && times >= BREAKS) {
          await this.park([{ entry, status: 500, message: result.message }])
          this.broken = null
          return true
        }
        return this.waitFor('away')
      }
      case 'away':
      case 'sign-in':
        return this.waitFor(result.kind)
    }
  }

  private waitFor(status: 'away' | 'sign-in'): false {
    this.change({ status })
    if (status === 'away') this.retries.later(() => this.flush())
    return false
  }
}
