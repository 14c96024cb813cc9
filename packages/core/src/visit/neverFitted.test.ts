import { acceptsAnswer } from '../procedure'
import { foldVisit } from './fold'
import { firingStops, serviceGates } from './gates'
import { testContext, TestLog, VISIT } from './testVisit'
import type { VisitContext } from './context'

const appliance = testContext.appliances[0]!
const spill = (answer: string, context: VisitContext = testContext) => {
  const log = new TestLog().start()
  log.add('observation.made', { observationId: 'safety.spill', answer })
  const visit = foldVisit(VISIT, log.events, context)
  const state = visit.appliances[0]!
  const gates = serviceGates(appliance, state, [], visit, context).filter((g) => g.id.endsWith('safety.spill'))
  return { state, gates, stops: firingStops(appliance, state, visit, context).map((s) => s.code) }
}
const withMode = (mode: 'finding' | 'record'): VisitContext => ({
  ...testContext,
  practice: { ...testContext.practice, neverFitted: { mode, source: 'test' } },
})

test('never fitted is a finding to answer, and bars nothing by itself', () => {
  const { gates, stops, state } = spill('never-fitted')
  expect(gates).toMatchObject([{ id: 'finding.safety.spill', hard: false, params: { answer: 'never-fitted' } }])
  expect(stops).toEqual([])
  expect(state.observations['safety.spill']?.answer).toBe('never-fitted')
})

test('the practice says whether it is a finding or only a record; one that says nothing finds it', () => {
  expect(spill('never-fitted', withMode('record')).gates).toEqual([])
  expect(spill('never-fitted', withMode('finding')).gates).toHaveLength(1)
  const { neverFitted: _none, ...practice } = testContext.practice
  expect(spill('never-fitted', { ...testContext, practice }).gates).toHaveLength(1)
})

test.each(['removed', 'bridged', 'failed', 'absent'])('%s bars normal service, whatever the practice records', (answer) => {
  for (const context of [testContext, withMode('record')])
    expect(spill(answer, context).gates).toMatchObject([{ id: 'leaving.safety.spill', hard: true }])
})

test('an answer of earlier visits is still read; what nobody ever offered is not', () => {
  expect(['absent', 'never-fitted', 'gone'].map((a) => acceptsAnswer('safety.spill', a))).toEqual([true, true, false])
  expect(acceptsAnswer('item.rope', 'absent')).toBe(false)
  expect(acceptsAnswer('nothing', 'absent')).toBe(false)
})
