'use client'

import { type MeasurandId, type Reading, takeReading } from '@lucerna/core/measure'
import type { Step } from '@lucerna/core/procedure'
import { sequenceTimes } from '@lucerna/core/sequence'
import { instrumentFor } from '@lucerna/core/visit'
import { Undo2 } from 'lucide-react'
import { useEffect, useRef } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { timeAt } from '@/ui/dates'
import { wordsFor } from '@/ui/words'
import { t } from '@/messages/visit'
import { useNow } from '../client/useNow'
import { useBench, useLiveParts } from '../live/context'
import { useStart } from '../live/useStart'
import { zeroProved } from '../live/zeroProved'
import { may, useDesk } from './context'
import { useZeroHere } from './useZeroHere'
import { StartSeenView } from '@/ui/StartSeenView'

/** How far a finger goes back over the button to take the last press back, px. */
const SWIPE = 60
/** What is not seen in a start but made before it. */
const MADE_BEFORE: readonly string[] = ['outside', 'interlocks']

/**
 * The start of a burner as it happens: one large button names what comes next; it is pressed, or connected channels see it. The times come out by themselves, and
 * at the end everything is recorded as seen, with the start on its time line. A slip is taken back by a swipe or the button beside it; one that dies is kept with
 * the step where it did.
 */
export function SequenceTimer({ step }: { readonly step: Step }) {
  const { appliance, state, visit, context, instruments, role, record, units, timeZone } = useDesk()
  const now = useNow()
  const start = useStart()
  const bench = useLiveParts()?.bench
  const follows = useBench()?.follows
  const from = useRef<number | null>(null)
  const { chain, next, seen, pressed } = start
  const asks = step.asks.filter((a) => a.id.startsWith('sequence.'))
  const answered = asks.length > 0 && chain.every((e) => state.observations[`sequence.${e.id}`])
  const writes = may(role, 'observation.made') && visit.status === 'open'
  const whole = writes && !answered && !next && seen.length > 0
  const dip = step.needs.filter((n) => n.measurandId === 'pressure.ignitionDip')
  const zero = useZeroHere(dip, dip, step.id)
  const kept = useRef(false)
  useEffect(() => {
    if (!whole || kept.current) return
    kept.current = true
    const figures: Partial<Record<MeasurandId, number | null>> = { ...sequenceTimes(chain, seen), 'pressure.ignitionDip': start.dipPa() }
    const readings = step.needs.flatMap((need): Reading[] => {
      const valueSi = figures[need.measurandId]
      if (valueSi === undefined || valueSi === null) return []
      const read = instrumentFor(need.measurandId, instruments, context.instruments)
      return [
        takeReading({
          ...need,
          id: uuidv7(),
          valueSi,
          instrument: read.kind === 'one' ? read.instrument : undefined,
          settled: 'settled',
          takenAt: new Date().toISOString(),
        }),
      ]
    })
    const lit = asks.length === 0
    void record([
      ...asks
        .filter((a) => !state.observations[a.id])
        .filter((a) => {
          const event = chain.find((e) => `sequence.${e.id}` === a.id)
          return event !== undefined && (MADE_BEFORE.includes(event.phase) || seen.some((s) => s.id === event.id))
        })
        .map((a) => ({
          type: 'observation.made' as const,
          stepId: step.id,
          applianceId: appliance.id,
          data: { observationId: a.id, answer: 'seen' },
        })),
      ...(lit
        ? [{ type: 'start.tried' as const, stepId: step.id, applianceId: appliance.id, data: { gas: 'on' as const, lit: true } }]
        : []),
      ...(start.inlet && zeroProved(visit, start.inlet) ? zero.events : []),
      ...(readings.length > 0 ? [{ type: 'reading.taken' as const, stepId: step.id, applianceId: appliance.id, data: { readings } }] : []),
      { ...start.entry('lit'), stepId: step.id },
    ])
    if (lit) {
      start.again()
      kept.current = false
    }
  })
  const last = seen.at(-1)
  const press = () => {
    if (!next) return
    start.press(next.id)
    // On the bench the hand at the thermostat is simulated too.
    if (follows && next.id === 'call') bench?.set({ call: true, force: null })
    if (follows && next.id === 'valve-shuts') bench?.set({ call: false, force: null })
  }
  const died = () => {
    void record([
      { ...start.entry('died'), stepId: step.id },
      { type: 'start.tried', stepId: step.id, applianceId: appliance.id, data: { gas: 'on', lit: false } },
    ])
    if (follows) bench?.set({ call: false, force: null })
    start.again()
  }
  const own = visit.startsSeen.filter((s) => s.applianceId === appliance.id)
  const newest = own.at(-1)
  const good = own.slice(0, -1).findLast((s) => s.outcome === 'lit') ?? appliance.goodStart ?? null
  return (
    <section aria-label={t('sequence-timer.title')} className="mt-4 flex flex-col gap-2">
      {writes && !answered && next && (
        <>
          <div className="flex items-stretch gap-2">
            <button
              type="button"
              className="btn h-auto min-h-24 flex-1 touch-pan-y flex-col gap-1 py-3 text-xl btn-primary"
              onPointerDown={(e) => (from.current = e.clientX)}
              onPointerUp={(e) => {
                if (from.current !== null && from.current - e.clientX > SWIPE && start.canBack) {
                  from.current = -1
                  start.back()
                }
              }}
              onClick={() => {
                const swiped = from.current === -1
                from.current = null
                if (!swiped) press()
              }}
            >
              <span>{seen.length === 0 ? t('sequence-timer.call') : wordsFor(`sequence.${next.id}`)}</span>
              <span className="text-sm font-normal">
                {t('sequence-timer.place', { n: pressed.indexOf(next) + 1, of: pressed.length })}
                {next.seconds !== null && ` · ${t('sequence-timer.maker', { seconds: next.seconds })}`}
              </span>
            </button>
            <button
              type="button"
              disabled={!start.canBack}
              aria-label={t('sequence-timer.back')}
              title={t('sequence-timer.back')}
              className="btn h-auto btn-outline px-4"
              onClick={() => start.back()}
            >
              <Undo2 size={22} aria-hidden="true" />
            </button>
          </div>
          <p className="flex min-h-8 flex-wrap items-baseline gap-x-3 text-sm" role="status">
            {last ? (
              <>
                <span>
                  ● {wordsFor(`sequence.${last.id}`)}
                  {start.shown.some((s) => s.id === last.id) && <span className="quiet"> {t('sequence-timer.by-channel')}</span>}
                </span>
                <span className="figure text-2xl">{Math.max(0, (now - last.atMs) / 1000).toFixed(0)} s</span>
                {!seen.some((s) => s.id === 'valve-shuts') && (
                  <button type="button" className="btn ml-auto btn-ghost text-error btn-sm max-lg:min-h-11" onClick={died}>
                    {t('sequence-timer.died')}
                  </button>
                )}
              </>
            ) : (
              <span className="quiet">
                {start.channels.length === 0
                  ? t('sequence-timer.why')
                  : t('sequence-timer.channels', {
                      names: start.channels.map((c) => t(`short.${c.measurandId}`).toLowerCase()).join(', '),
                    })}
              </span>
            )}
          </p>
        </>
      )}
      {newest && (
        <details open={newest.outcome === 'died' || asks.length === 0} className="border-y hairline">
          <summary className="flex min-h-11 cursor-pointer items-center text-primary">
            {t('sequence-timer.newest', { time: timeAt(newest.at, timeZone) })}
          </summary>
          <StartSeenView record={newest} good={good} units={units} timeZone={timeZone} />
        </details>
      )}
    </section>
  )
}
