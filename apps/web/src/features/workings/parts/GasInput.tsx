'use client'

import { GAS_PRESET_IDS, type GasComposition, SPECIES_NAMES } from '@lucerna/core/gas'
import type { GasChoice } from '@lucerna/core/workings'
import { t } from '@/messages/calc'
import { plain } from '@/ui/terms'

const OWN = 'own'

/** A gas by preset, or by its own composition with a button that fills it up. */
export function GasInput({
  id,
  value,
  onChange,
}: {
  readonly id: string
  readonly value: GasChoice
  readonly onChange: (gas: GasChoice) => void
}) {
  const own = typeof value === 'string' ? null : value
  const sum = own ? Object.values(own).reduce((a, b) => a + b, 0) : 0
  const change = (next: GasComposition) => onChange(next)
  return (
    <>
      <select
        id={id}
        className="select w-full text-base"
        value={own ? OWN : (value as string)}
        onChange={(e) => onChange(e.target.value === OWN ? { methane: 1 } : (e.target.value as GasChoice))}
      >
        {GAS_PRESET_IDS.map((g) => (
          <option key={g} value={g}>
            {t(`gas.${g}`)}
          </option>
        ))}
        <option value={OWN}>{t('calc.own-composition')}</option>
      </select>
      {own && (
        <fieldset className="col-span-full min-w-0 rounded-md border hairline p-3">
          <legend className="px-1 text-sm quiet">{t('calc.composition')}</legend>
          <div className="grid grid-cols-2 gap-x-4 gap-y-2">
            {SPECIES_NAMES.map((s) => (
              <ShareInput key={s} label={t(`species.${s}`)} value={own[s] ?? 0} onChange={(share) => change({ ...own, [s]: share })} />
            ))}
          </div>
          <div className="mt-3 flex items-center justify-between gap-3">
            <p className={`text-sm ${Math.abs(sum - 1) > 1e-4 ? 'text-error' : 'quiet'}`}>
              {t('calc.composition-sum', { sum: plain(sum * 100) })}
            </p>
            <button
              type="button"
              className="btn btn-outline btn-sm"
              onClick={() => change({ ...own, methane: Math.max(0, Math.round((1 - sum + (own.methane ?? 0)) * 1e8) / 1e8) })}
            >
              {t('calc.composition-fill')}
            </button>
          </div>
        </fieldset>
      )}
    </>
  )
}

function ShareInput({
  label,
  value,
  onChange,
}: {
  readonly label: string
  readonly value: number
  readonly onChange: (share: number) => void
}) {
  return (
    <label className="flex items-center justify-between gap-2 text-sm">
      <span>{label}</span>
      <input
        type="number"
        min={0}
        max={100}
        step="any"
        className="input w-20 min-w-0 px-2 text-right"
        value={value === 0 ? '' : Number((value * 100).toPrecision(7))}
        placeholder="0"
        onChange={(e) => onChange(Math.min(1, Math.max(0, Number(e.target.value) / 100 || 0)))}
      />
    </label>
  )
}
