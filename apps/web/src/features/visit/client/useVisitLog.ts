'use client'

import type { StoredEvent, VisitEvent } from '@lucerna/core/visit'
import { useCallback, useEffect, useMemo, useRef, useState } from 'react'
import { knownWithoutGap, whatIsSaid } from './log'
import { fetchEvents, postEvents } from './post'
import { keep, letGo, type QueuedEvent, remember, remembered, waiting } from './queue'
import { useRetries } from './useRetries'
import { asStored, type Author, type NewEvent, writeDown } from './writeDown'

type LogStatus = 'kept' | 'sending' | 'away' | 'sign-in'

export interface VisitLog {
  /** What the server has acknowledged; the list only grows. */
  readonly stored: readonly StoredEvent[]
  /** What waits to be sent, in the device's order; parked ones are not among them. */
  readonly unsent: readonly StoredEvent[]
  /** Both, one behind the other. */
  readonly events: readonly StoredEvent[]
  readonly waitingCount: number
  readonly parked: readonly QueuedEvent[]
  readonly status: LogStatus
  /** Writes events down on the device and posts them; resolves when they are safe on the device. */
  readonly record: (events: readonly NewEvent[]) => Promise<void>
  readonly tryAgain: (id: string) => void
  readonly discard: (id: string) => void
  /** Fetches what others have written meanwhile; false when the server is away. */
  readonly catchUp: () => Promise<boolean>
  /** Catches up if the server has more than this device. */
  readonly heard: (seq: number) => void
  /** Tries to send what waits, now. */
  readonly flush: () => void
}

const BATCH = 100
/** An event over which the server broke this often is parked: it would keep the rest waiting for ever. */
const BREAKS = 2
/** The same thing written down twice within this time is one tap too many. */
const ONE_TAP_MS = 600

/**
 * The log of one visit on this device: what the server holds plus what is queued here. Events are kept in the browser's database before anything
 * else happens, so that a reload or a dead battery loses nothing that was acknowledged on the screen.
 */
