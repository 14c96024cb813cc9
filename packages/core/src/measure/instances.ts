import type { MeasurandId } from './measurands'

/** What there can be several of where a figure is taken: coils of a valve, ends of a wire, sensors, electrodes, limits. */
export const INSTANCES = [
  'coil-1',
  'coil-2',
  'valve-end',
  'board-end',
  'appliance-terminals',
  'ignition-electrode',
  'flame-electrode',
  'ignition-lead',
  'flame-lead',
  'flow-sensor',
  'return-sensor',
  'hot-water-sensor',
  'flue-sensor',
  'outside-sensor',
  'limit-1',
  'limit-2',
  'before-interrupter',
  'behind-interrupter',
] as const
export type Instance = (typeof INSTANCES)[number]

const COILS: readonly Instance[] = ['coil-1', 'coil-2']
const ENDS: readonly Instance[] = ['valve-end', 'board-end']
const SENSORS: readonly Instance[] = ['flow-sensor', 'return-sensor', 'hot-water-sensor', 'flue-sensor', 'outside-sensor']
const MAINS: readonly Instance[] = ['appliance-terminals', 'board-end']
const INTERRUPTER: readonly Instance[] = ['before-interrupter', 'behind-interrupter']
const LIMITS: readonly Instance[] = ['limit-1', 'limit-2']

const OF: Partial<Record<MeasurandId, readonly Instance[]>> = {
  'coil.resistance': COILS,
  'coil.pullInVoltage': COILS,
  'coil.holdVoltage': COILS,
  'valve.supplyAc': ENDS,
  'valve.supplyDc': ENDS,
  'supply.voltage': MAINS,
  'voltage.lineNeutral': MAINS,
  'voltage.lineEarth': MAINS,
  'voltage.neutralEarth': MAINS,
  'electrode.gap': ['ignition-electrode', 'flame-electrode'],
  'lead.resistance': ['ignition-lead', 'flame-lead'],
  'thermistor.resistance': SENSORS,
  'temperature.sensorShown': SENSORS,
  'temperature.sensorMeasured': SENSORS,
  'temperature.limitCutOut': LIMITS,
  'thermocouple.open': INTERRUPTER,
  'thermocouple.loaded': INTERRUPTER,
}

/** Figures that are also taken as a whole, without saying which of several: a thermocouple without an interrupter in its lead. */
export const isAlsoWhole = (id: MeasurandId): boolean => OF[id] === INTERRUPTER

/** Which of several a figure can be of; empty where there is only one. `instancesOf('coil.resistance')` → `['coil-1', 'coil-2']` */
export const instancesOf = (id: MeasurandId): readonly Instance[] => OF[id] ?? []
