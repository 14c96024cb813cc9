'use client'

import { useCallback, useSyncExternalStore } from 'react'

type Choice = readonly [on: boolean | null, choose: (on: boolean) => void]

/**
 * A yes or no that is chosen on each device and kept there; null until somebody chose.
 *
 * @example export const useGoesOn = deviceChoice('lucerna.goes-on')
 */
export function deviceChoice(name: string): () => Choice {
  const listeners = new Set<() => void>()
  const subscribe = (listener: () => void) => {
    listeners.add(listener)
    return () => void listeners.delete(listener)
  }
  const chosen = (): boolean | null => {
    const kept = window.localStorage.getItem(name)
    return kept === null ? null : kept === '1'
  }
  const none = () => null
  return function useChoice() {
    const on = useSyncExternalStore(subscribe, chosen, none)
    const choose = useCallback((next: boolean) => {
      window.localStorage.setItem(name, next ? '1' : '0')
      for (const listener of listeners) listener()
    }, [])
    return [on, choose]
  }
}
