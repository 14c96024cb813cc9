'use client'

import type { Need, Step } from '@lucerna/core/procedure'
import { missingIn, readingKey } from '@lucerna/core/visit'
import { useEffect, useRef } from 'react'
import { t } from '@/messages/visit'
import { useDesk } from '../parts/context'
import type { LiveNeed } from './figures'
import { useRecordsItself } from './recordsItself'

/**
 * Records by itself what all has settled and lies within its limits, once it was asked for; before that it asks. What is outside, or what something speaks
 * against, is for somebody to look at: it is never recorded unattended.
 */
export function LiveOffer({
  step,
  live,
  needs,
  toRead,
  waits,
  clear,
  onRecord,
}: {
  readonly step: Step
  readonly live: ReadonlyMap<string, LiveNeed>
  /** What would be recorded. */
  readonly needs: readonly Need[]
  readonly toRead: readonly Need[]
  /** The card's clock still runs, or somebody is typing. */
  readonly waits: boolean
  /** Every one of them would be within its limits, or has none. */
  readonly clear: boolean
  readonly onRecord: () => void
}) {
  const { state, visit, context } = useDesk()
  const [itself, choose] = useRecordsItself()
  const clocks = missingIn(step, state, visit, context).some((m) => m.code === 'timer')
  const due = needs.some((n) => toRead.includes(n)) && toRead.every((n) => n.optional || needs.includes(n))
  const ready = due && !waits && !clocks && needs.every((n) => live.get(readingKey(n))?.ready)
  const key = needs.map(readingKey).join(' ')
  const done = useRef<string | null>(null)
  const goes = ready && clear && itself === true
  useEffect(() => {
    if (!goes || done.current === key) return
    done.current = key
    onRecord()
  }, [goes, key, onRecord])
  if (!ready || !clear || itself !== null) return null
  return (
    <div role="group" aria-label={t('live.ask-itself')} className="flex flex-wrap items-center gap-3 pb-3">
      <p className="w-full">{t('live.ask-itself')}</p>
      <button type="button" className="btn press flex-1 btn-primary" onClick={() => choose(true)}>
        {t('live.ask-itself.yes')}
      </button>
      <button type="button" className="btn press flex-1 btn-outline" onClick={() => choose(false)}>
        {t('live.ask-itself.no')}
      </button>
    </div>
  )
}
