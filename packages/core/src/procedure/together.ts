import type { Practice } from '../practice'
import { familyOf } from './asks'
import type { Ask } from './step'

/** What decides life: looked at and answered one by one, whatever a profile says. */
const ONE_BY_ONE: ReadonlySet<string> = new Set([
  'people-out',
  'ventilated',
  'occupants-well',
  'smell-of-gas',
  'spillage-signs',
  'spillage-test',
  'data-plate',
  'orifice-fitted',
  'exchanger',
  'co-steady',
  'high-co',
  'dead',
])

/** Facts and agreements: no answer is the expected one. */
const NOTHING_EXPECTED: ReadonlySet<string> = new Set([
  'supply-shut',
  'supplier-called',
  'lpg-low',
  'fibre-dust',
  'room-allowed',
  'burner-runs',
  'fault-shows',
  'start-died',
  'repaired',
  'ruled-out',
  'drain-clear',
  'electrodes',
  'condition',
  'burners-cleaned',
  'pilot-cleaned',
  'outlet-restrictor',
  'consent',
])

/**
 * Whether something is answered by itself and never together with others: what decides life (smell, spillage, symptoms, the wrong gas, a live conductor), and
 * facts that no list expects.
 *
 * @example
 * onlyByItself('smell-of-gas') // true
 * onlyByItself('ventilation') // false
 */
export function onlyByItself(id: string): boolean {
  const family = familyOf(id)
  return ONE_BY_ONE.has(id) || NOTHING_EXPECTED.has(id) || family === 'danger' || family === 'outlet-shut'
}

/**
 * Whether a profile lets something that is not only answered by itself go together with others.
 *
 * @example
 * mayGoTogether('safety.limit', { answersTogether: { mode: 'safeties-alone', source: 'House rule' } }) // false
 */
export function mayGoTogether(id: string, { answersTogether }: Pick<Practice, 'answersTogether'>): boolean {
  const mode = answersTogether?.mode ?? 'together'
  return mode === 'together' || (mode === 'safeties-alone' && familyOf(id) !== 'safety')
}

export interface Listed {
  readonly ask: Ask
  /** As it should be: the first of its answers, or *renewed* for what is renewed each time. */
  readonly answer: string
}

/**
 * What of a group of looks may be answered in one go; nothing where fewer than two may, or where the profile wants everything answered one by one.
 *
 * @example
 * answeredTogether(makeSafe.asks, profile).map((l) => l.ask.id) // ['emergency-control', 'flue-terminal', 'ventilation', …]
 */
export function answeredTogether(asks: readonly Ask[], practice: Pick<Practice, 'answersTogether'>): readonly Listed[] {
  const listed = asks
    .filter((ask) => !onlyByItself(ask.id) && mayGoTogether(ask.id, practice))
    .map((ask) => ({ ask, answer: ask.mustRenew && ask.answers.includes('renewed') ? 'renewed' : ask.answers[0] }))
  return listed.length < 2 ? [] : listed
}
