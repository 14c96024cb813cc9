import { ok, type Result } from '@lucerna/core/result'
import type { Controls } from './controls'
import type { DesignRate } from './design'
import { type Flows, type FlowState, flowsOf, type Surroundings } from './flows'
import { prepare, type Setup } from './setup'

const MOST_ROUNDS = 80
const CLOSE = 1e-7

/** What a steady answer is about: the rate that burns, the water (or mean air) temperature behind the exchanger, and controls. */
export interface SteadyAt {
  /** A rate of the card; its top rate by default. */
  readonly rateId?: string
  /** Water, or mean air, at the exchanger, K; 333 by default. */
  readonly coolK?: number
  readonly controls?: Partial<Controls>
  /** Share of flue gas in the air of the room. */
  readonly roomFlue?: number
}

/**
 * The steady state of a burner that is held at a rate: the integrator's own equations solved for where nothing moves any more. Flame and sequence are
 * taken as given: what does not light or is held off by an interlock is a question for the {@link Simulation}.
 *
 * Problems: those of {@link prepare}.
 *
 * @example
 * steadyState({ card: larch28, gas: 'natural-gas-h' }).value.flue?.co2Dry // about 0.09
 */
export function steadyState(setup: Setup, at: SteadyAt = {}): Result<Flows> {
  const ready = prepare(setup)
  return ready.ok ? ok(settled(ready.value, at)) : ready
}

/** The same for surroundings that are checked already: for benches of thousands of cases. */
export function settled(surroundings: Surroundings, at: SteadyAt = {}): Flows {
  const { design, screws } = surroundings
  const s: Surroundings = { ...surroundings, controls: { ...surroundings.controls, call: true, ...at.controls } }
  const rate: DesignRate = design.rates.find((r) => r.id === at.rateId) ?? (at.rateId === design.ignition.id ? design.ignition : design.top)
  const on = Array.from({ length: design.sectionCount }, (_, i) => rate.sections.includes(i))
  const state: FlowState = {
    meterPa: design.regulatorPa,
    manifoldPa: on.map((lit) => (lit ? rate.manifoldPa : 0)),
    fan: rate.airShare,
    felt: Object.fromEntries(screws.map((x) => [x.adjuster.id, clampTravel(s.controls.adjusters[x.adjuster.id] ?? 0, x.travel)])),
    gasM3PerS: design.gasMax * rate.share,
    coolK: at.coolK ?? 333,
    stackK: 350,
    roomFlue: at.roomFlue ?? 0,
  }
  const order = { rate, valves: on.map((x) => (x ? 1 : 0)), lit: on, cold: 0 }
  let flows = flowsOf(s, state, order)
  // A starved valve makes gas and pressure chase each other: each overshoot makes the steps smaller.
  let damping = 0.6
  let before = 0
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const gas = flows.burntM3PerS + flows.unburntM3PerS
    let moved = Math.abs(gas - state.gasM3PerS) / design.gasMax + Math.abs(flows.target.meterPa - state.meterPa) / 1e4
    const step = gas - state.gasM3PerS
    if (step * before < 0) damping = Math.max(0.02, 0.6 * damping)
    before = step
    state.gasM3PerS += damping * step
    state.meterPa += 0.8 * (flows.target.meterPa - state.meterPa)
    for (let i = 0; i < on.length; i++) {
      const to = flows.target.manifoldPa[i] ?? 0
      moved += Math.abs(to - (state.manifoldPa[i] ?? 0)) / 1e4
      state.manifoldPa[i] = (state.manifoldPa[i] ?? 0) + 0.7 * (to - (state.manifoldPa[i] ?? 0))
    }
    moved += Math.abs(flows.target.stackK - state.stackK) / 1e3
    state.stackK += 0.8 * (flows.target.stackK - state.stackK)
    flows = flowsOf(s, state, order)
    if (moved < CLOSE) break
  }
  return flows
}

const clampTravel = (position: number, travel: number): number => Math.min(travel / 2, Math.max(-travel / 2, position))
