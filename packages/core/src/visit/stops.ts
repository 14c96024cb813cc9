import { type Card, firingState } from '../appliance'
import type { Practice } from '../practice'
import { DISTURBED_KINDS, forbidsOf, isGoodAnswer } from '../procedure'
import type { VisitAppliance } from './context'
import type { Happening } from './kit'
import type { ApplianceState, Disturbed, Gate, LooseEnd, Start, Timer, VisitState } from './state'

export const gate = (id: string, hard: boolean, params: Gate['params'] = {}, stepId: string | null = null, code = id): Gate => ({
  id,
  code,
  params,
  hard,
  stepId,
})

/** Starts in a row that may fail where a card says nothing. */
const FAILED_STARTS_MAX = 3
const LPG: readonly string[] = ['propane', 'butane', 'lpg-mix']
/** How long gas is given to clear after too many failed starts, s: heavy gas takes longer. */
export const purgeWaitS = (gas: string): number => (LPG.includes(gas) ? 600 : 300)

type Work = Pick<VisitState, 'looseEnds' | 'disturbed' | 'timers' | 'starts' | 'jobKind'>
type Seen = Pick<ApplianceState, 'observations' | 'grown'>

/** Failed starts with gas since the last one that lit or the last wait that ran out. */
export function failedStarts(starts: readonly Start[], timers: readonly Timer[], applianceId: string): number {
  const own = starts.filter((s) => s.applianceId === null || s.applianceId === applianceId)
  const cleared = timers
    .filter((t) => t.timer === 'purge-wait' && t.endedAt && (t.applianceId === null || t.applianceId === applianceId))
    .reduce((latest, t) => Math.max(latest, Date.parse(t.startedAt)), -Infinity)
  let failed = 0
  for (const s of own) if (s.gas === 'on') failed = s.lit || Date.parse(s.at) <= cleared ? 0 : failed + 1
  return failed
}

/**
 * How many starts in a row may fail: the card's number, and some more by the practice while the line that was open has not burned since; its first tries may
 * only clear air.
 *
 * @example
 * startsAllowed(appliance, visit, practice) // 3; 5 after the valve was replaced
 */
export function startsAllowed(
  appliance: VisitAppliance,
  visit: Pick<VisitState, 'looseEnds' | 'disturbed' | 'starts'>,
  practice: Pick<Practice, 'startsAfterOpening'>,
): number {
  const most = appliance.card.timing?.failedStartsMax ?? FAILED_STARTS_MAX
  const own = <T extends { readonly applianceId: string | null }>(list: readonly T[]) => list.filter((x) => ofAppliance(x, appliance.id))
  const closed = [
    ...own(visit.looseEnds).flatMap((l) => (l.kind === 'gas-joint' && l.closedAt ? [l.closedAt] : [])),
    ...own(visit.disturbed).flatMap((d) => (d.kind === 'gas-joint' && d.refitted ? [d.refitted.at] : [])),
  ]
  const last = Math.max(-Infinity, ...closed.map(Date.parse))
  const burned = own(visit.starts).some((s) => s.lit && Date.parse(s.at) >= last)
  return closed.length > 0 && !burned ? most + (practice.startsAfterOpening?.extra ?? 0) : most
}

const ofAppliance = (x: Pick<LooseEnd | Disturbed, 'applianceId'>, id: string) => x.applianceId === null || x.applianceId === id

/**
 * What stands against firing by what was seen and done, figures apart: answers that forbid it, a conversion not finished, too many failed starts, a
 * safety bridged, and the gasway, flue or combustion path open. None of it can be overridden.
 */
export function stopsFromWork(appliance: VisitAppliance, state: Seen, visit: Work, practice: Practice): Gate[] {
  const seen = Object.keys(state.observations)
    .filter((id) => forbidsFiring(id, state.observations[id]!.answer))
    .map((id) => gate(`observation.${id}`, true, { observation: id }, null, 'observation-stops'))
  return [...seen, ...stopsFromOpenWork(appliance, state, visit, practice)]
}

/** Whether an answer stands against firing. */
export const forbidsFiring = (id: string, answer: string): boolean => forbidsOf(id) === 'firing' && !isGoodAnswer(id, answer)

/** The same without what was seen. */
function stopsFromOpenWork(appliance: VisitAppliance, state: Seen, visit: Work, practice: Practice): Gate[] {
  const stops: Gate[] = []
  const converts = visit.jobKind === 'change-of-gas' || state.grown.some((g) => g.work === 'change-of-gas')
  if (converts && !state.observations['orifice-fitted']) stops.push(gate('not-converted', true, { gas: appliance.facts.gas }, 'convert'))
  const failed = failedStarts(visit.starts, visit.timers, appliance.id)
  if (failed >= startsAllowed(appliance, visit, practice))
    stops.push(gate('failed-starts', true, { count: failed, minutes: purgeWaitS(appliance.facts.gas) / 60 }, 'sequence'))
  for (const end of visit.looseEnds)
    if (!end.closedAt && ofAppliance(end, appliance.id)) {
      if (end.kind === 'safety-bridge') stops.push(gate(`bridged.${end.id}`, true, { label: end.label }, 'loose-ends', 'safety-bridged'))
      if (end.kind === 'gas-joint') stops.push(gate(`gasway.${end.id}`, true, { label: end.label }, 'joints-cold', 'gasway-open'))
    }
  for (const item of visit.disturbed)
    if (!item.refitted && DISTURBED_KINDS[item.kind].firing && ofAppliance(item, appliance.id))
      stops.push(gate(`apart.${item.id}`, true, { label: item.label }, 'loose-ends', 'apart'))
  return stops
}

/** Whether something burns in a state of the card. */
export const burns = (card: Card, stateId: string): boolean =>
  ['rate', 'ignition', 'pilot'].includes(firingState(card, stateId)?.kind ?? 'off')

/** Whether something stands against firing at this point of the log, as far as answers, starts and open work say; figures are judged at the end. */
export const stoppedNow = ({ draft, drafts, visit }: Happening): boolean =>
  draft !== undefined &&
  (draft.forbidding.size > 0 || stopsFromOpenWork(draft.appliance, draft.held.now, visit.now, drafts.context.practice).length > 0)
