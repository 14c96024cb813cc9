'use client'

import {
  DAY_ORDERS,
  type ImportSaid,
  KEPT_STRETCH_S,
  keptStretch,
  packTrace,
  quantityOf,
  resolutionOf,
  TIME_FORMS,
  type TracePlan,
  valueAt,
} from '@lucerna/core/live'
import { CHANNELS as ALL_CHANNELS, MEASURANDS, takeReading } from '@lucerna/core/measure'
import type { Step } from '@lucerna/core/procedure'
import { instrumentFor, readingKey } from '@lucerna/core/visit'
import { formatNumber, unitsOf } from '@lucerna/core/units'
import { useEffect, useMemo, useRef, useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { Choose } from '@/ui/Choose'
import { secondAt } from '@/ui/dates'
import { figureWithUnit, unitSymbol } from '@/ui/figures'
import { shownFor, TraceView } from '@/ui/TraceView'
import { toast } from '@/ui/toast'
import { WarningSign } from '@/ui/WarningSign'
import { locale } from '@/ui/words'
import { dayAt } from '@/ui/zoned'
import { t } from '@/messages/visitLater'
import { useNow } from '../client/useNow'
import { useDesk } from '../parts/context'
import { settlingOf } from '../view'
import { showsItself } from './figures'
import { readTraceAside } from './traceAside'
import { previewTrace, type FileProblem, type TraceFile, type TracePreview } from './traceFile'

/** What a column can be: everything that an instrument records by itself. */
const CHANNELS = ALL_CHANNELS.filter((c) => !['gauge', 'stopwatch', 'meterIndex', 'length', 'flow', 'speed', 'humidity'].includes(c))
type Stage =
  | { readonly kind: 'choose' }
  | { readonly kind: 'problem'; readonly problem: FileProblem['problem'] }
  | { readonly kind: 'map'; readonly file: File; readonly preview: TracePreview; readonly plan: TracePlan }
  | { readonly kind: 'reading'; readonly share: number }
  | { readonly kind: 'read'; readonly file: File; readonly trace: TraceFile }

/** A trace that an instrument recorded by itself, from its file: which column is what, what was wrong with it, its curves, and what of it is written down. */
export function TraceFileDialog({ step, onClose }: { readonly step: Step; readonly onClose: () => void }) {
  const { timeZone, visit } = useDesk()
  const [stage, setStage] = useState<Stage>({ kind: 'choose' })
  // Closed while it reads: nobody waits for it any more.
  const aside = useRef<AbortController | null>(null)
  useEffect(() => () => aside.current?.abort(), [])
  const choose = async (file: File | undefined) => {
    if (!file) return
    const preview = await previewTrace(file)
    setStage('problem' in preview ? { kind: 'problem', problem: preview.problem } : { kind: 'map', file, preview, plan: preview.plan })
  }
  const read = async (file: File, named: boolean, plan: TracePlan) => {
    setStage({ kind: 'reading', share: 0 })
    const startedAt = visit.startedAt ?? new Date().toISOString()
    aside.current = new AbortController()
    const { signal } = aside.current
    const trace = await readTraceAside(
      file,
      plan,
      named,
      { day: dayAt(startedAt, timeZone), timeZone, zeroMs: Date.parse(startedAt) },
      (share) => setStage((now) => (now.kind === 'reading' ? { kind: 'reading', share } : now)),
      signal,
    )
    if (signal.aborted) return
    setStage('problem' in trace ? { kind: 'problem', problem: trace.problem } : { kind: 'read', file, trace })
  }
  return (
    <div className="flex flex-col gap-4">
      {stage.kind !== 'read' && <p className="quiet">{t('trace-file.why')}</p>}
      {(stage.kind === 'choose' || stage.kind === 'problem') && (
        <>
          {stage.kind === 'problem' && (
            <p role="alert" className="flex gap-2 text-warning">
              <WarningSign size={18} /> {t(`trace-file.problem.${stage.problem}`)}
            </p>
          )}
          <label className="flex flex-col gap-1">
            <span className="text-sm quiet">{t('trace-file.choose')}</span>
            <input
              type="file"
              accept=".csv,.txt,text/csv,text/plain"
              className="file-input press w-full"
              onChange={(e) => void choose(e.target.files?.[0])}
            />
          </label>
        </>
      )}
      {stage.kind === 'map' && (
        <Columns
          preview={stage.preview}
          plan={stage.plan}
          onPlan={(plan) => setStage({ ...stage, plan })}
          onRead={() => void read(stage.file, stage.preview.named, stage.plan)}
        />
      )}
      {stage.kind === 'reading' && (
        <p role="status">
          {t('trace-file.reading', { percent: Math.round(stage.share * 100) })}
          <progress className="progress mt-2 w-full progress-primary" value={stage.share} max={1} />
        </p>
      )}
      {stage.kind === 'read' && <Found step={step} file={stage.file} trace={stage.trace} onClose={onClose} />}
    </div>
  )
}

/** Which column is what, beside the first rows of the file. */
function Columns({
  preview,
  plan,
  onPlan,
  onRead,
}: {
  readonly preview: TracePreview
  readonly plan: TracePlan
  readonly onPlan: (plan: TracePlan) => void
  readonly onRead: () => void
}) {
  const use = (column: number): string =>
    plan.time.column === column ? 'time' : (plan.channels.find((c) => c.column === column)?.channel ?? '')
  const setUse = (column: number, value: string) => {
    const others = plan.channels.filter((c) => c.column !== column)
    if (value === 'time') return onPlan({ time: { ...plan.time, column }, channels: others })
    const channel = CHANNELS.find((c) => c === value)
    const [unit] = channel ? unitsOf(quantityOf(channel)) : []
    onPlan({ ...plan, channels: channel && unit ? [...others, { column, channel, unit }].sort((a, b) => a.column - b.column) : others })
  }
  const { form, order } = plan.time
  return (
    <>
      <ul className="divide-y divide-(--hairline) border-y hairline">
        {preview.header.map((name, column) => {
          const mine = plan.channels.find((c) => c.column === column)
          return (
            <li key={name + String(column)} className="grid grid-cols-[minmax(0,1fr)_6rem] gap-x-2 gap-y-1 py-2">
              <p className="col-span-full flex flex-wrap items-baseline justify-between gap-x-3 text-sm">
                <b className="min-w-0 break-words">{name}</b>
                <span className="min-w-0 quiet">{t('trace-file.first', { value: preview.rows[0]?.[column] || '–' })}</span>
              </p>
              <select
                aria-label={t('trace-file.use', { name })}
                className={`select press w-full ${mine ? '' : 'col-span-full'}`}
                value={use(column)}
                onChange={(e) => setUse(column, e.target.value)}
              >
                <option value="">{t('trace-file.unused')}</option>
                <option value="time">{t('trace-file.time')}</option>
                {CHANNELS.map((c) => (
                  <option key={c} value={c}>
                    {t(`channel.${c}`)}
                  </option>
                ))}
              </select>
              {mine && (
                <select
                  aria-label={t('trace-file.unit-of', { name })}
                  className="select press w-full"
                  value={mine.unit}
                  onChange={(e) =>
                    onPlan({ ...plan, channels: plan.channels.map((c) => (c === mine ? { ...c, unit: e.target.value } : c)) })
                  }
                >
                  {(unitsOf(quantityOf(mine.channel)) as string[]).map((u) => (
                    <option key={u} value={u}>
                      {unitSymbol(u)}
                    </option>
                  ))}
                </select>
              )}
            </li>
          )
        })}
      </ul>
      <div className="grid gap-3 sm:grid-cols-2">
        <Choose
          label={t('trace-file.form')}
          value={form}
          options={TIME_FORMS.map((f) => [f, t(`trace-file.form.${f}`)] as const)}
          onChange={(v) => onPlan({ ...plan, time: { ...plan.time, form: TIME_FORMS.find((f) => f === v) ?? form } })}
        />
        {form === 'local' && (
          <Choose
            label={t('trace-file.order')}
            value={order}
            options={DAY_ORDERS.map((o) => [o, t(`trace-file.order.${o}`)] as const)}
            onChange={(v) => onPlan({ ...plan, time: { ...plan.time, order: DAY_ORDERS.find((o) => o === v) ?? order } })}
          />
        )}
      </div>
      <button type="button" className="btn press btn-primary" disabled={plan.channels.length === 0} onClick={onRead}>
        {t('trace-file.read')}
      </button>
    </>
  )
}

/** What is wrong with a file, one sentence each: it was read all the same. */
function saidOf(said: ImportSaid, timeZone: string): string[] {
  const at = (s: number) => secondAt(new Date(s * 1000).toISOString(), timeZone)
  const [gap] = said.gaps
  return [
    ...(said.noTime > 0 ? [t('trace-file.said.no-time', { count: said.noTime })] : []),
    ...(said.noNumber > 0 ? [t('trace-file.said.no-number', { count: said.noNumber })] : []),
    ...(said.firstBad ? [t('trace-file.said.first', { row: said.firstBad.row, text: said.firstBad.text || '–' })] : []),
    ...(said.backwards > 0 ? [t('trace-file.said.backwards', { count: said.backwards })] : []),
    ...(said.offsets.length > 1 ? [t('trace-file.said.offsets', { offsets: said.offsets.join(', ') })] : []),
    ...(gap ? [t('trace-file.said.gaps', { count: said.gaps.length, from: at(gap.fromS), to: at(gap.toS) })] : []),
    ...(said.everyS > 1 ? [t('trace-file.said.thinned', { seconds: said.everyS })] : []),
  ]
}

/** The curves of a file, and what of it goes into the visit. */
function Found({
  step,
  file,
  trace,
  onClose,
}: {
  readonly step: Step
  readonly file: File
  readonly trace: TraceFile
  readonly onClose: () => void
}) {
  const { context, instruments, appliance, state, visit, units, timeZone, record } = useDesk()
  const now = useNow()
  const channels = trace.channels.filter((c) => c.samples.length > 0)
  // Drawn once: the moment that is looked at moves under a finger.
  const curves = useMemo(
    () => (
      <TraceView
        channels={trace.channels
          .filter((c) => c.samples.length > 0)
          .map((c) => ({ label: t(`channel.${c.channel}`), measurandId: shownFor(c.channel), samples: c.samples }))}
        units={units}
        timeZone={timeZone}
      />
    ),
    [trace, units, timeZone],
  )
  const times = channels.flatMap((c) => [c.samples[0]!.s, c.samples.at(-1)!.s])
  const [firstS, lastS] = [Math.min(...times), Math.max(...times)]
  const [atS, setAtS] = useState(lastS)
  const problems = saidOf(trace.said, timeZone)
  const clock = (s: number) => secondAt(new Date(s * 1000).toISOString(), timeZone)
  const today = visit.startedAt !== null && atS * 1000 >= Date.parse(visit.startedAt) && atS * 1000 <= now + 60_000
  // The burner has to have been brought to the step's rate by then, and the card's clock to have run out for it to count as settled.
  const atRate =
    !step.firingStateId || (state.commanded?.firingStateId === step.firingStateId && atS * 1000 >= Date.parse(state.commanded.at))
  const wait = step.firingStateId ? settlingOf(appliance, state, context, step.firingStateId, atS * 1000) : null
  const rested = wait === null || (wait.waitS === 0 && !wait.blanked)
  const taken = new Set<string>()
  // A column is one figure: what has to be read goes before what may be.
  const found = [...step.needs]
    .sort((a, b) => Number(a.optional) - Number(b.optional))
    .flatMap((need) => {
      const one = channels.find((c) => c.channel === MEASURANDS[need.measurandId].channel && !taken.has(c.channel))
      const at = one && showsItself(need.measurandId) ? valueAt(one.channel, one.samples, atS) : null
      if (!one || !at) return []
      taken.add(one.channel)
      return [{ need, value: at.value, settled: at.settled && rested }]
    })
  const keep = (withReadings: boolean) => {
    const takenAt = new Date(atS * 1000).toISOString()
    const groupId = uuidv7()
    const readings = withReadings
      ? found.map(({ need, value, settled }) => {
          const with_ = instrumentFor(need.measurandId, instruments, context.instruments)
          return takeReading({
            ...need,
            id: uuidv7(),
            groupId,
            valueSi: value,
            instrument: with_.kind === 'one' ? with_.instrument : undefined,
            fromTrace: true,
            settled: settled ? 'settled' : 'early',
            takenAt,
          })
        })
      : []
    void record([
      ...(readings.length > 0 ? [{ type: 'reading.taken' as const, stepId: step.id, applianceId: appliance.id, data: { readings } }] : []),
      {
        type: 'trace.kept',
        stepId: step.id,
        applianceId: appliance.id,
        data: {
          traceId: uuidv7(),
          readingIds: readings.map((r) => r.id),
          file: file.name.slice(0, 120),
          channels: channels.slice(0, 12).map((c) => ({
            channelId: c.channel,
            channel: c.channel,
            chunks: packTrace(keptStretch(c.samples, atS), resolutionOf(c.channel)),
          })),
        },
      },
    ])
    toast(readings.length > 0 ? t('trace-file.kept-with', { count: readings.length }) : t('trace-file.kept'))
    onClose()
  }
  if (channels.length === 0)
    return (
      <p role="alert" className="flex gap-2 text-warning">
        <WarningSign size={18} /> {t('trace-file.nothing', { rows: formatNumber(trace.said.rows, 0, locale()) })}
      </p>
    )
  return (
    <>
      <p>{t('trace-file.found', { rows: formatNumber(trace.said.rows, 0, locale()), from: clock(firstS), to: clock(lastS) })}</p>
      {problems.length > 0 && (
        <ul className="flex flex-col gap-1 text-sm text-warning">
          {problems.map((p) => (
            <li key={p} className="flex gap-2">
              <WarningSign size={17} /> {p}
            </li>
          ))}
        </ul>
      )}
      <label className="flex flex-col gap-1">
        <span>
          {t('trace-file.at')} <b className="figure text-2xl">{clock(atS)}</b>
        </span>
        <input
          type="range"
          className="range w-full range-primary"
          min={Math.floor(firstS)}
          max={Math.ceil(lastS)}
          step={1}
          value={Math.round(atS)}
          onChange={(e) => setAtS(Math.min(lastS, Math.max(firstS, Number(e.target.value))))}
        />
      </label>
      {found.length > 0 && (
        <dl className="grid grid-cols-[1fr_auto] gap-x-4 border-y hairline py-2">
          {found.map(({ need, value, settled }) => [
            <dt key={readingKey(need)}>{t(`short.${need.measurandId}`)}</dt>,
            <dd key={`${readingKey(need)}-d`} className="text-right">
              <span className="figure text-xl">{figureWithUnit(need.measurandId, value, units)}</span>{' '}
              <span className={settled ? 'text-info' : 'text-warning'}>{t(settled ? 'live.settled' : 'trace-file.moving')}</span>
            </dd>,
          ])}
        </dl>
      )}
      {lastS - firstS > KEPT_STRETCH_S && <p className="text-sm quiet">{t('trace-file.two-hours')}</p>}
      {(!today || !atRate) && <p className="text-sm quiet">{t(today ? 'trace-file.not-at-rate' : 'trace-file.not-today')}</p>}
      <div className="flex flex-wrap gap-3">
        {today && atRate && found.length > 0 && (
          <button type="button" className="btn press flex-1 btn-primary" onClick={() => keep(true)}>
            {t('trace-file.record', { count: found.length })}
          </button>
        )}
        <button type="button" className="btn press flex-1 btn-outline" onClick={() => keep(false)}>
          {t('trace-file.keep')}
        </button>
      </div>
      {curves}
    </>
  )
}
