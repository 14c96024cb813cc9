import type { Quantity, Shown } from '../units'
import type { Station } from './stations'

/** What an instrument has to offer for a measurand; an instrument's channels carry the same names. */
export const CHANNELS = [
  'o2',
  'co2',
  'co',
  'no',
  'flueTemperature',
  'airTemperature',
  'temperature',
  'pressure',
  'draught',
  'voltage',
  'current',
  'resistance',
  'combustibleGas',
  'stopwatch',
  'meterIndex',
  'speed',
  'flow',
  'humidity',
  'length',
  'gauge',
] as const
export type Channel = (typeof CHANNELS)[number]

/** Read off a dial, a stopwatch, a rule, a bubble tube or the appliance's own gauge: no instrument of the register has to be named for them. */
export const BY_EYE: readonly Channel[] = ['stopwatch', 'meterIndex', 'length', 'flow', 'gauge']

export interface Measurand {
  readonly id: string
  readonly quantity: Quantity
  /** Where it can be taken. */
  readonly stations: readonly Station[]
  readonly origin: 'measured' | 'computed'
  /** What instrument channel measures it; none for computed ones. */
  readonly channel?: Channel
  /** Shown unit and digits in the two schools' units. */
  readonly metric: Shown
  readonly imperial: Shown
  /** Physically possible values, SI. Outside, the reading is refused. */
  readonly range: { readonly min: number; readonly max: number }
  /** What is met on sound and on faulty appliances, SI: a value outside that makes sense in another unit is asked about. */
  readonly usual?: { readonly min: number; readonly max: number }
  /** The channel has to be zeroed first: outdoors in clean air, or at the connection each time. */
  readonly zero?: 'clean-air' | 'at-connection'
  /** Void in the first minute after light-off. */
  readonly lightOffBlanking?: true
}

type Spec = Omit<Measurand, 'id' | 'origin'> & { origin?: Measurand['origin'] }

const mbar = (digits: number): Shown => ({ unit: 'mbar', digits })
const inWc = (digits: number): Shown => ({ unit: 'inH2O', digits })
const C = (celsius: number) => celsius + 273.15

const gasPressure = (stations: Station[], usualMaxPa = 12_000): Spec => ({
  quantity: 'pressure',
  stations,
  channel: 'pressure',
  metric: mbar(1),
  imperial: inWc(1),
  range: { min: -10_000, max: 500_000 },
  usual: { min: 200, max: usualMaxPa },
  zero: 'at-connection',
})
const smallPressure = (stations: Station[], usual: { min: number; max: number }, channel: Channel = 'pressure'): Spec => ({
  quantity: 'pressure',
  stations,
  channel,
  metric: mbar(2),
  imperial: inWc(2),
  range: { min: -5_000, max: 10_000 },
  usual,
  zero: 'at-connection',
})
const pressureChange = (stations: Station[]): Spec => ({
  quantity: 'pressure',
  stations,
  channel: 'pressure',
  metric: mbar(1),
  imperial: inWc(1),
  range: { min: -10_000, max: 20_000 },
  zero: 'at-connection',
})
const temperature = (stations: Station[], usual: { min: number; max: number }, channel: Channel = 'temperature'): Spec => ({
  quantity: 'temperature',
  stations,
  channel,
  metric: { unit: '°C', digits: 1 },
  imperial: { unit: '°F', digits: 0 },
  range: { min: 200, max: 1500 },
  usual: { min: C(usual.min), max: C(usual.max) },
})
const percent = (stations: Station[], max: number, channel?: Channel, digits = 1): Spec => ({
  quantity: 'fraction',
  stations,
  ...(channel && { channel }),
  metric: { unit: '%', digits },
  imperial: { unit: '%', digits },
  range: { min: 0, max },
})
const ppm = (stations: Station[], channel: Channel): Spec => ({
  quantity: 'fraction',
  stations,
  channel,
  metric: { unit: 'ppm', digits: 0 },
  imperial: { unit: 'ppm', digits: 0 },
  range: { min: 0, max: 0.1 },
})
const seconds = (stations: Station[], max = 7200): Spec => ({
  quantity: 'time',
  stations,
  channel: 'stopwatch',
  metric: { unit: 's', digits: 0 },
  imperial: { unit: 's', digits: 0 },
  range: { min: 0, max },
})
const both = (unit: string, digits: number): Pick<Spec, 'metric' | 'imperial'> => ({ metric: { unit, digits }, imperial: { unit, digits } })
const ohms = (unit: string, digits: number): Spec => ({
  quantity: 'resistance',
  stations: ['electrics'],
  channel: 'resistance',
  ...both(unit, digits),
  range: { min: 0, max: 1e9 },
})
const millivolts = (usualMaxV: number): Spec => ({
  quantity: 'voltage',
  stations: ['electrics'],
  channel: 'voltage',
  ...both('mV', 0),
  range: { min: -2, max: 2 },
  usual: { min: 0, max: usualMaxV },
})
const volts: Spec = { quantity: 'voltage', stations: ['electrics'], channel: 'voltage', ...both('V', 1), range: { min: -1000, max: 1000 } }
const amps = (digits: number): Spec => ({
  quantity: 'current',
  stations: ['electrics'],
  channel: 'current',
  ...both('A', digits),
  range: { min: 0, max: 100 },
})
const computed = <T extends Spec>(spec: T): T & { origin: 'computed' } => ({ ...spec, origin: 'computed' })
const power = {
  quantity: 'power',
  metric: { unit: 'kW', digits: 1 },
  imperial: { unit: 'BTU/h', digits: 0 },
  range: { min: 0, max: 1e9 },
} as const
const leak = {
  quantity: 'flow',
  metric: { unit: 'L/h', digits: 2 },
  imperial: { unit: 'ft³/h', digits: 4 },
  range: { min: -10, max: 10 },
} as const
const efficiency: Spec = { quantity: 'ratio', stations: ['flue'], ...both('%', 1), range: { min: -1, max: 1.2 } }

