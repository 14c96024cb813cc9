/**
 * Every unit the trade writes, by quantity. `factor` and `offset` give SI: `si = value * factor + offset`.
 * Factors: NIST SP 811 (2008) appendix B; 1 inH2O is the conventional one (4 °C); BTU is the International Table BTU.
 */
interface UnitSpec {
  readonly factor: number
  readonly offset?: number
  /** What people type for it, lower case, without spaces. The symbol itself is always understood. */
  readonly aliases?: readonly string[]
}

const FOOT_M = 0.3048
const FT3_M3 = FOOT_M ** 3
const BTU_J = 1055.05585262
const PSI_PA = 6894.757293168
/** Conventional inch of mercury, 0 °C (NIST SP 811). */
const IN_HG_PA = 3386.389

export const UNITS = {
  pressure: {
    Pa: { factor: 1, aliases: ['pascal', 'pascals'] },
    hPa: { factor: 100 },
    mbar: { factor: 100, aliases: ['mb', 'mbars', 'millibar', 'millibars'] },
    kPa: { factor: 1000 },
    bar: { factor: 1e5, aliases: ['bars'] },
    inH2O: {
      factor: 249.08891,
      aliases: ['inh₂o', 'inwc', 'inwg', 'iwc', 'wc', 'in', 'inch', 'inches', '"', '"wc', '"wg', '″', '″wc', 'in.wc', 'in.wg', 'in.'],
    },
    mmH2O: { factor: 9.80665, aliases: ['mmh₂o', 'mmwc', 'mmwg'] },
    inHg: { factor: IN_HG_PA, aliases: ['in.hg', '"hg'] },
    mmHg: { factor: IN_HG_PA / 25.4, aliases: ['torr'] },
    psi: { factor: PSI_PA, aliases: ['psig'] },
    'ozf/in²': { factor: PSI_PA / 16, aliases: ['oz', 'ozf', 'osi', 'oz/in2', 'oz/in²', 'ozf/in2'] },
  },
  /** Against nothing, not against the room: barometers, and what is called "psia". */
  absolutePressure: {
    Pa: { factor: 1, aliases: ['paa', 'pa(a)'] },
    mbar: { factor: 100, aliases: ['mbara', 'mbar(a)', 'hpa', 'mb'] },
    kPa: { factor: 1000, aliases: ['kpaa', 'kpa(a)'] },
    bar: { factor: 1e5, aliases: ['bara', 'bar(a)'] },
    psia: { factor: PSI_PA, aliases: ['psi', 'psi(a)'] },
    inHg: { factor: IN_HG_PA, aliases: ['in.hg', '"hg', 'in', 'inches', '"'] },
    mmHg: { factor: IN_HG_PA / 25.4, aliases: ['torr'] },
    atm: { factor: 101_325 },
  },
  temperature: {
    K: { factor: 1, aliases: ['kelvin'] },
    '°C': { factor: 1, offset: 273.15, aliases: ['c', 'degc', 'ºc', 'celsius'] },
    '°F': { factor: 5 / 9, offset: 459.67 * (5 / 9), aliases: ['f', 'degf', 'ºf', 'fahrenheit'] },
  },
  temperatureDifference: {
    K: { factor: 1, aliases: ['c', '°c', 'degc', 'ºc', 'kelvin'] },
    'Δ°F': { factor: 5 / 9, aliases: ['f', '°f', 'degf', 'ºf', 'df'] },
  },
  fraction: {
    'mol/mol': { factor: 1 },
    '%': { factor: 0.01, aliases: ['percent', 'vol%', '%vol', 'pc'] },
    ppm: { factor: 1e-6, aliases: ['ppmv'] },
  },
  ratio: { '1': { factor: 1, aliases: [] }, '%': { factor: 0.01, aliases: ['percent'] } },
  power: {
    W: { factor: 1, aliases: ['watt', 'watts'] },
    kW: { factor: 1000, aliases: ['kilowatt', 'kilowatts'] },
    'BTU/h': { factor: BTU_J / 3600, aliases: ['btuh', 'btu/hr', 'btu'] },
    'kBTU/h': { factor: (1000 * BTU_J) / 3600, aliases: ['mbh', 'kbtuh', 'mbtuh'] },
  },
  energyPerVolume: {
    'J/m³': { factor: 1, aliases: ['j/m3'] },
    'MJ/m³': { factor: 1e6, aliases: ['mj/m3', 'mj'] },
    'kWh/m³': { factor: 3.6e6, aliases: ['kwh/m3', 'kwh'] },
    'BTU/ft³': { factor: BTU_J / FT3_M3, aliases: ['btu/ft3', 'btu/cf', 'btu'] },
  },
  volume: {
    'm³': { factor: 1, aliases: ['m3', 'cum'] },
    L: { factor: 1e-3, aliases: ['l', 'litre', 'litres', 'liter', 'liters', 'dm3'] },
    'ft³': { factor: FT3_M3, aliases: ['ft3', 'cf', 'cuft', 'cu.ft'] },
  },
  flow: {
    'm³/s': { factor: 1, aliases: ['m3/s'] },
    'm³/h': { factor: 1 / 3600, aliases: ['m3/h', 'm3/hr'] },
    'L/min': { factor: 1e-3 / 60, aliases: ['l/min', 'lpm'] },
    'L/h': { factor: 1e-3 / 3600, aliases: ['l/h', 'l/hr'] },
    'cm³/h': { factor: 1e-6 / 3600, aliases: ['cm3/h', 'cc/h', 'ml/h'] },
    'ft³/h': { factor: FT3_M3 / 3600, aliases: ['ft3/h', 'cfh', 'ft3/hr'] },
    gpm: { factor: 3.785411784e-3 / 60, aliases: ['gal/min', 'usgpm'] },
    'ft³/min': { factor: FT3_M3 / 60, aliases: ['ft3/min', 'cfm'] },
  },
  length: {
    m: { factor: 1, aliases: ['metre', 'metres', 'meter', 'meters'] },
    mm: { factor: 1e-3 },
    cm: { factor: 1e-2 },
    in: { factor: 0.0254, aliases: ['inch', 'inches', '"', '″'] },
    ft: { factor: FOOT_M, aliases: ['foot', 'feet', "'", '′'] },
  },
  area: {
    'm²': { factor: 1, aliases: ['m2'] },
    'cm²': { factor: 1e-4, aliases: ['cm2', 'sqcm'] },
    'mm²': { factor: 1e-6, aliases: ['mm2'] },
    'in²': { factor: 0.0254 ** 2, aliases: ['in2', 'sqin'] },
    'ft²': { factor: FOOT_M ** 2, aliases: ['ft2', 'sqft'] },
  },
  mass: { kg: { factor: 1 }, g: { factor: 1e-3 }, lb: { factor: 0.45359237, aliases: ['lbs'] } },
  density: {
    'kg/m³': { factor: 1, aliases: ['kg/m3'] },
    'mg/m³': { factor: 1e-6, aliases: ['mg/m3'] },
    'lb/ft³': { factor: 0.45359237 / FT3_M3, aliases: ['lb/ft3'] },
  },
  velocity: { 'm/s': { factor: 1 }, 'ft/s': { factor: FOOT_M, aliases: ['fps'] }, 'ft/min': { factor: FOOT_M / 60, aliases: ['fpm'] } },
  viscosity: { Pa·s: { factor: 1, aliases: ['pas'] }, µPa·s: { factor: 1e-6, aliases: ['upas', 'µpas'] } },
  heatCapacity: { 'J/K': { factor: 1 }, 'kJ/K': { factor: 1000 }, 'BTU/°F': { factor: BTU_J * 1.8, aliases: ['btu/f'] } },
  time: {
    s: { factor: 1, aliases: ['sec', 'secs', 'second', 'seconds'] },
    min: { factor: 60, aliases: ['mins', 'minute', 'minutes'] },
    h: { factor: 3600, aliases: ['hr', 'hrs', 'hour', 'hours'] },
  },
  voltage: { V: { factor: 1, aliases: ['volt', 'volts'] }, mV: { factor: 1e-3, aliases: ['millivolt', 'millivolts'] } },
  current: {
    A: { factor: 1, aliases: ['amp', 'amps'] },
    mA: { factor: 1e-3, aliases: ['milliamp', 'milliamps'] },
    µA: { factor: 1e-6, aliases: ['ua', 'μa', 'microamp', 'microamps'] },
  },
  resistance: {
    Ω: { factor: 1, aliases: ['ohm', 'ohms', 'Ω', 'r'] },
    mΩ: { factor: 1e-3, aliases: ['milliohm', 'milliohms'] },
    kΩ: { factor: 1e3, aliases: ['kohm', 'kohms', 'kΩ', 'k'] },
    MΩ: { factor: 1e6, aliases: ['Mohm', 'Mohms', 'megohm', 'megohms'] },
  },
  frequency: { Hz: { factor: 1 }, rpm: { factor: 1 / 60, aliases: ['r/min'] } },
  turns: { turn: { factor: 1, aliases: ['turns', 'rev', 'revs'] }, click: { factor: 1, aliases: ['clicks'] } },
  emission: { 'kg/J': { factor: 1 }, 'mg/kWh': { factor: 1e-6 / 3.6e6, aliases: [] } },
  massFlow: { 'kg/s': { factor: 1 }, 'kg/h': { factor: 1 / 3600 }, 'lb/h': { factor: 0.45359237 / 3600 } },
} as const satisfies Record<string, Record<string, UnitSpec>>

