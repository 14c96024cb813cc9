'use client'

import { useRouter } from 'next/navigation'
import { applyTheme, THEMES, type Theme } from './theme'
import { t } from './words'

/** Night, day, glare, or as the device: kept in a cookie, so that the first paint is right. */
export function ThemeChoice() {
  const router = useRouter()
  const choose = (theme: Theme | null) => {
    applyTheme(theme)
    router.refresh()
  }
  return (
    <div role="group" aria-label={t('theme.label')} className="grid grid-cols-2 gap-2">
      {[...THEMES, null].map((theme) => (
        <button key={theme ?? 'device'} type="button" className="btn btn-outline btn-sm" onClick={() => choose(theme)}>
          {t(`theme.${theme ?? 'device'}`)}
        </button>
      ))}
    </div>
  )
}
