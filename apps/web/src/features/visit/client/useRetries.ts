'use client'

import { useCallback, useEffect, useMemo, useRef } from 'react'
import { RETRY_MS } from './retry'

/**
 * When to try again what the server has not got: later and later after each failure, and at once (`wake`) when the network is back or somebody looks at the screen
 * again. With the screen closed nothing is tried: what waits is on the device.
 */
export function useRetries(wake: () => void) {
  const latest = useRef(wake)
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined)
  const failures = useRef(0)
  const gone = useRef(false)
  useEffect(() => {
    latest.current = wake
  }, [wake])
  useEffect(() => {
    gone.current = false
    const now = () => latest.current()
    window.addEventListener('online', now)
    window.addEventListener('focus', now)
    return () => {
      gone.current = true
      clearTimeout(timer.current)
      window.removeEventListener('online', now)
      window.removeEventListener('focus', now)
    }
  }, [])
  /** A try begins: the one that was planned is not needed. */
  const trying = useCallback(() => clearTimeout(timer.current), [])
  const reached = useCallback(() => {
    failures.current = 0
  }, [])
  const later = useCallback((again: () => void) => {
    if (gone.current) return
    timer.current = setTimeout(again, RETRY_MS[Math.min(failures.current++, RETRY_MS.length - 1)])
  }, [])
  return useMemo(() => ({ trying, reached, later }), [trying, reached, later])
}
