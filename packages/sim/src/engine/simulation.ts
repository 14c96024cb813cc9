import { AIR_CP } from '@lucerna/core/heat'
import { airDensity } from '@lucerna/core/gas'
import { fail, ok, type Result } from '@lucerna/core/result'
import { normal, type Random, seededRandom } from '../random'
import { checkControls, type Controls, felt, type Interlock, type Screw } from './controls'
import { type FaultId, type Faults, FAULTS } from './faults'
import { type Flows, type FlowState, flowsOf, type Order, type Surroundings } from './flows'
import { type Command, type Seen, Sequencer } from './sequencer'
import { type Setup, type Balance, type Snapshot, prepare, wantedRate } from './setup'

// Called millions of times: taken out of the global object once.
const { exp, max, min, sqrt } = Math

/** The integrator's own step, s: 20 a second, whatever is asked for. */
const STEP_S = 0.05
const LONGEST_STEP_S = 3600
const TAU = { regulator: 0.2, governor: 0.5, stack: 90, room: 60, fan: 1.5 } as const

interface State extends FlowState {
  timeS: number
  metalK: number
  waterK: number
  /** Share of CO and of flue gas in the room. */
  roomCo: number
  lit: boolean[]
  valve: number[]
  litForS: number
  pilotV: number
  igniterHeat: number
  /** Gas that has come out unburnt and is still in the chamber, m³. */
  unburntM3: number
  bang: number
  stepper: number
  manual: { limit: boolean; spill: boolean; rollOut: boolean }
  spillS: number
  waterLevel: number
}

/**
 * A simulated appliance: supply, valve, burner, flame, exchanger, flue, room, water and controls as equations, integrated in steps of its own, so that
 * how it is asked does not change what it does. The same seed and the same handling give the same run on any machine. For training, demonstrations and
 * tests; never for a real appliance.
 *
 * @example
 * const sim = Simulation.of({ card: larch28, gas: 'natural-gas-h' }).value
 * sim.set({ call: true, force: 'max' }); sim.advance(300); sim.snapshot().flue?.co2Dry // about 0.09
 */
export class Simulation {
  private readonly sequencer: Sequencer
  private readonly random: Random
  private state: State
  private current: Surroundings
  private command: Command = { fan: 'off', igniter: false, valve: false, pump: false }
  private rest = 0
  private litAfterS = 0
  private flows: Flows
  private sums = { meterM3: 0, burntM3: 0, unburntM3: 0, leakM3: 0, otherM3: 0, grossJ: 0, flueJ: 0, toWaterJ: 0, loadJ: 0 }
  private storedAtStart: number

  static of(setup: Setup): Result<Simulation> {
    const ready = prepare(setup)
    return ready.ok ? ok(new Simulation(ready.value, setup.seed ?? 1)) : ready
  }

  private constructor(surroundings: Surroundings, seed: number) {
    const { design, roomK, outsideK } = surroundings
    this.current = surroundings
    this.random = seededRandom(seed)
    this.sequencer = new Sequencer(design)
    const startK = design.medium === 'air' ? roomK : 303.15
    this.state = {
      timeS: 0,
      meterPa: design.regulatorPa * (1 + surroundings.faults.regulatorLockUp),
      manifoldPa: Array.from({ length: design.sectionCount }, () => 0),
      fan: 0,
      felt: Object.fromEntries(surroundings.screws.map((s) => [s.adjuster.id, 0])),
      gasM3PerS: 0,
      coolK: startK,
      stackK: (roomK + outsideK) / 2,
      roomFlue: 0,
      metalK: startK,
      waterK: startK,
      roomCo: 0,
      lit: Array.from({ length: design.sectionCount }, () => false),
      valve: Array.from({ length: design.sectionCount }, () => 0),
      litForS: 0,
      pilotV: this.pilotTarget(),
      igniterHeat: 0,
      unburntM3: 0,
      bang: 0,
      stepper: 0,
      manual: { limit: true, spill: true, rollOut: true },
      spillS: 0,
      waterLevel: surroundings.faults.waterLevel,
    }
    this.flows = flowsOf(surroundings, this.state, this.order())
    this.storedAtStart = this.stored()
  }

