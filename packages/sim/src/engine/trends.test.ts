import { unwrap } from '@lucerna/core/result'
import { DEMO_CARDS } from '../cards'
import { FAULTS, GAS_POINTS, gasAt, METER_POINTS, randomSteps, readingAt, Simulation, steadyState, TRENDS, trendOf } from '.'

const cardOf = (kind: string) => DEMO_CARDS.find((c) => c.burnerKind === kind)!

test.each(TRENDS.map((t) => [`${t.kind}, ${t.fault} ${t.to} at ${t.rate} rate: ${t.because}`, t] as const))('%s', (_, trend) => {
  expect(trendOf(cardOf(trend.kind), trend)).toMatchObject(trend.expected)
})

const start = (kind: string, faults = {}, more = {}) => {
  const card = cardOf(kind)
  const sim = unwrap(Simulation.of({ card, gas: card.ratings[0]!.gas, seed: 4, faults, ...more }))
  unwrap(sim.set({ call: true, force: card.firingStates.filter((s) => s.kind === 'rate').at(-1)!.id }))
  return sim
}

describe('what is seen in a start', () => {
  test('the inlet dips when the valve opens, and the chain runs in the order of the sequence', () => {
    const sim = start('premix-pneumatic')
    let before = 0
    let dip = 0
    for (let i = 0; i < 400; i++) {
      unwrap(sim.advance(0.1))
      const s = sim.snapshot()
      if (!s.lit) before = s.inletPa
      else dip = Math.max(dip, before - s.inletPa)
    }
    expect(dip).toBeGreaterThan(50)
    const order = sim.signature.map((e) => e.id)
    expect(order.indexOf('fan')).toBeLessThan(order.indexOf('igniter'))
    expect(order.indexOf('igniter')).toBeLessThan(order.indexOf('flame-proved'))
    expect(sim.signature.every((e, i, all) => i === 0 || e.atS >= all[i - 1]!.atS)).toBe(true)
  })

  test.each([
    ['no spark', 'premix-pneumatic', { sparkStrength: 0 }, 'no-flame'],
    ['no gas', 'premix-pneumatic', { isolatorRestriction: 1, mainsVoltage: 1, boardOutput: 0.2 }, 'no-flame'],
    ['a rod that sees nothing', 'premix-pneumatic', { rodCondition: 0.02 }, 'no-flame'],
    ['a fan that does not turn', 'induced-draught', { fanSpeed: 0 }, 'no-air'],
    ['a tube that leads nothing to the air switch', 'induced-draught', { airTube: 0 }, 'no-air'],
  ])('%s ends locked out, after the card’s tries', (_, kind, faults, why) => {
    const sim = start(kind, faults)
    unwrap(sim.advance(600))
    expect(sim.snapshot()).toMatchObject({ phase: 'locked-out', lockOut: why, lit: false })
    unwrap(sim.set({ reset: true }))
    unwrap(sim.advance(0.2))
    expect(sim.snapshot().phase).not.toBe('locked-out')
  })

  test('nothing lights without power, with the cock shut, with no water, or at half the voltage', () => {
    for (const [change, faults] of [
      [{ power: false }, {}],
      [{ cock: 0 }, {}],
      [{}, { flow: 0 }],
      [{}, { mainsVoltage: 0.5 }],
    ] as const) {
      const sim = start('premix-pneumatic', faults)
      unwrap(sim.set({ ...change, call: true }))
      unwrap(sim.advance(120))
      expect(sim.snapshot().lit).toBe(false)
    }
  })

  test('a slow light-off with much unburnt gas is a bang; cold flames make more CO than warm ones', () => {
    const soft = start('induced-draught')
    unwrap(soft.advance(120))
    const late = start('induced-draught', { carryOver: 3 })
    unwrap(late.advance(120))
    expect(late.snapshot().bang).toBeGreaterThan(2 * soft.snapshot().bang)
    const sim = start('induced-draught')
    let first = 0
    for (let i = 0; i < 1200 && first === 0; i++) {
      unwrap(sim.advance(0.1))
      if (sim.snapshot().litForS > 4) first = sim.snapshot().flue!.coDry
    }
    unwrap(sim.advance(300))
    expect(first).toBeGreaterThan(2 * sim.snapshot().flue!.coDry)
  })
})

describe('wrong connections show what they show', () => {
  test('across instead of in series, behind the hood, loose in the flue', () => {
    const sim = start('atmospheric')
    unwrap(sim.advance(400))
    const right = gasAt(sim, 'flue-gas')
    for (const wrong of ['flue-gas-after-hood', 'flue-gas-loose-probe'] as const) {
      const g = gasAt(sim, wrong)
      expect(g.o2Dry).toBeGreaterThan(right.o2Dry)
      expect(g.temperatureK).toBeLessThan(right.temperatureK)
      // Dilution hardly moves CO air-free: it shows by temperature and oxygen only.
      const airFree = (x: typeof g) => (x.coDry * 0.2095) / (0.2095 - x.o2Dry)
      expect(airFree(g) / airFree(right)).toBeCloseTo(1, 1)
    }
    const premix = start('premix-pneumatic')
    unwrap(premix.advance(100))
    expect(readingAt(premix, 'flame-current-across').value).toBeLessThan(0.05 * readingAt(premix, 'flame-current-in-series').value)
    expect(Math.abs(readingAt(sim, 'hood-draught').value)).toBeLessThan(0.1 * Math.abs(readingAt(sim, 'flue-draught').value))
  })

  test('open and loaded millivolts are two things', () => {
    const sim = start('atmospheric')
    unwrap(sim.advance(60))
    expect(readingAt(sim, 'pilot-loaded').value).toBeLessThan(readingAt(sim, 'pilot-open').value)
  })

  test('every test point gives a finite figure, on every kind', () => {
    for (const card of DEMO_CARDS) {
      const sim = start(card.burnerKind)
      unwrap(sim.advance(30))
      const gases = GAS_POINTS.flatMap((point) => Object.values(gasAt(sim, point)))
      const others = METER_POINTS.map((point) => readingAt(sim, point).value)
      expect([card.id, [...gases, ...others].every(Number.isFinite)]).toEqual([card.id, true])
    }
  })
})

test('spillage fills the room with CO as fast as the balance says, and the spill switch acts', () => {
  const sim = start('atmospheric', { roomDepression: 25, flueBlockage: 12, fouling: 0.3, ventilation: 0.3 })
  unwrap(sim.set({ bridged: ['spill'] }))
  unwrap(sim.advance(600))
  const { roomCo, spillShare } = sim.snapshot()
  expect(spillShare).toBeGreaterThan(0.2)
  expect(roomCo).toBeGreaterThan(5e-6)
  unwrap(sim.set({ bridged: [] }))
  unwrap(sim.advance(200))
  expect(sim.snapshot().lit).toBe(false)
})

test('a hundred thousand random steps on random appliances: never anything that is no number', () => {
  // A million of them, with a seed of one's own: `npm run bench -- core`.
  expect(randomSteps(100_000, 2026)).toBeGreaterThanOrEqual(100_000)
})

test('thousands of steady cases stay numbers at the ends of every fault', () => {
  for (const card of DEMO_CARDS)
    for (const f of FAULTS)
      for (const value of [f.min, f.max]) {
        const s = unwrap(steadyState({ card, gas: card.ratings[0]!.gas, faults: { [f.id]: value } }))
        expect([card.id, f.id, value, [s.grossW, s.lambda, s.inletPa, s.draughtPa].every(Number.isFinite)]).toEqual([
          card.id,
          f.id,
          value,
          true,
        ])
      }
})
