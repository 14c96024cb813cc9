import type { Finding, FindingLevel } from '../appliance'
import { MEASURANDS } from '../measure'
import { DEFECT_CLASSES } from './profile'
import type { Practice } from './schemas'

export type PracticeFinding = Finding<PracticeFindingCode>

/** Every code with its level: the interface has words for each. */
export const PRACTICE_FINDINGS = {
  'limit-order': 'error',
  'limit-empty': 'error',
  'limit-station': 'error',
  'limit-twice': 'error',
  'co-limit-missing': 'error',
  'ambient-order': 'error',
  'ambient-missing': 'error',
  'defect-class-missing': 'error',
  'defect-no-action': 'error',
  'tightness-times': 'error',
  'tightness-missing': 'doubt',
  'tolerance-wide': 'doubt',
} as const satisfies Record<string, FindingLevel>
type PracticeFindingCode = keyof typeof PRACTICE_FINDINGS

/**
 * Whether a practice profile is complete and free of contradiction. A profile with an error is kept as a draft and cannot be issued.
 *
 * @example
 * lintPractice({ ...metricRatio, ambientCo: [] }).map((f) => f.code) // ['ambient-missing', …]
 */
export function lintPractice(practice: Practice): PracticeFinding[] {
  const found: PracticeFinding[] = []
  const say = (code: PracticeFindingCode, path: PracticeFinding['path'], params: PracticeFinding['params'] = {}) =>
    found.push({ level: PRACTICE_FINDINGS[code], code, params, path })

  const keyOf = (l: Practice['limits'][number]) =>
    JSON.stringify([
      l.measurandId,
      l.stationId,
      ...[l.firingKinds, l.burnerKinds, l.applianceTypes, l.flueTypes, l.gases].map((x) => (x ? [...x].sort() : null)),
    ])
  practice.limits.forEach((l, i) => {
    const path = ['limits', i]
    const { min = -Infinity, max = Infinity, nominal, goal } = l
    if (l.min === undefined && l.max === undefined) say('limit-empty', path, { measurand: l.measurandId })
    if (min > max || (nominal !== undefined && (nominal < min || nominal > max)) || (goal !== undefined && goal > max))
      say('limit-order', path, { measurand: l.measurandId })
    if (!MEASURANDS[l.measurandId].stations.includes(l.stationId))
      say('limit-station', path, { measurand: l.measurandId, station: l.stationId })
    if (practice.limits.findIndex((other) => keyOf(other) === keyOf(l)) < i) say('limit-twice', path, { measurand: l.measurandId })
  })
  const coMeasurand = practice.coBy === 'ratio' ? 'ratio.coToCo2' : 'co.airFree'
  if (
    !practice.limits.some(
      (l) => l.measurandId === coMeasurand && l.max !== undefined && l.hard && !l.burnerKinds && !l.applianceTypes && !l.flueTypes,
    )
  )
    say('co-limit-missing', ['limits'], { measurand: coMeasurand })

  const order = ['look', 'stop', 'evacuate', 'emergency']
  const levels = [...practice.ambientCo].sort((a, b) => a.fromPpm - b.fromPpm)
  levels.forEach((level, i) => {
    if (i > 0 && order.indexOf(level.action) <= order.indexOf(levels[i - 1]!.action))
      say('ambient-order', ['ambientCo', practice.ambientCo.indexOf(level)], { ppm: level.fromPpm })
  })
  for (const action of ['stop', 'evacuate']) if (!levels.some((l) => l.action === action)) say('ambient-missing', ['ambientCo'], { action })

  for (const name of DEFECT_CLASSES) {
    const own = practice.defectClasses.find((d) => d.class === name)
    if (!own) say('defect-class-missing', ['defectClasses'], { class: name })
    else if (own.actions.length === 0) say('defect-no-action', ['defectClasses', practice.defectClasses.indexOf(own)], { class: name })
  }
  practice.tightness.forEach((test, i) => {
    if (test.testS <= 0 || test.testPa <= 0 || test.maxFallPa < 0) say('tightness-times', ['tightness', i], { applies: test.applies })
  })
  if (practice.tightness.length === 0) say('tightness-missing', ['tightness'])
  if (practice.plateTolerance.above > 0.1 || practice.plateTolerance.below > 0.25) say('tolerance-wide', ['plateTolerance'])
  return [...found.filter((f) => f.level === 'error'), ...found.filter((f) => f.level === 'doubt')]
}
