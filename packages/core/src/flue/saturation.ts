import { ATMOSPHERE_PA } from '../gas'

const { exp, log, sqrt } = Math

const CRITICAL_K = 647.096
const CRITICAL_PA = 22.064e6

/**
 * Saturation pressure of water, Pa, over the liquid; 273.15–647 K.
 * Source: Wagner and Pruss, J. Phys. Chem. Ref. Data 31 (2002) 387, eq. 2.5.
 *
 * @example
 * saturationPressure(373.15) // 101 418 Pa (100 °C boils just under one atmosphere on this scale)
 */
export function saturationPressure(temperatureK: number): number {
  const t = 1 - temperatureK / CRITICAL_K
  const root = sqrt(t)
  const t2 = t * t
  const t3 = t2 * t
  const t4 = t2 * t2
  const series =
    t * (-7.85951783 + 1.84408259 * root) + t3 * (-11.7866497 + 22.6807411 * root) - 15.9618719 * t4 + 1.80122502 * t4 * t3 * root
  return CRITICAL_PA * exp((CRITICAL_K / temperatureK) * series)
}

/**
 * The temperature at which water vapour of this partial pressure begins to condense, K: the saturation curve inverted by Newton's method to
 * better than 0.001 K. Range 650 Pa (about 1 °C) to 200 kPa.
 *
 * @example
 * saturationTemperature(7384.9) // 313.15 K (40 °C)
 */
export function saturationTemperature(partialPressurePa: number): number {
  // First guess from the Magnus form; the curve of ln p over 1/T is nearly straight, so three steps are plenty.
  const magnus = log(partialPressurePa / 611.2)
  let t = 273.15 + (243.12 * magnus) / (17.62 - magnus)
  for (let i = 0; i < 4; i++) {
    const p = saturationPressure(t)
    // Clausius–Clapeyron gives the slope well enough: h_fg/(R·T²) with h_fg near 44 kJ/mol falling by 43 J/(mol·K).
    const slope = (44000 - 43 * (t - 298.15)) / (8.314462618 * t * t)
    const step = log(partialPressurePa / p) / slope
    t += step
    if (step < 1e-6 && step > -1e-6) break
  }
  return t
}

/**
 * Water carried by air, mol per mol of dry air, from relative humidity (0–1), temperature and absolute pressure.
 *
 * @example
 * airWater(0.6, 293.15) // 0.01405
 */
export function airWater(relativeHumidity: number, temperatureK: number, pressurePa: number = ATMOSPHERE_PA): number {
  const vapour = relativeHumidity * saturationPressure(temperatureK)
  return vapour / (pressurePa - vapour)
}
