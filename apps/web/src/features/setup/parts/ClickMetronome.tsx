'use client'

import { useEffect, useState } from 'react'
import { playTone } from '@/ui/tones'
import { t } from '@/messages/setup'

const BEAT_MS = 1000

/** Counts the clicks of a move aloud, one a second: a driver may lose clicks that come faster. */
export function ClickMetronome({ clicks }: { readonly clicks: number }) {
  const [at, setAt] = useState<number | null>(null)
  const runs = at !== null && at < clicks
  useEffect(() => {
    if (!runs) return
    const beat = setInterval(() => {
      playTone('beat')
      setAt((n) => (n ?? 0) + 1)
    }, BEAT_MS)
    return () => clearInterval(beat)
  }, [runs])
  return (
    <button type="button" className="btn press btn-outline" aria-live="polite" onClick={() => setAt(runs ? null : 0)}>
      {at === null
        ? t('setup.count')
        : runs
          ? t('setup.counting', { at: Math.min(clicks, at + 1), count: clicks })
          : t('setup.counted', { count: clicks })}
    </button>
  )
}