  get surroundings(): Surroundings {
    return this.current
  }

  /** Changes controls; what is not named stays. Problems as of {@link checkControls}. */
  set(change: Partial<Controls>): Result<Controls> {
    const checked = checkControls(this.current.design, {
      ...this.current.controls,
      ...change,
      adjusters: { ...this.current.controls.adjusters, ...change.adjusters },
    })
    if (checked.ok) this.current = { ...this.current, controls: checked.value }
    return checked
  }

  /** Changes what is worn or broken, while it runs. Problems: `unknown-fault`, `out-of-range`, `not-finite`. */
  break(change: Partial<Record<FaultId, number>>): Result<Faults> {
    const { design, faults } = this.current
    for (const [id, value] of Object.entries(change)) {
      const fault = FAULTS.find((f) => f.id === id)
      if (!fault) return fail('unknown-fault', { fault: id }, ['faults', id])
      if (!(Number.isFinite(value) && value >= fault.min && value <= fault.max))
        return fail('out-of-range', { min: fault.min, max: fault.max }, ['faults', id])
    }
    this.current = { ...this.current, design, faults: { ...faults, ...change } }
    return ok(this.current.faults)
  }

  /** Lets time pass, 1 ms to an hour at once. Problems: `not-finite`, `out-of-range`. */
  advance(seconds: number): Result<number> {
    if (!Number.isFinite(seconds)) return fail('not-finite', {}, ['seconds'])
    if (!(seconds > 0 && seconds <= LONGEST_STEP_S)) return fail('out-of-range', { min: 0, max: LONGEST_STEP_S }, ['seconds'])
    this.rest += seconds
    // Half a step of rounding must not lose one.
    while (this.rest >= STEP_S - 1e-9) {
      this.step()
      this.rest -= STEP_S
    }
    return ok(this.state.timeS)
  }

  private order(): Order {
    const { state } = this
    const running = this.sequencer.phase === 'running'
    return {
      rate: wantedRate(this.current.design, this.current.controls, this.sensedK(), running),
      valves: state.valve,
      lit: state.lit,
      cold: exp(-state.litForS / 25),
    }
  }

  private sensedK(): number {
    const { faults } = this.current
    return this.state.waterK + faults.sensorDrift
  }

  /** Heat from the metal to water or air; slow water or air takes less of it. */
  private acrossW(): number {
    const { design, faults, roomK } = this.current
    const cool = design.medium === 'air' ? roomK : this.state.waterK
    return design.metalWPerK * (this.state.metalK - cool) * sqrt(min(1, max(0.01, faults.flow)))
  }

  private supplyAirK(): number {
    const { design, faults, roomK } = this.current
    const mass = design.blowerM3PerS * max(0.05, faults.flow) * airDensity(roomK, design.airPressurePa)
    return roomK + this.acrossW() / (mass * AIR_CP)
  }

  private pilotTarget(): number {
    const { design, faults, controls } = this.current
    const rated = design.card.traits?.pilotSensor === 'generator' ? 0.65 : 0.03
    return controls.pilotLit && controls.cock > 0.05 ? rated * min(1.2, faults.pilotFlame) * faults.pilotSensor : 0
  }

  /** What the pilot's sensor gives with its circuit on: open over loaded. */
  private pilotLoadedV(): number {
    const { faults } = this.current
    return (this.state.pilotV * 0.6) / (0.6 + 0.4 * faults.pilotCircuit)
  }

