import { runSheet } from '../procedure'
import { unwrap } from '../result'
import { continuedFrom } from './continued'
import { foldVisit } from './fold'
import { serviceGates, firingStops } from './gates'
import { APPLIANCE, nextId, testContext, TestLog, testId, VISIT } from './testVisit'

const appliance = testContext.appliances[0]!
const sheet = unwrap(runSheet('annual-service', appliance.card, testContext.practice, appliance.facts))

/** A service that ends isolated: found, judged, stripped, one step left out, one lead still off. */
function unfinished() {
  const log = new TestLog().start()
  log.read({ 'co2.flue': 0.096, 'co.flue': 64e-6, 'temperature.flue': 331, 'temperature.air': 285 }, 'max')
  log.add('step.done', {}, { stepId: 'make-safe' })
  log.add('step.done', {}, { stepId: 'found.max' })
  log.add('step.skipped', { reason: 'no time' }, { stepId: 'found.min' })
  log.add('observation.made', { observationId: 'condition', answer: 'dirty' })
  log.add('observation.made', { observationId: 'dead', answer: 'dead' })
  log.add('step.done', {}, { stepId: 'condition' })
  log.add('appliance.outcome-set', { outcome: 'left-isolated', reason: 'part on order' })
  log.add('visit.closed', { nextDueOn: null })
  const state = foldVisit(VISIT, log.events, testContext).appliances[0]!
  return continuedFrom(state, sheet, { visitId: VISIT, closedAt: '2026-06-01T12:00:00.000Z' })
}

test('what was found and judged holds; making safe, isolating and what was skipped are done again', () => {
  const before = unfinished()
  expect(Object.keys(before.steps).sort()).toEqual(['condition', 'found.max'])
  expect(before.steps.condition).toMatchObject({ status: 'done', carried: true })
  expect(Object.keys(before.observations)).toEqual(['condition'])
  expect(before.asFound['co2.flue@flue/max']).toBe(0.096)
})

test('the visit that continues begins with them settled, and asks nothing of them again', () => {
  const context = { ...testContext, appliances: [{ ...appliance, continued: unfinished() }] }
  const visit = foldVisit(testId(77), [], context)
  const state = visit.appliances[0]!
  expect(state.steps['found.max']?.carried).toBe(true)
  expect(state.observations.condition?.answer).toBe('dirty')
  const gates = serviceGates(context.appliances[0]!, state, sheet, visit, context)
  expect(gates.filter((g) => g.params.step === 'found.max' || g.params.step === 'condition')).toEqual([])
  expect(gates.map((g) => g.id)).toContain('step.make-safe')
  // Done again in this visit, it counts as done here.
  const log = new TestLog()
  log.add('step.done', {}, { stepId: 'found.max' })
  expect(foldVisit(VISIT, log.events, context).appliances[0]!.steps['found.max']?.carried).toBeUndefined()
})

test('what was left apart hangs again, stops firing while it is a way for fumes, and is refitted with its check', () => {
  const apart = { id: nextId(), kind: 'combustion-door', label: 'Burner door', at: '2026-06-01T10:00:00.000Z', by: 'T' } as const
  const context = { ...testContext, appliances: [{ ...appliance, carriedApart: [apart] }] }
  const before = foldVisit(VISIT, [], context)
  expect(before.disturbed).toMatchObject([{ id: apart.id, applianceId: APPLIANCE, carried: true, refitted: null }])
  expect(firingStops(appliance, before.appliances[0]!, before, context).map((s) => s.code)).toContain('apart')
  const log = new TestLog().start()
  log.add('item.refitted', { itemId: apart.id, check: 'renewed' })
  expect(foldVisit(VISIT, log.events, context).disturbed[0]?.refitted?.check).toBe('renewed')
})
