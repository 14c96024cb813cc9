/** `npm run bench`: ratios and counts within one run; never a test. */
import { analyseFlue, flueNumbers, molarEnthalpy, saturationPressure, saturationTemperature } from '@lucerna/core/flue'
import { presetGas } from '@lucerna/core/gas'
import { foldBench } from './fold'
import { simBench } from './sim'
import { workingsBench } from './workings'

const methane = presetGas('methane')
/** Calls per second of a function that gets a changing oxygen content; the sum keeps the optimiser honest. */
function rate(work: (o2: number) => number): number {
  let sum = 0
  const round = (n: number) => {
    const began = performance.now()
    for (let i = 0; i < n; i++) sum += work(0.03 + (i % 1000) * 1e-4)
    return n / ((performance.now() - began) / 1000)
  }
  round(100_000)
  const best = Math.max(...Array.from({ length: 5 }, () => round(200_000)))
  if (!Number.isFinite(sum)) throw new Error('not a number')
  return best
}

/** The same polynomials and saturation curve, without the balance around them. */
const bare = rate((o2) => {
  const tf = 420 + o2
  const polynomials =
    molarEnthalpy('CO2', tf) +
    molarEnthalpy('CO', tf) +
    molarEnthalpy('O2', tf) +
    molarEnthalpy('N2', tf) +
    molarEnthalpy('H2O', tf) +
    molarEnthalpy('CO2', 293) +
    molarEnthalpy('CO', 293) +
    molarEnthalpy('O2', 293) +
    molarEnthalpy('N2', 293)
  return polynomials + saturationTemperature(15_000 + o2 * 1000) + saturationPressure(320 + o2)
})
const numeric = rate(
  (o2) =>
    flueNumbers(methane.terms, {
      o2Dry: o2,
      coDry: 50e-6,
      flueTemperatureK: 420,
      airTemperatureK: 293,
      airWaterRatio: 0,
      pressurePa: 101325,
      referenceK: 298.15,
    }).grossEfficiency,
)
const checked = rate((o2) => {
  const result = analyseFlue(methane, { o2Dry: o2, coDry: 50e-6, flueTemperatureK: 420, airTemperatureK: 293 })
  return result.ok ? result.value.grossEfficiency : 0
})
const shown = (n: number) => `${(n / 1e6).toFixed(2)} million/s`
console.log(
  `flue analysis, numeric    ${shown(numeric)}   ${(bare / numeric).toFixed(2)} × a bare loop over the same polynomials (meant: 2 at most)`,
)
console.log(`flue analysis, checked    ${shown(checked)}   ${(bare / checked).toFixed(2)} ×`)
console.log(`bare loop                 ${shown(bare)}`)
workingsBench()
foldBench()
simBench()
