'use client'

import { FAULTS, type FaultId } from '@lucerna/sim/engine'
import { MISHAPS } from '@lucerna/sim/instrument'
import { RotateCcw, RotateCw } from 'lucide-react'
import { Choose } from '@/ui/Choose'
import { t } from '@/messages/visit'
import { wordsFor } from '@/ui/words'
import { useDesk } from '../parts/context'
import { useBench, useLiveParts } from './context'

/** What is worn in a small way that shows in a service; the appliance room has all of it. */
const WEAR: readonly FaultId[] = ['fouling', 'throttleDrift', 'governorDrift', 'pipeRestriction', 'rodCondition', 'sparkStrength']
const STEP = { turn: 0.25, click: 1, step: 1, degree: 1, mm: 1, percent: 5 } as const

/** The simulated burner's controls beside the visit: its screws, its wear, and what can be wrong with hoses and instruments. */
export function BenchPanel() {
  const live = useLiveParts()
  const bench = useBench()
  const { appliance } = useDesk()
  if (!live || !bench) return null
  const { frame, controls } = bench
  const position = (id: string) => controls.adjusters?.[id] ?? 0
  return (
    <section aria-labelledby="bench" className="mb-6 flex flex-col gap-3">
      <h3 id="bench" className="font-semibold">
        {t('live.bench.title')}
      </h3>
      <p role="status">
        {frame
          ? `${t(`live.bench.phase.${frame.phase}`)}${frame.lit ? ` · ${t('live.bench.lit')}` : ''}${frame.waitingFor ? ` · ${wordsFor(`sequence.${frame.waitingFor}`)}` : ''}`
          : t('live.bench.starting')}
      </p>
      {frame?.blinking && <p className="font-semibold text-info">{t('live.bench.blinks', { serial: frame.blinking })}</p>}
      <label className="flex min-h-11 cursor-pointer items-center gap-3">
        <input type="checkbox" className="checkbox" checked={bench.follows} onChange={(e) => live.bench.follow(e.target.checked)} />
        {t('live.bench.follows')}
      </label>
      {!bench.follows && (
        <div className="flex flex-wrap gap-3">
          <Choose
            label={t('live.bench.rate')}
            value={controls.call ? (controls.force ?? '') : 'off'}
            onChange={(v) => live.bench.set(v === 'off' ? { call: false } : { call: true, force: v || null })}
            options={[
              ['off', t('live.bench.off')],
              ...appliance.card.firingStates.filter((s) => s.kind === 'rate').map((s) => [s.id, s.label] as [string, string]),
            ]}
          />
          <button
            type="button"
            className="btn press self-end btn-outline"
            onClick={() => live.bench.set({ cock: controls.cock === 0 ? 1 : 0 })}
          >
            {t(controls.cock === 0 ? 'live.bench.gas-on' : 'live.bench.gas-off')}
          </button>
        </div>
      )}
      {appliance.card.adjusters.map((a) => {
        const step = STEP[a.unit as keyof typeof STEP] ?? 1
        const turn = (by: number) => live.bench.set({ adjusters: { [a.id]: position(a.id) + by } })
        return (
          <div key={a.id} className="flex items-center gap-3">
            <span className="min-w-0 flex-1">{a.label}</span>
            <button
              type="button"
              className="btn btn-square press btn-outline"
              aria-label={`${a.label}: ${t('live.bench.anticlockwise')}`}
              onClick={() => turn(-step)}
            >
              <RotateCcw size={20} aria-hidden="true" />
            </button>
            <span className="w-12 text-center figure text-xl">{position(a.id)}</span>
            <button
              type="button"
              className="btn btn-square press btn-outline"
              aria-label={`${a.label}: ${t('live.bench.clockwise')}`}
              onClick={() => turn(step)}
            >
              <RotateCw size={20} aria-hidden="true" />
            </button>
          </div>
        )
      })}
      {WEAR.map((id) => {
        const fault = FAULTS.find((f) => f.id === id)!
        const [from, to] = id === 'pipeRestriction' ? [1, 20] : [fault.min, fault.max]
        return (
          <label key={id} className="flex items-center gap-3">
            <span className="min-w-0 flex-1">{wordsFor(`live.wear.${id}`)}</span>
            <input
              type="range"
              className="range w-32 range-sm"
              min={from}
              max={to}
              step={(to - from) / 50}
              value={bench.faults[id] ?? fault.sound}
              onChange={(e) => live.bench.wear({ [id]: Number(e.target.value) })}
            />
          </label>
        )
      })}
      <fieldset>
        <legend className="text-sm quiet">{t('live.bench.mishaps')}</legend>
        {MISHAPS.map((m) => (
          <label key={m} className="flex min-h-11 cursor-pointer items-center gap-3">
            <input
              type="checkbox"
              className="checkbox"
              checked={bench.mishaps.includes(m)}
              onChange={(e) => live.bench.mishap(m, e.target.checked)}
            />
            {t(`live.mishap.${m}`)}
          </label>
        ))}
      </fieldset>
    </section>
  )
}
