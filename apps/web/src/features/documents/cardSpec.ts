import {
  ADJUSTER_FUNCTIONS,
  ADJUSTER_UNITS,
  APPLIANCE_TYPES,
  BURNER_KINDS,
  CLOCKWISE,
  FLUE_TYPES,
  type Limit,
  printedLimit,
  TABLE_USES,
  VISIT_STAGES,
} from '@lucerna/core/appliance'
import { GAS_PRESET_IDS } from '@lucerna/core/gas'
import { isMeasurandId, type MeasurandId, MEASURAND_IDS, MEASURANDS, STATIONS } from '@lucerna/core/measure'
import { fromSi, QUANTITIES, unitsOf } from '@lucerna/core/units'
import { inUnit, unitSymbol } from '@/ui/figures'
import { t } from '@/messages/documents'
import { wordsFor } from '@/ui/words'
import { at, type FieldSpec, type Option, type Row, rowsOf, type SectionSpec, textOf } from './spec'

const options = (prefix: string, ids: readonly string[]): Option[] => ids.map((value) => ({ value, label: wordsFor(`${prefix}.${value}`) }))
const pick = (prefix: string, ids: readonly string[]) => () => options(prefix, ids)
const named =
  (list: string) =>
  (document: Row): Option[] =>
    rowsOf(document, list).map((r) => ({ value: textOf(r.id), label: textOf(r.label) || textOf(r.id) }))
const states = named('firingStates')
const sections = named('sections')
const label = (list: readonly Option[], value: unknown) => list.find((o) => o.value === value)?.label ?? textOf(value)

const SOURCE: readonly FieldSpec[] = [
  { key: 'source.doc', label: 'doc', kind: 'text' },
  { key: 'source.page', label: 'page', kind: 'text' },
]
const sourceOf = (document: Row) => ({ doc: textOf(at(document, 'document.number')), page: '' })
const ID: FieldSpec = { key: 'id', label: 'id', kind: 'text' }
const LABEL: FieldSpec = { key: 'label', label: 'label', kind: 'text' }
const watt = (key: string, name: string): FieldSpec => ({
  key,
  label: name,
  kind: 'quantity',
  quantity: 'power',
  metric: 'kW',
  imperial: 'BTU/h',
})

const unitOptions = (_: Row, row: Row): Option[] => {
  const id = textOf(row.measurandId)
  return isMeasurandId(id) ? unitsOf(MEASURANDS[id].quantity).map((u) => ({ value: u, label: unitSymbol(u) || u })) : []
}
const stationOptions = (_: Row, row: Row): Option[] => {
  const id = textOf(row.measurandId)
  return options('station', isMeasurandId(id) ? MEASURANDS[id].stations : STATIONS)
}
const MEASURAND: FieldSpec = { key: 'measurandId', label: 'measurand', kind: 'select', options: pick('measurand', MEASURAND_IDS) }
const STATION: FieldSpec = { key: 'stationId', label: 'station', kind: 'select', options: stationOptions }
const STATE: FieldSpec = { key: 'firingStateId', label: 'state', kind: 'select', options: states }
const metres = (key: string, name: string): FieldSpec => ({
  key,
  label: name,
  kind: 'quantity',
  quantity: 'length',
  metric: 'm',
  imperial: 'ft',
  optional: true,
})

const CONDITION: readonly FieldSpec[] = [
  { key: 'gas', label: 'gas', kind: 'select', options: pick('gas', GAS_PRESET_IDS), nullable: true, optional: true },
  metres('altitudeM.min', 'altitude-from'),
  metres('altitudeM.max', 'altitude-below'),
  metres('flueLengthM.min', 'flue-from'),
  metres('flueLengthM.max', 'flue-below'),
  { key: 'output', label: 'output', kind: 'text', optional: true },
]

