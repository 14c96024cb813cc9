import { adviseLog, type Desk, type DeskEntry, type DeskReading, deskOf, fireWindow, gasPlan } from '@lucerna/core/advice'
import { SHIPPED_PRACTICES } from '@lucerna/core/practice'
import { DEMO_CARDS } from '../cards'
import { seededRandom } from '../random'
import { Plant } from './plant'

const practice = SHIPPED_PRACTICES[0]!
const cardOf = (id: string) => DEMO_CARDS.find((c) => c.id === id)!
const larch = cardOf('tarnwick-larch-28-c')
const appliance = { card: larch, facts: { gas: larch.ratings[0]!.gas, altitudeM: 0 } }
const desk: Desk = deskOf(appliance, practice, 'co2')
const at = (rateId: string, co2: number): DeskEntry => ({
  kind: 'read',
  readings: [
    { figure: 'co2', rateId, valueSi: co2, repeats: 0.00045 },
    { figure: 'co', rateId, valueSi: 60e-6, repeats: 3e-6 },
  ] satisfies DeskReading[],
})
const move = (screwId: string, rateId: string, amount: number): DeskEntry => ({ kind: 'move', id: 'm', move: { screwId, rateId, amount } })
const advise = (log: readonly DeskEntry[], of = desk) => adviseLog(of, log, seededRandom(3))

describe('a reading that contradicts the move is asked about', () => {
  const found = [at('max', 0.098), at('min', 0.088)]
  const turned = [...found, move('throttle', 'max', 0.5)]

  test('one that fits it is not', () => {
    const { doubt, moves } = advise([...turned, at('max', 0.0915)])
    expect(doubt).toBeNull()
    expect(moves[0]!.surprise).toBeLessThan(3)
  })

  test('the screw was turned the other way', () => {
    const { doubt } = advise([...turned, at('max', 0.1045)])
    expect(doubt).toMatchObject({ move: { screwId: 'throttle', amount: 0.5 }, explanations: [{ code: 'other-way' }] })
  })

  test('the neighbour was turned: seen where it acts, or named among others', () => {
    // The offset by half a turn: next to nothing at maximum, where the throttle would have shown.
    const strong = adviseLog(desk, [...turned, at('max', 0.0915), move('throttle', 'max', 0.5), at('max', 0.0913)], seededRandom(3))
    expect(strong.doubt!.explanations.map((e) => e.code)).toEqual(expect.arrayContaining(['not-moved', 'other-screw']))
  })

  test('read while the burner ran at the other rate', () => {
    const { doubt } = advise([at('max', 0.098), at('min', 0.08), move('throttle', 'max', 0.25), at('max', 0.08)])
    expect(doubt!.explanations.map((e) => e.code)).toContain('other-rate')
  })

  test('it is over once the same rate was read again, and the next move is advised as before', () => {
    const again = advise([...turned, at('max', 0.1045), at('max', 0.1045)])
    expect(again.doubt).toBeNull()
    expect(again.advice.code).toMatch(/move|read|call-out/)
  })
})

describe('a control that finds the mixture itself', () => {
  const card = cardOf('galder-adapt-24')
  const facts = { gas: card.ratings[0]!.gas, altitudeM: 0 }
  const adapted = deskOf({ card, facts }, practice, 'co2')
  const read = (plant: Plant, of: Desk): DeskEntry[] =>
    of.rates.map((r) => ({ kind: 'read', readings: plant.read(r.id, ['co2', 'co'], r.sections, false) }))
  const plant = () =>
    new Plant({
      card,
      gas: facts.gas,
      seed: 5,
      law: 'straight',
      play: 1,
      faults: { rodCondition: 0.8 },
      positions: { 'trim@max': 6, 'trim@min': -4 },
      dead: [],
    })

  test('is calibrated before its menu is touched, read anew at every rate, and then set by hand', () => {
    const valve = plant()
    const found = read(valve, adapted)
    expect(advise(found, adapted).advice).toEqual({ code: 'calibrate', screwId: 'auto', rates: adapted.rates.map((r) => r.id) })
    const log: DeskEntry[] = [...found, { kind: 'calibrated' }]
    expect(advise(log, adapted).advice.code).toBe('read')
    valve.calibrate()
    log.push(...read(valve, adapted))
    for (let i = 0; i < 12; i++) {
      const { advice } = advise(log, adapted)
      if (advice.code === 'done' || advice.code === 'leave') return
      if (advice.code === 'move') {
        expect(advice.screwId).toBe('trim')
        valve.turn(advice.screwId, advice.amount, advice.rateId)
        log.push({ kind: 'move', id: String(i), move: advice })
      } else if (advice.code === 'read') log.push({ kind: 'read', readings: valve.read(advice.rateId, ['co2', 'co'], [0], false) })
      else throw new Error(advice.code)
    }
    throw new Error('Not set after twelve things')
  })

  test('a practice that goes straight to manual skips the automatic', () => {
    const manual = {
      ...practice,
      methods: { ...practice.methods, 'automatic-calibration': { mode: 'straight-to-manual' as const, source: 'Ours' } },
    }
    const straight = deskOf({ card, facts }, manual, 'co2')
    expect(advise(read(plant(), straight), straight).advice).toMatchObject({ code: 'move', screwId: 'trim' })
  })
})

test('a change of gas is its own plan, in its order, with what was done of it', () => {
  const propane = { card: larch, facts: { gas: 'propane' as const, altitudeM: 0 } }
  const plan = gasPlan(propane, practice, {
    answers: { 'orifice-fitted': { answer: 'for-this-gas' }, 'gas-label': { answer: 'not-changed' } },
    adjusted: ['throttle'],
    verdictOf: (key) => (key.includes('max') ? 'inside' : null),
  })
  expect(plan.map((i) => i.code)).toEqual(['regulator', 'orifice', 'preset', 'analyser', 'set', 'set', 'label'])
  expect(plan.map((i) => i.done)).toEqual([false, true, true, null, true, false, false])
  expect(plan.find((i) => i.code === 'preset')).toMatchObject({ words: expect.stringContaining('turns clockwise') })
})

test('the water stands the rates one after another, or says how much heat load is missing', () => {
  const from = { litres: 40, loadW: 0, startK: 323.15 }
  const rates = desk.rates.map((r) => r.id)
  const outputW = larch.firingStates.reduce((sum, s) => sum + (rates.includes(s.id) ? 0.9 * (s.nominalInputW ?? 0) : 0), 0)
  const bare = fireWindow(larch, rates, from)!
  // Energy balance: 240 s of each rate into 40 kg of water.
  expect(bare.endK).toBeCloseTo(323.15 + (outputW * 240) / (40 * 4186), 1)
  expect(bare).toMatchObject({ minutes: 8, order: ['min', 'max'] })
  expect(bare.missingLoadW).toBeGreaterThan(0)
  expect(fireWindow(larch, rates, { ...from, loadW: bare.missingLoadW + 1 })!.missingLoadW).toBe(0)
  expect(fireWindow(larch, rates, { ...from, litres: 0 })).toBeNull()
})