export type Quantity = keyof typeof UNITS
export type UnitOf<Q extends Quantity> = Extract<keyof (typeof UNITS)[Q], string>
/** Any unit symbol of any quantity. */
export type Unit = { [Q in Quantity]: UnitOf<Q> }[Quantity]

/** All quantities, in no special order. */
export const QUANTITIES = Object.keys(UNITS) as Quantity[]

/** The units a quantity can be written in, SI first. `unitsOf('temperature')` → `['K', '°C', '°F']`. */
export const unitsOf = (quantity: Quantity): Unit[] => Object.keys(UNITS[quantity]) as Unit[]

/** The specification of one unit of a quantity, or undefined when that quantity is never written in it. */
const unitSpec = (quantity: Quantity, unit: string): UnitSpec | undefined => (UNITS[quantity] as Record<string, UnitSpec>)[unit]

function specOrThrow(quantity: Quantity, unit: string): UnitSpec {
  const spec = unitSpec(quantity, unit)
  if (!spec) throw new RangeError(`${unit} is not a unit of ${quantity}`)
  return spec
}

/**
 * A value in some unit as SI.
 *
 * @throws RangeError when the unit does not belong to the quantity.
 * @example
 * toSi(21, 'mbar', 'pressure') // 2100 (Pa)
 * toSi(68, '°F', 'temperature') // 293.15 (K)
 */
export function toSi(value: number, unit: string, quantity: Quantity): number {
  const { factor, offset = 0 } = specOrThrow(quantity, unit)
  return value * factor + offset
}

/**
 * An SI value in some unit.
 *
 * @throws RangeError when the unit does not belong to the quantity.
 * @example
 * fromSi(2100, 'mbar', 'pressure') // 21
 */
export function fromSi(valueSi: number, unit: string, quantity: Quantity): number {
  const { factor, offset = 0 } = specOrThrow(quantity, unit)
  return (valueSi - offset) / factor
}

/**
 * The size of a *difference* of one SI step, in some unit: for uncertainties, drops and scatter, where an offset must not count.
 *
 * @example
 * spanFromSi(1, '°F', 'temperature') // 1.8
 */
export const spanFromSi = (spanSi: number, unit: string, quantity: Quantity): number => spanSi / specOrThrow(quantity, unit).factor
