import { unwrap } from '../result'
import { runSheet, type Step } from '../procedure'
import { foldVisit } from './fold'
import { serviceGates } from './gates'
import { testContext, TestLog, VISIT } from './testVisit'

/** A whole sound annual service of the test's appliance, and how its state, figures and gates are read. */

export const appliance = testContext.appliances[0]!
export const steps: Step[] = unwrap(runSheet('annual-service', appliance.card, testContext.practice, appliance.facts))
export const fold = (log: TestLog) => {
  const visit = foldVisit(VISIT, log.events, testContext)
  return { visit, state: visit.appliances[0]! }
}
export const flue = (co2: number, co = 60e-6) => ({ 'co2.flue': co2, 'co.flue': co, 'temperature.flue': 331.5, 'temperature.air': 285 })
export const found = (log: TestLog, key: string) => fold(log).state.foundAndLeft.find((f) => f.key === key)
export const CO2_MAX = 'co2.flue@flue/max'

export function wholeVisit(): TestLog {
  const log = new TestLog().start()
  for (const step of steps) {
    for (const a of step.asks) log.add('observation.made', { observationId: a.id, answer: a.answers[0] }, { stepId: step.id })
    for (const { id, seconds } of step.timers) {
      log.add('timer.started', { timer: id, seconds }, { stepId: step.id })
      log.add('timer.ended', { timer: id }, { stepId: step.id })
    }
  }
  log.read({ 'co.ambient': 0 }, 'standing', 'room')
  log.read({ 'pressure.standing': 2200 }, 'standing', 'inlet')
  log.read({ 'pressure.working': 2030 }, 'max', 'inlet')
  log.read(flue(0.0896), 'max')
  log.read(flue(0.0851, 20e-6), 'min')
  log.read({ 'pressure.water': 12_000 }, 'off', 'water')
  log.read({ 'co.caseSweep': 1e-6 }, 'max', 'room')
  log.read({ 'volume.metered': 0.1276, 'time.metered': 240 }, 'max', 'meter')
  for (const step of steps) if (step.kind !== 'finish') log.add('step.done', {}, { stepId: step.id })
  return log
}
export const gates = (log: TestLog) => {
  const { visit, state } = fold(log)
  return serviceGates(appliance, state, steps, visit, testContext)
}
