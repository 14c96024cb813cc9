import type { Simulation } from './simulation'

/** Where a gas probe can go; behind the hood and loose are not where the card says. */
export const GAS_POINTS = [
  'flue-gas',
  'flue-gas-after-hood',
  'flue-gas-loose-probe',
  'intake-air',
  'room-air',
  'case-seam',
  'supply-air',
] as const
export type GasPoint = (typeof GAS_POINTS)[number]

/** Where a hose or a lead can go; wrong connections included, for they are made. Pressures are against the room. */
export const METER_POINTS = [
  'meter-pressure',
  'isolator-pressure',
  'inlet-pressure',
  'valve-outlet-pressure',
  'manifold-pressure',
  'manifold-against-chamber',
  'chamber-pressure',
  'chamber-differential',
  'fan-suction',
  'air-switch-pressure',
  'flue-draught',
  'hood-draught',
  // In series is right, across is wrong
  'flame-current-in-series',
  'flame-current-across',
  'igniter-resistance-cold',
  'igniter-resistance-hot',
  'igniter-current',
  'coil-voltage',
  'coil-resistance',
  'pilot-open',
  'pilot-loaded',
] as const
export type MeterPoint = (typeof METER_POINTS)[number]

export interface PointReading {
  /** Pa, A, V, Ω; for gases see {@link GasReading}. */
  readonly value: number
  readonly unit: 'Pa' | 'A' | 'V' | 'Ω'
}
export interface GasReading {
  readonly o2Dry: number
  readonly co2Dry: number
  readonly coDry: number
  readonly temperatureK: number
}

/** What a sound hot-surface igniter draws. */
const IGNITER_A = 3.6
const AIR_O2 = 0.2095
/** Fumes mixed with air: what a probe gets behind a hood or when it hangs loose. */
const mixed = (g: GasReading, air: number, airK: number): GasReading => ({
  o2Dry: g.o2Dry * (1 - air) + AIR_O2 * air,
  co2Dry: g.co2Dry * (1 - air),
  coDry: g.coDry * (1 - air),
  temperatureK: g.temperatureK * (1 - air) + airK * air,
})

/** What an ideal instrument would show there: no lag, no noise. Sections are counted from 0 where a point has several. */
export function gasAt(sim: Simulation, point: GasPoint): GasReading {
  const s = sim.snapshot()
  const { roomK, outsideK, faults, design } = sim.surroundings
  const room: GasReading = { o2Dry: AIR_O2 - s.roomCo, co2Dry: 0.0004, coDry: s.roomCo, temperatureK: roomK }
  const flue: GasReading = s.flue
    ? { o2Dry: s.flue.o2Dry, co2Dry: s.flue.co2Dry, coDry: s.flue.coDry, temperatureK: s.flue.temperatureK }
    : { ...room, temperatureK: s.stackK }
  switch (point) {
    case 'flue-gas':
      return flue
    case 'flue-gas-after-hood':
      return mixed(flue, s.dilution, roomK)
    case 'flue-gas-loose-probe':
      return mixed(flue, 0.35, roomK)
    case 'intake-air':
      return mixed(flue, 1 - faults.recirculation, design.card.flueType === 'room-sealed' ? outsideK : roomK)
    case 'case-seam':
      return mixed(flue, 1 - Math.min(1, faults.caseLeak * 2), roomK)
    case 'supply-air':
      return mixed(flue, 1 - faults.crack * 0.02, s.supplyAirK)
    case 'room-air':
      return room
  }
}

export function readingAt(sim: Simulation, point: MeterPoint, section = 0): PointReading {
  const s = sim.snapshot()
  const { faults } = sim.surroundings
  const pa = (value: number): PointReading => ({ value, unit: 'Pa' })
  const manifold = s.manifoldPa[section] ?? 0
  const rodOpen = faults.rodCondition * faults.earthing
  switch (point) {
    case 'meter-pressure':
      return pa(s.meterPa)
    case 'isolator-pressure':
      return pa(s.isolatorPa)
    case 'inlet-pressure':
      return pa(s.inletPa)
    case 'valve-outlet-pressure':
    case 'manifold-pressure':
      return pa(manifold)
    case 'manifold-against-chamber':
      return pa(manifold - s.chamberPa)
    case 'chamber-pressure':
      return pa(s.chamberPa)
    case 'chamber-differential':
      return pa(s.differentialPa)
    case 'fan-suction':
      return pa(s.suctionPa)
    case 'air-switch-pressure':
      return pa(s.airSwitchPa)
    case 'flue-draught':
      return pa(s.draughtPa)
    case 'hood-draught':
      // At the hood's own inlet there is hardly any, whatever the chimney does.
      return pa(0.03 * s.draughtPa)
    case 'flame-current-in-series':
      return { value: s.flameCurrentA, unit: 'A' }
    case 'flame-current-across':
      // Across the rod the meter bridges it: next to nothing, with the best of flames.
      return { value: 0.01 * s.flameCurrentA * rodOpen, unit: 'A' }
    case 'igniter-resistance-cold':
      return { value: 60 * faults.igniterResistance, unit: 'Ω' }
    case 'igniter-resistance-hot':
      return { value: 60 * faults.igniterResistance * (1 + 2.5 * (s.lit ? 1 : 0)), unit: 'Ω' }
    case 'igniter-current':
      return { value: (IGNITER_A * faults.mainsVoltage * (s.ordered.igniter ? 1 : 0)) / Math.max(0.5, faults.igniterResistance), unit: 'A' }
    case 'coil-voltage':
      return { value: 24 * faults.mainsVoltage * faults.boardOutput * (s.ordered.valve ? 1 : 0), unit: 'V' }
    case 'coil-resistance':
      return { value: 90 * faults.coilResistance, unit: 'Ω' }
    case 'pilot-open':
      return { value: s.pilotV, unit: 'V' }
    case 'pilot-loaded':
      return { value: (s.pilotV * 0.6) / (0.6 + 0.4 * faults.pilotCircuit), unit: 'V' }
  }
}
