/**
 * What can be worn, dirty, broken or wrong: parameters of the engine, each with what it is when nothing is wrong and how far it can go. No outcome is
 * written down anywhere; what a fault does is what the equations make of it. Typical, simulated; never field limits.
 */
const TABLE = {
  // Supply
  /** Set pressure of the service regulator over its nominal. */
  regulatorSet: ['supply', 1, 0.3, 2],
  /** Droop of the service regulator over a sound one. */
  regulatorDroop: ['supply', 1, 1, 12],
  /** Lock-up above set pressure, share. */
  regulatorLockUp: ['supply', 0.1, 0, 1.5],
  /** Flow resistance of the pipe over the designed one. */
  pipeRestriction: ['supply', 1, 1, 60],
  /** Flow resistance of the isolating valve. */
  isolatorRestriction: ['supply', 1, 1, 200],
  /** Flow resistance of the strainer at the valve inlet. */
  filterRestriction: ['supply', 1, 1, 200],
  /** Gross heat of other appliances on the line, W. */
  otherLoad: ['supply', 0, 0, 60_000],
  /** Leak of the pipe at 20 mbar, m³/s. */
  gasLeak: ['supply', 0, 0, 2e-5],
  /** Calorific value of the gas over its nominal. */
  calorific: ['supply', 1, 0.85, 1.15],
  /** Temperature of an LPG vessel, K. */
  vesselTemperature: ['supply', 288, 225, 320],
  // Valve
  /** Coil resistance over the rated one; large is open. */
  coilResistance: ['valve', 1, 1, 1000],
  /** Leak through the shut seat at 20 mbar, m³/s. */
  valveSeatLeak: ['valve', 0, 0, 5e-5],
  /** Governor or outlet pressure over what its screw says. */
  governorDrift: ['valve', 1, 0.4, 1.8],
  /** Time constant of the governor over a sound one (blocked vent). */
  governorVent: ['valve', 1, 1, 30],
  /** Flow resistance of the valve body. */
  valvePassage: ['valve', 1, 1, 100],
  /** Delay of opening, s. */
  slowOpening: ['valve', 0, 0, 10],
  /** Gas passage of a ratio valve over what its screw says. */
  throttleDrift: ['valve', 1, 0.7, 1.4],
  /** Offset of a ratio valve beside its screw, Pa. */
  offsetDrift: ['valve', 0, -30, 30],
  /** Share of the stepper’s travel that is lost. */
  stepperLoss: ['valve', 0, 0, 0.5],
  // Burner
  /** Orifice area over the drilled one (blocked or enlarged). */
  orificeArea: ['burner', 1, 0.5, 1.6],
  /** Unevenness of the flame by dust or impingement, added to σ. */
  flameSpread: ['burner', 0, 0, 0.08],
  /** Primary air entrained over a clean burner. */
  lint: ['burner', 1, 0.4, 1],
  /** Delay of the flame from port to port, s. */
  carryOver: ['burner', 0, 0, 10],
  // Ignition and flame
  /** Energy of the spark or heat of the igniter over sound. */
  sparkStrength: ['flame', 1, 0, 1],
  /** Igniter resistance over the rated one; large is broken. */
  igniterResistance: ['flame', 1, 0.8, 1000],
  /** Flame signal that a dirty rod lets through. */
  rodCondition: ['flame', 1, 0.02, 1],
  /** Flame signal that the earth path lets through. */
  earthing: ['flame', 1, 0, 1],
  /** Size of the pilot flame over sound. */
  pilotFlame: ['flame', 1, 0, 1.2],
  /** Voltage of thermocouple or generator over sound. */
  pilotSensor: ['flame', 1, 0, 1.1],
  /** Resistance of the pilot circuit over sound. */
  pilotCircuit: ['flame', 1, 1, 6],
  /** Voltage at which the magnet lets go over sound. */
  magnet: ['flame', 1, 0.5, 4],
  // Exchanger
  /** Fouling of the gas side. */
  fouling: ['exchanger', 0, 0, 0.35],
  /** Loss of heat transfer on the water side. */
  scale: ['exchanger', 0, 0, 0.5],
  /** Share of flue gas that goes into the heated air. */
  crack: ['exchanger', 0, 0, 0.05],
  /** Share of flue gas that leaves at case or door. */
  caseLeak: ['exchanger', 0, 0, 0.05],
  // Flue and air
  /** Flow resistance of the flue over the designed one. */
  flueBlockage: ['flue', 1, 1, 60],
  /** Flow resistance of the air intake. */
  intakeBlockage: ['flue', 1, 1, 60],
  /** Share of flue gas in the intake air. */
  recirculation: ['flue', 0, 0, 0.15],
  /** Pressure of the wind at the terminal, Pa; positive blows in. */
  wind: ['flue', 0, -30, 30],
  /** How far the condensate stands in burner and chamber. */
  condensateTrap: ['flue', 0, 0, 1],
  // Room
  /** Depression by extractors, Pa. */
  roomDepression: ['room', 0, 0, 25],
  /** Air changes of the room in an hour. */
  airChanges: ['room', 0.5, 0.02, 10],
  /** Free area of the combustion air openings. */
  ventilation: ['room', 1, 0, 1],
  // Electrics and controls
  /** Supply voltage over rated. */
  mainsVoltage: ['electrics', 1, 0, 1.2],
  /** Live and neutral changed. */
  polarity: ['electrics', 0, 0, 1],
  /** Fan speed over what is commanded. */
  fanSpeed: ['electrics', 1, 0, 1.1],
  /** Pressure that reaches the air switch. */
  airTube: ['electrics', 1, 0, 1],
  /** Setting of the air switch over its rated one. */
  airSwitch: ['electrics', 1, 0.3, 3],
  /** Resistance of the way to valve and igniter over sound. */
  harness: ['electrics', 1, 1, 1000],
  /** Voltage that the control puts out. */
  boardOutput: ['electrics', 1, 0, 1],
  /** Error of the control’s temperature sensor, K. */
  sensorDrift: ['controls', 0, -40, 40],
  /** Shift of the limit’s trip temperature, K. */
  limitSetting: ['controls', 0, -60, 60],
  /** Time of the flame safeguard over rated. */
  flameRelay: ['controls', 1, 0.5, 20],
  // Water and warm air
  /** Flow of water or of blower air over rated. */
  flow: ['water', 1, 0, 1.2],
  /** Pressure of the water side, Pa. */
  waterPressure: ['water', 150_000, 0, 400_000],
  /** Water level of a steam boiler over normal. */
  waterLevel: ['water', 1, 0, 1],
} as const satisfies Record<string, readonly [group: string, sound: number, min: number, max: number]>

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
}

export const FAULTS: readonly FaultParameter[] = (Object.keys(TABLE) as FaultId[]).map((id) => {
  const [group, sound, min, max] = TABLE[id]
  return { id, group, sound, min, max }
})

/** An appliance with nothing wrong. */
export const SOUND: Faults = Object.fromEntries(FAULTS.map((f) => [f.id, f.sound])) as Record<FaultId, number>
