import { ambientCoAction } from '../practice'
import { familyOf, forbidsOf, isGoodAnswer, type Step, wantsDetail } from '../procedure'
import { inletMaximum } from './bands'
import type { VisitAppliance, VisitContext } from './context'
import { readingKey } from './keys'
import { withoutNotice } from './notices'
import { lelShare, stopGasFraction } from './gasInAir'
import { outletQuestion } from './outletShut'
import { parkedIn } from './sheets'
import { gate, stopsFromWork } from './stops'
import type { ApplianceState, Gate, JudgedReading, VisitState } from './state'

/**
 * What stops firing right now: gas or CO in the room, far too much CO in the flue gas, a flue or air supply that is not sound, the wrong gas, inlet pressure above the valve's
 * maximum, too many failed starts, a bridged safety, the gasway or flue open. None of these can be overridden.
 */
export function firingStops(
  appliance: VisitAppliance,
  state: Pick<ApplianceState, 'observations' | 'grown' | 'latest' | 'specials'>,
  visit: Pick<VisitState, 'looseEnds' | 'disturbed' | 'timers' | 'starts' | 'jobKind' | 'runs'>,
  context: Pick<VisitContext, 'practice'>,
): Gate[] {
  const stops: Gate[] = stopsFromWork(appliance, state, visit, context.practice)
  const latest = [...state.latest.values()]
  const gas = latest.find((r) => r.measurandId === 'gas.ambient')
  if (gas && gas.valueSi >= stopGasFraction(appliance.facts.gas))
    stops.push(
      gate(
        'gas-in-air',
        true,
        { percent: Math.round(gas.valueSi * 1e4) / 100, lel: Math.round(lelShare(appliance.facts.gas, gas.valueSi) * 100) },
        'before-entry',
      ),
    )
  const room = latest.find((r) => r.measurandId === 'co.ambient')
  const action = room && ambientCoAction(context.practice, room.valueSi)
  if (room && action && action !== 'look')
    stops.push(gate('ambient-co', true, { action, ppm: Math.round(room.valueSi * 1e6) }, 'make-safe'))
  const high = highCo(
    context.practice,
    state,
    visit.runs.filter((r) => r.applianceId === null || r.applianceId === appliance.id),
  )
  if (high) stops.push(high)
  const maximum = inletMaximum(appliance)
  if (maximum !== undefined) {
    const high = latest.find(
      (r) =>
        (r.measurandId === 'pressure.standing' || r.measurandId === 'pressure.working') && r.stationId === 'inlet' && r.valueSi > maximum,
    )
    if (high) stops.push(gate('inlet-above-maximum', true, { maximumPa: maximum, valuePa: high.valueSi }, 'standing'))
  }
  return stops
}

/**
 * Far too much CO in the flue gas: from the profile's level, or beyond what the analyser can show. The stop stands until somebody has said, after the
 * reading, that its cause was put right: what the burner does then is read anew.
 */
function highCo(
  practice: VisitContext['practice'],
  state: Pick<ApplianceState, 'observations' | 'latest' | 'specials'>,
  runs: VisitState['runs'],
): Gate | null {
  const level = practice.highCo
  if (!level) return null
  const mended = state.observations['high-co']
  const since = (at: string) => !(mended?.answer === 'cause-mended' && Date.parse(mended.at) >= Date.parse(at))
  const read = [...state.latest.values()].filter((r) => r.measurandId === 'co.flue' && r.valueSi * 1e6 >= level.fromPpm && since(r.takenAt))
  const beyond = state.specials.some((s) => s.measurandId === 'co.flue' && s.special.kind === 'over-range' && since(s.at))
  const tried = runs
    .flatMap((r) => r.rows.flatMap((row) => (since(row.at) ? [(row.figures['co.flue'] ?? 0) * 1e6] : [])))
    .filter((x) => x >= level.fromPpm)
  if (read.length === 0 && tried.length === 0 && !beyond) return null
  const ppm = Math.max(0, ...[...read.map((r) => r.valueSi * 1e6), ...tried].map(Math.round))
  return gate('high-co', true, { ppm, level: level.fromPpm }, null, ppm > 0 ? 'high-co' : 'high-co-beyond')
}

