'use client'

import { planRates } from '@lucerna/core/heat'
import { formatNumber, fromSi, parseQuantity } from '@lucerna/core/units'
import { useState } from 'react'
import { figureWithUnit } from '@/ui/figures'
import { WarningSign } from '@/ui/WarningSign'
import { locale } from '@/ui/words'
import { t } from '@/messages/setup'
import { rateName, useSetUp } from './desk'
import { Typed } from './Typed'

/** So long a calibration holds each rate, and so long it takes to read it, s. Typical; the maker's own time goes before. */
const HOLDS_S = 240
/** A litre of water, kg. */
const LITRE_KG = 1
const GALLON_L = 3.785
/** What is made of the input, where nobody measured it. */
const USEFUL = 0.9
const TYPICAL = { water: 60, flowK: 323.15, limitK: 353.15 }

/** Whether the water will stand all rates one after another, and how much heat has to go where if not. */
export function BurnWindow({ open = false }: { readonly open?: boolean }) {
  const setUp = useSetUp()
  const { appliance, latest, units } = setUp
  const metric = units === 'metric'
  const load = metric ? 'kW' : 'BTU/h'
  const read = [...latest.values()].find((r) => r.measurandId === 'temperature.flow')?.valueSi
  const [waterText, setWater] = useState(String(Math.round(metric ? TYPICAL.water : TYPICAL.water / GALLON_L)))
  const [loadText, setLoad] = useState('0')
  const { medium } = appliance.card.traits ?? { medium: 'water' }
  if (medium !== 'water' && medium !== 'stored-water') return null
  const litres = Number(waterText.replace(',', '.')) * (metric ? 1 : GALLON_L)
  const shed = parseQuantity(loadText, 'power', load)
  const rates = appliance.card.firingStates.filter((s) => s.nominalInputW !== null && setUp.advised.desk.rates.some((r) => r.id === s.id))
  const startK = read ?? TYPICAL.flowK
  const good = litres >= 1 && litres <= 20_000 && shed.ok && shed.value.valueSi >= 0
  const plan = good
    ? planRates(
        rates.map((s) => ({ id: s.id, outputW: USEFUL * s.nominalInputW!, seconds: HOLDS_S })),
        { loadW: shed.value.valueSi, waterKg: litres * LITRE_KG, metalJPerK: 0, startK, limitK: TYPICAL.limitK },
      )
    : null
  const minutes = Math.round((rates.length * HOLDS_S) / 60)
  const end = plan?.steps.at(-1)
  return (
    <details className="border-y hairline py-1" open={open && plan !== null && plan.missingLoadW > 0}>
      <summary className="min-h-11 cursor-pointer content-center">
        {plan === null
          ? t('setup.window.bad')
          : plan.missingLoadW > 0
            ? t('setup.window.short', { minutes })
            : t('setup.window.holds', { minutes, at: figureWithUnit('temperature.flow', Math.max(startK, end?.endK ?? startK), units) })}
      </summary>
      <div className="grid grid-cols-2 gap-3 pb-2">
        <Typed label={t('setup.window.water')} unit={metric ? 'L' : 'gal'} text={waterText} onText={setWater} />
        <Typed label={t('setup.window.load')} unit={load} text={loadText} onText={setLoad} />
      </div>
      {plan && plan.missingLoadW > 0 && (
        <p className="flex gap-2 pb-2 text-sm text-warning">
          <WarningSign size={18} />
          <span>
            {t('setup.window.shed', {
              more: `${formatNumber(fromSi(plan.missingLoadW, load, 'power'), metric ? 1 : 0, locale())} ${load}`,
              order: plan.steps.map((s) => rateName(setUp, s.id)).join(', '),
            })}
          </span>
        </p>
      )}
      <p className="pb-2 text-sm quiet">
        {t('setup.window.basis', {
          from: figureWithUnit('temperature.flow', startK, units),
          to: figureWithUnit('temperature.flow', TYPICAL.limitK, units),
          each: HOLDS_S / 60,
        })}
      </p>
    </details>
  )
}
