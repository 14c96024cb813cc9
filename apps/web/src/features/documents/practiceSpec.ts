import { APPLIANCE_TYPES, BURNER_KINDS, FLUE_TYPES } from '@lucerna/core/appliance'
import { GAS_PRESET_IDS } from '@lucerna/core/gas'
import { isMeasurandId, MEASURAND_IDS, MEASURANDS, shownAs, STATIONS } from '@lucerna/core/measure'
import { DEFECT_CLASSES, METHOD_IDS, METHODS } from '@lucerna/core/practice'
import { bandText, inUnit, unitText } from '@/ui/figures'
import { t } from '@/messages/documents'
import { wordsFor } from '@/ui/words'
import { type FieldSpec, type Option, type Row, type SectionSpec, textOf } from './spec'

const options = (prefix: string, ids: readonly string[]) => (): Option[] =>
  ids.map((value) => ({ value, label: wordsFor(`${prefix}.${value}`) }))
const SOURCE: FieldSpec = { key: 'source', label: 'source', kind: 'text', wide: true }
const joined = (...parts: readonly unknown[]) => parts.map(textOf).filter(Boolean).join(' · ')
const pascal = (key: string, label: string): FieldSpec => ({
  key,
  label,
  kind: 'quantity',
  quantity: 'pressure',
  metric: 'mbar',
  imperial: 'inH2O',
})

/** The field of a limit's value, in the unit that its measurand is shown in. */
const limitValue = (key: string): FieldSpec[] =>
  MEASURAND_IDS.map((id) => ({
    key,
    label: key,
    kind: 'quantity' as const,
    quantity: MEASURANDS[id].quantity,
    metric: shownAs(id, 'metric').unit,
    imperial: shownAs(id, 'imperial').unit,
    optional: true,
    when: (row: Row) => row.measurandId === id,
  }))
const DEFECT_ACTIONS = ['turn-off', 'label', 'notify-emergency', 'notify-owner', 'follow-up', 'record']
const several = (key: string, label: string, prefix: string, ids: readonly string[]): FieldSpec => ({
  key,
  label,
  kind: 'several',
  options: options(prefix, ids),
  optional: true,
})
const FIRING_KINDS = ['off', 'standing', 'pilot', 'purge', 'ignition', 'rate']
const listed = (row: Row, key: string, prefix: string) =>
  Array.isArray(row[key]) ? (row[key] as string[]).map((x) => wordsFor(`${prefix}.${x}`)).join(', ') : ''

