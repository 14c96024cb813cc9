import { type FormulaLine, line, term } from '../explain'
import { AIR_OXYGEN, type GasProperties } from '../gas'

/** How the figures of a flue analysis come about, one function a figure: the visit and the Workings explain them alike. */

const BALANCE = 'element balance, air of 20.95% O2'

/** λ from O2; CO is counted in the result. */
export const explainLambda = (gas: Pick<GasProperties, 'dryFlue' | 'stoichiometricAir'>, o2Dry: number, lambda: number): FormulaLine =>
  line(
    'λ = 1 + (Vd0/A0)·O2/(0.2095 − O2)',
    [term('Vd0', gas.dryFlue), term('A0', gas.stoichiometricAir), term('O2', o2Dry, 'fraction')],
    term('λ', lambda),
    `${BALANCE} (CO counted in the result)`,
  )

export const explainExcessAir = (lambda: number): FormulaLine =>
  line('e = λ − 1', [term('λ', lambda)], term('e', lambda - 1, 'fraction'), 'definition')

/** CO2 from O2, or O2 from CO2: by the fuel's line. */
export const explainCo2 = (gas: Pick<GasProperties, 'co2Max'>, o2Dry: number, co2Dry: number): FormulaLine =>
  line(
    'CO2 = CO2max·(1 − O2/0.2095)',
    [term('CO2max', gas.co2Max, 'fraction'), term('O2', o2Dry, 'fraction')],
    term('CO2', co2Dry, 'fraction'),
    `${BALANCE} (less what CO holds)`,
  )
export const explainO2 = (gas: Pick<GasProperties, 'co2Max'>, co2Dry: number, o2Dry: number): FormulaLine =>
  line(
    'O2 = 0.2095·(1 − CO2/CO2max)',
    [term('CO2', co2Dry, 'fraction'), term('CO2max', gas.co2Max, 'fraction')],
    term('O2', o2Dry, 'fraction'),
    `${BALANCE} (less what CO holds)`,
  )

/** @param base oxygen of dry air that the air is taken away by. */
export const explainAirFree = (coDry: number, o2Dry: number, coAirFree: number, base: number = AIR_OXYGEN): FormulaLine =>
  line(
    `CO_af = CO·${base}/(${base} − O2)`,
    [term('CO', coDry, 'fraction'), term('O2', o2Dry, 'fraction')],
    term('CO_af', coAirFree, 'fraction'),
    base === AIR_OXYGEN ? 'element balance; the field writes 20.9' : 'as the practice profile says; dry air has 20.95%',
  )

export const explainRatio = (coDry: number, co2Dry: number, ratio: number): FormulaLine =>
  line('R = CO/CO2', [term('CO', coDry, 'fraction'), term('CO2', co2Dry, 'fraction')], term('R', ratio), 'ratio school')

/** Losses as shares of the gross heat input. */
interface Losses {
  readonly dryLoss: number
  readonly waterLoss: number
  readonly coLoss: number
}
const lossTerms = (l: Losses) => [
  term('q_dry', l.dryLoss, 'fraction'),
  term('q_water', l.waterLoss, 'fraction'),
  term('q_CO', l.coLoss, 'fraction'),
]

export const explainGrossEfficiency = (losses: Losses, efficiency: number): FormulaLine =>
  line(
    'η = 1 − q_dry − q_water − q_CO',
    lossTerms(losses),
    term('η', efficiency, 'fraction'),
    'first principles on gross: element balance, NASA-7 enthalpies',
  )

export const explainNetEfficiency = (
  losses: Losses,
  gas: Pick<GasProperties, 'grossCvJPerM3' | 'netCvJPerM3'>,
  efficiency: number,
): FormulaLine =>
  line(
    'η_net = (1 − q_dry − q_water − q_CO)·Hs/Hi',
    [...lossTerms(losses), term('Hs', gas.grossCvJPerM3, 'energyPerVolume'), term('Hi', gas.netCvJPerM3, 'energyPerVolume')],
    term('η_net', efficiency, 'fraction'),
    'first principles: element balance, NASA-7 enthalpies',
  )

/** What instruments show, on net; the constants go by the family of the gas. */
export const explainShortLoss = (
  gas: Pick<GasProperties, 'family'>,
  flueTemperatureK: number,
  airTemperatureK: number,
  o2Dry: number,
  loss: number,
): FormulaLine =>
  line(
    gas.family === 'third' ? 'qA = (Tf − Ta)·(0.63/(21 − O2) + 0.008)' : 'qA = (Tf − Ta)·(0.66/(21 − O2) + 0.009)',
    [term('Tf', flueTemperatureK, 'temperature'), term('Ta', airTemperatureK, 'temperature'), term('O2', o2Dry, 'fraction')],
    term('qA', loss, 'fraction'),
    'what instruments show, net basis; O2 in percent',
  )

export const explainNetStack = (flueTemperatureK: number, airTemperatureK: number): FormulaLine =>
  line(
    'ΔT = Tf − Ta',
    [term('Tf', flueTemperatureK, 'temperature'), term('Ta', airTemperatureK, 'temperature')],
    term('ΔT', flueTemperatureK - airTemperatureK, 'temperatureDifference'),
    'definition',
  )

export const explainDewPoint = (lambda: number, dewPointK: number): FormulaLine =>
  line('p_sat(Td) = p·x_water(λ)', [term('λ', lambda)], term('Td', dewPointK, 'temperature'), 'Wagner and Pruss 2002; dry combustion air')
