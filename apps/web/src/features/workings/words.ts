import type { GasChoice, Term } from '@lucerna/core/workings'
import type { Problem } from '@lucerna/core/result'
import { fromSi, type Quantity } from '@lucerna/core/units'
import { unitSymbol, type Units } from '@/ui/figures'
import { hasWords, locale, t } from '@/ui/words'

/** The label of what a working asks or tells; its own where it means something of its own there. */
export const labelOf = (workingId: string, key: string): string =>
  hasWords(`ask.${workingId}.${key}`) ? t(`ask.${workingId}.${key}`) : t(`ask.${key}`)

/** The label of what carries a doubt: a field, or a column as "Pipes: Length". */
export function doubtLabel(workingId: string, key: string): string {
  const [table = '', column] = key.split('.')
  return column === undefined ? labelOf(workingId, table) : `${labelOf(workingId, table)}: ${labelOf(workingId, column)}`
}

const MATERIALS: Record<string, string> = { cu: 'copper', st: 'steel', ehd: 'csst', pe: 'pe' }

/** A pipe size as written. `sizeText('cu-22')` → `'copper 22 mm'`. */
function sizeText(id: string): string | undefined {
  const [, family = '', size = ''] = /^(cu|st|ehd|pe)-(.+)$/.exec(id) ?? []
  if (!family) return undefined
  const material = t(`pick.${MATERIALS[family]}`)
  return family === 'ehd' ? `${material}, EHD ${size}` : `${material}, ${size} ${family === 'st' ? 'in' : 'mm'}`
}

/** A code of a choice or finding in words. */
export function pickText(key: string, option: string): string {
  if (key === 'unit') return unitSymbol(option)
  const size = sizeText(option)
  if (size) return size
  if (key === 'quantity') return t(`quantity.${option}`)
  return hasWords(`gas.${option}`) && key !== 'solveFor' ? t(`gas.${option}`) : t(`pick.${option}`)
}

export const gasText = (choice: GasChoice): string => (typeof choice === 'string' ? t(`gas.${choice}`) : t('calc.own-composition'))

/** The unit each quantity is shown in where no field says otherwise (formulas, problems). */
const UNIT: Partial<Record<Quantity, { metric: string; imperial: string }>> = {
  pressure: { metric: 'mbar', imperial: 'inH2O' },
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
export const plain = (value: number): string =>
  new Intl.NumberFormat(locale(), { maximumSignificantDigits: 4, useGrouping: 'min2' } as unknown as Intl.NumberFormatOptions)
    .format(value)
    .replace('-', '−')

/** A term of a formula as written, in units of a school; absolute where a formula multiplies temperatures. */
export function termText({ symbol, valueSi, quantity }: Term, units: Units): string {
  if (quantity === 'ratio') return plain(valueSi)
  if (quantity === 'temperature') return `${plain(valueSi)} K`
  if (quantity === 'fraction' && /^(CO(_|$)|X_|C(_|$))/.test(symbol) && Math.abs(valueSi) < 0.005) return `${plain(valueSi * 1e6)} ppm`
  if (quantity === 'length' && Math.abs(valueSi) < 0.3)
    return units === 'metric' ? `${plain(valueSi * 1000)} mm` : `${plain(valueSi / 0.0254)} in`
  if (quantity === 'flow' && Math.abs(valueSi) < 3e-6 && units === 'metric') return `${plain(valueSi * 3.6e6)} L/h`
  if (quantity === 'voltage' && Math.abs(valueSi) < 1) return `${plain(valueSi * 1000)} mV`
  if (quantity === 'current' && Math.abs(valueSi) < 1e-3) return `${plain(valueSi * 1e6)} µA`
  if (quantity === 'resistance' && Math.abs(valueSi) < 1) return `${plain(valueSi * 1000)} mΩ`
  if (quantity === 'time' && valueSi > 600) return `${plain(valueSi / 60)} min`
  const unit = UNIT[quantity]?.[units]
  if (unit === undefined) return `${plain(valueSi)} ${SI_UNIT[quantity] ?? ''}`.trim()
  return `${plain(fromSi(valueSi, unit, quantity))} ${unitSymbol(unit)}`
}

const SI_UNIT: Partial<Record<Quantity, string>> = { time: 's', voltage: 'V', current: 'A', viscosity: 'Pa·s' }

/** What of the input a problem means, and how its range is written. */
interface Where {
  readonly label: (key: string) => string
  readonly range: (key: string, value: number) => string
}

/** A problem in words: what is wrong and what to do. */
export function problemWords(problem: Problem, where: Where): string {
  const p = problem.params ?? {}
  const at = (problem.path ?? []).filter((x): x is string => typeof x === 'string').at(-1)
  const key = at ?? (typeof p.name === 'string' ? p.name : '')
  const range = typeof p.min === 'number' && typeof p.max === 'number' ? { from: where.range(key, p.min), to: where.range(key, p.max) } : {}
  const named = typeof p.name === 'string' ? { name: where.label(p.name) } : {}
  return t(`calc-problem.${problem.code}`, {
    ...p,
    ...range,
    ...named,
    ...(typeof p.sum === 'number' && { sum: plain(p.sum) }),
    ...(typeof p.max === 'number' && { most: where.range(key, p.max) }),
  })
}
