import { cardSchema } from './cardSchema'
import { ratesOf } from './card'
import { limitFor } from './limits'
import { testCard, testLimit } from './testCard'

const facts = { gas: 'natural-gas-h', altitudeM: 100 } as const
const key = { measurandId: 'co2.flue', stationId: 'flue', firingStateId: 'max' } as const
const withLimit = (limit: ReturnType<typeof testLimit>) => ({ ...testCard, limits: [...testCard.limits, limit] })

test('the limit for the gas that is burnt', () => {
  expect(limitFor(testCard, key, facts)).toMatchObject({ ok: true, value: { min: 0.087, max: 0.092 } })
  expect(limitFor(testCard, key, { ...facts, gas: 'propane' })).toMatchObject({ value: { min: 0.098 } })
  expect(limitFor(testCard, { ...key, measurandId: 'o2.flue' }, facts)).toEqual({ ok: true, value: undefined })
})

test('more conditions win; two alike are an error, never a guess', () => {
  const high = testLimit({ ...key, when: [{ gas: 'natural-gas-h', altitudeM: { min: 1000 } }] }, { unit: '%', min: 8.5, max: 9 })
  expect(limitFor(withLimit(high), key, { ...facts, altitudeM: 1480 })).toMatchObject({ value: { max: 0.09 } })
  expect(limitFor(withLimit(high), key, facts)).toMatchObject({ value: { max: 0.092 } })
  const twin = testLimit({ ...key, when: [{ gas: 'natural-gas-h' }] }, { unit: '%', min: 8, max: 9 })
  expect(limitFor(withLimit(twin), key, facts)).toMatchObject({ ok: false, error: { code: 'ambiguous-limit' } })
})

test('rates from the largest down', () => expect(ratesOf(testCard).map((s) => s.id)).toEqual(['max', 'min']))

test.each([
  ['minimum above maximum', testLimit(key, { unit: '%', min: 9.2, max: 8.7 })],
  ['no limit at all', testLimit(key, { unit: '%', nominal: 9 })],
  ['a unit of something else', { ...testLimit(key, { unit: '%', max: 9 }), printed: { unit: 'mbar', max: 9 } }],
  ['printed and SI disagree', { ...testLimit(key, { unit: '%', max: 9 }), max: 0.1 }],
  ['a state that is not on the card', testLimit({ ...key, firingStateId: 'turbo' }, { unit: '%', max: 9 })],
  ['a station where it is not taken', testLimit({ ...key, stationId: 'meter' }, { unit: '%', max: 9 })],
])('a card with %s is refused', (_name, limit) => {
  expect(cardSchema.safeParse(withLimit(limit as ReturnType<typeof testLimit>)).success).toBe(false)
})
