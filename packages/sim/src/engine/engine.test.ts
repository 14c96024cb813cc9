import { AIR_EXPONENTS, afterManifoldMove, atAltitude, lambdaOfO2, ratioValve } from '@lucerna/core/burner'
import { analyseFlue } from '@lucerna/core/flue'
import { presetGas } from '@lucerna/core/gas'
import { unwrap } from '@lucerna/core/result'
import { DEMO_CARDS, larch28 } from '../cards'
import { FAULTS, type FaultId, type Setup, Simulation, type SteadyAt, steadyState } from '.'

const cardOf = (kind: string) => DEMO_CARDS.find((c) => c.burnerKind === kind)!
const setup = (kind: string, more: Partial<Setup> = {}): Setup => {
  const card = cardOf(kind)
  return { card, gas: card.ratings[0]!.gas, seed: 5, ...more }
}
const steady = (kind: string, more: Partial<Setup> = {}, at: SteadyAt = {}) => unwrap(steadyState(setup(kind, more), at))
const KINDS = [...new Set(DEMO_CARDS.map((c) => c.burnerKind))]
const run = (s: Setup, seconds: number, change: Parameters<Simulation['set']>[0] = { call: true }) => {
  const sim = unwrap(Simulation.of(s))
  unwrap(sim.set(change))
  unwrap(sim.advance(seconds))
  return sim
}

test('seven burner kinds, each with a card', () => expect(KINDS).toHaveLength(7))

describe.each(DEMO_CARDS.map((c) => [c.id, c] as const))('%s', (_, card) => {
  const gas = card.ratings[0]!.gas
  const rates = card.firingStates.filter((s) => s.kind === 'rate').map((s) => s.id)

  test('lights, comes to every rate, and burns there what its card says, as the steady solution says too', () => {
    const sim = unwrap(Simulation.of({ card, gas, seed: 3 }))
    const { design, roomK } = sim.surroundings
    for (const rateId of rates) {
      unwrap(sim.set({ call: true, force: rateId }))
      unwrap(sim.advance(200))
      const s = sim.snapshot()
      expect([rateId, s.phase, s.lit]).toEqual([rateId, 'running', true])
      const rate = design.rates.find((r) => r.id === rateId)!
      expect(s.grossW / (design.grossMaxW * rate.share)).toBeGreaterThan(0.9)
      expect(s.grossW / (design.grossMaxW * rate.share)).toBeLessThan(1.06)
      expect(Math.abs(s.lambda / rate.lambda - 1)).toBeLessThan(0.02)
      const solved = unwrap(
        steadyState(
          { card, gas, seed: 3 },
          { rateId, coolK: design.medium === 'air' ? (roomK + s.waterK) / 2 : s.waterK, roomFlue: 0, controls: { force: rateId } },
        ),
      )
      expect(solved.grossW / s.grossW).toBeCloseTo(1, 2)
      expect(solved.lambda / s.lambda).toBeCloseTo(1, 2)
      expect(Math.abs(solved.flue!.temperatureK - s.flue!.temperatureK)).toBeLessThan(2)
      expect(solved.draughtPa).toBeCloseTo(s.draughtPa, 0)
    }
  })

  test('gas and heat balance over light-off, running and shut-down', () => {
    const sim = unwrap(Simulation.of({ card, gas, seed: 9, faults: { gasLeak: 1e-6, otherLoad: 4000 } }))
    for (const call of [true, false, true]) {
      unwrap(sim.set({ call }))
      unwrap(sim.advance(100))
    }
    const b = sim.balance()
    expect(b.grossJ).toBeGreaterThan(1e5)
    expect(Math.abs(b.meterM3 - b.burntM3 - b.unburntM3 - b.leakM3 - b.otherM3)).toBeLessThan(1e-9 * Math.max(1, b.meterM3))
    expect(Math.abs(b.grossJ - b.flueJ - b.loadJ - b.storedJ) / b.grossJ).toBeLessThan(1e-9)
  })

  test('how time is cut does not change what happens; the same seed is the same run', () => {
    const at = (step: number) => {
      const sim = unwrap(Simulation.of({ card, gas, seed: 7 }))
      unwrap(sim.set({ call: true }))
      for (let t = 0; t < 60 - 1e-6; t += step) unwrap(sim.advance(step))
      return sim.snapshot()
    }
    const whole = at(60)
    for (const step of [0.13, 7.5]) expect(Math.abs(at(step).waterK - whole.waterK)).toBeLessThan(0.2)
    expect(at(7.5)).toEqual(at(7.5))
  })

  test('its efficiency is the core’s own for the flue gas it makes', () => {
    const s = steadyFor(card.id)
    const told = unwrap(
      analyseFlue(presetGas(gas), {
        o2Dry: s.flue!.o2Dry,
        coDry: s.flue!.coDry,
        flueTemperatureK: s.flue!.temperatureK,
        airTemperatureK: card.flueType === 'room-sealed' ? 283.15 : 293.15,
      }),
    )
    expect(s.usefulW / s.grossW).toBeCloseTo(told.grossEfficiency, 3)
    expect(s.lambda).toBeCloseTo(lambdaOfO2(presetGas(gas), s.flue!.o2Dry), 4)
  })
})
const steadyFor = (id: string) => {
  const card = DEMO_CARDS.find((c) => c.id === id)!
  return unwrap(steadyState({ card, gas: card.ratings[0]!.gas, seed: 5 }))
}

