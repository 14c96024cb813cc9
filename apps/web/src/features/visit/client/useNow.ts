'use client'

import { useCallback, useSyncExternalStore } from 'react'

/**
 * The time in ms, to the second; 0 on the server. Seconds pass only where somebody looks at a clock: what calls this is drawn again every second, so it stands in the
 * parts that show time and not in what holds the screen together.
 */
export function useNow(): number {
  return useSyncExternalStore(
    useCallback((changed: () => void) => {
      const id = setInterval(changed, 1000)
      return () => clearInterval(id)
    }, []),
    () => Math.floor(Date.now() / 1000) * 1000,
    () => 0,
  )
}
