import { DEMO_CARDS } from '@lucerna/sim/cards'
import type { Need } from '@lucerna/core/procedure'
import { readingsOf, type ToTake } from './toTake'

jest.mock('./NeedRow', () => ({ isBlanked: ({ measurandId }: { measurandId: string }) => measurandId !== 'pressure.manifold' }))

const card = DEMO_CARDS[0]!
const rate = card.firingStates.find((s) => s.kind === 'rate')!.id
const need = (measurandId: Need['measurandId'], stationId: Need['stationId'] = 'flue') =>
  ({ measurandId, stationId, firingStateId: rate }) as Need
const typed = (valueSi: number, of = need('co2.flue')): ToTake => ({ need: of, valueSi, entered: { text: '9.0', unit: '%' } })
const heard = (valueSi: number, ready: boolean, of = need('o2.flue')): ToTake => ({
  need: of,
  valueSi,
  ready,
  sentBy: {
    id: 'o2',
    channel: 'o2',
    origin: 'measured',
    min: 0,
    max: 0.21,
    resolution: 0.001,
    absolute: 0.002,
    relative: 0,
    combine: 'larger',
  },
})
const desk = { instruments: {}, context: { instruments: [] } } as never
const at = (more: object = {}) => {
  let n = 0
  return {
    settling: null,
    early: false,
    declared: false,
    desk,
    newId: () => `id-${n++}`,
    takenAt: '2026-06-01T09:00:00.000Z',
    ...more,
  } as never
}
const settled = (all: readonly ToTake[], more: object = {}) => readingsOf(all, at(more)).map((r) => r.settled)
const settling = (waitS: number, blanked = false) => ({ settling: { atRateS: 60, waitS, blanked } })

test('what is recorded together is of one moment', () => {
  const all = readingsOf([typed(0.09), heard(0.05, true)], at())
  expect(new Set(all.map((r) => r.groupId)).size).toBe(1)
  expect(new Set(all.map((r) => r.id)).size).toBe(2)
  expect(all.map((r) => [r.measurandId, r.valueSi, r.firingStateId])).toEqual([
    ['co2.flue', 0.09, rate],
    ['o2.flue', 0.05, rate],
  ])
})

test('typed where no clock runs, or after it ended: settled; before its end only by word', () => {
  expect(settled([typed(0.09)])).toEqual(['settled'])
  expect(settled([typed(0.09)], settling(0))).toEqual(['settled'])
  expect(settled([typed(0.09)], { ...settling(40), early: true })).toEqual(['early'])
  expect(settled([typed(0.09)], { ...settling(40), declared: true })).toEqual(['declared'])
})

test('an instrument’s value counts once its trace stands still; before, by word', () => {
  expect(settled([heard(0.05, true)], settling(0))).toEqual(['settled'])
  expect(settled([heard(0.05, false)], settling(0))).toEqual(['early'])
  expect(settled([heard(0.05, false)], { ...settling(0), declared: true })).toEqual(['declared'])
})

test('in the first minute after light-off the flue gas is early whatever anybody says; a pressure is not', () => {
  const said = { ...settling(40, true), declared: true }
  expect(settled([typed(0.09), heard(0.05, true)], said)).toEqual(['early', 'early'])
  expect(settled([typed(870, need('pressure.manifold', 'burner'))], said)).toEqual(['declared'])
})

test('what was typed is kept as it was typed', () => {
  expect(readingsOf([typed(0.09)], at())[0]!.source).toMatchObject({ kind: 'typed' })
  expect(readingsOf([typed(0.09)], at())[0]!.entered).toEqual({ text: '9.0', unit: '%' })
})
