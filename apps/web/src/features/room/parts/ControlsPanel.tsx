'use client'

import type { Card } from '@lucerna/core/appliance'
import { type Controls, INTERLOCKS, OPENINGS } from '@lucerna/sim/engine'
import { Minus, Plus } from 'lucide-react'
import { t } from '@/messages/room'

const SLIDERS = [
  ['cock', 1],
  ['load', 1.5],
] as const

/** Everything a technician can touch: calls and power, the cock, the held rate, screws, covers and jumpers. */
export function ControlsPanel({
  card,
  controls,
  onChange,
}: {
  readonly card: Card
  readonly controls: Controls
  readonly onChange: (change: Partial<Controls>) => void
}) {
  const rates = card.firingStates.filter((s) => s.kind === 'rate' || (s.kind === 'ignition' && s.nominalInputW !== null))
  return (
    <section aria-labelledby="room-controls" className="flex flex-col gap-3">
      <h2 id="room-controls" className="font-semibold">
        {t('room.controls')}
      </h2>
      <div className="grid grid-cols-2 gap-2">
        {(['call', 'power', 'pilotLit'] as const)
          .filter((k) => k !== 'pilotLit' || card.traits?.pilot === 'standing')
          .map((k) => (
            <Switch key={k} label={t(`room.control.${k}`)} on={controls[k]} onChange={(on) => onChange({ [k]: on })} />
          ))}
        <button
          type="button"
          className="btn press btn-outline"
          onClick={() => {
            onChange({ reset: true })
            setTimeout(() => onChange({ reset: false }), 600)
          }}
        >
          {t('room.control.reset')}
        </button>
      </div>
      <label className="flex flex-col gap-1 text-sm">
        {t('room.control.force')}
        <select className="select press w-full" value={controls.force ?? ''} onChange={(e) => onChange({ force: e.target.value || null })}>
          <option value="">{t('room.control.own')}</option>
          {rates.map((r) => (
            <option key={r.id} value={r.id}>
              {r.label}
            </option>
          ))}
        </select>
      </label>
      {SLIDERS.map(([id, max]) => (
        <label key={id} className="flex flex-col gap-1 text-sm">
          {t(`room.control.${id}`)}
          <input
            type="range"
            min={0}
            max={max}
            step={0.05}
            className="range w-full range-primary"
            value={controls[id]}
            onChange={(e) => onChange({ [id]: Number(e.target.value) })}
          />
        </label>
      ))}
      {card.adjusters.map((a) => {
        const at = controls.adjusters[a.id] ?? 0
        const step = a.unit === 'turn' ? 0.125 : 1
        const turn = (by: number) => onChange({ adjusters: { ...controls.adjusters, [a.id]: Number((at + by).toFixed(3)) } })
        return (
          <div key={a.id} className="flex items-center gap-2 border-t hairline pt-2">
            <span className="min-w-0 flex-1 text-sm">
              {a.label}
              <span className="block quiet">
                {at > 0 ? '+' : ''}
                {at} {t(`adjuster-unit.${a.unit}`)}
              </span>
            </span>
            <button
              type="button"
              className="btn btn-outline"
              aria-label={`${a.label}: ${t('room.anticlockwise')}`}
              onClick={() => turn(-step)}
            >
              <Minus size={18} aria-hidden="true" />
            </button>
            <button type="button" className="btn btn-outline" aria-label={`${a.label}: ${t('room.clockwise')}`} onClick={() => turn(step)}>
              <Plus size={18} aria-hidden="true" />
            </button>
          </div>
        )
      })}
      <Choices
        title={t('room.openings')}
        names={OPENINGS}
        word={(n) => t(`room.opening.${n}`)}
        chosen={controls.open}
        onChange={(open) => onChange({ open })}
      />
      <Choices
        title={t('room.bridges')}
        names={INTERLOCKS}
        word={(n) => t(`room.interlock.${n}`)}
        chosen={controls.bridged}
        onChange={(bridged) => onChange({ bridged })}
      />
    </section>
  )
}

function Switch({ label, on, onChange }: { readonly label: string; readonly on: boolean; readonly onChange: (on: boolean) => void }) {
  return (
    <label className="flex min-h-14 cursor-pointer items-center gap-3 rounded-md border border-(--control) px-3">
      <input type="checkbox" className="toggle toggle-primary" checked={on} onChange={(e) => onChange(e.target.checked)} />
      {label}
    </label>
  )
}

function Choices<T extends string>({
  title,
  names,
  word,
  chosen,
  onChange,
}: {
  readonly title: string
  readonly names: readonly T[]
  readonly word: (name: T) => string
  readonly chosen: readonly T[]
  readonly onChange: (chosen: readonly T[]) => void
}) {
  return (
    <details className="border-t hairline pt-2">
      <summary className="min-h-11 cursor-pointer content-center text-sm">
        {title}
        {chosen.length > 0 && ` · ${chosen.length}`}
      </summary>
      {names.map((n) => (
        <label key={n} className="flex min-h-11 cursor-pointer items-center gap-3 text-sm">
          <input
            type="checkbox"
            className="checkbox checkbox-sm"
            checked={chosen.includes(n)}
            onChange={(e) => onChange(e.target.checked ? [...chosen, n] : chosen.filter((c) => c !== n))}
          />
          {word(n)}
        </label>
      ))}
    </details>
  )
}
