'use client'

import { useCallback, useEffect, useRef, useState } from 'react'
import { putPhoto } from './post'
import { keepPhoto, letPhotoGo, type QueuedPhoto, waitingPhotos } from './queue'
import { useRetries } from './useRetries'

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
  const again = useRef<() => void>(() => {})
  const retries = useRetries(useCallback(() => again.current(), []))

  const change = useCallback((next: readonly QueuedPhoto[]) => {
    list.current = next
    setQueued(next)
  }, [])

  const flush = useCallback(async () => {
    if (busy.current) return
    busy.current = true
    retries.trying()
    try {
      for (let next = list.current.find((p) => !p.parked); next; next = list.current.find((p) => !p.parked)) {
        const { id } = next
        const answer = await putPhoto(next)
        if (answer.kind === 'kept') {
          retries.reached()
          change(list.current.filter((p) => p.id !== id))
          await letPhotoGo(id)
        } else if (answer.kind === 'refused') {
          const parked = { ...next, parked: { status: answer.status, message: answer.message } }
          change(list.current.map((p) => (p.id === id ? parked : p)))
          await keepPhoto(parked)
        } else {
          retries.later(() => again.current())
          return
        }
      }
    } finally {
      busy.current = false
    }
  }, [change, retries])

  useEffect(() => {
    again.current = () => void flush()
    let gone = false
    void waitingPhotos(visitId, userId).then((found) => {
      if (gone || found.length === 0) return
      const known = new Set(list.current.map((p) => p.id))
      change([...found.filter((p) => !known.has(p.id)), ...list.current])
      again.current()
    })
    return () => {
      gone = true
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
