import type { MeasurandId } from '@lucerna/core/measure'
import { isKnown, rateLabel } from '@/features/places'
import type { AppliancePage } from '@/features/places/server'
import { dateAt, plainDate } from '@/ui/dates'
import { figureWithUnit } from '@/ui/figures'
import { emergencyNumber } from '@/ui/emergency'
import { t } from '@/messages/label'
import { wordsFor } from '@/ui/words'

/** Sizes that label printers and drawers hold; width and height in millimetres, and how many figures fit. */
export const LABEL_SIZES = {
  small: { widthMm: 89, heightMm: 36, lines: 3 },
  medium: { widthMm: 102, heightMm: 51, lines: 6 },
  large: { widthMm: 105, heightMm: 74, lines: 10 },
} as const
export type LabelSize = keyof typeof LABEL_SIZES

/** What is worth its place on a lid, the first first. */
const WORTH: readonly MeasurandId[] = [
  'co2.flue',
  'o2.flue',
  'co.flue',
  'ratio.coToCo2',
  'co.airFree',
  'pressure.manifold',
  'pressure.working',
  'temperature.flue',
  'pressure.chamberDifferential',
  'pressure.standing',
]

export interface LabelModel {
  readonly firm: string
  readonly title: string
  readonly serial: string
  /** When its figures were left so; null: never measured. */
  readonly measuredOn: string | null
  readonly nextDue: string | null
  /** What to do when gas is smelled, with the number of the place. */
  readonly smell: string
  readonly lines: readonly { readonly what: string; readonly value: string }[]
  readonly url: string
  readonly host: string
}

/** A label's text: nothing but what the last closed visit left, the dates, and the address behind the code. */
export function labelModel(page: AppliancePage, firmName: string, url: string, size: LabelSize): LabelModel {
  const last = page.visits.find((v) => v.status === 'closed')
  // What was judged; pressures at the appliance, not at the meter.
  const left = page.values.filter(
    (v) =>
      v.visitId === last?.id &&
      v.asLeftSi !== null &&
      isKnown(v) &&
      WORTH.includes(v.measurandId as MeasurandId) &&
      v.stationId !== 'meter' &&
      (v.status !== 'none' || v.measurandId === 'temperature.flue'),
  )
  const order = (v: (typeof left)[number]) => page.card.firingStates.findIndex((s) => s.id === v.firingStateId)
  const lines = [...left]
    .sort((a, b) => WORTH.indexOf(a.measurandId as MeasurandId) - WORTH.indexOf(b.measurandId as MeasurandId) || order(b) - order(a))
    .slice(0, LABEL_SIZES[size].lines)
    .map((v) => ({
      what: [wordsFor(`short.${v.measurandId}`), rateLabel(page, v.firingStateId)].filter(Boolean).join(' '),
      value: figureWithUnit(v.measurandId as MeasurandId, v.asLeftSi ?? 0, page.units),
    }))
  return {
    firm: firmName,
    title: `${page.card.maker} ${page.appliance.name}`,
    serial: page.appliance.serial,
    measuredOn: last ? dateAt(last.closedAt ?? last.plannedFor, page.site.timeZone) : null,
    nextDue: page.appliance.nextDueOn && plainDate(page.appliance.nextDueOn),
    smell: t('label.smell', { number: emergencyNumber(page.emergencyNumber) }),
    lines,
    url,
    host: new URL(url).host,
  }
}
