import type { MeasurandId, Special } from '@lucerna/core/measure'
import { t } from '@/messages/figure'
import { figureWithUnit, type Units } from './figures'

/** What was seen in the place of a number, in words: "open circuit", "varies from 0.2 kΩ to 4 kΩ". */
export const specialText = (id: MeasurandId, special: Special, units: Units): string =>
  special.kind === 'varies'
    ? t('special.said.varies', { from: figureWithUnit(id, special.fromSi, units), to: figureWithUnit(id, special.toSi, units) })
    : t(`special.${special.kind}`).toLowerCase()