/** Whether a step has all it needs: figures, observations, zeroed instruments. What is missing is named. */
export function missingIn(
  step: Step,
  state: ApplianceState,
  visit: VisitState,
  context: VisitContext,
): { code: string; params: Record<string, string> }[] {
  const latest = state.latest
  const missing: { code: string; params: Record<string, string> }[] = []
  // What somebody said they measure with; before that, what there is.
  const chosen = new Set(Object.values(visit.instrumentSets).flatMap((s) => s.instrumentIds))
  const atHand = chosen.size > 0 ? context.instruments.filter((i) => chosen.has(i.id)) : context.instruments
  for (const kind of step.zeroes) {
    const owned = atHand.filter((i) => i.kind === kind)
    if (owned.length > 0 && !visit.zeroed.some((z) => owned.some((i) => i.id === z.instrumentId)))
      missing.push({ code: 'zero', params: { kind } })
  }
  const outlet = outletQuestion(step, state, context.practice)
  for (const { id } of outlet ? [...step.asks, outlet] : step.asks)
    if (!state.observations[id]) missing.push({ code: 'observation', params: { observation: id } })
  for (const { id } of step.asks) {
    const seen = state.observations[id]
    if (seen && id === 'exchanger' && wantsDetail(id, seen.answer) && !seen.detail)
      missing.push({ code: 'detail', params: { observation: id } })
  }
  for (const { id } of step.timers)
    if (!visit.timers.some((t) => t.timer === id && t.endedAt && t.applianceId === state.applianceId))
      missing.push({ code: 'timer', params: { timer: id } })
  for (const need of step.needs)
    if (!need.optional && !latest.has(readingKey(need)))
      missing.push({ code: 'reading', params: { measurand: need.measurandId, station: need.stationId } })
  return missing
}

/** Whether a step counts as settled one way or the other. */
export const stepSettled = (step: Step, state: ApplianceState): boolean => state.steps[step.id] !== undefined

/** A final reading that may not be passed: outside or unjudged blocks; at the edge wants a second reading. */
function againstHardLimit(final: JudgedReading, all: readonly JudgedReading[]): string | undefined {
  if (!final.verdict.band?.hard) return undefined
  if (final.verdict.status === 'outside') return 'hard-limit-outside'
  if (final.verdict.status === 'none') return 'hard-limit-unjudged'
  const again = all.filter((r) => r.key === final.key && r.index <= final.index && r.verdict.status !== 'none').length
  return final.verdict.status === 'edge' && again < 2 ? 'hard-limit-edge' : undefined
}

/**
 * Everything that stands between an appliance and "in normal service". Hard gates are never overridden; the others are, with a reason that the
 * report prints. "Left isolated" and "handed over" need none of this and are always possible.
 *
 * @param steps the appliance's run sheet.
 */
