import { testCard } from '../appliance/testCard'
import { backgroundOf, chainOf, Diagnosis, faultMapOf, ofCode, symptomsOf } from '.'

const map = faultMapOf('premix-pneumatic')
const card = {
  ...testCard,
  faultCodes: [{ code: 'L4', meaning: 'Flame lost while running', page: '1', causes: ['scanner', 'low-mixture', 'recirculation'] }],
  mapOverrides: [{ cause: 'scanner', oddsFactor: 4, source: { doc: 'T', page: '1' } }],
}

test('a code opens its meaning, its causes by the map’s names, and the symptom in which they are common', () => {
  expect(ofCode(card, map, 'l 4')).toEqual({
    meaning: 'Flame lost while running',
    causes: ['rod', 'low-mixture', 'recirculation'],
    symptom: 'low-rate-loss',
  })
  expect(ofCode(card, map, 'Z9')).toBeNull()
})

test('the card’s own odds and the causes of its code make them likelier', () => {
  const p = (shown: string | null, of: typeof card) =>
    new Diagnosis(map, backgroundOf(of, map, 'drops-out', shown), []).result.odds.find((o) => o.cause.id === 'rod')!.p
  expect(p('L4', card)).toBeGreaterThan(p(null, card))
  expect(p(null, card)).toBeGreaterThan(p(null, { ...card, mapOverrides: [] }))
})

test('the chain: what is proved leaves the links before it, what is left is suspect', () => {
  expect(symptomsOf(map)).toContain('no-ignition')
  const d = new Diagnosis(map, { symptom: 'no-ignition' }, [
    { checkId: 'inlet-dip', result: 'normal' },
    { checkId: 'spark', result: 'none' },
    { checkId: 'fan-turns', result: 'runs' },
    { checkId: 'air-signal', result: 'right' },
    { checkId: 'coil-volts', result: 'right' },
  ])
  const state = Object.fromEntries(chainOf(d).map((l) => [l.link, l.state]))
  expect(state).toMatchObject({
    ignition: 'suspect',
    air: expect.stringMatching(/open|ruled-out/),
    gas: expect.stringMatching(/open|ruled-out/),
  })
})

test('before a check is made, what each outcome would mean is said', () => {
  const d = new Diagnosis(map, { symptom: 'no-ignition' }, [{ checkId: 'start', result: 'no-gas' }])
  const outcomes = d.outcomes(map.checks.find((c) => c.id === 'coil-ohms')!)
  expect(outcomes.reduce((sum, o) => sum + o.p, 0)).toBeCloseTo(1, 1)
  expect(outcomes.find((o) => o.result === 'high')).toMatchObject({ causeId: 'coil' })
})
