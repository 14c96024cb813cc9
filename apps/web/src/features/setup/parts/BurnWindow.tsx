'use client'

import { fireWindow } from '@lucerna/core/advice'
import { formatNumber, fromSi, parseQuantity } from '@lucerna/core/units'
import { useState } from 'react'
import { figureWithUnit } from '@/ui/figures'
import { WarningSign } from '@/ui/WarningSign'
import { locale } from '@/ui/words'
import { t } from '@/messages/setup'
import { rateName, useSetUp } from './desk'
import { Typed } from '@/ui/Typed'

const GALLON_L = 3.785
/** What is taken where nobody says more: water, L, and flow temperature, K. Typical. */
const TYPICAL = { water: 60, flowK: 323.15 }

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
  const startK = read ?? TYPICAL.flowK
  const plan = shed.ok
    ? fireWindow(
        appliance.card,
        setUp.advised.desk.rates.map((r) => r.id),
        { litres, loadW: shed.value.valueSi, startK },
      )
    : null
  return (
    <details className="border-y hairline py-1" open={open && plan !== null && plan.missingLoadW > 0}>
      <summary className="min-h-11 cursor-pointer content-center">
        {plan === null
          ? t('setup.window.bad')
          : plan.missingLoadW > 0
            ? t('setup.window.short', { minutes: plan.minutes })
            : t('setup.window.holds', { minutes: plan.minutes, at: figureWithUnit('temperature.flow', plan.endK, units) })}
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
              order: plan.order.map((id) => rateName(setUp, id)).join(', '),
            })}
          </span>
        </p>
      )}
      {plan && (
        <p className="pb-2 text-sm quiet">
          {t('setup.window.basis', {
            from: figureWithUnit('temperature.flow', startK, units),
            to: figureWithUnit('temperature.flow', plan.limitK, units),
            each: plan.minutesEach,
          })}
        </p>
      )}
    </details>
  )
}