export function serviceGates(
  appliance: VisitAppliance,
  state: ApplianceState,
  steps: readonly Step[],
  visit: VisitState,
  context: VisitContext,
): Gate[] {
  const gates: Gate[] = [...firingStops(appliance, state, visit, context)]
  for (const end of visit.looseEnds)
    if (!end.closedAt && (end.applianceId === null || end.applianceId === appliance.id))
      gates.push(gate(`loose-end.${end.id}`, true, { label: end.label }, 'loose-ends', 'loose-end-open'))
  for (const item of visit.disturbed)
    if (!item.refitted && (item.applianceId === null || item.applianceId === appliance.id))
      gates.push(gate(`disturbed.${item.id}`, true, { label: item.label }, 'loose-ends', 'not-refitted'))
  gates.push(...notLeftRunning(state, steps, context.practice))
  const shutter = state.adjustments.some((a) => appliance.card.adjusters.find((x) => x.id === a.adjusterId)?.function === 'air-shutter')
  if (shutter && !state.observations['shutter-mark']) gates.push(gate('shutter-mark', false))
  const parked = parkedIn(appliance, state, steps)
  if (parked.length > 0) gates.push(gate('burner-dead', true, { count: parked.length }, 'repair'))
  for (const step of steps) {
    if (step.kind === 'finish' || step.kind === 'loose-ends' || parked.includes(step)) continue
    const mark = state.steps[step.id]
    if (!mark) gates.push(gate(`step.${step.id}`, step.skip === 'never', { step: step.id }, step.id, 'step-open'))
    if (mark && mark.status !== 'done' && step.skip === 'never')
      gates.push(gate(`skipped.${step.id}`, true, { step: step.id }, step.id, 'may-not-be-skipped'))
    if (mark?.status !== 'done' || mark.carried) continue
    // A step that was called done with something missing is not done.
    for (const what of missingIn(step, state, visit, context))
      gates.push(
        gate(
          `missing.${step.id}.${Object.values(what.params).join('.')}`,
          false,
          { step: step.id, ...what.params },
          step.id,
          `missing-${what.code}`,
        ),
      )
  }
  const stepOf = (r: JudgedReading) =>
    steps.find((s) => s.needs.some((n) => readingKey(n) === r.key || (n.stationId === r.stationId && n.firingStateId === r.firingStateId)))
      ?.id ?? null
  const latest = state.latest
  for (const fl of state.foundAndLeft) {
    if (
      fl.status === 'not-measured-again' &&
      steps.some((s) => s.needs.some((n) => !n.optional && readingKey(n) === fl.key)) &&
      fl.asFound
    ) {
      gates.push(
        gate(
          `again.${fl.key}`,
          true,
          { key: fl.key, measurand: fl.asFound.measurandId, station: fl.asFound.stationId, state: fl.asFound.firingStateId },
          stepOf(fl.asFound),
          'not-measured-again',
        ),
      )
    }
  }
  for (const final of latest.values()) {
    const where = { measurand: final.measurandId, station: final.stationId, state: final.firingStateId }
    const code = againstHardLimit(final, state.readings)
    if (code) gates.push(gate(`hard.${final.key}`, true, where, stepOf(final), code))
    else if (final.verdict.status === 'outside' && final.verdict.band)
      gates.push(gate(`outside.${final.key}`, false, where, stepOf(final), 'outside-unanswered'))
  }
  for (const defect of visit.defects)
    if (defect.class === 'danger-now' && !defect.mended && (defect.applianceId === null || defect.applianceId === appliance.id))
      gates.push(gate(`defect.${defect.id}`, true, { text: defect.text }, null, 'danger-now'))
  for (const defect of withoutNotice(visit, appliance.id))
    if (defect.class === 'at-risk') gates.push(gate(`notice.${defect.id}`, false, { text: defect.text }, null, 'notice-missing'))
  if (visit.unconfirmed.length > 0) gates.push(gate('unconfirmed', true, { count: visit.unconfirmed.length }))
  const overridden = new Set(visit.overrides.map((o) => o.gate))
  return gates.filter((g) => g.hard || !overridden.has(g.id))
}

/**
 * The list that nobody overrides, as far as it is seen and not measured: spillage, a cracked exchanger, a safety that failed, was found bridged or
 * removed, rough ignition, a seat letting by, flue or case open. A maker's step that may not be left out counts with it.
 */
function notLeftRunning(state: ApplianceState, steps: readonly Step[], practice: VisitContext['practice']): Gate[] {
  const gates: Gate[] = []
  const firm = new Set(steps.filter((s) => s.own && s.skip === 'never').flatMap((s) => s.asks.map((a) => a.id)))
  for (const [id, seen] of Object.entries(state.observations)) {
    const step = steps.find((s) => s.asks.some((a) => a.id === id))
    // An answer that this burner's sheet does not offer is not good either: yellow tips on natural gas.
    const offered = step?.asks.find((a) => a.id === id)?.answers.includes(seen.answer) ?? true
    if (offered && isGoodAnswer(id, seen.answer)) continue
    // Some practices only record what an old appliance never had; the report says it either way.
    if (seen.answer === 'never-fitted' && practice.neverFitted?.mode === 'record') continue
    const stepId = step?.id ?? null
    if (forbidsOf(id, seen.answer) === 'leaving' || firm.has(id))
      gates.push(gate(`leaving.${id}`, true, { observation: id, answer: seen.answer }, stepId, 'not-left-running'))
    else if (forbidsOf(id, seen.answer) === null && familyOf(id) !== 'sequence')
      gates.push(gate(`finding.${id}`, false, { observation: id, answer: seen.answer }, stepId, 'finding-unanswered'))
  }
  for (const step of steps)
    if (step.kind === 'strip')
      for (const a of step.asks)
        if (a.mustRenew && state.observations[a.id] && state.observations[a.id]!.answer !== 'renewed')
          gates.push(gate(`renew.${a.id}`, false, { observation: a.id }, step.id, 'renew-always'))
  return gates
}
