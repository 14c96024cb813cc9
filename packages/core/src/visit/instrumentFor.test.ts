import type { Instrument } from '../measure'
import { instrumentFor } from './instrumentFor'
import { ANALYSER, analyser, GAUGE, gauge, testId } from './testVisit'

const colleagues: Instrument = { ...gauge, id: testId(1), serial: 'low id' }
const withPressure: Instrument = { ...analyser, id: testId(44), channels: [...analyser.channels, ...gauge.channels] }
const all = [colleagues, analyser, gauge, withPressure]
const set = (instrumentIds: string[], preferred: Record<string, string> = {}) => ({ instrumentIds, preferred })

test('a figure is read with what the person has at hand, never with the lowest id or a colleague’s', () => {
  expect(instrumentFor('pressure.working', set([ANALYSER, GAUGE]), all)).toEqual({ kind: 'one', instrument: gauge })
  expect(instrumentFor('co2.flue', set([ANALYSER, GAUGE]), all)).toEqual({ kind: 'one', instrument: analyser })
  expect(instrumentFor('pressure.working', set([ANALYSER]), all)).toEqual({ kind: 'none' })
})

test('two at hand that can are asked about until somebody has said which', () => {
  const both = [GAUGE, withPressure.id]
  expect(instrumentFor('pressure.working', set(both), all)).toEqual({ kind: 'ask', among: [gauge, withPressure] })
  expect(instrumentFor('pressure.working', set(both, { pressure: withPressure.id }), all)).toEqual({
    kind: 'one',
    instrument: withPressure,
  })
  expect(instrumentFor('co.flue', set(both, { pressure: withPressure.id }), all)).toEqual({ kind: 'one', instrument: withPressure })
  // Said of one that is no longer at hand: asked again, or the only one left.
  expect(instrumentFor('pressure.working', set([GAUGE], { pressure: withPressure.id }), all)).toEqual({ kind: 'one', instrument: gauge })
})

test('one that measures goes before one that computes; what is read by eye needs none', () => {
  const computing: Instrument = {
    ...analyser,
    id: testId(45),
    channels: analyser.channels.map((c) => (c.channel === 'co2' ? { ...c, origin: 'computed' } : c)),
  }
  expect(instrumentFor('co2.flue', set([computing.id, ANALYSER]), [computing, analyser])).toEqual({ kind: 'one', instrument: analyser })
  expect(instrumentFor('co2.flue', set([computing.id]), [computing, analyser])).toEqual({ kind: 'one', instrument: computing })
  expect(instrumentFor('time.metered', set([]), all)).toEqual({ kind: 'eye' })
  expect(instrumentFor('efficiency.net', set([ANALYSER]), all)).toEqual({ kind: 'none' })
})
