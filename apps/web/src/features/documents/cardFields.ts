import { BURNER_KINDS, type Limit, printedLimit } from '@lucerna/core/appliance'
import { faultMapOf } from '@lucerna/core/faults'
import { GAS_PRESET_IDS } from '@lucerna/core/gas'
import { isMeasurandId, MEASURAND_IDS, MEASURANDS, STATIONS } from '@lucerna/core/measure'
import { fromSi, unitsOf } from '@lucerna/core/units'
import { inUnit, unitSymbol } from '@/ui/figures'
import { t } from '@/messages/documents'
import { locale, wordsFor } from '@/ui/words'
import { at, type FieldSpec, type Option, type Row, rowsOf, textOf } from './spec'

/** What the fields of a card are put together from: choices, units, conditions, pages. */

const options = (prefix: string, ids: readonly string[]): Option[] => ids.map((value) => ({ value, label: wordsFor(`${prefix}.${value}`) }))
export const pick = (prefix: string, ids: readonly string[]) => () => options(prefix, ids)
const named =
  (list: string) =>
  (document: Row): Option[] =>
    rowsOf(document, list).map((r) => ({ value: textOf(r.id), label: textOf(r.label) || textOf(r.id) }))
export const states = named('firingStates')
export const sections = named('sections')
export const label = (list: readonly Option[], value: unknown) => list.find((o) => o.value === value)?.label ?? textOf(value)

export const SOURCE: readonly FieldSpec[] = [
  { key: 'source.doc', label: 'doc', kind: 'text' },
  { key: 'source.page', label: 'page', kind: 'text' },
]
export const sourceOf = (document: Row) => ({ doc: textOf(at(document, 'document.number')), page: '' })
export const ID: FieldSpec = { key: 'id', label: 'id', kind: 'text' }
export const LABEL: FieldSpec = { key: 'label', label: 'label', kind: 'text' }
export const watt = (key: string, name: string): FieldSpec => ({
  key,
  label: name,
  kind: 'quantity',
  quantity: 'power',
  metric: 'kW',
  imperial: 'BTU/h',
})

export const unitOptions = (_: Row, row: Row): Option[] => {
  const id = textOf(row.measurandId)
  return isMeasurandId(id) ? unitsOf(MEASURANDS[id].quantity).map((u) => ({ value: u, label: unitSymbol(u) || u })) : []
}
/** The checks of the fault map of its burner kind. */
const checksOf = (document: Row) => {
  const kind = BURNER_KINDS.find((k) => k === document.burnerKind)
  return kind ? faultMapOf(kind, locale()).checks : []
}
export const checks = (document: Row): Option[] => checksOf(document).map((c) => ({ value: c.id, label: c.label }))
export const checkUnits = (document: Row, row: Row): Option[] =>
  unitOptions(document, { measurandId: checksOf(document).find((c) => c.id === row.check)?.measurandId })
const stationOptions = (_: Row, row: Row): Option[] => {
  const id = textOf(row.measurandId)
  return options('station', isMeasurandId(id) ? MEASURANDS[id].stations : STATIONS)
}
export const MEASURAND: FieldSpec = { key: 'measurandId', label: 'measurand', kind: 'select', options: pick('measurand', MEASURAND_IDS) }
export const STATION: FieldSpec = { key: 'stationId', label: 'station', kind: 'select', options: stationOptions }
export const STATE: FieldSpec = { key: 'firingStateId', label: 'state', kind: 'select', options: states }
const metres = (key: string, name: string): FieldSpec => ({
  key,
  label: name,
  kind: 'quantity',
  quantity: 'length',
  metric: 'm',
  imperial: 'ft',
  optional: true,
})

export const CONDITION: readonly FieldSpec[] = [
  { key: 'gas', label: 'gas', kind: 'select', options: pick('gas', GAS_PRESET_IDS), nullable: true, optional: true },
  metres('altitudeM.min', 'altitude-from'),
  metres('altitudeM.max', 'altitude-below'),
  metres('flueLengthM.min', 'flue-from'),
  metres('flueLengthM.max', 'flue-below'),
  { key: 'output', label: 'output', kind: 'text', optional: true },
]

/** What a condition says, in words. */
export function conditionText(c: Row): string {
  const between = (key: string, unit: string) => {
    const [min, max] = [at(c, `${key}.min`), at(c, `${key}.max`)]
    if (min === undefined && max === undefined) return ''
    return min === undefined
      ? `< ${textOf(max)} ${unit}`
      : max === undefined
        ? `≥ ${textOf(min)} ${unit}`
        : `${textOf(min)}–${textOf(max)} ${unit}`
  }
  const altitude = between('altitudeM', 'm')
  const flue = between('flueLengthM', 'm')
  return [
    c.gas ? wordsFor(`gas.${textOf(c.gas)}`) : '',
    altitude && t('doc.at-altitude', { range: altitude }),
    flue && t('doc.at-flue', { range: flue }),
    textOf(c.output),
  ]
    .filter(Boolean)
    .join(', ')
}

export const printedBand = (p: Row): string => {
  const [min, max] = [textOf(p.min), textOf(p.max)]
  const unit = unitSymbol(textOf(p.unit))
  const band = min && max ? `${min}–${max}` : max ? `${t('band.up-to')} ${max}` : min ? `${t('band.from')} ${min}` : '–'
  return `${inUnit(band, unit)}${p.nominal !== undefined ? ` (${textOf(p.nominal)})` : ''}`.trim()
}

/** A limit's SI values from what is printed, where both say something. */
export function limitFrom(row: Row): Row {
  const id = textOf(row.measurandId)
  const printed = row.printed as Limit['printed'] | undefined
  if (!isMeasurandId(id) || !printed || !unitsOf(MEASURANDS[id].quantity).some((u) => u === printed.unit)) return row
  const bare = Object.fromEntries(Object.entries(row).filter(([key]) => !['min', 'nominal', 'max', 'goal'].includes(key)))
  return printedLimit(bare as unknown as Parameters<typeof printedLimit>[0], printed) as unknown as Row
}

export const kw = (w: unknown, units: 'metric' | 'imperial') =>
  typeof w === 'number'
    ? `${Number(fromSi(w, units === 'metric' ? 'kW' : 'BTU/h', 'power').toPrecision(4))} ${units === 'metric' ? 'kW' : 'BTU/h'}`
    : ''
export const page = (row: Row) => (at(row, 'source.page') ? t('doc.page', { page: textOf(at(row, 'source.page')) }) : '')
export const joined = (...parts: readonly unknown[]) => parts.map(textOf).filter(Boolean).join(' · ')