const TABLE = {
  // Gas side, from the street
  'pressure.standing': gasPressure(['meter', 'isolator', 'inlet']),
  'pressure.working': gasPressure(['meter', 'isolator', 'inlet']),
  'pressure.drop': computed({ ...pressureChange(['pipe']), metric: mbar(1), imperial: inWc(2) }),
  'pressure.letByRise': pressureChange(['pipe']),
  'pressure.tightnessFall': pressureChange(['pipe']),
  'leak.installation': computed({ ...leak, stations: ['pipe'] }),
  'leak.smallest': computed({ ...leak, stations: ['pipe'] }),
  'pressure.ignitionDip': pressureChange(['inlet']),
  'pressure.seatRise': pressureChange(['valve']),
  'pressure.outletShut': smallPressure(['valve', 'burner'], { min: -200, max: 500 }),
  'pressure.valveOutlet': smallPressure(['valve', 'burner'], { min: -600, max: 600 }),
  'pressure.manifold': { ...gasPressure(['burner'], 4_500), usual: { min: 50, max: 4_500 }, imperial: inWc(2) },
  'pressure.fanSuction': smallPressure(['burner', 'chamber'], { min: -2_000, max: 0 }),
  'pressure.venturi': smallPressure(['burner'], { min: 0, max: 2_000 }),
  'pressure.chamberDifferential': smallPressure(['chamber'], { min: 0, max: 1_500 }),
  'pressure.chamber': smallPressure(['chamber'], { min: -200, max: 1_000 }),
  'volume.metered': {
    quantity: 'volume',
    stations: ['meter'],
    channel: 'meterIndex',
    metric: { unit: 'L', digits: 1 },
    imperial: { unit: 'ft³', digits: 2 },
    range: { min: 0, max: 1000 },
  },
  'time.metered': seconds(['meter']),
  'rate.gas': computed({
    quantity: 'flow',
    stations: ['meter'],
    metric: { unit: 'm³/h', digits: 3 },
    imperial: { unit: 'ft³/h', digits: 1 },
    range: { min: 0, max: 10 },
  }),
  'input.gross': computed({ ...power, stations: ['burner'] }),
  'input.net': computed({ ...power, stations: ['burner'] }),
  'temperature.gas': temperature(['meter'], { min: -20, max: 50 }),
  'leak.seat': {
    quantity: 'flow',
    stations: ['valve'],
    channel: 'flow',
    metric: { unit: 'cm³/h', digits: 0 },
    imperial: { unit: 'cm³/h', digits: 0 },
    range: { min: 0, max: 0.01 },
  },
  'air.primaryOpening': { ...percent(['burner'], 1), channel: 'length' },
  // Flue gas
  'o2.flue': { ...percent(['flue'], 0.2095, 'o2'), zero: 'clean-air', lightOffBlanking: true },
  'co2.flue': { ...percent(['flue'], 0.2, 'co2'), zero: 'clean-air', lightOffBlanking: true },
  'co.flue': { ...ppm(['flue'], 'co'), zero: 'clean-air', lightOffBlanking: true },
  'no.flue': { ...ppm(['flue'], 'no'), zero: 'clean-air', lightOffBlanking: true },
  'temperature.flue': { ...temperature(['flue'], { min: 15, max: 500 }, 'flueTemperature'), lightOffBlanking: true },
  'temperature.netStack': computed({
    quantity: 'temperatureDifference',
    stations: ['flue'],
    metric: { unit: 'K', digits: 1 },
    imperial: { unit: 'Δ°F', digits: 0 },
    range: { min: 0, max: 1000 },
  }),
  'o2.flueComputed': computed(percent(['flue'], 0.2095)),
  'co2.flueComputed': computed(percent(['flue'], 0.2)),
  'co.airFree': computed({ quantity: 'fraction', stations: ['flue'], ...both('ppm', 0), range: { min: 0, max: 1 } }),
  'ratio.coToCo2': computed({ quantity: 'ratio', stations: ['flue'], ...both('1', 4), range: { min: 0, max: 10 } }),
  'air.excess': computed({ quantity: 'ratio', stations: ['flue'], ...both('%', 0), range: { min: -1, max: 100 } }),
  'air.lambda': computed({ quantity: 'ratio', stations: ['flue'], ...both('1', 2), range: { min: 0, max: 100 } }),
  'temperature.dewPoint': computed(temperature(['flue'], { min: 0, max: 80 })),
  'efficiency.net': computed(efficiency),
  'efficiency.gross': computed(efficiency),
  'loss.short': computed(efficiency),
  'condensate.rate': computed({
    quantity: 'massFlow',
    stations: ['flue'],
    metric: { unit: 'kg/h', digits: 2 },
    imperial: { unit: 'lb/h', digits: 2 },
    range: { min: 0, max: 10 },
  }),
  'emission.co': computed({ quantity: 'emission', stations: ['flue'], ...both('mg/kWh', 0), range: { min: 0, max: 1 } }),
  'emission.nox': computed({ quantity: 'emission', stations: ['flue'], ...both('mg/kWh', 0), range: { min: 0, max: 1 } }),
  'draught.flue': {
    quantity: 'pressure',
    stations: ['flue'],
    channel: 'draught',
    metric: { unit: 'Pa', digits: 1 },
    imperial: inWc(3),
    range: { min: -1_000, max: 1_000 },
    usual: { min: -60, max: 60 },
    zero: 'at-connection',
  },
  'draught.theoretical': computed({
    quantity: 'pressure',
    stations: ['flue'],
    metric: { unit: 'Pa', digits: 1 },
    imperial: inWc(3),
    range: { min: -1_000, max: 1_000 },
  }),
  // Room and intake
  'co.ambient': { ...ppm(['room'], 'co'), zero: 'clean-air' },
  'co.caseSweep': { ...ppm(['room'], 'co'), zero: 'clean-air' },
  'gas.ambient': { ...percent(['room'], 1, 'combustibleGas', 2), zero: 'clean-air' },
  'pressure.room': {
    quantity: 'pressure',
    stations: ['room'],
    channel: 'draught',
    metric: { unit: 'Pa', digits: 1 },
    imperial: inWc(3),
    range: { min: -500, max: 500 },
    zero: 'at-connection',
  },
  'pressure.barometer': {
    quantity: 'pressure',
    stations: ['room'],
    channel: 'pressure',
    metric: mbar(0),
    imperial: mbar(0),
    range: { min: 50_000, max: 110_000 },
  },
  'humidity.air': { ...percent(['room', 'intake'], 1, 'humidity', 0) },
  'temperature.air': temperature(['intake', 'room'], { min: -40, max: 60 }, 'airTemperature'),
  'o2.intake': { ...percent(['intake'], 0.22, 'o2'), zero: 'clean-air' },
  'co2.intake': { ...percent(['intake'], 0.2, 'co2', 2), zero: 'clean-air' },
  // Water side
  'temperature.flow': temperature(['water'], { min: 0, max: 130 }),
  'temperature.return': temperature(['water'], { min: 0, max: 130 }),
  'temperature.coldMain': temperature(['water'], { min: 0, max: 40 }),
  'temperature.hotDraw': temperature(['water'], { min: 10, max: 90 }),
  'flow.water': {
    quantity: 'flow',
    stations: ['water'],
    channel: 'flow',
    metric: { unit: 'L/min', digits: 1 },
    imperial: { unit: 'L/min', digits: 1 },
    range: { min: 0, max: 1 },
  },
  'pressure.water': {
    quantity: 'pressure',
    stations: ['water'],
    channel: 'gauge',
    metric: { unit: 'bar', digits: 1 },
    imperial: { unit: 'psi', digits: 0 },
    range: { min: -1e5, max: 2e6 },
  },
  'pressure.expansionVessel': {
    quantity: 'pressure',
    stations: ['water'],
    channel: 'gauge',
    metric: { unit: 'bar', digits: 1 },
    imperial: { unit: 'psi', digits: 0 },
    range: { min: -1e5, max: 2e6 },
  },
  'pressure.steam': {
    quantity: 'pressure',
    stations: ['water'],
    channel: 'gauge',
    metric: { unit: 'bar', digits: 2 },
    imperial: { unit: 'psi', digits: 1 },
    range: { min: -1e5, max: 2e6 },
  },
  'level.lowWaterCutoff': {
    quantity: 'length',
    stations: ['water'],
    channel: 'length',
    metric: { unit: 'mm', digits: 0 },
    imperial: { unit: 'in', digits: 2 },
    range: { min: -2, max: 2 },
  },
  // Warm air side
  'temperature.supplyAir': temperature(['air'], { min: 0, max: 120 }),
  'temperature.returnAir': temperature(['air'], { min: -10, max: 50 }),
  'temperature.rise': computed({
    quantity: 'temperatureDifference',
    stations: ['air', 'water'],
    metric: { unit: 'K', digits: 1 },
    imperial: { unit: 'Δ°F', digits: 0 },
    range: { min: -50, max: 200 },
  }),
  'pressure.externalStatic': smallPressure(['air'], { min: -300, max: 600 }, 'draught'),
  'flow.air': {
    quantity: 'flow',
    stations: ['air'],
    channel: 'flow',
    metric: { unit: 'm³/h', digits: 0 },
    imperial: { unit: 'ft³/min', digits: 0 },
    range: { min: 0, max: 100 },
  },
  'co.supplyAir': { ...ppm(['air'], 'co'), zero: 'clean-air' },
  // Electrics
  'flame.current': {
    quantity: 'current',
    stations: ['electrics'],
    channel: 'current',
    ...both('µA', 1),
    range: { min: -1e-3, max: 1e-3 },
    usual: { min: 0, max: 60e-6 },
  },
  'thermocouple.open': millivolts(0.06),
  'thermocouple.loaded': millivolts(0.06),
  'pilotGenerator.open': millivolts(1.2),
  'pilotGenerator.loaded': millivolts(1.2),
  'igniter.coldResistance': ohms('Ω', 1),
  'igniter.current': amps(2),
  'coil.resistance': ohms('Ω', 0),
  'coil.pullInVoltage': volts,
  'coil.holdVoltage': volts,
  'thermistor.resistance': ohms('kΩ', 2),
  'lead.resistance': ohms('kΩ', 1),
  'earth.resistance': ohms('Ω', 2),
  'supply.voltage': volts,
  'stray.voltage': volts,
  'motor.current': amps(2),
  'fan.speed': { quantity: 'frequency', stations: ['electrics'], channel: 'speed', ...both('rpm', 0), range: { min: 0, max: 500 } },
  'electrode.gap': {
    quantity: 'length',
    stations: ['electrics'],
    channel: 'length',
    metric: { unit: 'mm', digits: 1 },
    imperial: { unit: 'mm', digits: 1 },
    range: { min: 0, max: 0.05 },
  },
  // Sequence times
  'time.prePurge': seconds(['electrics']),
  'time.ignition': seconds(['electrics'], 600),
  'time.flameLoss': seconds(['electrics'], 600),
  'time.dropOut': seconds(['electrics'], 600),
  'time.postPurge': seconds(['electrics']),
} as const satisfies Record<string, Spec>

export type MeasurandId = keyof typeof TABLE

/** Every quantity of the trade with its method: forms, tiles, charts, columns, limits, reports and the API are made from this. */
export const MEASURANDS: Readonly<Record<MeasurandId, Measurand>> = Object.fromEntries(
  Object.entries(TABLE).map(([id, spec]) => [id, { origin: 'measured', ...spec, id }]),
) as unknown as Record<MeasurandId, Measurand>

export const MEASURAND_IDS = Object.keys(MEASURANDS) as [MeasurandId, ...MeasurandId[]]

/** Whether a text names a measurand. */
export const isMeasurandId = (id: string): id is MeasurandId => id in MEASURANDS

/** How a measurand is shown in a school's units. `shownAs('pressure.working', 'metric')` → `{ unit: 'mbar', digits: 1 }`. */
export const shownAs = (id: MeasurandId, units: 'metric' | 'imperial'): Shown => MEASURANDS[id][units]
