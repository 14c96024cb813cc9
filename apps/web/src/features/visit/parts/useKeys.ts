'use client'

import { useEffect, useRef } from 'react'

const typing = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName))

/**
 * The few shortcuts of a visit: R presses the main action, N goes on, Z zeroes, T starts the clock, W puts the cursor into the first field; the rest is
 * what the screen gives.
 */
export function useKeys(more: Readonly<Record<string, () => void>>): void {
  const latest = useRef(more)
  useEffect(() => {
    latest.current = more
  }, [more])
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (e.ctrlKey || e.metaKey || e.altKey || typing(e.target) || document.querySelector('dialog[open]')) return
      const press = (key: string) =>
        [...document.querySelectorAll<HTMLButtonElement>(`[data-key="${key}"]`)]
          .find((b) => !b.disabled && b.offsetParent !== null)
          ?.click()
      const actions: Record<string, () => void> = {
        r: () => press('r'),
        n: () => press('n'),
        z: () => press('z'),
        t: () => press('t'),
        ...latest.current,
        w: () => document.querySelector<HTMLInputElement>('input[data-first]')?.focus(),
      }
      const action = actions[e.key.toLowerCase()]
      if (!action) return
      e.preventDefault()
      action()
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [])
}
