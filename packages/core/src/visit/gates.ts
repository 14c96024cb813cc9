import { ambientCoAction } from '../practice'
import { OBSERVATIONS, type ObservationId, type Step } from '../procedure'
import { inletMaximum } from './bands'
import type { VisitAppliance, VisitContext } from './context'
import { latestByKey } from './foundAndLeft'
import { readingKey } from './keys'
import type { ApplianceState, Gate, JudgedReading, VisitState } from './state'

const gate = (id: string, hard: boolean, params: Gate['params'] = {}, stepId: string | null = null, code = id): Gate => ({
  id,
  code,
  params,
  hard,
  stepId,
})

/**
 * What stops firing right now: room CO, smell of gas, a flue or air supply that is not sound, the wrong gas, inlet pressure above the valve's
 * maximum. None of these can be overridden.
 */
export function firingStops(appliance: VisitAppliance, state: ApplianceState, context: VisitContext): Gate[] {
  const stops: Gate[] = []
  for (const [id, seen] of Object.entries(state.observations) as [ObservationId, { answer: string }][]) {
    if (OBSERVATIONS[id].stops && seen.answer !== OBSERVATIONS[id].answers[0])
      stops.push(gate(`observation.${id}`, true, { observation: id }, 'make-safe', 'observation-stops'))
  }
  const latest = latestByKey(state.readings)
  const room = [...latest.values()].find((r) => r.measurandId === 'co.ambient')
  const action = room && ambientCoAction(context.practice, room.valueSi)
  if (room && action && action !== 'look')
    stops.push(gate('ambient-co', true, { action, ppm: Math.round(room.valueSi * 1e6) }, 'make-safe'))
  const maximum = inletMaximum(appliance)
  if (maximum !== undefined) {
    const high = [...latest.values()].find(
      (r) =>
        (r.measurandId === 'pressure.standing' || r.measurandId === 'pressure.working') && r.stationId === 'inlet' && r.valueSi > maximum,
    )
    if (high) stops.push(gate('inlet-above-maximum', true, { maximumPa: maximum, valuePa: high.valueSi }, 'standing'))
  }
  return stops
}

/** Whether a step has all it needs: figures, observations, zeroed instruments. What is missing is named. */
export function missingIn(
  step: Step,
  state: ApplianceState,
  visit: VisitState,
  context: VisitContext,
): { code: string; params: Record<string, string> }[] {
  const latest = latestByKey(state.readings)
  const missing: { code: string; params: Record<string, string> }[] = []
  for (const kind of step.zeroes) {
    const owned = context.instruments.filter((i) => i.kind === kind)
    if (owned.length > 0 && !visit.zeroed.some((z) => owned.some((i) => i.id === z.instrumentId)))
      missing.push({ code: 'zero', params: { kind } })
  }
  for (const id of step.observations) if (!state.observations[id]) missing.push({ code: 'observation', params: { observation: id } })
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
  const gates: Gate[] = [...firingStops(appliance, state, context)]
  for (const end of visit.looseEnds)
    if (!end.closedAt) gates.push(gate(`loose-end.${end.id}`, true, { label: end.label }, 'loose-ends', 'loose-end-open'))
  for (const step of steps) {
    if (step.kind === 'finish' || step.kind === 'loose-ends') continue
    const mark = state.steps[step.id]
    if (!mark) gates.push(gate(`step.${step.id}`, false, { step: step.id }, step.id, 'step-open'))
    if (mark?.status === 'skipped' && step.kind === 'make-safe') gates.push(gate('make-safe-skipped', true, {}, step.id))
    if (mark?.status !== 'done') continue
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
  const latest = latestByKey(state.readings)
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
    if (defect.class === 'danger-now') gates.push(gate(`defect.${defect.id}`, true, { text: defect.text }, null, 'danger-now'))
  if (visit.unconfirmed.length > 0) gates.push(gate('unconfirmed', true, { count: visit.unconfirmed.length }))
  const overridden = new Set(visit.overrides.map((o) => o.gate))
  return gates.filter((g) => g.hard || !overridden.has(g.id))
}
