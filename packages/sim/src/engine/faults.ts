/**
 * What can be worn, dirty, broken or wrong: parameters of the engine, each with what it is when nothing is wrong and how far it can go. No outcome is
 * written down anywhere; what a fault does is what the equations make of it. Typical, simulated; never field limits.
 */
const TABLE = {
  // Supply
  regulatorSet: ['supply', 1, 0.3, 2, 'set pressure of the service regulator over its nominal'],
  regulatorDroop: ['supply', 1, 1, 12, 'droop of the service regulator over a sound one'],
  regulatorLockUp: ['supply', 0.1, 0, 1.5, 'lock-up above set pressure, share'],
  pipeRestriction: ['supply', 1, 1, 60, 'flow resistance of the pipe over the designed one'],
  isolatorRestriction: ['supply', 1, 1, 200, 'flow resistance of the isolating valve'],
  filterRestriction: ['supply', 1, 1, 200, 'flow resistance of the strainer at the valve inlet'],
  otherLoad: ['supply', 0, 0, 60_000, 'gross heat of other appliances on the line, W'],
  gasLeak: ['supply', 0, 0, 2e-5, 'leak of the pipe at 20 mbar, m³/s'],
  calorific: ['supply', 1, 0.85, 1.15, 'calorific value of the gas over its nominal'],
  vesselTemperature: ['supply', 288, 225, 320, 'temperature of an LPG vessel, K'],
  // Valve
  coilResistance: ['valve', 1, 1, 1000, 'coil resistance over the rated one; large is open'],
  valveSeatLeak: ['valve', 0, 0, 5e-5, 'leak through the shut seat at 20 mbar, m³/s'],
  governorDrift: ['valve', 1, 0.4, 1.8, 'governor or outlet pressure over what its screw says'],
  governorVent: ['valve', 1, 1, 30, 'time constant of the governor over a sound one (blocked vent)'],
  valvePassage: ['valve', 1, 1, 100, 'flow resistance of the valve body'],
  slowOpening: ['valve', 0, 0, 10, 'delay of opening, s'],
  throttleDrift: ['valve', 1, 0.7, 1.4, 'gas passage of a ratio valve over what its screw says'],
  offsetDrift: ['valve', 0, -30, 30, 'offset of a ratio valve beside its screw, Pa'],
  stepperLoss: ['valve', 0, 0, 0.5, 'share of the stepper’s travel that is lost'],
  // Burner
  orificeArea: ['burner', 1, 0.5, 1.6, 'orifice area over the drilled one (blocked or enlarged)'],
  flameSpread: ['burner', 0, 0, 0.08, 'unevenness of the flame by dust or impingement, added to σ'],
  lint: ['burner', 1, 0.4, 1, 'primary air entrained over a clean burner'],
  carryOver: ['burner', 0, 0, 10, 'delay of the flame from port to port, s'],
  // Ignition and flame
  sparkStrength: ['flame', 1, 0, 1, 'energy of the spark or heat of the igniter over sound'],
  igniterResistance: ['flame', 1, 0.8, 1000, 'igniter resistance over the rated one; large is broken'],
  rodCondition: ['flame', 1, 0.02, 1, 'flame signal that a dirty rod lets through'],
  earthing: ['flame', 1, 0, 1, 'flame signal that the earth path lets through'],
  pilotFlame: ['flame', 1, 0, 1.2, 'size of the pilot flame over sound'],
  pilotSensor: ['flame', 1, 0, 1.1, 'voltage of thermocouple or generator over sound'],
  pilotCircuit: ['flame', 1, 1, 6, 'resistance of the pilot circuit over sound'],
  magnet: ['flame', 1, 0.5, 4, 'voltage at which the magnet lets go over sound'],
  // Exchanger
  fouling: ['exchanger', 0, 0, 0.35, 'fouling of the gas side'],
  scale: ['exchanger', 0, 0, 0.5, 'loss of heat transfer on the water side'],
  crack: ['exchanger', 0, 0, 0.05, 'share of flue gas that goes into the heated air'],
  caseLeak: ['exchanger', 0, 0, 0.05, 'share of flue gas that leaves at case or door'],
  // Flue and air
  flueBlockage: ['flue', 1, 1, 60, 'flow resistance of the flue over the designed one'],
  intakeBlockage: ['flue', 1, 1, 60, 'flow resistance of the air intake'],
  recirculation: ['flue', 0, 0, 0.15, 'share of flue gas in the intake air'],
  wind: ['flue', 0, -30, 30, 'pressure of the wind at the terminal, Pa; positive blows in'],
  condensateTrap: ['flue', 0, 0, 1, 'how far the condensate stands in burner and chamber'],
  // Room
  roomDepression: ['room', 0, 0, 25, 'depression by extractors, Pa'],
  airChanges: ['room', 0.5, 0.02, 10, 'air changes of the room in an hour'],
  ventilation: ['room', 1, 0, 1, 'free area of the combustion air openings'],
  // Electrics and controls
  mainsVoltage: ['electrics', 1, 0, 1.2, 'supply voltage over rated'],
  polarity: ['electrics', 0, 0, 1, 'live and neutral changed'],
  fanSpeed: ['electrics', 1, 0, 1.1, 'fan speed over what is commanded'],
  airTube: ['electrics', 1, 0, 1, 'pressure that reaches the air switch'],
  airSwitch: ['electrics', 1, 0.3, 3, 'setting of the air switch over its rated one'],
  harness: ['electrics', 1, 1, 1000, 'resistance of the way to valve and igniter over sound'],
  boardOutput: ['electrics', 1, 0, 1, 'voltage that the control puts out'],
  sensorDrift: ['controls', 0, -40, 40, 'error of the control’s temperature sensor, K'],
  limitSetting: ['controls', 0, -60, 60, 'shift of the limit’s trip temperature, K'],
  flameRelay: ['controls', 1, 0.5, 20, 'time of the flame safeguard over rated'],
  // Water and warm air
  flow: ['water', 1, 0, 1.2, 'flow of water or of blower air over rated'],
  waterPressure: ['water', 150_000, 0, 400_000, 'pressure of the water side, Pa'],
  waterLevel: ['water', 1, 0, 1, 'water level of a steam boiler over normal'],
} as const satisfies Record<string, readonly [group: string, sound: number, min: number, max: number, what: string]>

export type FaultId = keyof typeof TABLE
export type FaultGroup = (typeof TABLE)[FaultId][0]
export type Faults = Readonly<Record<FaultId, number>>

export interface FaultParameter {
  readonly id: FaultId
  readonly group: FaultGroup
  /** Its value when nothing is wrong. */
  readonly sound: number
  readonly min: number
  readonly max: number
  readonly what: string
}

export const FAULTS: readonly FaultParameter[] = (Object.keys(TABLE) as FaultId[]).map((id) => {
  const [group, sound, min, max, what] = TABLE[id]
  return { id, group, sound, min, max, what }
})

/** An appliance with nothing wrong. */
export const SOUND: Faults = Object.fromEntries(FAULTS.map((f) => [f.id, f.sound])) as Record<FaultId, number>