describe('held against the core’s own formulas', () => {
  test('altitude: a fixed orifice and a fixed fan go rich with the root of the air’s pressure; a ratio valve keeps its mixture and loses input', () => {
    const [sea, high] = [0, 1480].map((altitudeM) => steady('induced-draught', { altitudeM })) as [
      ReturnType<typeof steady>,
      ReturnType<typeof steady>,
    ]
    const told = unwrap(atAltitude(presetGas(cardOf('induced-draught').ratings[0]!.gas), sea.flue!.o2Dry, 1480))
    expect(high.lambda / sea.lambda).toBeCloseTo(Math.sqrt(0.8374), 2)
    expect(told).toBeDefined()
    const [low, up] = [0, 1480].map((altitudeM) => steady('premix-pneumatic', { altitudeM })) as [
      ReturnType<typeof steady>,
      ReturnType<typeof steady>,
    ]
    expect(up.lambda / low.lambda).toBeCloseTo(1, 2)
    expect(up.grossW / low.grossW).toBeCloseTo(0.837, 2)
  })

  test('manifold up ten percent: input by its root, mixture as the core predicts for fixed air', () => {
    const gas = presetGas(cardOf('induced-draught').ratings[0]!.gas)
    const [before, after] = [1, 1.1].map((governorDrift) => steady('induced-draught', { faults: { governorDrift } })) as [
      ReturnType<typeof steady>,
      ReturnType<typeof steady>,
    ]
    expect(after.grossW / before.grossW).toBeCloseTo(Math.sqrt(1.1), 2)
    const told = unwrap(afterManifoldMove(gas, before.flue!.o2Dry, 1000, 1100, 'fixed'))
    expect(after.flue!.o2Dry).toBeCloseTo(told.o2Dry, 3)
  })

  test('natural draught follows its gas half-heartedly, within the exponent’s range', () => {
    const [before, after] = [1, 1.1].map((governorDrift) => steady('atmospheric', { faults: { governorDrift } })) as [
      ReturnType<typeof steady>,
      ReturnType<typeof steady>,
    ]
    const exponent = Math.log(after.lambda / before.lambda) / Math.log(1.1)
    expect(exponent).toBeLessThan(-0.2)
    expect(exponent).toBeGreaterThan(-0.45)
    expect(Math.abs(exponent - AIR_EXPONENTS['natural-draught'])).toBeLessThan(0.1)
  })

  test('offset of a ratio valve: much at low rate, next to nothing at full, as the core’s ratio valve says', () => {
    const shift = (rateId: string) => {
      const [a, b] = [0, 5].map((offsetDrift) => steady('premix-pneumatic', { faults: { offsetDrift } }, { rateId })) as [
        ReturnType<typeof steady>,
        ReturnType<typeof steady>,
      ]
      return b.lambda / a.lambda
    }
    expect(shift('max')).toBeGreaterThan(0.995)
    expect(shift('min')).toBeLessThan(0.96)
    const gas = presetGas('natural-gas-h')
    const told = unwrap(ratioValve({ gas, lambdaSet: 1.28, venturiPa: 800, offsetPa: 5, speedShare: 0.2 })).lambda / 1.28
    expect(Math.abs(shift('min') - told)).toBeLessThan(0.03)
  })

  test('a pipe’s loss goes with the square of all that flows, and is nothing at rest', () => {
    const drop = (faults: Partial<Record<FaultId, number>>) => {
      const s = steady('atmospheric', { faults })
      return s.target.meterPa - s.isolatorPa
    }
    expect(drop({})).toBeCloseTo(60, 0)
    expect(drop({ pipeRestriction: 3 })).toBeCloseTo(180, -1)
    const idle = run(setup('atmospheric'), 20, { call: false }).snapshot()
    expect(idle.meterPa - idle.inletPa).toBeLessThan(0.5)
  })
})