export function useVisitLog(
  visitId: string,
  initial: readonly StoredEvent[],
  actor: Author,
  /** Why the visit's own facts refuse an event, in words; null when they do not. */
  refused: (event: VisitEvent) => string | null = () => null,
): VisitLog {
  const { userId, name, role } = actor
  const author = useMemo((): Author => ({ userId, name, role }), [userId, name, role])
  const [stored, setStored] = useState<readonly StoredEvent[]>(initial)
  const storedRef = useRef<readonly StoredEvent[]>(initial)
  /** The newest place in the log that the server has told of. */
  const heardSeq = useRef(0)
  const behindRef = useRef(() => {})
  const lastSaid = useRef<{ readonly what: string; readonly at: number } | null>(null)
  const [queue, setQueue] = useState<readonly QueuedEvent[]>([])
  const [status, setStatus] = useState<LogStatus>('kept')
  const queueRef = useRef<readonly QueuedEvent[]>([])
  const busy = useRef(false)
  /** The event over which the server broke last, and how often. */
  const broken = useRef<{ readonly id: string; readonly times: number } | null>(null)

  const hold = useCallback(
    (fresh: readonly StoredEvent[]) => {
      const known = new Set(storedRef.current.map((e) => e.id))
      const more = fresh.filter((e) => !known.has(e.id))
      if (more.length === 0) return
      storedRef.current = [...storedRef.current, ...more]
      setStored(storedRef.current)
      void remember(visitId, userId, more, Date.now())
    },
    [visitId, userId],
  )

  const change = useCallback((next: readonly QueuedEvent[]) => {
    queueRef.current = next
    setQueue(next)
  }, [])

  const park = useCallback(
    async (parked: readonly { readonly entry: QueuedEvent; readonly status: number; readonly message: string }[]) => {
      const made = parked.map(({ entry, status: code, message }): QueuedEvent => ({ ...entry, parked: { status: code, message } }))
      await keep(made)
      const byId = new Map(made.map((q) => [q.id, q]))
      change(queueRef.current.map((q) => byId.get(q.id) ?? q))
    },
    [change],
  )

  const flushRef = useRef<() => Promise<void>>(() => Promise.resolve())
  const catchUpRef = useRef<() => Promise<boolean>>(() => Promise.resolve(false))
  const retries = useRetries(
    useCallback(() => {
      void flushRef.current()
      // A phone that slept has missed what others did.
      void catchUpRef.current()
    }, []),
  )

  const flush = useCallback(async () => {
    if (busy.current) return
    busy.current = true
    retries.trying()
    try {
      for (;;) {
        // Where the server broke over a list, what it is that breaks it is found by sending one by one.
        const batch = queueRef.current.filter((q) => !q.parked).slice(0, broken.current === null ? BATCH : 1)
        if (batch.length === 0) {
          setStatus('kept')
          return
        }
        setStatus('sending')
        const result = await postEvents(
          visitId,
          batch.map((q) => q.event),
        )
        if (result.kind === 'accepted') {
          retries.reached()
          broken.current = null
          const placed = new Map(result.accepted.map((a) => [a.id, a]))
          hold(
            batch.flatMap((q) => {
              const p = placed.get(q.id)
              return p ? [asStored(q.event, author, p)] : []
            }),
          )
          change(queueRef.current.filter((q) => !placed.has(q.id)))
          await letGo([...placed.keys()])
        } else if (result.kind === 'refused') {
          await park(
            batch.flatMap((entry, i) => {
              const message = result.refused.get(i)
              return message === undefined ? [] : [{ entry, status: result.status, message }]
            }),
          )
        } else if (result.kind === 'broke') {
          const [entry] = batch
          const times = broken.current !== null && broken.current.id === entry?.id ? broken.current.times + 1 : 1
          broken.current = { id: entry?.id ?? '', times }
          if (entry && batch.length === 1 && times >= BREAKS) {
            await park([{ entry, status: 500, message: result.message }])
            broken.current = null
            continue
          }
          setStatus('away')
          retries.later(() => void flushRef.current())
          return
        } else {
          setStatus(result.kind)
          if (result.kind === 'away') retries.later(() => void flushRef.current())
          return
        }
      }
    } finally {
      busy.current = false
      behindRef.current()
    }
  }, [visitId, author, change, hold, park, retries])
  useEffect(() => {
    flushRef.current = flush
  }, [flush])

  const catchUp = useCallback(async () => {
    const fresh = await fetchEvents(visitId, knownWithoutGap(storedRef.current))
    if (fresh === null) return false
    hold(fresh)
    return true
  }, [visitId, hold])
  /** What the server has is fetched, but not while something of our own is on its way: its answer says most of it. */
  const behind = useCallback(() => {
    if (!busy.current && heardSeq.current > knownWithoutGap(storedRef.current)) void catchUp()
  }, [catchUp])
  const heard = useCallback(
    (seq: number) => {
      heardSeq.current = Math.max(heardSeq.current, seq)
      behind()
    },
    [behind],
  )

  useEffect(() => {
    catchUpRef.current = catchUp
    behindRef.current = behind
  }, [catchUp, behind])

  useEffect(() => {
    let gone = false
    // A page that was kept on the device begins with the log of the day it was kept.
    void Promise.all([remembered(visitId, userId, Date.now()), waiting(visitId, userId)]).then(([known, found]) => {
      if (gone) return
      hold(known)
      void remember(visitId, userId, storedRef.current, Date.now())
      // Acknowledged, but the page was gone before it could be let go.
      const has = new Set(storedRef.current.map((e) => e.id))
      void letGo(found.filter((q) => has.has(q.id)).map((q) => q.id))
      const queued = new Set(queueRef.current.map((q) => q.id))
      const fresh = found.filter((q) => !has.has(q.id) && !queued.has(q.id))
      if (fresh.length === 0) return
      change([...fresh, ...queueRef.current])
      void flushRef.current()
    })
    return () => {
      gone = true
    }
  }, [visitId, userId, change, hold])

  const record = useCallback(
    async (fresh: readonly NewEvent[]) => {
      if (fresh.length === 0) return
      const what = whatIsSaid(fresh)
      const twice = lastSaid.current?.what === what && Date.now() - lastSaid.current.at < ONE_TAP_MS
      lastSaid.current = { what, at: Date.now() }
      if (twice) return
      const made = await writeDown(visitId, userId, fresh)
      change([...queueRef.current, ...made])
      // What the visit's own facts refuse is kept and shown at once, and never sent.
      const wrong = made.flatMap((entry) => {
        const message = refused(entry.event)
        return message === null ? [] : [{ entry, status: 422, message }]
      })
      if (wrong.length > 0) await park(wrong)
      void flushRef.current()
    },
    [visitId, userId, change, park, refused],
  )

  const tryAgain = useCallback(
    (id: string) => {
      const next = queueRef.current.map((q) => (q.id === id ? { ...q, parked: null } : q))
      change(next)
      void keep(next.filter((q) => q.id === id)).then(() => flushRef.current())
    },
    [change],
  )
  const discard = useCallback(
    (id: string) => {
      change(queueRef.current.filter((q) => q.id !== id))
      void letGo([id])
    },
    [change],
  )

  const unsent = useMemo(() => {
    const known = new Set(stored.map((e) => e.id))
    return queue.filter((q) => !q.parked && !known.has(q.id)).map((q) => asStored(q.event, author))
  }, [stored, queue, author])

  const events = useMemo(() => [...stored, ...unsent], [stored, unsent])
  const parked = useMemo(() => queue.filter((q) => q.parked), [queue])
  return {
    stored,
    unsent,
    events,
    waitingCount: queue.length - parked.length,
    parked,
    status,
    record,
    tryAgain,
    discard,
    catchUp,
    heard,
    flush: useCallback(() => void flushRef.current(), []),
  }
}
