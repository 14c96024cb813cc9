import { lintPractice, PRACTICE_FINDINGS } from './lint'
import type { Practice } from './schemas'
import { SHIPPED_PRACTICES } from './shipped'

const [metric, imperial] = SHIPPED_PRACTICES as readonly [Practice, Practice]
const errors = (p: Practice) => lintPractice(p).filter((f) => f.level === 'error')

test.each(SHIPPED_PRACTICES.map((p) => [p.id, p] as const))('%s ships complete and free of contradiction', (_id, practice) => {
  expect(errors(practice)).toEqual([])
})

type Limit = Practice['limits'][number]
const withLimit = (change: Partial<Limit>, practice = metric): Practice => ({
  ...practice,
  limits: practice.limits.map((l, i) => (i === 0 ? ({ ...l, ...change } as Limit) : l)),
})
const withoutKey = <K extends keyof Limit>(limit: Limit, ...keys: K[]): Limit => {
  const rest: Partial<Limit> = { ...limit }
  for (const key of keys) delete rest[key]
  return rest as Limit
}

/** A profile made wrong in one way, and the code that must say so. */
const WRONG: readonly [code: keyof typeof PRACTICE_FINDINGS, practice: Practice][] = [
  ['limit-order', withLimit({ min: 3000, max: 2000 })],
  ['limit-order', withLimit({ min: 1000, nominal: 3000, max: 2000 })],
  [
    'limit-order',
    { ...metric, limits: metric.limits.map((l) => (l.goal !== undefined && l.max !== undefined ? { ...l, goal: l.max * 2 } : l)) },
  ],
  ['limit-empty', { ...metric, limits: metric.limits.map((l, i) => (i === 0 ? withoutKey(l, 'min', 'max', 'nominal', 'goal') : l)) }],
  ['limit-station', withLimit({ stationId: 'electrics' })],
  ['limit-twice', { ...metric, limits: [...metric.limits, metric.limits[0]!] }],
  ['co-limit-missing', { ...metric, limits: metric.limits.filter((l) => l.measurandId !== 'ratio.coToCo2') }],
  ['co-limit-missing', { ...imperial, limits: imperial.limits.filter((l) => l.measurandId !== 'co.airFree') }],
  // A limit that can be argued with is no limit for CO.
  ['co-limit-missing', { ...metric, limits: metric.limits.map((l) => (l.measurandId === 'ratio.coToCo2' ? { ...l, hard: false } : l)) }],
  [
    'ambient-order',
    {
      ...metric,
      ambientCo: metric.ambientCo.map((a) =>
        a.action === 'stop' ? { ...a, fromPpm: 500 } : a.action === 'evacuate' ? { ...a, fromPpm: 10 } : a,
      ),
    },
  ],
  ['ambient-missing', { ...metric, ambientCo: metric.ambientCo.filter((a) => a.action !== 'evacuate') }],
  ['ambient-missing', { ...metric, ambientCo: [] }],
  ['defect-class-missing', { ...metric, defectClasses: metric.defectClasses.slice(1) }],
  ['defect-no-action', { ...metric, defectClasses: metric.defectClasses.map((d) => ({ ...d, actions: [] })) }],
  ['tightness-times', { ...metric, tightness: metric.tightness.map((t) => ({ ...t, testS: 0 })) }],
  ['tightness-times', { ...metric, tightness: metric.tightness.map((t) => ({ ...t, maxFallPa: -1 })) }],
  ['tightness-missing', { ...metric, tightness: [] }],
  ['tolerance-wide', { ...metric, plateTolerance: { ...metric.plateTolerance, above: 0.2 } }],
  ['tolerance-wide', { ...metric, plateTolerance: { ...metric.plateTolerance, below: 0.3 } }],
]

test.each(WRONG)('says %s', (code, practice) => {
  expect(lintPractice(practice)).toContainEqual(expect.objectContaining({ code, level: PRACTICE_FINDINGS[code] }))
})

test('every code it knows is shown by a profile here', () => {
  expect(Object.keys(PRACTICE_FINDINGS).filter((code) => !WRONG.some(([said]) => said === code))).toEqual([])
})

test('limits for different burners, appliances, flues and gases are not the same limit twice, whatever order they are named in', () => {
  const base = metric.limits[0]!
  const of = (more: Partial<Limit>): Limit => ({ ...withoutKey(base, 'burnerKinds', 'gases'), ...more })
  const codes = (...limits: Limit[]) => lintPractice({ ...metric, limits: [...metric.limits.slice(1), ...limits] }).map((f) => f.code)
  expect(codes(of({ burnerKinds: ['atmospheric'] }), of({ burnerKinds: ['induced-draught'] }))).not.toContain('limit-twice')
  expect(codes(of({ gases: ['propane', 'butane'] }), of({ gases: ['butane', 'propane'] }))).toContain('limit-twice')
})

test('errors come before doubts', () => {
  const levels = lintPractice({ ...metric, tightness: [], ambientCo: [], plateTolerance: { ...metric.plateTolerance, above: 1 } }).map(
    (f) => f.level,
  )
  expect(levels).toContain('doubt')
  expect(levels).toEqual([...levels].sort((a, b) => (a === b ? 0 : a === 'error' ? -1 : 1)))
})
