'use client'

import { useSyncExternalStore } from 'react'

function watch(changed: () => void): () => void {
  window.addEventListener('online', changed)
  window.addEventListener('offline', changed)
  return () => {
    window.removeEventListener('online', changed)
    window.removeEventListener('offline', changed)
  }
}

/** Whether the device has a network, as far as the browser knows; on the server it has. A network without our server in it is another matter. */
export const useOnline = (): boolean =>
  useSyncExternalStore(
    watch,
    () => navigator.onLine,
    () => true,
  )
