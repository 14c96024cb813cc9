'use client'

import { useEffect } from 'react'

const typing = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName))

/** The few shortcuts of a visit: R presses the main action, N goes on, W puts the cursor into the first field, L shows loose ends, ? shows the keys. */
export function useKeys(showKeys: () => void, showLooseEnds: () => void): void {
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
        l: showLooseEnds,
        '?': showKeys,
        w: () => document.querySelector<HTMLInputElement>('input[data-first]')?.focus(),
      }
      const action = actions[e.key.toLowerCase()]
      if (!action) return
      e.preventDefault()
      action()
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [showKeys, showLooseEnds])
}
