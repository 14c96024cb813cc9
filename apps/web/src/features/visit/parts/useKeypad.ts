'use client'

import { useCallback, useState, useSyncExternalStore } from 'react'

const REMEMBERED = 'lucerna.keypad'

const nothingChanges = () => () => {}
/** Gloves and a touch screen want large keys; what somebody chose on this device holds. */
function wantedHere(): boolean {
  const chosen = window.localStorage.getItem(REMEMBERED)
  return chosen === null ? window.matchMedia('(pointer: coarse)').matches : chosen === '1'
}

/** Whether our own keys are wanted, and for which field they stand open. */
export function useKeypad() {
  const here = useSyncExternalStore(nothingChanges, wantedHere, () => false)
  const [chosen, setChosen] = useState<boolean | null>(null)
  const [at, setAt] = useState<string | null>(null)
  const wanted = chosen ?? here
  const openFor = useCallback((key: string) => setAt(key), [])
  const close = useCallback(() => setAt(null), [])
  const toggle = useCallback(
    (first: string) => {
      window.localStorage.setItem(REMEMBERED, wanted ? '0' : '1')
      setChosen(!wanted)
      setAt(wanted ? null : first)
    },
    [wanted],
  )
  return { wanted, at, openFor, close, toggle }
}
