'use client'

import { useCallback, useEffect, useRef, useState } from 'react'
import { ask } from '@/ui/ask'
import type { DocumentKind } from '../kinds'
import type { Row } from '../spec'

export type DraftState = 'kept' | 'waiting' | 'away' | 'elsewhere'

const PAUSE_MS = 700
const MOST_STEPS = 200

interface History {
  readonly past: readonly Row[]
  readonly now: Row
  readonly future: readonly Row[]
}

/** A draft that keeps itself on the server while it is written, with undo and redo. Changes close together are one step. */
export function useDraft(kind: DocumentKind, id: string, first: Row, firstVersion: number) {
  const [history, setHistory] = useState<History>({ past: [], now: first, future: [] })
  const [state, setState] = useState<DraftState>('kept')
  const version = useRef(firstVersion)
  const kept = useRef(first)
  const lastEdit = useRef(0)
  const busy = useRef<Promise<boolean> | null>(null)
  const [tries, setTries] = useState(0)
  const current = useRef(first)
  useEffect(() => {
    current.current = history.now
  }, [history])

  /** Sends what is not kept yet; answers whether everything is. */
  const save = useCallback(async (): Promise<boolean> => {
    if (busy.current) await busy.current
    const sent = current.current
    if (sent === kept.current) return true
    const work = (async (): Promise<boolean> => {
      const answer = await ask('PUT', `/api/v1/documents/${kind}/${id}/draft`, { data: sent }, version.current)
      if (answer.ok) {
        version.current = answer.version ?? version.current + 1
        kept.current = sent
        setState(current.current === sent ? 'kept' : 'waiting')
        return true
      }
      setState(answer.problem.status === 412 ? 'elsewhere' : 'away')
      setTries((n) => n + 1)
      return false
    })()
    busy.current = work
    const done = await work
    busy.current = null
    return done
  }, [kind, id])

  useEffect(() => {
    if (history.now === kept.current || state === 'elsewhere') return
    const timer = setTimeout(() => void save(), state === 'away' ? 3000 : PAUSE_MS)
    return () => clearTimeout(timer)
    // Each failed try is followed by another.
  }, [history, state, save, tries])

  useEffect(() => {
    if (state === 'kept') return
    const hold = (e: BeforeUnloadEvent) => e.preventDefault()
    window.addEventListener('beforeunload', hold)
    return () => window.removeEventListener('beforeunload', hold)
  }, [state])

  const edit = (next: Row) => {
    const now = Date.now()
    const together = now - lastEdit.current < 1200
    lastEdit.current = now
    setHistory((h) => ({ past: together && h.past.length > 0 ? h.past : [...h.past, h.now].slice(-MOST_STEPS), now: next, future: [] }))
    setState((s) => (s === 'elsewhere' ? s : 'waiting'))
  }
  const step = (back: boolean) => {
    lastEdit.current = 0
    const { past, now, future } = history
    const to = back ? past.at(-1) : future[0]
    if (!to) return
    setHistory(
      back ? { past: past.slice(0, -1), now: to, future: [now, ...future] } : { past: [...past, now], now: to, future: future.slice(1) },
    )
    // Back at what the server has, nothing waits.
    const next = to === kept.current && !busy.current ? 'kept' : 'waiting'
    setState((s) => (s === 'elsewhere' ? s : next))
  }
  return {
    data: history.now,
    state,
    edit,
    save,
    undo: history.past.length > 0 ? () => step(true) : null,
    redo: history.future.length > 0 ? () => step(false) : null,
  }
}
