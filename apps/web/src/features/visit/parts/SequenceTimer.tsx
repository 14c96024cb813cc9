'use client'

import type { Step } from '@lucerna/core/procedure'
import { pressedThrough, type Seen, sequenceOf, sequenceTimes } from '@lucerna/core/sequence'
import { Undo2 } from 'lucide-react'
import { useRef, useState } from 'react'
import { wordsFor } from '@/ui/words'
import { t } from '@/messages/visit'
import { useNow } from '../client/useNow'
import { may, useDesk } from './context'

/** How far a finger goes back over the button to take the last press back, px. */
const SWIPE = 60
const instant = (): number => Date.now()

/**
 * The start of a burner pressed through as it happens: one large button names what comes next, the times come out by themselves, and at the end everything is
 * recorded as seen. A slip is taken back by a swipe or the button beside it.
 */
export function SequenceTimer({
  step,
  onTimes,
}: {
  readonly step: Step
  /** The times that came out, seconds, by measurand. */
  readonly onTimes: (times: ReturnType<typeof sequenceTimes>) => void
}) {
  const { appliance, state, visit, role, record } = useDesk()
  const now = useNow()
  const [seen, setSeen] = useState<readonly Seen[]>([])
  const from = useRef<number | null>(null)
  const chain = sequenceOf(appliance.card)
  const pressed = pressedThrough(chain)
  const next = pressed[seen.length]
  if (!may(role, 'observation.made') || visit.status !== 'open') return null
  if (!next || chain.every((e) => state.observations[`sequence.${e.id}`])) return null
  const last = seen.at(-1)
  const back = () => setSeen((before) => before.slice(0, -1))
  const press = (atMs: number) => {
    const all = [...seen, { id: next.id, atMs }]
    setSeen(all)
    if (all.length < pressed.length) return
    onTimes(sequenceTimes(chain, all))
    void record(
      step.asks
        .filter((a) => a.id.startsWith('sequence.') && !state.observations[a.id])
        .map((a) => ({
          type: 'observation.made' as const,
          stepId: step.id,
          applianceId: appliance.id,
          data: { observationId: a.id, answer: 'seen' },
        })),
    )
  }
  return (
    <section aria-label={t('sequence-timer.title')} className="mt-4 flex flex-col gap-2">
      <div className="flex items-stretch gap-2">
        <button
          type="button"
          className="btn h-auto min-h-24 flex-1 touch-pan-y flex-col gap-1 py-3 text-xl btn-primary"
          onPointerDown={(e) => (from.current = e.clientX)}
          onPointerUp={(e) => {
            if (from.current !== null && from.current - e.clientX > SWIPE && seen.length > 0) {
              from.current = -1
              back()
            }
          }}
          onClick={() => {
            const swiped = from.current === -1
            from.current = null
            if (!swiped) press(instant())
          }}
        >
          <span>{seen.length === 0 ? t('sequence-timer.call') : wordsFor(`sequence.${next.id}`)}</span>
          <span className="text-sm font-normal">
            {t('sequence-timer.place', { n: seen.length + 1, of: pressed.length })}
            {next.seconds !== null && ` · ${t('sequence-timer.maker', { seconds: next.seconds })}`}
          </span>
        </button>
        <button
          type="button"
          disabled={seen.length === 0}
          aria-label={t('sequence-timer.back')}
          title={t('sequence-timer.back')}
          className="btn h-auto btn-outline px-4"
          onClick={back}
        >
          <Undo2 size={22} aria-hidden="true" />
        </button>
      </div>
      <p className="flex min-h-8 items-baseline gap-3 text-sm" role="status">
        {last ? (
          <>
            <span>● {wordsFor(`sequence.${last.id}`)}</span>
            <span className="figure text-2xl">{Math.max(0, (now - last.atMs) / 1000).toFixed(0)} s</span>
          </>
        ) : (
          <span className="quiet">{t('sequence-timer.why')}</span>
        )}
      </p>
    </section>
  )
}
