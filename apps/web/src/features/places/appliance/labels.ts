import { type MeasurandId, MEASURANDS } from '@lucerna/core/measure'
import '@/messages/places'
import '@/messages/figure'
import { wordsFor } from '@/ui/words'
import type { AppliancePage } from '../server/pages'

type Value = AppliancePage['values'][number]
type Named = Pick<Value, 'measurandId' | 'stationId' | 'firingStateId'> & Partial<Pick<Value, 'key'>>

/** Which of several a figure is of, as its key says: "Coil 1". */
const instanceLabel = (key: string | undefined): string | undefined => {
  const id = key?.split('~')[1]
  return id && wordsFor(`instance.${id}`)
}

export const stateLabel = (page: Pick<AppliancePage, 'card'>, id: string): string =>
  page.card.firingStates.find((s) => s.id === id)?.label ?? id

/** The rate's name; a state that is no rate goes without saying. */
export const rateLabel = (page: Pick<AppliancePage, 'card'>, id: string) =>
  page.card.firingStates.find((s) => s.id === id && s.kind === 'rate')?.label

/** Where and at what rate: "flue, maximum". */
export const whereText = (page: Pick<AppliancePage, 'card'>, v: Named): string =>
  [wordsFor(`station.${v.stationId}`), instanceLabel(v.key), rateLabel(page, v.firingStateId)].filter(Boolean).join(', ').toLowerCase()

/** A figure in full: "CO₂ in the flue gas, flue, maximum". */
export const figureName = (page: Pick<AppliancePage, 'card'>, v: Named): string =>
  `${wordsFor(`measurand.${v.measurandId}`)}, ${whereText(page, v)}`

/** Names for a line of figures, in their order: "CO₂ maximum"; where several would have the same one, with where it was read: "working maximum, meter". */
export function shortNames(page: Pick<AppliancePage, 'card'>, list: readonly Named[]): string[] {
  const names = list.map((v) =>
    [wordsFor(`short.${v.measurandId}`), rateLabel(page, v.firingStateId)?.toLowerCase()].filter(Boolean).join(' '),
  )
  return list.map((v, i) => {
    const name = names[i]!
    return names.indexOf(name) === names.lastIndexOf(name)
      ? name
      : [name, ...[wordsFor(`station.${v.stationId}`), instanceLabel(v.key)].flatMap((part) => part?.toLowerCase() ?? [])].join(', ')
  })
}

const ORDER = Object.keys(MEASURANDS)

/** Figures in the order of the registry, then of the rates. */
export const inFigureOrder = <V extends Named>(values: readonly V[]): V[] =>
  [...values].sort((a, b) => ORDER.indexOf(a.measurandId) - ORDER.indexOf(b.measurandId) || a.firingStateId.localeCompare(b.firingStateId))

/** Whether the registry still knows a measurand of an old row. */
export const isKnown = (v: Named): v is Named & { measurandId: MeasurandId } => v.measurandId in MEASURANDS

/** Which way a stored value lies outside its stored band. */
export const sideOf = (v: Pick<Value, 'asLeftSi' | 'minSi' | 'maxSi'>): 'below' | 'above' =>
  v.minSi !== null && (v.asLeftSi ?? 0) < v.minSi ? 'below' : 'above'

/** The verdict of a stored value in a word. */
export const verdictWord = (v: Pick<Value, 'asLeftSi' | 'minSi' | 'maxSi' | 'status'>): string =>
  wordsFor(`verdict.${v.status === 'outside' ? sideOf(v) : v.status}`)