  private seen(): Seen {
    const { design, faults, controls } = this.current
    const { state, flows } = this
    const bridged = (i: Interlock, made: boolean) => made || controls.bridged.includes(i)
    const limitK = design.limitK + faults.limitSetting
    const hot = state.waterK
    if (hot > limitK) state.manual.limit = false
    if (hot < limitK - 12) state.manual.limit = true
    state.spillS = flows.spillShare > 0.25 && state.lit.some(Boolean) ? state.spillS + STEP_S : 0
    if (state.spillS > 90) state.manual.spill = false
    if (controls.reset) state.manual = { limit: hot < limitK, spill: true, rollOut: true }
    const threshold = design.airSwitchPa * faults.airSwitch
    const natural = design.kind === 'atmospheric'
    const current = flows.flameCurrentA
    return {
      call: controls.call && hot + faults.sensorDrift < design.setPointK + (controls.force ? 25 : 6),
      power: controls.power && faults.mainsVoltage > 0.7,
      reset: controls.reset,
      made: {
        limit: bridged('limit', state.manual.limit),
        'air-switch': natural || this.command.fan === 'off' || bridged('air-switch', state.fan < 0.2 || flows.airSwitchPa > threshold),
        'low-water': bridged('low-water', design.medium !== 'steam' || state.waterLevel > 0.4),
        'gas-low': bridged('gas-low', design.kind !== 'forced-draught' || flows.inletPa > 0.6 * design.inletNominalPa),
        'gas-high': bridged('gas-high', design.kind !== 'forced-draught' || flows.inletPa < 1.6 * design.inletNominalPa),
        spill: bridged('spill', state.manual.spill),
        'roll-out': bridged('roll-out', state.manual.rollOut),
        flame: bridged('flame', current > design.tripCurrentA),
      },
      airAtRest: natural || state.fan > 0.02 || flows.airSwitchPa < threshold,
      fanReady: natural || state.fan * faults.fanSpeed > 0.7 * this.fanTarget(),
      waterFlows: design.medium === 'air' || (faults.flow > 0.15 && faults.waterPressure > 50_000),
      pilotProved: design.card.traits?.pilot !== 'standing' || this.pilotLoadedV() > this.magnetV(),
      igniterReady: state.igniterHeat > 0.9,
      flameSeen:
        design.card.traits?.pilot === 'standing'
          ? this.pilotLoadedV() > this.magnetV()
          : current > design.tripCurrentA || controls.bridged.includes('flame'),
      valvesProved: faults.valveSeatLeak < 1.4e-5 + 0.001 * design.gasMax,
      rateReached: true,
    }
  }

  private magnetV(): number {
    return (this.current.design.card.traits?.pilotSensor === 'generator' ? 0.17 : 0.005) * this.current.faults.magnet
  }

  private fanTarget(): number {
    const { design } = this.current
    if (this.command.fan === 'off') return 0
    if (this.command.fan === 'purge') return design.mixing === 'premix' ? 0.8 : 1
    return max(0.05, this.order().rate.airShare)
  }

