import { ADJUSTER_FUNCTIONS, ADJUSTER_UNITS, CLOCKWISE, TABLE_USES, VISIT_STAGES } from '@lucerna/core/appliance'
import { GAS_PRESET_IDS } from '@lucerna/core/gas'
import { STATIONS, instancesOf } from '@lucerna/core/measure'
import { fromSi, QUANTITIES, unitsOf } from '@lucerna/core/units'
import { unitSymbol } from '@/ui/figures'
import { t } from '@/messages/documents'
import { wordsFor } from '@/ui/words'
import { type SectionSpec, textOf } from './spec'
import {
  checks,
  checkUnits,
  label,
  pick,
  printedBand,
  states,
  sections,
  SOURCE,
  sourceOf,
  ID,
  LABEL,
  MEASURAND,
  STATION,
  STATE,
  page,
  joined,
} from './cardFields'
import { HEAD_SECTIONS } from './cardSectionsHead'

export const CARD_SECTIONS: readonly SectionSpec[] = [
  ...HEAD_SECTIONS,
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
      firingStateId: null,
      sensors: [],
      tolerance: null,
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
      { key: 'firingStateId', label: 'table-state', kind: 'select', nullable: true, options: states },
      {
        key: 'sensors',
        label: 'sensors',
        kind: 'several',
        options: pick('instance', instancesOf('thermistor.resistance')),
        when: (r) => r.use === 'thermistor',
      },
      { key: 'tolerance', label: 'table-tolerance', kind: 'number', optional: true, when: (r) => r.use === 'thermistor' },
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
    blank: (d) => ({ stationId: 'inlet', label: '', how: '', closes: '', port: null, sectionId: null, source: sourceOf(d) }),
    summary: (r) => joined(r.label, wordsFor(`station.${textOf(r.stationId)}`), page(r)),
    fields: [
      { key: 'stationId', label: 'station', kind: 'select', options: pick('station', STATIONS) },
      LABEL,
      { key: 'sectionId', label: 'section', kind: 'select', nullable: true, options: sections },
      { key: 'port', label: 'port', kind: 'select', nullable: true, options: pick('port', ['plus', 'minus']) },
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
    blank: (d) => ({ id: '', label: '', renewAlways: false, gap: null, method: null, source: sourceOf(d) }),
    summary: (r) => joined(r.label, r.renewAlways ? t('doc.renew-always') : '', r.gap, page(r)),
    fields: [
      ID,
      LABEL,
      { key: 'renewAlways', label: 'renew-always', kind: 'check' },
      { key: 'gap', label: 'gap', kind: 'may-text' },
      { key: 'method', label: 'method', kind: 'may-text', wide: true },
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
    id: 'faultChecks',
    list: 'faultChecks',
    blank: (d) => ({ check: '', leads: null, unit: null, minutes: null, source: sourceOf(d) }),
    summary: (r, d) =>
      joined(label(checks(d), r.check), r.leads, r.min === undefined && r.max === undefined ? '' : printedBand(r), page(r)),
    fields: [
      { key: 'check', label: 'check', kind: 'select', options: checks },
      { key: 'leads', label: 'leads', kind: 'may-text', wide: true },
      { key: 'min', label: 'min', kind: 'number', optional: true },
      { key: 'max', label: 'max', kind: 'number', optional: true },
      { key: 'unit', label: 'unit', kind: 'select', nullable: true, options: checkUnits },
      { key: 'minutes', label: 'check-minutes', kind: 'number', optional: true },
      ...SOURCE,
    ],
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
