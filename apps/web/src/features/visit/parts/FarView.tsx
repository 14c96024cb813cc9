'use client'

import type { Need, Step } from '@lucerna/core/procedure'
import { type Band, bandFor, type JudgedReading, readingKey } from '@lucerna/core/visit'
import { useEffect, useRef, useState } from 'react'
import { clockText } from '@/ui/dates'
import { figure, unitText } from '@/ui/figures'
import { BeadSign, VERDICT_TEXT } from '@/ui/Gauge'
import { hasLocalVoice, say } from '@/ui/speech'
import { playTone } from '@/ui/tones'
import { t } from '@/messages/visitLater'
import { spokenAdvice, useSpoken } from '@/features/setup'
import { useNow } from '../client/useNow'
import type { LiveNeed } from '../live/figures'
import { standingText } from '../live/LiveTile'
import { useLiveFigures } from '../live/useLiveFigures'
import { useSetUpHere } from '../setup/useSetUpHere'
import { settlingOf } from '../view'
import { rateLabel, stepTitle, useDesk } from './context'
import { verdictWord } from './Line'

const FIGURES = 4
/** The alarm comes back while the reason for it stands. */
const ALARM_EVERY_MS = 6000

/** Whether what a channel shows now lies beyond the band: for a glance; what is recorded is judged with its doubt. */
const beyond = ({ valueSi }: LiveNeed, band: Band | undefined): boolean =>
  valueSi !== null &&
  band !== undefined &&
  ((band.min !== undefined && valueSi < band.min) || (band.max !== undefined && valueSi > band.max))

