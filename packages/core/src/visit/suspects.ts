import { SYMPTOM_KINDS } from '../procedure'
import type { Disturbed, Symptom, VisitState } from './state'

/**
 * After the work a new fault: what did we disturb? Everything disturbed before the symptom was noted, the likeliest first: not refitted yet, then
 * of a kind that such a symptom points to, then the latest.
 *
 * @example
 * suspects(visit, symptom)[0]?.label // 'Lead to the flame rod'
 */
export function suspects(visit: Pick<VisitState, 'disturbed'>, symptom: Pick<Symptom, 'kind' | 'index'>): Disturbed[] {
  const pointed: readonly string[] = SYMPTOM_KINDS[symptom.kind]
  const rank = (d: Disturbed): number => (pointed.includes(d.kind) ? pointed.indexOf(d.kind) : pointed.length)
  return visit.disturbed
    .filter((d) => d.index < symptom.index)
    .sort((a, b) => Number(a.refitted !== null) - Number(b.refitted !== null) || rank(a) - rank(b) || b.index - a.index)
}
