import { readdirSync, readFileSync } from 'node:fs'
import path from 'node:path'
import { APPLIANCE_TYPES, BURNER_KINDS, FLUE_TYPES } from '@lucerna/core/appliance'
import { GAS_PRESET_IDS } from '@lucerna/core/gas'
import { MEASURAND_IDS, STATIONS } from '@lucerna/core/measure'
import { DEFECT_CLASSES, SHIPPED_PRACTICES } from '@lucerna/core/practice'
import {
  answersOf,
  ASK_FAMILIES,
  CAUTIONS,
  DISTURBED_KIND_IDS,
  JOB_KINDS,
  OBSERVATION_IDS,
  OBSERVATIONS,
  REFIT_CHECKS,
  STEP_KINDS,
  SYMPTOM_KIND_IDS,
  TIMER_IDS,
} from '@lucerna/core/procedure'
import { SEQUENCE_EVENT_IDS } from '@lucerna/core/sequence'
import { QUANTITIES } from '@lucerna/core/units'
import { EVENT_TYPES, ROLES } from '@lucerna/core/visit'
import { firstInput, runWorking, WORKING_GROUPS, WORKINGS } from '@lucerna/core/workings'
import { labelOf } from '@/features/workings/words'
import { pickText } from '@/ui/pickText'
import { applianceSchema, METER_KINDS, siteSchema, supplySchema } from '@/features/places/schemas'
import { APPLIANCE_STATES } from '@/features/places/server/lists'
import { AUDIT_ACTIONS, AUDIT_SUBJECTS } from '@/server/audit'
import { t } from './all'
import { GB } from './testAreas'

const SOURCE = path.resolve(__dirname, '..')
const files = (dir: string): string[] =>
  readdirSync(dir, { withFileTypes: true }).flatMap((e) =>
    e.isDirectory()
      ? files(path.join(dir, e.name))
      : /\.tsx?$/.test(e.name) && !/\.test\.|messages\//.test(path.join(dir, e.name))
        ? [path.join(dir, e.name)]
        : [],
  )
const sources = files(SOURCE)
  .map((f) => readFileSync(f, 'utf8'))
  .join('\n')
const keys = Object.keys(GB)
const has = (key: string) => keys.includes(key) || (keys.includes(`${key}_one`) && keys.includes(`${key}_other`))

const STOPS = [
  'observation-stops',
  'ambient-co',
  'inlet-above-maximum',
  'gas-in-air',
  'not-converted',
  'failed-starts',
  'safety-bridged',
  'gasway-open',
  'apart',
]

/** Drawn on the server, which has all words. */
const SERVER_ONLY = ['report/rateWords.ts', 'report/answered.ts']