/** Four figures that can be read from three metres, for when both hands are in the appliance; tones and a local voice if wanted. */
export function FarView({ step, tones, onClose }: { readonly step: Step; readonly tones: boolean; readonly onClose: () => void }) {
  const { appliance, state, context, units, visit } = useDesk()
  const now = useNow()
  const ref = useRef<HTMLDialogElement>(null)
  const [sounds, setSounds] = useState(tones)
  const [speaks, setSpeaks] = useState(false)
  const latest = state.latest
  const live = useLiveFigures(step)
  // What is live is what somebody stands back for; then what has to be read, then the rest.
  const order = (need: Need) => (live.has(readingKey(need)) ? 0 : need.optional ? 2 : 1)
  const shown = [...step.needs]
    .sort((a, b) => order(a) - order(b))
    .slice(0, FIGURES)
    .map((need) => {
      const now = live.get(readingKey(need))
      return {
        need,
        reading: latest.get(readingKey(need)),
        now: now?.valueSi != null ? now : undefined,
        band: bandFor(appliance, context.practice, need),
      }
    })
  const settling = step.firingStateId ? settlingOf(appliance, state, context, step.firingStateId, now) : null
  const clock = visit.timers.findLast((c) => c.applianceId === appliance.id && !c.endedAt)
  const left = clock ? Math.max(0, (Date.parse(clock.startedAt) + clock.seconds * 1000 - now) / 1000) : null
  const alarm = shown.some(
    ({ need, reading, now: live, band }) =>
      need.measurandId.startsWith('co.') &&
      (live ? live.standing.climbing === true || beyond(live, band) : reading?.verdict.status === 'outside'),
  )
  const settled = settling !== null && settling.waitS === 0 && !settling.blanked

  useEffect(() => {
    ref.current?.showModal()
  }, [])
  const wasSettled = useRef(settled)
  useEffect(() => {
    if (settled && !wasSettled.current && sounds) playTone('settled')
    wasSettled.current = settled
  }, [settled, sounds])
  useEffect(() => {
    if (!alarm || !sounds) return
    playTone('danger')
    const id = setInterval(() => playTone('danger'), ALARM_EVERY_MS)
    return () => clearInterval(id)
  }, [alarm, sounds])
  const said = (need: Need, reading: JudgedReading | undefined) =>
    reading
      ? [
          `${t(`short.${need.measurandId}`)} ${figure(need.measurandId, reading.valueSi, units)} ${unitText(need.measurandId, units)}, ${verdictWord(reading.verdict)}`,
        ]
      : []
  const readOut = () =>
    shown
      .flatMap(({ need, reading, now }) =>
        now
          ? [
              `${t(`short.${need.measurandId}`)} ${figure(need.measurandId, now.valueSi ?? 0, units)} ${unitText(need.measurandId, units)}, ${standingText(now, need, units)}`,
            ]
          : said(need, reading),
      )
      .join('. ')
  const spoken = shown.flatMap(({ need, reading }) => said(need, reading)).join('. ')
  const setUp = useSetUpHere(step)
  const next = setUp === null ? '' : spokenAdvice(setUp)
  useSpoken([spoken, next].filter(Boolean).join('. '), speaks)

  return (
    <dialog
      ref={ref}
      data-theme="lucerna-night"
      aria-label={t('far.title')}
      onClose={onClose}
      className="m-0 h-dvh max-h-none w-screen max-w-none bg-base-100 p-4 text-base-content open:flex open:flex-col lg:p-8"
    >
      <header className="flex flex-wrap items-center justify-between gap-3">
        <h2 className="text-2xl font-semibold">{stepTitle(step, appliance)}</h2>
        {alarm && <p className="text-3xl font-bold text-error">{t('far.co-alarm')}</p>}
        <p className="text-2xl">
          {settling && (
            <>
              <span className="quiet">{t('rate.at', { rate: rateLabel(appliance, step.firingStateId).toLowerCase() })}</span>{' '}
              <span className="figure text-4xl">{clockText(settling.atRateS)}</span>{' '}
              <span className={settled ? 'text-info' : 'text-warning'}>
                {settled ? t('rate.settled') : settling.blanked ? t('far.blanked') : t('rate.wait', { time: clockText(settling.waitS) })}
              </span>
            </>
          )}
          {clock && left !== null && (
            <span className="ml-6">
              <span className="quiet">{t(`timer.${clock.timer}`)}</span> <span className="figure text-4xl">{clockText(left)}</span>
            </span>
          )}
        </p>
      </header>
      <ul className="grid flex-1 auto-rows-fr grid-cols-1 gap-4 py-4 max-sm:gap-1 max-sm:py-1 sm:grid-cols-2">
        {shown.map(({ need, reading, now, band }) => (
          <li key={readingKey(need)} className="flex min-w-0 flex-col justify-center border-t hairline py-2 max-sm:py-1">
            <span className="text-2xl quiet first-letter:uppercase max-sm:text-lg">
              {t(`short.${need.measurandId}`)} · {t(`station.${need.stationId}`)}
            </span>
            <span className="flex items-baseline gap-4" aria-live="off">
              <span
                className={`figure leading-[0.95] ${next === '' ? 'text-[clamp(4.5rem,26dvh,15rem)] max-sm:text-[9dvh]' : 'text-[clamp(4rem,22dvh,13rem)] max-sm:text-[6.5dvh]'} ${(now ? beyond(now, band) : reading?.verdict.status === 'outside') ? 'text-error' : ''}`}
              >
                {now ? figure(need.measurandId, now.valueSi ?? 0, units) : reading ? figure(need.measurandId, reading.valueSi, units) : '–'}
              </span>
              <span className="text-3xl quiet">{unitText(need.measurandId, units)}</span>
            </span>
            {now && (
              <span className={`text-3xl font-semibold max-sm:text-xl ${now.ready ? 'text-info' : 'text-warning'}`}>
                {standingText(now, need, units)}
              </span>
            )}
            {!now && reading && (
              <span className={`flex items-center gap-3 text-3xl font-semibold max-sm:text-xl ${VERDICT_TEXT[reading.verdict.status]}`}>
                <BeadSign status={reading.verdict.status} side={reading.verdict.side} size={30} />
                {verdictWord(reading.verdict)}
              </span>
            )}
          </li>
        ))}
        {shown.length === 0 && <li className="text-2xl quiet">{t('far.no-figures')}</li>}
      </ul>
      {next !== '' && <p className="border-t hairline py-3 text-3xl font-semibold max-sm:py-2 max-sm:text-lg">{next}</p>}
      <footer className="flex flex-wrap items-center gap-4">
        <Toggle on={sounds} onChange={setSounds} label={t('far.tones')} />
        <Toggle on={speaks} onChange={setSpeaks} label={t(hasLocalVoice() ? 'far.speech' : 'far.no-voice')} disabled={!hasLocalVoice()} />
        {hasLocalVoice() && (
          <button type="button" className="btn press btn-outline" onClick={() => say(readOut())}>
            {t('far.say')}
          </button>
        )}
        <button type="button" className="btn ml-auto press px-8 btn-primary" onClick={() => ref.current?.close()}>
          {t('close')}
        </button>
      </footer>
    </dialog>
  )
}

function Toggle({
  on,
  onChange,
  label,
  disabled = false,
}: {
  readonly on: boolean
  readonly onChange: (on: boolean) => void
  readonly label: string
  readonly disabled?: boolean
}) {
  return (
    <label className="flex min-h-14 cursor-pointer items-center gap-3">
      <input
        type="checkbox"
        className="toggle toggle-primary"
        checked={on}
        disabled={disabled}
        onChange={(e) => onChange(e.target.checked)}
      />
      {label}
    </label>
  )
}
