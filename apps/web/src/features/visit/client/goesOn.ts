'use client'

import { useCallback, useSyncExternalStore } from 'react'

const REMEMBERED = 'lucerna.goes-on'

const listeners = new Set<() => void>()
const subscribe = (listener: () => void) => {
  listeners.add(listener)
  return () => void listeners.delete(listener)
}
const wanted = (): boolean => window.localStorage.getItem(REMEMBERED) !== '0'

/** Whether the checklist goes on by itself when a step has all it needs; chosen on each device, on until somebody switches it off. */
export function useGoesOn(): readonly [on: boolean, choose: (on: boolean) => void] {
  const on = useSyncExternalStore(subscribe, wanted, () => true)
  const choose = useCallback((next: boolean) => {
    window.localStorage.setItem(REMEMBERED, next ? '1' : '0')
    for (const listener of listeners) listener()
  }, [])
  return [on, choose]
}