export const PRACTICE_SECTIONS: readonly SectionSpec[] = [
  {
    id: 'head',
    fields: [
      { key: 'title', label: 'title', kind: 'text' },
      { key: 'dated', label: 'dated', kind: 'date' },
      { key: 'units', label: 'units', kind: 'select', options: options('units', ['metric', 'imperial']) },
      { key: 'emergencyNumber', label: 'emergency-number', kind: 'text', optional: true },
      { key: 'heatBasis', label: 'basis', kind: 'select', options: options('basis', ['net', 'gross']) },
      { key: 'combustionBy', label: 'combustion-by', kind: 'select', options: options('combustion-by', ['co2', 'o2']) },
      { key: 'coBy', label: 'co-by', kind: 'select', options: options('co-by', ['ratio', 'air-free']) },
      { key: 'background', label: 'background', kind: 'words', wide: true },
      { key: 'cautions', label: 'cautions', kind: 'words', wide: true },
    ],
  },
  {
    id: 'switches',
    fields: [
      { key: 'plateTolerance.below', label: 'tolerance-below', kind: 'quantity', quantity: 'ratio', metric: '%', imperial: '%' },
      { key: 'plateTolerance.above', label: 'tolerance-above', kind: 'quantity', quantity: 'ratio', metric: '%', imperial: '%' },
      { key: 'plateTolerance.source', label: 'source', kind: 'text' },
      { key: 'oxygenBase.percent', label: 'oxygen-base', kind: 'number', optional: true },
      { key: 'oxygenBase.source', label: 'source', kind: 'text', optional: true },
      { key: 'rateOrder.measure', label: 'rate-order', kind: 'select', options: options('rate-order', ['max-first', 'min-first']) },
      { key: 'rateOrder.source', label: 'source', kind: 'text' },
      { key: 'warmUp.blankingS', label: 'blanking', kind: 'number' },
      { key: 'warmUp.minutes', label: 'warm-up', kind: 'number' },
      { key: 'warmUp.source', label: 'source', kind: 'text' },
      { key: 'adjustInside.mode', label: 'adjust-inside', kind: 'select', options: options('adjust-inside', ['only-outside', 'centre']) },
      { key: 'adjustInside.source', label: 'source', kind: 'text' },
      { key: 'adaptedValve.first', label: 'adapted-valve', kind: 'select', options: options('adapted-valve', ['automatic', 'manual']) },
      { key: 'adaptedValve.source', label: 'source', kind: 'text' },
      { key: 'probeDistance.text', label: 'probe-distance', kind: 'long', wide: true },
      { key: 'probeDistance.source', label: 'source', kind: 'text' },
      { key: 'highCo.fromPpm', label: 'high-co', kind: 'number', optional: true },
      { key: 'highCo.source', label: 'source', kind: 'text', optional: true },
      {
        key: 'neverFitted.mode',
        label: 'never-fitted',
        kind: 'select',
        optional: true,
        options: options('never-fitted', ['finding', 'record']),
      },
      { key: 'neverFitted.source', label: 'source', kind: 'text', optional: true },
      {
        key: 'outletShut.mode',
        label: 'outlet-shut',
        kind: 'select',
        optional: true,
        options: options('outlet-shut', ['explain', 'tolerate']),
      },
      { key: 'outletShut.source', label: 'source', kind: 'text', optional: true },
      { key: 'startsAfterOpening.extra', label: 'starts-after-opening', kind: 'number', optional: true },
      { key: 'startsAfterOpening.source', label: 'source', kind: 'text', optional: true },
      {
        key: 'answersTogether.mode',
        label: 'answers-together',
        kind: 'select',
        optional: true,
        options: options('answers-together', ['together', 'safeties-alone', 'one-by-one']),
      },
      { key: 'answersTogether.source', label: 'source', kind: 'text', optional: true },
      { key: 'caseSweepMaxPpm.value', label: 'case-sweep', kind: 'number' },
      { key: 'caseSweepMaxPpm.source', label: 'source', kind: 'text' },
    ],
  },
  {
    id: 'methods',
    fields: METHOD_IDS.flatMap((id): FieldSpec[] => [
      { key: `methods.${id}.mode`, label: `method.${id}`, kind: 'select', optional: true, options: options(`method.${id}`, METHODS[id]) },
      { key: `methods.${id}.source`, label: 'source', kind: 'text', optional: true },
    ]),
  },
  {
    id: 'limits',
    list: 'limits',
    blank: () => ({ measurandId: 'co.flue', stationId: 'flue', hard: false, source: '' }),
    summary: (r, _, units) => {
      const id = textOf(r.measurandId)
      if (!isMeasurandId(id)) return id
      const band = bandText(id, r as { min?: number; max?: number }, units, { upTo: t('band.up-to'), from: t('band.from') })
      return joined(
        t(`measurand.${id}`),
        wordsFor(`station.${textOf(r.stationId)}`),
        listed(r, 'burnerKinds', 'burner'),
        listed(r, 'applianceTypes', 'appliance-type'),
        listed(r, 'flueTypes', 'flue'),
        Array.isArray(r.gases) ? t('doc.gases', { count: r.gases.length }) : '',
        inUnit(band, unitText(id, units)),
        r.hard ? t('doc.hard') : '',
        r.source,
      )
    },
    fields: [
      { key: 'measurandId', label: 'measurand', kind: 'select', options: options('measurand', MEASURAND_IDS) },
      { key: 'stationId', label: 'station', kind: 'select', options: options('station', STATIONS) },
      ...['min', 'nominal', 'max', 'goal'].flatMap(limitValue),
      { key: 'hard', label: 'hard', kind: 'check' },
      several('firingKinds', 'firing-kinds', 'firing-kind', FIRING_KINDS),
      several('burnerKinds', 'burner-kinds', 'burner', BURNER_KINDS),
      several('applianceTypes', 'appliance-types', 'appliance-type', APPLIANCE_TYPES),
      several('flueTypes', 'flue-types', 'flue', FLUE_TYPES),
      several('gases', 'gases', 'gas', GAS_PRESET_IDS),
      SOURCE,
    ],
  },
  {
    id: 'ambientCo',
    list: 'ambientCo',
    blank: () => ({ fromPpm: 9, action: 'look', source: '' }),
    summary: (r) => joined(`${t('band.from')} ${textOf(r.fromPpm)} ppm`, wordsFor(`ambient-co.${textOf(r.action)}`), r.source),
    fields: [
      { key: 'fromPpm', label: 'from-ppm', kind: 'number' },
      { key: 'action', label: 'action', kind: 'select', options: options('ambient-co', ['look', 'stop', 'evacuate', 'emergency']) },
      SOURCE,
    ],
  },
  {
    id: 'tightness',
    list: 'tightness',
    blank: () => ({
      applies: '',
      letByPa: 0,
      letByS: 60,
      testPa: 0,
      stabiliseS: 60,
      testS: 120,
      maxFallPa: 0,
      meterKind: 'any',
      source: '',
    }),
    summary: (r) => joined(r.applies, r.source),
    fields: [
      { key: 'applies', label: 'applies', kind: 'text', wide: true },
      {
        key: 'meterKind',
        label: 'meter-kind',
        kind: 'select',
        options: options('tightness-meter', ['ultrasonic-or-none', 'small-diaphragm', 'large-diaphragm', 'any']),
      },
      pascal('letByPa', 'let-by'),
      { key: 'letByS', label: 'let-by-time', kind: 'number' },
      pascal('testPa', 'test-pressure'),
      { key: 'stabiliseS', label: 'stabilise', kind: 'number' },
      { key: 'testS', label: 'test-time', kind: 'number' },
      pascal('maxFallPa', 'max-fall'),
      SOURCE,
    ],
  },
  {
    id: 'defectClasses',
    list: 'defectClasses',
    blank: () => ({ class: 'note', name: '', actions: [], source: '' }),
    summary: (r) => joined(wordsFor(`defect.${textOf(r.class)}`), r.name, listed(r, 'actions', 'action'), r.source),
    fields: [
      { key: 'class', label: 'class', kind: 'select', options: options('defect', DEFECT_CLASSES) },
      { key: 'name', label: 'name', kind: 'text' },
      { key: 'actions', label: 'actions', kind: 'several', options: options('action', DEFECT_ACTIONS) },
      SOURCE,
    ],
  },
]
