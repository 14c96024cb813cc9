import type { Term } from '@lucerna/core/explain'
import { formatSignificant, fromSi, type Quantity } from '@lucerna/core/units'
import { unitSymbol, type Units, inUnit } from './figures'
import { locale } from './words'

/** The unit each quantity is shown in where no field says otherwise (formulas, problems). */
const UNIT: Partial<Record<Quantity, { metric: string; imperial: string }>> = {
  pressure: { metric: 'mbar', imperial: 'inH2O' },
  absolutePressure: { metric: 'mbar', imperial: 'inHg' },
  temperature: { metric: '°C', imperial: '°F' },
  temperatureDifference: { metric: 'K', imperial: 'Δ°F' },
  fraction: { metric: '%', imperial: '%' },
  power: { metric: 'kW', imperial: 'BTU/h' },
  energyPerVolume: { metric: 'MJ/m³', imperial: 'BTU/ft³' },
  volume: { metric: 'L', imperial: 'ft³' },
  flow: { metric: 'm³/h', imperial: 'ft³/h' },
  length: { metric: 'm', imperial: 'ft' },
  area: { metric: 'cm²', imperial: 'in²' },
  mass: { metric: 'kg', imperial: 'lb' },
  velocity: { metric: 'm/s', imperial: 'ft/s' },
  resistance: { metric: 'Ω', imperial: 'Ω' },
  emission: { metric: 'mg/kWh', imperial: 'mg/kWh' },
  massFlow: { metric: 'kg/h', imperial: 'lb/h' },
  heatCapacity: { metric: 'kJ/K', imperial: 'kJ/K' },
  density: { metric: 'kg/m³', imperial: 'kg/m³' },
}

/** Four significant digits, no more than needed. */
export const plain = (value: number): string => formatSignificant(value, 4, locale())

/** A term of a formula as written, in units of a school; absolute where a formula multiplies temperatures. */
export function termText({ symbol, valueSi, quantity }: Term, units: Units): string {
  if (quantity === 'ratio') return plain(valueSi)
  if (quantity === 'temperature') return inUnit(plain(valueSi), 'K')
  if (quantity === 'fraction' && /^(CO(_|$)|X_|C(_|$))/.test(symbol) && Math.abs(valueSi) < 0.005)
    return inUnit(plain(valueSi * 1e6), 'ppm')
  if (quantity === 'length' && Math.abs(valueSi) < 0.3)
    return units === 'metric' ? inUnit(plain(valueSi * 1000), 'mm') : inUnit(plain(valueSi / 0.0254), 'in')
  if (quantity === 'flow' && Math.abs(valueSi) < 3e-6 && units === 'metric') return inUnit(plain(valueSi * 3.6e6), 'L/h')
  if (quantity === 'voltage' && Math.abs(valueSi) < 1) return inUnit(plain(valueSi * 1000), 'mV')
  if (quantity === 'current' && Math.abs(valueSi) < 1e-3) return inUnit(plain(valueSi * 1e6), 'µA')
  if (quantity === 'resistance' && Math.abs(valueSi) < 1) return inUnit(plain(valueSi * 1000), 'mΩ')
  if (quantity === 'time' && valueSi > 600) return inUnit(plain(valueSi / 60), 'min')
  const unit = UNIT[quantity]?.[units]
  if (unit === undefined) return inUnit(plain(valueSi), SI_UNIT[quantity] ?? '')
  return inUnit(plain(fromSi(valueSi, unit, quantity)), unitSymbol(unit))
}

const SI_UNIT: Partial<Record<Quantity, string>> = { time: 's', voltage: 'V', current: 'A', viscosity: 'Pa·s' }