describe('bad input', () => {
  test.each([
    [{ altitudeM: 9000 }, 'out-of-range'],
    [{ altitudeM: Number.NaN }, 'not-finite'],
    [{ outsideK: 10 }, 'out-of-range'],
    [{ roomK: 400 }, 'out-of-range'],
    [{ gas: 'butane' as const }, 'gas-not-on-card'],
    [{ faults: { fouling: 2 } }, 'out-of-range'],
    [{ faults: { fouling: Number.NaN } }, 'not-finite'],
    [{ faults: { gremlins: 1 } as never }, 'unknown-fault'],
  ])('%p is refused: %s', (more, code) => {
    expect(Simulation.of({ card: larch28, gas: 'natural-gas-h', ...more })).toMatchObject({ ok: false, error: { code } })
  })

  test('time that is nothing, negative, endless or no number is refused; nothing has happened', () => {
    const sim = unwrap(Simulation.of(setup('atmospheric')))
    for (const seconds of [0, -1, 3601, Infinity, Number.NaN]) expect(sim.advance(seconds).ok).toBe(false)
    expect(sim.snapshot().timeS).toBe(0)
  })

  test('controls that are not there are refused; those that are saturate', () => {
    const sim = unwrap(Simulation.of(setup('premix-pneumatic')))
    expect(sim.set({ adjusters: { nothing: 1 } })).toMatchObject({ ok: false, error: { code: 'no-such-adjuster' } })
    expect(sim.set({ adjusters: { throttle: Number.NaN } })).toMatchObject({ ok: false, error: { code: 'not-finite' } })
    expect(sim.set({ force: 'warp' })).toMatchObject({ ok: false, error: { code: 'no-such-rate' } })
    expect(unwrap(sim.set({ cock: 7 })).cock).toBe(1)
    const far = (turns: number) => unwrap(steadyState(setup('premix-pneumatic'), { controls: { adjusters: { throttle: turns } } })).lambda
    expect(far(500)).toBe(far(5))
    expect(sim.break({ fouling: 9 })).toMatchObject({ ok: false, error: { code: 'out-of-range' } })
  })
})

/** A start and a minute's run, then a flame that is not seen any more: the safeguard shows what it is worth. */
function trial(of: Setup) {
  const sim = run(of, 60)
  unwrap(sim.break({ rodCondition: 0.02, pilotSensor: 0 }))
  unwrap(sim.advance(15))
  return sim
}
/** One of each kind, one on LPG, one that makes steam. */
const byId = (id: string) => DEMO_CARDS.find((c) => c.id === id)!
const soundRuns = [
  ...KINDS.map((kind) => [kind, setup(kind)] as const),
  ['LPG', { card: byId('brightholm-drift-40'), gas: 'propane', seed: 5 } as Setup] as const,
  ['steam', { card: byId('ossian-stag-210-s'), gas: 'pipeline-gas-na', seed: 5 } as Setup] as const,
].map(([kind, of]) => [kind, { of, snapshot: trial(of).snapshot() }] as const)

test('every fault moves something that can be measured, stays finite at both ends, and still balances', () => {
  for (const fault of FAULTS) {
    let moved = false
    for (const [kind, sound] of soundRuns) {
      for (const value of [fault.min, fault.max]) {
        const faulty = trial({ ...sound.of, faults: { [fault.id]: value } })
        const [a, b] = [sound.snapshot, faulty.snapshot()]
        const seen = (s: typeof a) =>
          [
            s.grossW,
            s.lambda,
            s.meterPa,
            s.inletPa,
            s.airSwitchPa,
            s.differentialPa,
            s.draughtPa,
            s.flue?.temperatureK,
            s.flue?.coDry,
            s.roomCo,
            s.waterK,
            s.pilotV,
            s.flameCurrentA,
            s.supplyAirK,
            s.meterIndexM3,
            s.spillShare,
            s.phase,
            s.waitingFor,
            s.lockOut,
            s.bang,
            s.open.join(),
          ].join(' ')
        moved ||= seen(a) !== seen(b)
        const bal = faulty.balance()
        expect([fault.id, kind, value, Number.isFinite(b.waterK) && Number.isFinite(b.grossW) && Number.isFinite(b.roomCo)]).toEqual([
          fault.id,
          kind,
          value,
          true,
        ])
        expect(Math.abs(bal.grossJ - bal.flueJ - bal.loadJ - bal.storedJ)).toBeLessThan(1e-6 * Math.max(1e4, bal.grossJ))
      }
      if (moved) break
    }
    expect([fault.id, moved]).toEqual([fault.id, true])
  }
})

test('at least forty faults, in every group', () => {
  expect(FAULTS.length).toBeGreaterThanOrEqual(40)
  expect(new Set(FAULTS.map((f) => f.group)).size).toBe(10)
  for (const f of FAULTS) expect([f.id, f.min <= f.sound && f.sound <= f.max]).toEqual([f.id, true])
})
