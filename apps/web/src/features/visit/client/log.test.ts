import { v7 as uuidv7 } from 'uuid'
import { knownWithoutGap, whatIsSaid } from './log'
import type { NewEvent } from './writeDown'

test('a log is known up to its first gap; what only waits here does not count', () => {
  const seqs = (...list: (number | null)[]) => list.map((seq) => ({ seq }))
  expect(knownWithoutGap([])).toBe(0)
  expect(knownWithoutGap(seqs(3, 1, 2))).toBe(3)
  expect(knownWithoutGap(seqs(1, 2, 4, 5, null))).toBe(2)
  expect(knownWithoutGap(seqs(2, 3))).toBe(0)
})

const reading = (valueSi: number): NewEvent => ({
  type: 'reading.taken',
  stepId: 's',
  data: {
    readings: [
      {
        id: uuidv7(),
        groupId: uuidv7(),
        measurandId: 'pressure.standing',
        stationId: 'inlet',
        firingStateId: 'standing',
        valueSi,
        standardUncertainty: null,
        origin: 'measured',
        source: { kind: 'typed' },
        settled: 'declared',
        takenAt: new Date(valueSi).toISOString(),
      },
    ],
  },
})

test('two taps say the same; another value, another thing, another instrument does not', () => {
  const same = (a: NewEvent, b: NewEvent) => whatIsSaid([a]) === whatIsSaid([b])
  const pair = [reading(2100), reading(2100)] as const
  expect(pair[0]).not.toEqual(pair[1])
  expect(same(...pair)).toBe(true)
  expect(same(reading(2100), reading(2101))).toBe(false)
  const opened = (label: string): NewEvent => ({
    type: 'loose-end.opened',
    data: { looseEndId: uuidv7(), kind: 'test-point', key: 'k', label },
  })
  expect(same(opened('Nipple'), opened('Nipple'))).toBe(true)
  expect(same(opened('Nipple'), opened('Cap'))).toBe(false)
  const zeroed = (): NewEvent => ({ type: 'instrument.zeroed', data: { instrumentId: uuidv7(), place: 'clean-air' } })
  expect(same(zeroed(), zeroed())).toBe(false)
  const closed = (): NewEvent => ({ type: 'loose-end.closed', data: { looseEndId: uuidv7() } })
  expect(same(closed(), closed())).toBe(false)
})
