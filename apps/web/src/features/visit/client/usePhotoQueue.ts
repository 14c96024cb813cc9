'use client'

import { useCallback, useEffect, useRef, useState } from 'react'
import { putPhoto } from './post'
import { keepPhoto, letPhotoGo, type QueuedPhoto, waitingPhotos } from './queue'
import { RETRY_MS } from './retry'

export interface PhotoQueue {
  /** What the server has not got yet, refused ones among them. */
  readonly queued: readonly QueuedPhoto[]
  readonly add: (photo: Omit<QueuedPhoto, 'visitId' | 'userId' | 'parked'>) => Promise<void>
  readonly tryAgain: (id: string) => void
  readonly discard: (id: string) => void
  readonly flush: () => void
}

/** Pictures wait on the device like events do, and go up one after the other when the server can be reached. */
export function usePhotoQueue(visitId: string, userId: string): PhotoQueue {
  const [queued, setQueued] = useState<readonly QueuedPhoto[]>([])
  const list = useRef<readonly QueuedPhoto[]>([])
  const busy = useRef(false)
  const failures = useRef(0)
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined)
  const again = useRef<() => void>(() => {})

  const change = useCallback((next: readonly QueuedPhoto[]) => {
    list.current = next
    setQueued(next)
  }, [])

  const flush = useCallback(async () => {
    if (busy.current) return
    busy.current = true
    clearTimeout(timer.current)
    try {
      for (let next = list.current.find((p) => !p.parked); next; next = list.current.find((p) => !p.parked)) {
        const { id } = next
        const answer = await putPhoto(next)
        if (answer.kind === 'kept') {
          failures.current = 0
          change(list.current.filter((p) => p.id !== id))
          await letPhotoGo(id)
        } else if (answer.kind === 'refused') {
          const parked = { ...next, parked: { status: answer.status, message: answer.message } }
          change(list.current.map((p) => (p.id === id ? parked : p)))
          await keepPhoto(parked)
        } else {
          timer.current = setTimeout(() => again.current(), RETRY_MS[Math.min(failures.current++, RETRY_MS.length - 1)])
          return
        }
      }
    } finally {
      busy.current = false
    }
  }, [change])

  useEffect(() => {
    again.current = () => void flush()
    let gone = false
    void waitingPhotos(visitId, userId).then((found) => {
      if (gone || found.length === 0) return
      const known = new Set(list.current.map((p) => p.id))
      change([...found.filter((p) => !known.has(p.id)), ...list.current])
      again.current()
    })
    const retry = () => again.current()
    window.addEventListener('online', retry)
    window.addEventListener('focus', retry)
    return () => {
      gone = true
      clearTimeout(timer.current)
      window.removeEventListener('online', retry)
      window.removeEventListener('focus', retry)
    }
  }, [visitId, userId, change, flush])

  const add = useCallback<PhotoQueue['add']>(
    async (photo) => {
      const made: QueuedPhoto = { ...photo, visitId, userId, parked: null }
      await keepPhoto(made)
      change([...list.current, made])
      void flush()
    },
    [visitId, userId, change, flush],
  )
  const tryAgain = useCallback(
    (id: string) => {
      change(list.current.map((p) => (p.id === id ? { ...p, parked: null } : p)))
      void flush()
    },
    [change, flush],
  )
  const discard = useCallback(
    (id: string) => {
      change(list.current.filter((p) => p.id !== id))
      void letPhotoGo(id)
    },
    [change],
  )
  return { queued, add, tryAgain, discard, flush: useCallback(() => again.current(), []) }
}
