import type { Effect, Price } from '@lucerna/core/advice'
import type { MeasurandId } from '@lucerna/core/measure'
import { formatNumber } from '@lucerna/core/units'
import { figure, figureWithUnit, type Units } from '@/ui/figures'
import { locale } from '@/ui/words'
import { t } from '@/messages/setup'

const MEASURED: Readonly<Record<Exclude<Effect['figure'], 'input'>, MeasurandId>> = {
  pressure: 'pressure.manifold',
  o2: 'o2.flue',
  co2: 'co2.flue',
  co: 'co.flue',
}

export const measurandOf = (of: Effect['figure']): MeasurandId | null => (of === 'input' ? null : MEASURED[of])

/** One value of an effect as it is read: with its unit, an input as a share of the rated one. */
export const effectValue = (of: Effect['figure'], value: number, units: Units): string => {
  const measurandId = measurandOf(of)
  return measurandId ? figureWithUnit(measurandId, value, units) : `${formatNumber(100 * value, 0, locale())}%`
}

/** The same without its unit, beside one that has it. */
export const effectBare = (of: Exclude<Effect['figure'], 'input'>, value: number, units: Units): string =>
  figure(MEASURED[of], value, units)

/** CO that changes by less is the same CO, natural logarithm. */
const CO_WORTH_SAYING = 0.25

/** The price of a move in one line: “CO from 880 to about 140 ppm; efficiency −0.7 points; flue +8 K; 4% less input”. */
export function priceText({ co, efficiency, flueK, input }: Price, units: Units): string {
  const signed = (value: number, digits: number) => `${value < 0 ? '−' : '+'}${formatNumber(Math.abs(value), digits, locale())}`
  const parts: string[] = []
  if (co && Math.abs(Math.log(co.to / co.from)) > CO_WORTH_SAYING)
    parts.push(t('setup.price.co', { from: figureWithUnit('co.flue', co.from, units), to: figureWithUnit('co.flue', co.to, units) }))
  if (efficiency !== null && Math.abs(efficiency) >= 0.0005)
    parts.push(t('setup.price.efficiency', { points: signed(100 * efficiency, 1) }))
  if (flueK !== null && Math.abs(flueK) >= 0.5)
    parts.push(t('setup.price.flue', { by: `${flueK < 0 ? '−' : '+'}${figureWithUnit('temperature.rise', Math.abs(flueK), units)}` }))
  if (input !== null && Math.abs(input - 1) >= 0.005)
    parts.push(
      t(input < 1 ? 'setup.price.less-input' : 'setup.price.more-input', { percent: formatNumber(100 * Math.abs(input - 1), 0, locale()) }),
    )
  return parts.join('; ')
}
