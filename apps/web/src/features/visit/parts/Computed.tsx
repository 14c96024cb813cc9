'use client'

import type { MeasurandId, Station } from '@lucerna/core/measure'
import type { Step } from '@lucerna/core/procedure'
import { useState } from 'react'
import { figure, unitText } from '@/ui/figures'
import type { ApplianceState } from '@lucerna/core/visit'
import { BeadSign, VERDICT_TEXT } from '@/ui/Gauge'
import { t } from '@/messages/visit'
import { useDesk } from './context'
import { verdictWord } from './Line'

/** Which computed figures stand first, by what the school writes down. */
const ORDER: readonly MeasurandId[] = [
  'ratio.coToCo2',
  'co.airFree',
  'efficiency.net',
  'efficiency.gross',
  'air.excess',
  'air.lambda',
  'o2.flueComputed',
  'co2.flueComputed',
  'temperature.netStack',
  'temperature.dewPoint',
  'loss.short',
  'pressure.drop',
  'leak.installation',
  'leak.smallest',
  'input.net',
  'input.gross',
  'temperature.rise',
]

const FIRST = 2

/** Where the figures of a kind of step come out. */
const WORKED_OUT_AT: Partial<Record<Step['kind'], Station>> = {
  found: 'flue',
  flue: 'flue',
  working: 'pipe',
  tightness: 'pipe',
  'gas-rate': 'burner',
  rise: 'air',
}

/** Every figure worked out from this step's readings, be they only typed so far; each opens to how it came about. */
export function Computed({ step, state }: { readonly step: Step; readonly state: ApplianceState }) {
  const { units, explain } = useDesk()
  const latest = state.latest
  const [all, setAll] = useState(false)
  const shown = [...latest.values()]
    .filter(
      (r) =>
        r.origin === 'computed' &&
        r.stationId === WORKED_OUT_AT[step.kind] &&
        r.firingStateId === (step.firingStateId ?? step.needs[0]?.firingStateId),
    )
    .sort((a, b) => ORDER.indexOf(a.measurandId) - ORDER.indexOf(b.measurandId))
  if (shown.length === 0) return null
  // A phone shows what is judged, and what the school writes down first; the rest is a tap away.
  const first = shown.filter((r, i) => r.verdict.status !== 'none' || i < FIRST)
  const rest = shown.length - first.length
  return (
    <section aria-label={t('computed.title')} className="py-3">
      <h3 className="mb-1 text-sm quiet">{t('computed.title')}</h3>
      <ul className="grid grid-cols-2 gap-x-6 xl:grid-cols-3">
        {shown.map((r) => (
          <li key={r.key} className={all || first.includes(r) ? '' : 'max-lg:hidden'}>
            <button
              type="button"
              onClick={() => explain(r.readingId)}
              className="flex min-h-14 w-full cursor-pointer items-center justify-between gap-2 border-b hairline text-left hover:bg-base-200"
            >
              <span>
                <span className="block text-sm">{t(`short.${r.measurandId}`)}</span>
                {r.verdict.status !== 'none' && (
                  <span className={`flex items-center gap-1 text-xs font-semibold ${VERDICT_TEXT[r.verdict.status]}`}>
                    <BeadSign status={r.verdict.status} side={r.verdict.side} size={13} />
                    {verdictWord(r.verdict)}
                  </span>
                )}
              </span>
              <span className="figure text-2xl whitespace-nowrap">
                {figure(r.measurandId, r.valueSi, units)}{' '}
                <span className="font-sans text-sm font-normal quiet">{unitText(r.measurandId, units)}</span>
              </span>
            </button>
          </li>
        ))}
      </ul>
      {rest > 0 && !all && (
        <button type="button" className="btn min-h-11 btn-ghost text-primary btn-sm lg:hidden" onClick={() => setAll(true)}>
          {t('computed.more', { count: rest })}
        </button>
      )}
    </section>
  )
}
