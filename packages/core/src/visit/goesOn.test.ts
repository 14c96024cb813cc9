import type { Step } from '../procedure'
import { endsByItself } from './goesOn'
import { nextId, testContext, TestLog } from './testVisit'
import { flue, fold, steps, wholeVisit } from './testWholeVisit'

const over = (log: TestLog, step: Step, context = testContext, waitsForMore = true) => {
  const { state, visit } = fold(log)
  return endsByItself(step, state, visit, context, waitsForMore)
}
const of = (kind: Step['kind'], rate: string | null = null) =>
  steps.find((s) => s.kind === kind && (rate === null || s.firingStateId === rate))!

describe('a step that is over without anybody saying so', () => {
  test('when all that it asks for is there and inside; not while something is missing', () => {
    const sweep = of('case-sweep')
    expect(over(wholeVisit(), sweep)).toBe(true)
    expect(over(new TestLog().start(), sweep)).toBe(false)
  })

  test('not while a figure is outside or at its edge: somebody has to have looked', () => {
    const rich = wholeVisit()
    rich.read(flue(0.0955), 'max')
    const found = of('flue', 'max')
    expect(over(wholeVisit(), found)).toBe(true)
    expect(over(rich, found)).toBe(false)
  })

  test('where the profile wants the middle, being inside is no end of setting', () => {
    const centred = {
      ...testContext,
      practice: { ...testContext.practice, adjustInside: { mode: 'centre' as const, source: 'House rule' } },
    }
    expect(over(wholeVisit(), of('flue', 'max'), centred)).toBe(false)
    expect(over(wholeVisit(), of('case-sweep'), centred)).toBe(true)
  })

  test('the hand-over ends with what the customer says; loose ends when none hangs', () => {
    const log = wholeVisit()
    expect(over(log, of('loose-ends'))).toBe(true)
    log.add('signature.given', { by: 'customer', outcome: 'nobody-there' })
    expect(over(log, of('hand-over'))).toBe(true)
    log.add('loose-end.opened', { looseEndId: nextId(), kind: 'probe-hole', key: 'probe', label: 'Sampling hole' })
    expect(over(log, of('loose-ends'))).toBe(false)
  })

  test('what is read if reachable is waited for only by who is about to read it', () => {
    const log = new TestLog().start()
    const standing = of('standing')
    log.read({ 'pressure.standing': 2100 }, 'standing', 'inlet')
    expect(standing.needs.some((n) => n.optional)).toBe(true)
    expect([over(log, standing, testContext, false), over(log, standing)]).toEqual([true, false])
  })

  test('never where more may come than is asked for', () => {
    for (const kind of ['hand-over', 'replace-valve', 'repair', 'finish'] as const) {
      const step = steps.find((s) => s.kind === kind)
      if (step) expect([kind, over(wholeVisit(), step)]).toEqual([kind, false])
    }
  })
})
