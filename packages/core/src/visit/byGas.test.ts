import { foldVisit } from './fold'
import { serviceGates } from './gates'
import { steps } from './testWholeVisit'
import { testContext, TestLog, VISIT } from './testVisit'

const appliance = testContext.appliances[0]!
const flameStep = (...answers: [string, string, ...string[]]) => ({
  ...steps.find((s) => s.asks.length > 0)!,
  id: 'flame',
  asks: [{ id: 'flame-picture', answers, label: null, said: null, how: null, mustRenew: false }],
})
const tips = (...offered: [string, string, ...string[]]) => {
  const log = new TestLog().start()
  log.add('observation.made', { observationId: 'flame-picture', answer: 'yellow-tips' })
  const visit = foldVisit(VISIT, log.events, testContext)
  return serviceGates(appliance, visit.appliances[0]!, [flameStep(...offered)], visit, testContext).filter((g) =>
    g.id.endsWith('flame-picture'),
  )
}

test('slight yellow tips are sound where the sheet offers them, and bar normal service where it does not', () => {
  expect(tips('steady', 'yellow-tips', 'yellow')).toEqual([])
  expect(tips('steady', 'yellow', 'lifting')).toMatchObject([{ id: 'leaving.flame-picture', hard: true, stepId: 'flame' }])
})

describe('primary air is set after the pressure', () => {
  const air = (answer: string, turned: boolean, adjusterId = 'throttle') => {
    const log = new TestLog().start()
    log.add('observation.made', { observationId: 'condition', answer: 'mis-set' })
    log.add('observation.made', { observationId: 'primary-air', answer })
    if (turned) log.add('adjustment.made', { adjusterId, direction: 'clockwise', amount: 0.25, unit: 'turn', firingStateId: 'max' })
    const said = () => foldVisit(VISIT, log.events, testContext).appliances[0]!.observations['primary-air']?.answer
    return { log, said }
  }

  test('and asked again when the pressure was changed; the answer of afterwards holds', () => {
    expect(air('set-and-locked', false).said()).toBe('set-and-locked')
    const { log, said } = air('set-and-locked', true)
    expect(said()).toBeUndefined()
    log.add('observation.made', { observationId: 'primary-air', answer: 'set-and-locked' })
    expect(said()).toBe('set-and-locked')
  })

  test('a seized shutter stays a finding, and what turns no gas leaves the answer', () => {
    expect(air('seized', true).said()).toBe('seized')
    expect(air('set-and-locked', true, 'no-such-screw').said()).toBe('set-and-locked')
  })
})
