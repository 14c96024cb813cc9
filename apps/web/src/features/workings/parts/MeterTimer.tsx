'use client'

import { toSi } from '@lucerna/core/units'
import { useEffect, useRef, useState } from 'react'
import type { Units } from '@/ui/figures'
import { t } from '@/messages/calc'

/** What a dial or index lets pass between two marks. */
const PASSED: Record<Units, readonly (readonly [label: string, m3: number])[]> = {
  imperial: [0.5, 1, 2, 5].map((v) => [`${v} ft³`, toSi(v, 'ft³', 'volume')] as const),
  metric: [1, 10, 50, 100].map((v) => [`${v} L`, toSi(v, 'L', 'volume')] as const),
}
const STORE = 'lucerna.meter-timer'

/** Where the clock started, kept so that a reload does not lose it. */
const keepStart = (at: number | null) => {
  try {
    if (at === null) sessionStorage.removeItem(STORE)
    else sessionStorage.setItem(STORE, String(at))
  } catch {
    // Without storage the clock still runs; it only does not survive a reload.
  }
}
const keptStart = (): number | null => {
  try {
    const text = sessionStorage.getItem(STORE)
    const at = text === null ? NaN : Number(text)
    return Number.isFinite(at) && Date.now() - at < 7_200_000 && at <= Date.now() ? at : null
  } catch {
    return null
  }
}

/** A stopwatch for the meter test: one big button or one key; it says when it has run long enough for one percent. */
export function MeterTimer({
  units,
  volumeM3,
  enoughS,
  onVolume,
  onSeconds,
}: {
  readonly units: Units
  readonly volumeM3: number | undefined
  /** How long to time for 1 %, if it is known. */
  readonly enoughS: number | null
  readonly onVolume: (m3: number) => void
  readonly onSeconds: (seconds: number) => void
}) {
  const [startedAt, setStartedAt] = useState<number | null>(null)
  const [now, setNow] = useState(0)
  const [last, setLast] = useState<number | null>(null)
  useEffect(() => {
    const kept = keptStart()
    if (kept === null) return
    // After the first paint: what was running before a reload runs on.
    const id = requestAnimationFrame(() => {
      setStartedAt(kept)
      setNow(Date.now())
    })
    return () => cancelAnimationFrame(id)
  }, [])
  useEffect(() => {
    if (startedAt === null) return
    const id = setInterval(() => setNow(Date.now()), 100)
    return () => clearInterval(id)
  }, [startedAt])
  const press = () => {
    const at = Date.now()
    if (startedAt === null) {
      keepStart(at)
      setStartedAt(at)
      setNow(at)
      return
    }
    const seconds = Math.round((at - startedAt) / 10) / 100
    keepStart(null)
    setStartedAt(null)
    setLast(seconds)
    if (seconds >= 0.5) onSeconds(seconds)
  }
  const pressRef = useRef(press)
  useEffect(() => {
    pressRef.current = press
  })
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      const at = e.target as HTMLElement | null
      if (e.key.toLowerCase() !== 't' || e.ctrlKey || e.metaKey || e.altKey || e.repeat || at?.closest('input, textarea, select')) return
      e.preventDefault()
      pressRef.current()
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [])
  const seconds = startedAt === null ? last : (now - startedAt) / 1000
  const enough = enoughS !== null && seconds !== null && seconds >= enoughS
  return (
    <section aria-labelledby="meter-timer" className="no-print rounded-md border hairline bg-base-200 p-3">
      <h2 id="meter-timer" className="font-semibold">
        {t('calc.timer')}
      </h2>
      <p className="text-sm quiet">{t('calc.timer-how')}</p>
      <div role="group" aria-label={t('calc.timer-passed')} className="flex flex-wrap gap-2 py-2">
        {PASSED[units].map(([label, m3]) => {
          const here = volumeM3 !== undefined && Math.abs(volumeM3 / m3 - 1) < 1e-6
          return (
            <button
              key={label}
              type="button"
              aria-pressed={here}
              className={`btn ${here ? 'btn-primary' : 'btn-outline'}`}
              onClick={() => onVolume(m3)}
            >
              {label}
            </button>
          )
        })}
      </div>
      <div className="flex items-center gap-4">
        <button type="button" className={`btn press flex-1 text-lg ${startedAt === null ? 'btn-primary' : 'btn-outline'}`} onClick={press}>
          {startedAt !== null ? t('calc.timer-stop') : last === null ? t('calc.timer-start') : t('calc.timer-again')}
          <kbd className="hidden text-xs font-normal opacity-80 lg:inline">{t('calc.timer-key')}</kbd>
        </button>
        <p role="timer" className="w-32 text-right figure text-4xl">
          {seconds === null ? '0.0' : seconds.toFixed(1)} <span className="font-sans text-base font-normal quiet">s</span>
        </p>
      </div>
      {enoughS !== null && (
        <p className={`pt-2 text-sm ${enough ? 'font-semibold text-info' : 'quiet'}`}>
          {enough && startedAt !== null ? t('calc.timer-enough') : t('calc.timer-wait', { seconds: Math.ceil(enoughS) })}
        </p>
      )}
    </section>
  )
}
