import { testCard } from '../appliance/testCard'
import { testLimit } from '../appliance/testCard'
import { MEASURANDS } from '../measure'
import { SHIPPED_PRACTICES } from '../practice'
import { unwrap } from '../result'
import { serviceSheet } from './sheet'

const [metric, imperial] = SHIPPED_PRACTICES
const facts = { gas: 'natural-gas-h', altitudeM: 100 } as const

test('the order of a service on a premix boiler', () => {
  const ids = unwrap(serviceSheet('annual-service', testCard, metric!, facts)).map((s) => s.id)
  expect(ids).toEqual(['make-safe', 'standing', 'working', 'flue.max', 'flue.min', 'loose-ends', 'finish'])
})

test('limits on the card bring their own steps, before the flue at the same rate', () => {
  const card = {
    ...testCard,
    limits: [
      ...testCard.limits,
      testLimit({ measurandId: 'pressure.chamberDifferential', stationId: 'chamber', firingStateId: 'max' }, { unit: 'Pa', max: 250 }),
      testLimit({ measurandId: 'pressure.manifold', stationId: 'burner', firingStateId: 'min' }, { unit: 'mbar', min: 1, max: 2 }),
    ],
  }
  const ids = unwrap(serviceSheet('annual-service', card, metric!, facts)).map((s) => s.id)
  expect(ids).toEqual([
    'make-safe',
    'standing',
    'working',
    'differential.max',
    'flue.max',
    'manifold.min',
    'flue.min',
    'loose-ends',
    'finish',
  ])
})

test('the schools write down different gases; room-sealed burns outside air', () => {
  const needs = (practice: typeof metric) =>
    unwrap(serviceSheet('annual-service', testCard, practice!, facts)).find((s) => s.id === 'flue.max')!.needs
  expect(needs(metric)[0]).toMatchObject({ measurandId: 'co2.flue' })
  expect(needs(imperial)[0]).toMatchObject({ measurandId: 'o2.flue' })
  expect(needs(metric).find((n) => n.measurandId === 'temperature.air')?.stationId).toBe('intake')
  const open = unwrap(serviceSheet('annual-service', { ...testCard, flueType: 'open-flued' }, metric!, facts))
  expect(open.find((s) => s.id === 'flue.max')!.needs.find((n) => n.measurandId === 'temperature.air')?.stationId).toBe('room')
})

test('every step has a measurand, an observation, a proof or an ending; every need can be taken where it is asked', () => {
  for (const step of unwrap(serviceSheet('annual-service', testCard, metric!, facts))) {
    expect(step.needs.length + step.observations.length + step.zeroes.length > 0 || ['loose-ends', 'finish'].includes(step.kind)).toBe(true)
    for (const need of step.needs) expect(MEASURANDS[need.measurandId].stations).toContain(need.stationId)
  }
})

test('what is not written yet is refused with the reason', () => {
  expect(serviceSheet('commissioning', testCard, metric!, facts)).toMatchObject({ ok: false, error: { code: 'job-kind-unsupported' } })
  expect(serviceSheet('annual-service', { ...testCard, burnerKind: 'forced-draught' }, metric!, facts)).toMatchObject({
    ok: false,
    error: { code: 'burner-kind-unsupported' },
  })
})
