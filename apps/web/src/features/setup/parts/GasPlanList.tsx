import type { GasPlanItem } from '@lucerna/core/advice'
import type { Card, GasId } from '@lucerna/core/appliance'
import { Circle, CircleCheck } from 'lucide-react'
import { figure, figureWithUnit, type Units } from '@/ui/figures'
import { t } from '@/messages/setup'
import { rateName } from './desk'

/** A change of gas as its own plan: what is complete, what is open, with the card's values for the new gas. */
export function GasPlanList({
  plan,
  gas,
  card,
  units,
}: {
  readonly plan: readonly GasPlanItem[]
  readonly gas: GasId
  readonly card: Card
  readonly units: Units
}) {
  const name = t(`gas.${gas}`)
  const words = (item: GasPlanItem): string => {
    switch (item.code) {
      case 'orifice':
      case 'preset':
        return t(`setup.plan.${item.code}`, { words: item.words })
      case 'set':
        return t('setup.plan.set', {
          what: t(`short.${item.measurandId}`),
          rate: rateName({ appliance: { card, facts: { gas, altitudeM: 0 } } }, item.rateId),
          low: figure(item.measurandId, item.band.min!, units),
          high: figureWithUnit(item.measurandId, item.band.max!, units),
        })
      case 'calibration':
        return t('setup.plan.calibration')
      default:
        return t(`setup.plan.${item.code}`, { gas: name })
    }
  }
  return (
    <details className="border-y hairline py-1" open>
      <summary className="min-h-11 cursor-pointer content-center font-semibold">{t('setup.plan')}</summary>
      <ol className="flex flex-col gap-1 pb-2 text-sm">
        {plan.map((item) => (
          <li key={words(item)} className="flex items-start gap-2">
            {item.done ? (
              <CircleCheck size={18} className="mt-0.5 shrink-0 text-info" aria-label={t('setup.plan.done')} />
            ) : (
              <Circle size={18} className="mt-0.5 shrink-0 quiet" aria-label={t('setup.plan.open')} />
            )}
            {words(item)}
          </li>
        ))}
      </ol>
    </details>
  )
}