test('what asks for words by keys from data has them loaded by its own doors: a page has no others', () => {
  const GB_DIR = path.join(SOURCE, 'messages/en-GB')
  const areas = new Map(
    readdirSync(GB_DIR).map((f) => [
      f.replace('.ts', ''),
      [...readFileSync(path.join(GB_DIR, f), 'utf8').matchAll(/^ {2}'([^']+)'/gm)].map((m) => m[1]!),
    ]),
  )
  /** The areas that a door names, itself or by another door that it is built on. */
  const behind = (door: string): string[] => {
    const text = readFileSync(path.join(SOURCE, 'messages', `${door}.ts`), 'utf8')
    const named = (pattern: RegExp) => [...text.matchAll(pattern)].map((m) => m[1]!)
    return [...named(/from '\.\/en-GB\/([\w-]+)'/g), ...named(/from '\.\/([\w-]+)'/g).flatMap(behind)]
  }
  const doors = new Map(
    readdirSync(path.join(SOURCE, 'messages'))
      .filter((f) => f.endsWith('.ts') && !f.includes('.test.') && !f.startsWith('test'))
      .map((f) => f.replace('.ts', ''))
      .map((door) => [door, behind(door)]),
  )
  const lacking = files(SOURCE).flatMap((file) => {
    const at = path.relative(SOURCE, file)
    if (!/^(features|ui)\//.test(at) || at.includes('/server/') || SERVER_ONLY.some((s) => at.endsWith(s))) return []
    const text = readFileSync(file, 'utf8')
    const has = [...text.matchAll(/(?:from|import) '@\/messages\/([\w-]+)'/g)].flatMap((m) => doors.get(m[1]!) ?? [])
    const asked = [...text.matchAll(/wordsFor\(\s*(?:`([a-z][\w.-]*\.)\$\{|'([a-z][\w.-]*)')/g)].map((m) => m[1] ?? m[2]!)
    return asked.flatMap((key) => {
      const owners = [...areas].filter(([, all]) => all.some((k) => k.startsWith(key))).map(([area]) => area)
      return owners.length > 0 && !owners.some((o) => has.includes(o)) ? [`${at}: ${key}… is in ${owners.join(', ')}`] : []
    })
  })
  expect(lacking).toEqual([])
})

test('every key written out in a component has words', () => {
  const used = [...sources.matchAll(/\bt\(\s*'([^']+)'/g)].map((m) => m[1] ?? '')
  expect(used.length).toBeGreaterThan(100)
  expect(used.filter((k) => !has(k))).toEqual([])
})

test('every key put together has words for all it can be', () => {
  const all = (prefix: string, ids: readonly string[], suffix = '') => ids.map((id) => `${prefix}.${id}${suffix}`)
  const wanted = [
    ...all('short', MEASURAND_IDS),
    ...all('measurand', MEASURAND_IDS),
    ...all('station', STATIONS),
    ...all('gas', GAS_PRESET_IDS),
    ...all('burner', BURNER_KINDS),
    ...all('flue', FLUE_TYPES),
    ...all('quantity', QUANTITIES),
    ...all('role', ROLES),
    ...all('defect', DEFECT_CLASSES),
    ...all('observation', OBSERVATION_IDS),
    ...OBSERVATION_IDS.flatMap((id) => all('answer', OBSERVATIONS[id].answers)),
    ...ASK_FAMILIES.flatMap((family) => all('answer', answersOf(`${family}.x`) ?? [])),
    ...all('sequence', SEQUENCE_EVENT_IDS),
    ...all('job', JOB_KINDS),
    ...all('safe', CAUTIONS),
    ...all('timer', TIMER_IDS),
    ...all('symptom', SYMPTOM_KIND_IDS),
    ...all('disturbed.kind', DISTURBED_KIND_IDS),
    ...all('disturbed.refit', REFIT_CHECKS),
    ...STEP_KINDS.flatMap((s) => ['title', 'what', 'how', 'why'].map((part) => `step.${s}.${part}`)),
    ...SHIPPED_PRACTICES.flatMap((p) => p.defectClasses.flatMap((d) => all('action', d.actions))),
    ...SHIPPED_PRACTICES.flatMap((p) =>
      all(
        'ambient-co',
        p.ambientCo.map((l) => l.action),
      ),
    ),
    ...all('verdict', ['inside', 'edge', 'outside', 'none', 'below', 'above', 'no-band']),
    ...all('gate', [
      'loose-end-open',
      'step-open',
      ...STOPS,
      'not-refitted',
      'may-not-be-skipped',
      'not-left-running',
      'finding-unanswered',
      'renew-always',
      'missing-timer',
      'missing-zero',
      'missing-observation',
      'missing-reading',
      'not-measured-again',
      'hard-limit-outside',
      'hard-limit-unjudged',
      'hard-limit-edge',
      'outside-unanswered',
      'danger-now',
      'danger-seen',
      'danger-measured',
      'unconfirmed',
    ]),
    ...['people-out', 'no-sparks', 'ventilate', ...SHIPPED_PRACTICES.flatMap((p) => p.defectClasses.flatMap((d) => d.actions))].flatMap(
      (a) => [`danger.${a}.do`, `danger.${a}.how`],
    ),
    ...all('keys', ['R', 'N', 'W', 'Z', 'T', 'U', 'F', 'L', 'I', '/', '?']),
    ...all('typed', [
      'empty',
      'not-a-number',
      'ambiguous-comma',
      'unknown-unit',
      'wrong-quantity',
      'too-large',
      'not-finite',
      'out-of-range',
      'out-of-range-unit',
    ]),
    ...all('stop', STOPS),
    ...all('gate', STOPS, '.short'),
    ...all('audit-action', AUDIT_ACTIONS),
    ...all('audit-subject', AUDIT_SUBJECTS),
    ...all('role-may', ROLES),
    ...all('search.kind', ['site', 'appliance', 'visit', 'person', 'card', 'instrument']),
    ...all('meter-kind', METER_KINDS),
    ...all('places.state', APPLIANCE_STATES),
    ...all('site', Object.keys(siteSchema.shape)),
    ...all('supply', Object.keys(supplySchema.shape)),
    ...all('unit', Object.keys(applianceSchema.shape)),
    ...all('outcome', ['in-normal-service', 'left-isolated', 'handed-over', 'open']),
  ]
  expect(wanted.filter((k) => !has(k))).toEqual([])
  expect(APPLIANCE_TYPES.length).toBeGreaterThan(0)
})

test('the Workings: every title, label, choice, note, warning and problem has words', () => {
  const wanted: string[] = [...WORKING_GROUPS.map((g) => `calc-group.${g}`)]
  const shown: string[] = []
  for (const w of WORKINGS) {
    for (const part of ['title', 'what', 'words']) wanted.push(`calculation.${w.id}.${part}`)
    for (const note of w.notes) wanted.push(`calc-note.${note}`)
    const walk = (key: string, field: (typeof w.inputs)[string] | (typeof w.outputs)[string]) => {
      shown.push(labelOf(w.id, key))
      if ('options' in field) for (const o of field.options) shown.push(pickText(key, o))
      if ('columns' in field) for (const [name, cell] of Object.entries(field.columns)) walk(name, cell)
    }
    for (const [key, field] of [...Object.entries(w.inputs), ...Object.entries(w.outputs)]) walk(key, field)
    for (const units of ['metric', 'imperial'] as const) {
      const answer = runWorking(w, firstInput(w, units))
      if (answer.ok) wanted.push(...answer.value.warnings.map((x) => `calc-warn.${x.code}`))
    }
  }
  const workings = files(path.resolve(SOURCE, '../../../packages/core/src/workings/catalogue'))
    .map((f) => readFileSync(f, 'utf8'))
    .join('\n')
  for (const [, code] of workings.matchAll(/warn\([^;]*?,\s*'([a-z-]+)'[,)\s]/g)) wanted.push(`calc-warn.${code}`)
  for (const room of ['flue', 'burner', 'supply', 'heat', 'electrics', 'ventilation', 'workings', 'gas', 'measure'])
    for (const [, code] of files(path.resolve(SOURCE, `../../../packages/core/src/${room}`))
      .map((f) => readFileSync(f, 'utf8'))
      .join('\n')
      .matchAll(/fail\('([a-z0-9-]+)'/g))
      wanted.push(`calc-problem.${code}`)
  const typedOnly = new Set(['calc-problem.out-of-range-unit', 'calc-problem.o2-or-co2-needed'])
  expect([...new Set(wanted)].filter((k) => !has(k) && !typedOnly.has(k))).toEqual([])
  expect(shown.filter((s) => /^(ask|pick|quantity|gas)\./.test(s))).toEqual([])
})

test('no words lie about unused', () => {
  const literal = new Set([...sources.matchAll(/'([a-z][\w.?-]*)'/gi)].map((m) => m[1]))
  const starts = [...sources.matchAll(/`([a-z-]+(?:\.[a-z-]+)*\.)\$\{/g)].map((m) => m[1] ?? '-')
  // Lists of choices name their prefix as a text of its own.
  starts.push(...[...sources.matchAll(/\b(?:pick|options)\(\s*'([a-z-]+)'/g)].map((m) => `${m[1]}.`))
  starts.push(...[...sources.matchAll(/\bseveral\('\w+', '[\w-]+', '([a-z-]+)'/g)].map((m) => `${m[1]}.`))
  const unused = keys
    .map((k) => k.replace(/_(one|other)$/, ''))
    .filter((k) => !literal.has(k) && !starts.some((s) => k.startsWith(s)) && !/^gate\..*\.short$|^lock\./.test(k))
  expect(unused).toEqual([])
})

test('parameters are filled in, one and many differ', () => {
  expect(t('places.outside', { count: 1 })).toMatch(/^One/)
  expect(t('places.outside', { count: 3 })).toMatch(/^3/)
  expect(t('sheet.place', { n: 2, of: 8 })).toBe('2 of 8')
})

test('docs/api.md lists every type of event', () => {
  const listed = readFileSync(path.resolve(SOURCE, '../../../docs/api.md'), 'utf8')
  expect(EVENT_TYPES.filter((type) => !listed.includes(`\`${type}\``))).toEqual([])
})
