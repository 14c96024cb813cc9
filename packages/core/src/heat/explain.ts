import { type FormulaLine, line, term } from '../explain'

/** The temperature rise of warm air: supply less return. */
export const explainRise = (supplyK: number, returnK: number): FormulaLine =>
  line(
    'ΔT = T_supply − T_return',
    [term('T_supply', supplyK, 'temperature'), term('T_return', returnK, 'temperature')],
    term('ΔT', supplyK - returnK, 'temperatureDifference'),
    'definition',
  )