/** What a condition says, in words. */
function conditionText(c: Row): string {
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

const printedBand = (p: Row): string => {
  const [min, max] = [textOf(p.min), textOf(p.max)]
  const unit = unitSymbol(textOf(p.unit))
  const band = min && max ? `${min}–${max}` : max ? `${t('band.up-to')} ${max}` : min ? `${t('band.from')} ${min}` : '–'
  return `${inUnit(band, unit)}${p.nominal !== undefined ? ` (${textOf(p.nominal)})` : ''}`.trim()
}

/** A limit's SI values from what is printed, where both say something. */
function limitFrom(row: Row): Row {
  const id = textOf(row.measurandId)
  const printed = row.printed as Limit['printed'] | undefined
  if (!isMeasurandId(id) || !printed || !unitsOf(MEASURANDS[id].quantity).some((u) => u === printed.unit)) return row
  const bare = Object.fromEntries(Object.entries(row).filter(([key]) => !['min', 'nominal', 'max', 'goal'].includes(key)))
  return printedLimit(bare as unknown as Parameters<typeof printedLimit>[0], printed) as unknown as Row
}

const kw = (w: unknown, units: 'metric' | 'imperial') =>
  typeof w === 'number'
    ? `${Number(fromSi(w, units === 'metric' ? 'kW' : 'BTU/h', 'power').toPrecision(4))} ${units === 'metric' ? 'kW' : 'BTU/h'}`
    : ''
const page = (row: Row) => (at(row, 'source.page') ? t('doc.page', { page: textOf(at(row, 'source.page')) }) : '')
const joined = (...parts: readonly unknown[]) => parts.map(textOf).filter(Boolean).join(' · ')

export const CARD_SECTIONS: readonly SectionSpec[] = [
  {
    id: 'head',
    fields: [
      { key: 'maker', label: 'maker', kind: 'text' },
      { key: 'model', label: 'model', kind: 'text' },
      { key: 'variant', label: 'variant', kind: 'may-text' },
      { key: 'category', label: 'category', kind: 'text' },
      { key: 'document.number', label: 'document', kind: 'text' },
      { key: 'document.title', label: 'document-title', kind: 'text' },
      { key: 'document.issued', label: 'document-issued', kind: 'date' },
      { key: 'burnerKind', label: 'burner-kind', kind: 'select', options: pick('burner', BURNER_KINDS) },
      { key: 'applianceType', label: 'appliance-type', kind: 'select', options: pick('appliance-type', APPLIANCE_TYPES) },
      { key: 'flueType', label: 'flue-type', kind: 'select', options: pick('flue', FLUE_TYPES) },
      { key: 'condensing', label: 'condensing', kind: 'check' },
      { key: 'probe', label: 'probe', kind: 'long', wide: true },
      { key: 'probeSource.doc', label: 'doc', kind: 'text' },
      { key: 'probeSource.page', label: 'page', kind: 'text' },
    ],
  },
  {
    id: 'traits',
    fields: [
      { key: 'traits.medium', label: 'medium', kind: 'select', options: pick('trait', ['water', 'steam', 'air', 'stored-water']) },
      { key: 'traits.power', label: 'power', kind: 'select', options: pick('trait', ['mains', 'low-voltage', 'millivolt']) },
      { key: 'traits.pilot', label: 'pilot', kind: 'select', options: pick('trait', ['none', 'standing', 'intermittent']) },
      {
        key: 'traits.pilotSensor',
        label: 'pilot-sensor',
        kind: 'select',
        nullable: true,
        options: pick('trait', ['thermocouple', 'generator', 'rod']),
      },
      {
        key: 'traits.ratioControl',
        label: 'ratio-control',
        kind: 'select',
        options: pick('trait', ['none', 'zero-governor', 'one-to-one', 'amplified', 'electronic']),
      },
      { key: 'traits.intakePort', label: 'intake-port', kind: 'check' },
      { key: 'traits.refractory', label: 'refractory', kind: 'check' },
      { key: 'timing.prePurgeS', label: 'pre-purge', kind: 'number' },
      { key: 'timing.ignitionTrialS', label: 'ignition-trial', kind: 'number' },
      { key: 'timing.ignitionTries', label: 'ignition-tries', kind: 'integer' },
      { key: 'timing.flameLossS', label: 'flame-loss', kind: 'number' },
      { key: 'timing.postPurgeS', label: 'post-purge', kind: 'number' },
      { key: 'timing.failedStartsMax', label: 'failed-starts', kind: 'integer' },
      { key: 'timing.source.doc', label: 'doc', kind: 'text' },
      { key: 'timing.source.page', label: 'page', kind: 'text' },
    ],
  },
  {
    id: 'ratings',
    list: 'ratings',
    blank: (d) => ({
      gas: 'natural-gas-h',
      inputMaxNetW: 0,
      inputMaxGrossW: 0,
      inputMinNetW: 0,
      inputMinGrossW: 0,
      orifice: null,
      source: sourceOf(d),
    }),
    summary: (r, _, units) =>
      joined(
        wordsFor(`gas.${textOf(r.gas)}`),
        `${kw(r.inputMinNetW, units)}–${kw(r.inputMaxNetW, units)} ${t('doc.net')}`,
        r.orifice,
        page(r),
      ),
    fields: [
      { key: 'gas', label: 'gas', kind: 'select', options: pick('gas', GAS_PRESET_IDS) },
      watt('inputMaxNetW', 'max-net'),
      watt('inputMaxGrossW', 'max-gross'),
      watt('inputMinNetW', 'min-net'),
      watt('inputMinGrossW', 'min-gross'),
      { key: 'orifice', label: 'orifice', kind: 'may-text' },
      ...SOURCE,
    ],
  },
  { id: 'sections', list: 'sections', blank: () => ({ id: '', label: '' }), summary: (r) => joined(r.label), fields: [ID, LABEL] },
  {
    id: 'firingStates',
    list: 'firingStates',
    blank: (d) => ({
      id: '',
      kind: 'rate',
      order: rowsOf(d, 'firingStates').length,
      label: '',
      nominalInputW: null,
      basis: 'net',
      sectionsOn: [],
      howToForce: null,
      howToReturn: null,
      minutesToRate: null,
    }),
    summary: (r, _, units) => joined(r.label, wordsFor(`firing-kind.${textOf(r.kind)}`), kw(r.nominalInputW, units)),
    fields: [
      ID,
      LABEL,
      {
        key: 'kind',
        label: 'firing-kind',
        kind: 'select',
        options: pick('firing-kind', ['off', 'standing', 'pilot', 'purge', 'ignition', 'rate']),
      },
      { key: 'order', label: 'order', kind: 'integer' },
      watt('nominalInputW', 'nominal-input'),
      { key: 'basis', label: 'basis', kind: 'select', nullable: true, options: pick('basis', ['net', 'gross']) },
      { key: 'sectionsOn', label: 'sections-on', kind: 'several', options: sections },
      { key: 'howToForce', label: 'how-to-force', kind: 'may-text', wide: true },
      { key: 'howToReturn', label: 'how-to-return', kind: 'may-text', wide: true },
      { key: 'minutesToRate', label: 'minutes-to-rate', kind: 'number' },
    ],
  },
  {
    id: 'limits',
    list: 'limits',
    derive: limitFrom,
    blank: (d) => ({
      measurandId: 'pressure.working',
      stationId: 'inlet',
      firingStateId: textOf(rowsOf(d, 'firingStates').at(-1)?.id),
      when: [],
      hard: false,
      printed: { unit: 'mbar' },
      source: sourceOf(d),
    }),
    summary: (r, d) =>
      joined(
        isMeasurandId(textOf(r.measurandId)) ? t(`measurand.${r.measurandId as MeasurandId}`) : '',
        label(states(d), r.firingStateId),
        r.sectionId ? label(sections(d), r.sectionId) : '',
        ...(Array.isArray(r.when) ? (r.when as Row[]).map(conditionText) : []),
        printedBand((r.printed ?? {}) as Row),
        r.hard ? t('doc.hard') : '',
        page(r),
      ),
    fields: [
      MEASURAND,
      STATION,
      STATE,
      { key: 'sectionId', label: 'section', kind: 'select', nullable: true, optional: true, options: sections },
      { key: 'printed.unit', label: 'unit', kind: 'select', options: unitOptions },
      { key: 'printed.min', label: 'min', kind: 'number', optional: true },
      { key: 'printed.nominal', label: 'nominal', kind: 'number', optional: true },
      { key: 'printed.max', label: 'max', kind: 'number', optional: true },
      { key: 'printed.goal', label: 'goal', kind: 'number', optional: true },
      { key: 'hard', label: 'hard', kind: 'check' },
      ...SOURCE,
      { key: 'when', label: 'when', kind: 'rows', fields: CONDITION, blank: {}, wide: true },
    ],
  },
  {
    id: 'supply',
    list: 'supply',
    blank: (d) => ({ gas: 'natural-gas-h', inletMaxPa: 0, regulatorIsTechnicians: false, source: sourceOf(d) }),
    summary: (r, _, units) =>
      joined(
        wordsFor(`gas.${textOf(r.gas)}`),
        typeof r.inletMaxPa === 'number'
          ? t('doc.inlet-to', {
              value: `${Number(fromSi(r.inletMaxPa, units === 'metric' ? 'mbar' : 'inH2O', 'pressure').toPrecision(4))} ${units === 'metric' ? 'mbar' : 'inWC'}`,
            })
          : '',
        t(r.regulatorIsTechnicians ? 'doc.regulator-ours' : 'doc.regulator-suppliers'),
        page(r),
      ),
    fields: [
      { key: 'gas', label: 'gas', kind: 'select', options: pick('gas', GAS_PRESET_IDS) },
      { key: 'inletMaxPa', label: 'inlet-max', kind: 'quantity', quantity: 'pressure', metric: 'mbar', imperial: 'inH2O' },
      { key: 'regulatorIsTechnicians', label: 'regulator-ours', kind: 'check' },
      ...SOURCE,
    ],
  },
  {
    id: 'tables',
    list: 'tables',
    blank: (d) => ({
      id: '',
      use: 'other',
      title: '',
      when: {},
      columns: [
        { id: 'a', label: '', quantity: 'temperature', unit: '°C' },
        { id: 'b', label: '', quantity: 'resistance', unit: 'kΩ' },
      ],
      rows: [[0, null]],
      source: sourceOf(d),
    }),
    summary: (r) =>
      joined(
        r.title,
        wordsFor(`table-use.${textOf(r.use)}`),
        Array.isArray(r.rows) ? t('doc.rows', { count: r.rows.length }) : '',
        page(r),
      ),
    fields: [
      ID,
      { key: 'title', label: 'title', kind: 'text' },
      { key: 'use', label: 'table-use', kind: 'select', options: pick('table-use', TABLE_USES) },
      ...SOURCE,
      {
        key: 'columns',
        label: 'columns',
        kind: 'rows',
        wide: true,
        blank: { id: '', label: '', quantity: 'pressure', unit: 'mbar' },
        fields: [
          ID,
          LABEL,
          { key: 'quantity', label: 'quantity', kind: 'select', options: pick('quantity', QUANTITIES) },
          {
            key: 'unit',
            label: 'unit',
            kind: 'select',
            options: (_, row) =>
              QUANTITIES.some((q) => q === row.quantity)
                ? unitsOf(row.quantity as (typeof QUANTITIES)[number]).map((u) => ({ value: u, label: unitSymbol(u) || u }))
                : [],
          },
        ],
      },
      { key: 'rows', label: 'cells', kind: 'matrix', wide: true },
    ],
  },
  {
    id: 'adjusters',
    list: 'adjusters',
    blank: (d) => ({
      id: '',
      label: '',
      function: 'governor',
      clockwise: 'unknown',
      unit: 'turn',
      actsAt: [],
      sectionId: null,
      tool: '',
      cap: null,
      keepOff: null,
      travel: null,
      insideCase: false,
      source: sourceOf(d),
    }),
    summary: (r) =>
      joined(
        r.label,
        wordsFor(`adjuster-function.${textOf(r.function)}`),
        wordsFor(`adjust.clockwise.${textOf(r.clockwise)}`),
        r.tool,
        page(r),
      ),
    fields: [
      ID,
      LABEL,
      { key: 'function', label: 'function', kind: 'select', options: pick('adjuster-function', ADJUSTER_FUNCTIONS) },
      { key: 'clockwise', label: 'clockwise', kind: 'select', options: pick('adjust.clockwise', CLOCKWISE) },
      { key: 'unit', label: 'moves-by', kind: 'select', options: pick('adjuster-unit', ADJUSTER_UNITS) },
      { key: 'travel', label: 'travel', kind: 'number' },
      { key: 'actsAt', label: 'acts-at', kind: 'several', options: states },
      { key: 'sectionId', label: 'section', kind: 'select', nullable: true, options: sections },
      { key: 'tool', label: 'tool', kind: 'text' },
      { key: 'cap', label: 'cap', kind: 'may-text' },
      { key: 'keepOff', label: 'keep-off', kind: 'may-text' },
      { key: 'insideCase', label: 'inside-case', kind: 'check' },
      ...SOURCE,
    ],
  },
  {
    id: 'testPoints',
    list: 'testPoints',
    blank: (d) => ({ stationId: 'inlet', label: '', how: '', closes: '', sectionId: null, source: sourceOf(d) }),
    summary: (r) => joined(r.label, wordsFor(`station.${textOf(r.stationId)}`), page(r)),
    fields: [
      { key: 'stationId', label: 'station', kind: 'select', options: pick('station', STATIONS) },
      LABEL,
      { key: 'sectionId', label: 'section', kind: 'select', nullable: true, options: sections },
      { key: 'how', label: 'opens', kind: 'long', wide: true },
      { key: 'closes', label: 'closes', kind: 'long', wide: true },
      ...SOURCE,
    ],
  },
  {
    id: 'safeties',
    list: 'safeties',
    blank: (d) => ({ id: '', label: '', setting: null, reset: null, proveBy: null, source: sourceOf(d) }),
    summary: (r) => joined(r.label, r.setting, r.reset ? wordsFor(`reset.${textOf(r.reset)}`) : '', page(r)),
    fields: [
      ID,
      LABEL,
      { key: 'setting', label: 'setting', kind: 'may-text' },
      { key: 'reset', label: 'reset', kind: 'select', nullable: true, options: pick('reset', ['automatic', 'manual', 'replace']) },
      { key: 'proveBy', label: 'prove-by', kind: 'may-text', wide: true },
      ...SOURCE,
    ],
  },
  {
    id: 'ownSteps',
    list: 'ownSteps',
    blank: (d) => ({
      id: '',
      label: '',
      why: '',
      stage: 'flue',
      place: 'last',
      firingStateId: null,
      needs: [{ kind: 'observation', question: '', good: '', bad: '' }],
      overridable: true,
      source: sourceOf(d),
    }),
    summary: (r) => joined(r.label, wordsFor(`stage.${textOf(r.stage)}`), page(r)),
    fields: [
      ID,
      LABEL,
      { key: 'stage', label: 'stage', kind: 'select', options: pick('stage', VISIT_STAGES) },
      { key: 'place', label: 'place', kind: 'select', options: pick('step-place', ['first', 'last']) },
      { key: 'firingStateId', label: 'state', kind: 'select', nullable: true, options: states },
      { key: 'overridable', label: 'overridable', kind: 'check' },
      { key: 'why', label: 'why', kind: 'long', wide: true },
      ...SOURCE,
      {
        key: 'needs',
        label: 'needs',
        kind: 'rows',
        wide: true,
        blank: { kind: 'observation', question: '', good: '', bad: '' },
        fields: [
          { key: 'kind', label: 'need-kind', kind: 'select', options: pick('need-kind', ['reading', 'observation', 'proof']) },
          { ...MEASURAND, when: (r) => r.kind === 'reading' },
          { ...STATION, when: (r) => r.kind === 'reading' },
          { ...STATE, when: (r) => r.kind === 'reading' },
          { key: 'question', label: 'question', kind: 'text', when: (r) => r.kind === 'observation' },
          { key: 'good', label: 'good', kind: 'text', when: (r) => r.kind === 'observation' },
          { key: 'bad', label: 'bad', kind: 'text', when: (r) => r.kind === 'observation' },
          { key: 'what', label: 'what', kind: 'text', when: (r) => r.kind === 'proof' },
          { key: 'passes', label: 'passes', kind: 'text', when: (r) => r.kind === 'proof' },
        ],
      },
    ],
  },
  {
    id: 'serviceList',
    list: 'serviceList',
    blank: (d) => ({ id: '', label: '', renewAlways: false, gap: null, source: sourceOf(d) }),
    summary: (r) => joined(r.label, r.renewAlways ? t('doc.renew-always') : '', r.gap, page(r)),
    fields: [
      ID,
      LABEL,
      { key: 'renewAlways', label: 'renew-always', kind: 'check' },
      { key: 'gap', label: 'gap', kind: 'may-text' },
      ...SOURCE,
    ],
  },
  {
    id: 'faultCodes',
    list: 'faultCodes',
    blank: () => ({ code: '', meaning: '', page: '', causes: [] }),
    summary: (r) => joined(r.code, r.meaning, r.page ? t('doc.page', { page: textOf(r.page) }) : ''),
    fields: [
      { key: 'code', label: 'code', kind: 'text' },
      { key: 'meaning', label: 'meaning', kind: 'text' },
      { key: 'page', label: 'page', kind: 'text' },
      { key: 'causes', label: 'causes', kind: 'words' },
    ],
  },
  {
    id: 'mapOverrides',
    list: 'mapOverrides',
    blank: (d) => ({ cause: '', oddsFactor: 1, source: sourceOf(d) }),
    summary: (r) => joined(r.cause, `× ${textOf(r.oddsFactor)}`, page(r)),
    fields: [{ key: 'cause', label: 'cause', kind: 'text' }, { key: 'oddsFactor', label: 'odds', kind: 'number' }, ...SOURCE],
  },
  {
    id: 'kit',
    list: 'kit',
    blank: () => ({ part: '', number: '', when: '', variants: [] }),
    summary: (r) => joined(r.part, r.number, r.when, Array.isArray(r.variants) ? r.variants.map(textOf).join(', ') : ''),
    fields: [
      { key: 'part', label: 'part', kind: 'text' },
      { key: 'number', label: 'number', kind: 'text' },
      { key: 'when', label: 'kit-when', kind: 'text' },
      { key: 'variants', label: 'variants', kind: 'words' },
    ],
  },
]
