'use client'

import { useEffect, useMemo, useState, useSyncExternalStore } from 'react'
import { PhotoQueueStore } from './PhotoQueueStore'
import type { QueuedPhoto } from './queue'

export interface PhotoQueue extends Pick<PhotoQueueStore, 'add' | 'tryAgain' | 'discard' | 'flush' | 'ownSignature' | 'keepOwnSignature'> {
  /** What the server has not got yet, refused ones among them. */
  readonly queued: readonly QueuedPhoto[]
}

/** The pictures of one visit that wait on this device, for as long as the screen is open. */
export function usePhotoQueue(visitId: string, userId: string): PhotoQueue {
  const [store] = useState(() => new PhotoQueueStore(visitId, userId))
  useEffect(() => store.start(), [store])
  const queued = useSyncExternalStore(store.subscribe, store.getSnapshot, store.getSnapshot)
  return useMemo(() => {
    const { add, tryAgain, discard, flush, ownSignature, keepOwnSignature } = store
    return { queued, add, tryAgain, discard, flush, ownSignature, keepOwnSignature }
  }, [store, queued])
}