  private step(): void {
    const { design, faults, screws, roomK } = this.current
    const { state } = this
    const lag = (from: number, to: number, tau: number) => to + (from - to) * exp(-STEP_S / tau)
    state.timeS += STEP_S
    for (const screw of screws) state.felt[screw.adjuster.id] = this.follow(screw)
    const loss = (design.card.timing?.flameLossS ?? 2) * faults.flameRelay
    this.command = this.sequencer.step(STEP_S, state.timeS, this.seen(), max(0.5, loss))
    if (state.litForS > 30) this.sequencer.settle()

    // Valves: coils pull in with enough voltage, and take their time
    const volts = (faults.mainsVoltage * faults.boardOutput) / (1 + 0.05 * (faults.harness - 1)) / (1 + 0.15 * (faults.coilResistance - 1))
    const held = state.valve.some((v) => v > 0.5)
    const standing = design.card.traits?.pilot === 'standing'
    const energised = this.command.valve && volts > (held ? 0.4 : 0.75) && (!standing || this.pilotLoadedV() > this.magnetV())
    const order = this.order()
    for (let i = 0; i < design.sectionCount; i++) {
      const on = energised && order.rate.sections.includes(i)
      state.valve[i] = on ? min(1, (state.valve[i] ?? 0) + STEP_S / (0.3 + faults.slowOpening)) : 0
    }
    state.igniterHeat = lag(
      state.igniterHeat,
      this.command.igniter || this.command.valve
        ? min(1, faults.mainsVoltage * faults.boardOutput * (1 / max(1, faults.igniterResistance)))
        : 0,
      0.4,
    )
    state.pilotV = lag(state.pilotV, this.pilotTarget(), 12)
    state.fan = lag(state.fan, this.fanTarget(), TAU.fan)

    this.light()
    const flows = (this.flows = flowsOf(this.current, state, { ...order, lit: state.lit }))

    // Lags
    state.meterPa = lag(state.meterPa, flows.target.meterPa, TAU.regulator)
    for (let i = 0; i < design.sectionCount; i++)
      state.manifoldPa[i] = lag(
        state.manifoldPa[i] ?? 0,
        flows.target.manifoldPa[i] ?? 0,
        (flows.target.manifoldPa[i] ?? 0) === 0 ? 0.1 : TAU.governor * faults.governorVent,
      )
    state.gasM3PerS = lag(state.gasM3PerS, flows.burntM3PerS + flows.unburntM3PerS, 0.15)
    state.stackK = lag(state.stackK, flows.target.stackK, TAU.stack)

    // Heat: gas to metal, metal to water or air, water to the load
    const air = design.medium === 'air'
    const across = this.acrossW()
    const load = air ? across : this.loadW(roomK)
    state.metalK += ((flows.usefulW - across) * STEP_S) / design.metalJPerK
    if (air) state.waterK = lag(state.waterK, this.supplyAirK(), 5)
    else state.waterK += ((across - load) * STEP_S) / design.waterJPerK
    state.coolK = air ? (roomK + state.waterK) / 2 : state.waterK
    if (design.medium === 'steam') state.waterLevel = max(0, min(1, faults.waterLevel))

    // The room: what spills in, what goes out with the air
    const volume = design.roomM3
    const renewal = (faults.airChanges * (0.3 + 0.7 * faults.ventilation) + (faults.roomDepression > 0 ? 0.5 : 0)) / 3600
    const fumes = (flows.spillShare * flows.burntM3PerS * (flows.flue?.molPerMolFuel ?? 0)) / volume
    const dry = flows.flue ? flows.flue.coDry * 0.85 : 0
    state.roomFlue = min(0.5, max(0, state.roomFlue + (fumes - renewal * state.roomFlue) * STEP_S))
    state.roomCo = min(0.05, max(0, state.roomCo + (fumes * dry - renewal * state.roomCo) * STEP_S))

    const { sums } = this
    sums.meterM3 += flows.meterM3PerS * STEP_S
    sums.burntM3 += flows.burntM3PerS * STEP_S
    sums.unburntM3 += flows.unburntM3PerS * STEP_S
    sums.leakM3 += flows.leakM3PerS * STEP_S
    sums.otherM3 += flows.otherM3PerS * STEP_S
    sums.grossJ += flows.grossW * STEP_S
    sums.flueJ += flows.flueW * STEP_S
    sums.toWaterJ += across * STEP_S
    sums.loadJ += load * STEP_S
  }

  private follow(screw: Screw): number {
    return felt(screw, this.current.controls.adjusters[screw.adjuster.id] ?? 0, this.state.felt[screw.adjuster.id] ?? 0)
  }

  private loadW(roomK: number): number {
    const { design, controls, faults } = this.current
    const rated = controls.load * design.grossMaxW * 0.86
    const warm = (this.state.waterK - roomK) / max(5, design.setPointK - 5 - roomK)
    return rated * max(0, warm) * min(1.2, faults.flow)
  }

