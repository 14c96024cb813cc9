'use client'

import type { MonteCarloResult } from '@lucerna/core/measure'
import type { Problem } from '@lucerna/core/result'
import { fromSi } from '@lucerna/core/units'
import { proxy, wrap } from 'comlink'
import { useEffect, useRef, useState } from 'react'
import { Bar } from '@/ui/charts'
import { useChartColours } from '@/ui/useChartColours'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/calc'
import type { Scatter } from '../client/scatter.worker'
import { doubtText, figureWithin, unitOf } from '../shown'
import { labelOf } from '../words'
import { fieldProblem } from './inputs'
import type { WorkingDesk } from './useWorking'

const SAMPLES = 100_000

type State =
  | { readonly kind: 'idle' }
  | { readonly kind: 'running'; readonly share: number }
  | { readonly kind: 'done'; readonly result: MonteCarloResult<string>; readonly of: unknown }
  | { readonly kind: 'failed'; readonly problem: Problem }

/** Monte Carlo on demand, in a worker, with progress and a way to stop. */
export function Spread({ desk }: { readonly desk: WorkingDesk }) {
  const { working, units, answer, doubts } = desk
  const [state, setState] = useState<State>({ kind: 'idle' })
  const worker = useRef<Worker | null>(null)
  const [asked, setAsked] = useState<string | null>(null)
  const stop = () => {
    worker.current?.terminate()
    worker.current = null
    setState({ kind: 'idle' })
  }
  useEffect(() => () => worker.current?.terminate(), [])
  if (!answer || Object.values(answer.doubts).every((u) => u === 0)) return null

  const run = async () => {
    worker.current?.terminate()
    const own = new Worker(new URL('../client/scatter.worker.ts', import.meta.url), { type: 'module' })
    worker.current = own
    setState({ kind: 'running', share: 0 })
    const of = answer
    own.onerror = () => setState({ kind: 'failed', problem: { code: 'no-answer' } })
    const result = await wrap<Scatter>(own).run(
      working.id,
      answer.input,
      doubts,
      SAMPLES,
      20_261,
      proxy((share: number) => {
        if (worker.current === own) setState({ kind: 'running', share })
      }),
    )
    own.terminate()
    if (worker.current !== own) return
    worker.current = null
    setState(result.ok ? { kind: 'done', result: result.value, of } : { kind: 'failed', problem: result.error })
  }

  // A spread of other figures than those on the screen would lie.
  const done = state.kind === 'done' && state.of === answer ? state.result : null
  const names = done ? Object.keys(done.spreads) : []
  const name = asked && names.includes(asked) ? asked : (working.principal.find((p) => names.includes(p)) ?? names[0])
  const field = name === undefined ? undefined : working.outputs[name]
  const spread = name === undefined ? undefined : done?.spreads[name]
  return (
    <section aria-labelledby="spread" className="keep min-w-0">
      <div className="mb-2 flex flex-wrap items-center gap-2">
        <h2 id="spread" className="font-semibold">
          {t('calc.spread')}
        </h2>
        {done && name !== undefined && (
          <select aria-label={t('calc.spread')} className="select w-auto select-sm" value={name} onChange={(e) => setAsked(e.target.value)}>
            {names.map((key) => (
              <option key={key} value={key}>
                {labelOf(working.id, key)}
              </option>
            ))}
          </select>
        )}
      </div>
      {state.kind === 'running' ? (
        <div className="flex items-center gap-3">
          <progress className="progress flex-1 progress-info" value={state.share} max={1} aria-label={t('calc.spread')} />
          <span className="text-sm whitespace-nowrap quiet">{t('calc.spread-running', { percent: Math.round(state.share * 100) })}</span>
          <button type="button" className="btn btn-outline" onClick={stop}>
            {t('calc.spread-stop')}
          </button>
        </div>
      ) : done && spread && field?.kind === 'number' ? (
        <>
          <Histogram
            spread={spread}
            write={(si) => Number(fromSi(si, field[units].unit, field.quantity).toPrecision(6))}
            unit={unitOf(field, units)}
            label={labelOf(working.id, name!)}
          />
          <p className="pt-2 text-sm">
            {t('calc.spread-said', {
              low: figureWithin(field, spread.low, spread.standardDeviation, units),
              high: figureWithin(field, spread.high, spread.standardDeviation, units),
              mean: figureWithin(field, spread.mean, spread.standardDeviation, units),
              sigma: doubtText(field, spread.standardDeviation, units),
            })}{' '}
            <span className="quiet">
              {answer.uncertainty[name!] !== undefined &&
                t('calc.spread-linear', { sigma: doubtText(field, answer.uncertainty[name!] ?? 0, units) })}
              {done.refused > 0 && ` ${t('calc.spread-refused', { percent: ((100 * done.refused) / done.samples).toFixed(1) })}`}
            </span>
          </p>
        </>
      ) : (
        <div className="no-print">
          <p className="mb-2 text-sm quiet">{t('calc.spread-why')}</p>
          {state.kind === 'failed' && (
            <p className="mb-2 flex gap-2 text-sm text-error">
              <WarningSign size={16} />
              {t('calc.spread-failed', { why: fieldProblem(state.problem, working.id, undefined, units) })}
            </p>
          )}
          <button type="button" className="btn btn-outline" onClick={() => void run()}>
            {t('calc.spread-run')}
          </button>
        </div>
      )}
    </section>
  )
}

function Histogram({
  spread,
  write,
  unit,
  label,
}: {
  readonly spread: MonteCarloResult<string>['spreads'][string]
  readonly write: (si: number) => number
  readonly unit: string
  readonly label: string
}) {
  const holder = useRef<HTMLDivElement>(null)
  const colours = useChartColours(holder)
  const width = (spread.binTo - spread.binFrom) / spread.histogram.length
  const middles = spread.histogram.map((_, i) => spread.binFrom + (i + 0.5) * width)
  const ticks = { color: colours.text, font: { family: colours.font, size: 12 } }
  return (
    <div ref={holder} className="h-40" role="img" aria-label={label}>
      <Bar
        role="presentation"
        aria-hidden="true"
        data={{
          labels: middles.map((m) => String(write(m).toPrecision(4))),
          datasets: [
            {
              data: [...spread.histogram],
              backgroundColor: middles.map((m) => (m >= spread.low && m <= spread.high ? colours.bead : colours.rule)),
              barPercentage: 1,
              categoryPercentage: 0.94,
            },
          ],
        }}
        options={{
          animation: false,
          responsive: true,
          maintainAspectRatio: false,
          plugins: { legend: { display: false }, tooltip: { enabled: false } },
          scales: {
            x: {
              ticks: { ...ticks, maxRotation: 0, autoSkip: true, maxTicksLimit: 6 },
              grid: { display: false },
              title: { display: unit !== '', text: unit, color: colours.text, font: { family: colours.font } },
            },
            y: { display: false },
          },
        }}
      />
    </div>
  )
}
