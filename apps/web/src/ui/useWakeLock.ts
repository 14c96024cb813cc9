'use client'

import { useEffect } from 'react'

/** Keeps the screen awake while something is measured, where the device can; asked for again when the page comes back to the front. */
export function useWakeLock(active: boolean): void {
  useEffect(() => {
    if (!active || !('wakeLock' in navigator)) return
    let lock: WakeLockSentinel | null = null
    let gone = false
    const take = () => {
      if (document.visibilityState !== 'visible') return
      // Refused on a low battery: then the screen sleeps, which is no fault.
      navigator.wakeLock.request('screen').then(
        (got) => {
          if (gone) void got.release()
          else lock = got
        },
        () => undefined,
      )
    }
    take()
    document.addEventListener('visibilitychange', take)
    return () => {
      gone = true
      document.removeEventListener('visibilitychange', take)
      void lock?.release()
    }
  }, [active])
}
