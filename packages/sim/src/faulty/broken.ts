import type { Card } from '@lucerna/core/appliance'
import type { Controls, FaultId } from '../engine'
import type { Random } from '../random'

/** What a broken part is in the engine’s own terms. */
export interface Broken {
  readonly faults?: Partial<Record<FaultId, number>>
  readonly controls?: Partial<Controls>
}

const between = (random: Random, from: number, to: number) => from + (to - from) * random()
const has =
  (id: FaultId, from: number, to: number) =>
  (random: Random): Broken => ({ faults: { [id]: between(random, from, to) } })

/**
 * Causes that the engine knows, each with how far it may have gone. Written from what the parts do, not from any fault map: nothing here says what a check shows.
 */
export const BROKEN: Readonly<Record<string, (random: Random, kind: Card['burnerKind']) => Broken>> = {
  'no-power': () => ({ controls: { power: false } }),
  'time-switch': () => ({ controls: { call: false } }),
  'room-thermostat': () => ({ controls: { call: false } }),
  'zone-valve': () => ({ controls: { call: false } }),
  'external-wiring': () => ({ controls: { call: false } }),
  pump: has('flow', 0, 0.1),
  // Interlocks
  limit: has('limitSetting', -60, -22),
  'no-flow': has('flow', 0, 0.25),
  'no-water': has('waterPressure', 0, 45_000),
  'low-water': has('waterLevel', 0, 0.3),
  airflow: has('flow', 0.15, 0.5),
  // Air
  fan: (random) => ({ faults: { fanSpeed: random() < 0.6 ? 0 : between(random, 0.3, 0.62) } }),
  'pressure-tube': has('airTube', 0, 0.3),
  // Its contact stays open, whatever pressure reaches it.
  'air-switch': () => ({ faults: { airTube: 0 } }),
  drain: has('condensateTrap', 0.7, 1),
  vent: has('flueBlockage', 25, 60),
  damper: has('intakeBlockage', 20, 60),
  // Ignition
  electrode: has('sparkStrength', 0, 0.3),
  lead: has('sparkStrength', 0, 0.25),
  transformer: has('sparkStrength', 0, 0.1),
  igniter: has('igniterResistance', 6, 1000),
  // Gas
  'supply-shut': () => ({ controls: { cock: 0 } }),
  'vessel-empty': has('vesselTemperature', 225, 232),
  'regulator-tripped': () => ({ controls: { cock: 0 } }),
  'supply-starved': (random) => ({ faults: { pipeRestriction: between(random, 12, 45) } }),
  // The coil is sound and pulls, the seat stays shut.
  valve: () => ({ faults: { coilResistance: 1000 } }),
  coil: has('coilResistance', 10, 1000),
  harness: has('harness', 40, 1000),
  board: has('boardOutput', 0, 0.4),
  mixture: (random) => ({ faults: { throttleDrift: random() < 0.5 ? between(random, 0.7, 0.76) : between(random, 1.28, 1.4) } }),
  'ignition-rate': (random) => ({ faults: { offsetDrift: random() < 0.7 ? between(random, -30, -16) : between(random, 18, 30) } }),
  'low-mixture': (random) => ({ faults: { offsetDrift: random() < 0.6 ? between(random, -30, -12) : between(random, 12, 30) } }),
  'burner-dirty': (random, kind) =>
    kind === 'atmospheric' || kind.startsWith('induced') || kind === 'modulating-furnace'
      ? { faults: { lint: between(random, 0.4, 0.6), flameSpread: between(random, 0.04, 0.08), carryOver: between(random, 2, 8) } }
      : { faults: { flameSpread: between(random, 0.05, 0.08), carryOver: between(random, 2, 10) } },
  orifice: (random) => ({ faults: { orificeArea: random() < 0.4 ? between(random, 0.5, 0.65) : between(random, 1.35, 1.6) } }),
  'valve-leak': has('valveSeatLeak', 2.5e-5, 5e-5),
  'over-fired': has('governorDrift', 1.45, 1.8),
  stepper: has('stepperLoss', 0.25, 0.5),
  // Nothing reaches the valve of the stage, while the rest of the control works.
  'stage-relay': () => ({ faults: { harness: 1000 } }),
  'stage-parameter': () => ({ faults: { harness: 1000 } }),
  // Flame
  rod: has('rodCondition', 0.02, 0.1),
  'earth-polarity': has('earthing', 0, 0.1),
  recirculation: has('recirculation', 0.09, 0.15),
  exchanger: has('fouling', 0.22, 0.35),
  crack: has('crack', 0.02, 0.05),
  // Pilot
  'pilot-flame': has('pilotFlame', 0, 0.45),
  thermocouple: has('pilotSensor', 0, 0.3),
  'pilot-circuit': has('pilotCircuit', 4.5, 6),
  magnet: has('magnet', 2.5, 4),
  downdraught: has('wind', 18, 30),
  'flue-blocked': has('flueBlockage', 30, 60),
  'room-extract': has('roomDepression', 12, 25),
}

/**
 * Two things broken at once; null where both move the same thing, so that one would hide what the other does to it.
 *
 * @example
 * bothBroken({ faults: { fanSpeed: 0 } }, { faults: { rodCondition: 0.05 } }) // { faults: { fanSpeed: 0, rodCondition: 0.05 }, controls: {} }
 */
export function bothBroken(a: Broken, b: Broken): Broken | null {
  const shared = (x: object = {}, y: object = {}) => Object.keys(x).some((key) => key in y)
  if (shared(a.faults, b.faults) || shared(a.controls, b.controls)) return null
  return { faults: { ...a.faults, ...b.faults }, controls: { ...a.controls, ...b.controls } }
}