  /** Light-off and loss of the flame, section by section: a mixture that can burn, a source that lights it, and time. */
  private light(): void {
    const { design, faults } = this.current
    const { state } = this
    const standing = design.card.traits?.pilot === 'standing'
    const pilot = standing && this.current.controls.pilotLit && faults.pilotFlame > 0.25
    // A stage that comes on while others run is lit by its own igniter, as at a start.
    const sparks = this.command.igniter || (this.command.valve && state.valve.some((v, i) => v > 0 && !state.lit[i]))
    const sourced =
      pilot ||
      (sparks && faults.sparkStrength * (1 - 0.9 * faults.condensateTrap) > 0.35 && state.igniterHeat > 0.5) ||
      state.lit.some(Boolean)
    const { lambda, sectionGas } = this.flows
    const holds = design.mixing === 'premix' ? lambda < 1.65 && lambda > 0.55 : lambda < 4 && lambda > 0.4
    let anyLit = false
    for (let i = 0; i < design.sectionCount; i++) {
      const flowing = (sectionGas[i] ?? 0) > (0.02 * design.gasMax) / design.sectionCount && (state.valve[i] ?? 0) > 0
      const share = sectionGas[i] ?? 0
      if (!flowing || !holds) {
        if (flowing) state.unburntM3 += share * STEP_S
        state.lit[i] = false
        continue
      }
      if (!state.lit[i]) {
        state.unburntM3 += share * STEP_S
        // A local mixture that lights: rich pockets help a lean premix burner.
        const lights = lambda < (design.mixing === 'premix' ? 1.6 : 3.2)
        if (sourced && lights) {
          this.litAfterS -= STEP_S
          if (this.litAfterS <= 0) {
            state.lit[i] = true
            state.bang = state.unburntM3 / (design.gasMax * 0.8)
            if (state.bang > 6) state.manual.rollOut = false
            state.unburntM3 = 0
          }
        }
      }
      anyLit ||= state.lit[i] ?? false
    }
    if (!anyLit && !this.command.valve) {
      // The next light-off has a delay of its own: lognormal, median 0.3 s, more where the flame has to find its way.
      this.litAfterS = 0.3 * exp(0.59 * normal(this.random)) + faults.carryOver + (1 - faults.sparkStrength)
      state.unburntM3 = max(0, state.unburntM3 * (1 - STEP_S * (0.02 + state.fan)))
    }
    state.litForS = anyLit ? state.litForS + STEP_S : 0
  }

  private stored(): number {
    const { design } = this.current
    return design.metalJPerK * this.state.metalK + (design.medium === 'air' ? 0 : design.waterJPerK * this.state.waterK)
  }

  /** Sums since the beginning; gas and heat each have to balance. */
  balance(): Balance {
    return { ...this.sums, storedJ: this.stored() - this.storedAtStart }
  }

  /** What is so at this moment. */
  snapshot(): Snapshot {
    const { state } = this
    const seen = this.seen()
    return {
      ...this.flows,
      timeS: state.timeS,
      phase: this.sequencer.phase,
      waitingFor: this.sequencer.waitingFor,
      lockOut: this.sequencer.lockOut,
      rateId: this.order().rate.id,
      ordered: { igniter: this.command.igniter, valve: this.command.valve },
      lit: state.lit.some(Boolean),
      litForS: state.litForS,
      fan: state.fan,
      meterPa: state.meterPa,
      manifoldPa: [...state.manifoldPa],
      metalK: state.metalK,
      waterK: state.waterK,
      supplyAirK: this.supplyAirK(),
      stackK: state.stackK,
      roomCo: state.roomCo,
      pilotV: state.pilotV,
      meterIndexM3: this.sums.meterM3,
      bang: state.bang,
      open: (Object.keys(seen.made) as Interlock[]).filter((i) => i !== 'flame' && !seen.made[i]),
    }
  }

  /** What happened in the last start, in order. */
  get signature(): readonly { readonly id: string; readonly atS: number }[] {
    return this.sequencer.started
  }
}
