'use client'

import { useRouter } from 'next/navigation'
import { useSyncExternalStore } from 'react'
import { applyTheme, THEMES, type Theme, themeOf } from './theme'
import { t } from '@/messages/shell'

const subscribe = (changed: () => void): (() => void) => {
  const observer = new MutationObserver(changed)
  observer.observe(document.documentElement, { attributes: true, attributeFilter: ['data-theme'] })
  return () => observer.disconnect()
}

/** Night, day, glare, or as the device: kept in a cookie, so that the first paint is right. */
export function ThemeChoice() {
  const router = useRouter()
  const current = useSyncExternalStore(
    subscribe,
    () => themeOf(document.documentElement.dataset.theme) ?? null,
    () => undefined,
  )
  const choose = (theme: Theme | null) => {
    applyTheme(theme)
    router.refresh()
  }
  return (
    <div role="group" aria-label={t('theme.label')} className="grid grid-cols-2 gap-2">
      {[...THEMES, null].map((theme) => (
        <button
          key={theme ?? 'device'}
          type="button"
          aria-pressed={current === theme}
          className={`btn btn-sm ${current === theme ? 'btn-primary' : 'btn-outline'}`}
          onClick={() => choose(theme)}
        >
          {t(`theme.${theme ?? 'device'}`)}
        </button>
      ))}
    </div>
  )
}
