/** The Workings: Monte Carlo against bare analyses, and a large pipe network sized. */
import { analyseFlue, flueNumbers } from '@lucerna/core/flue'
import { presetGas } from '@lucerna/core/gas'
import { type PipeSegment, sizeNetwork } from '@lucerna/core/supply'
import { firstInput, scatterWorking, workingById } from '@lucerna/core/workings'
import { seededRandom } from '@lucerna/sim/random'

const SAMPLES = 100_000
const best = (rounds: number, work: () => void): number =>
  Math.min(
    ...Array.from({ length: rounds }, () => {
      const began = performance.now()
      work()
      return performance.now() - began
    }),
  )

/** 100 000 bare analyses over readings that change like a draw does. */
export function workingsBench(): void {
  const gas = presetGas('natural-gas-h')
  const random = seededRandom(3)
  const o2 = Float64Array.from({ length: SAMPLES }, () => 0.05 + 0.001 * (random() - 0.5))
  const flue = Float64Array.from({ length: SAMPLES }, () => 393 + random())
  let sum = 0
  const bare = best(7, () => {
    for (let i = 0; i < SAMPLES; i++)
      sum += flueNumbers(gas.terms, {
        o2Dry: o2[i]!,
        coDry: 40e-6,
        flueTemperatureK: flue[i]!,
        airTemperatureK: 293.15,
        airWaterRatio: 0,
        pressurePa: 101_325,
        referenceK: 298.15,
      }).grossEfficiency
  })
  const checked = best(5, () => {
    for (let i = 0; i < SAMPLES; i++) {
      const result = analyseFlue(gas, { o2Dry: o2[i]!, coDry: 40e-6, flueTemperatureK: flue[i]!, airTemperatureK: 293.15 })
      if (result.ok) sum += result.value.grossEfficiency
    }
  })
  const working = workingById('flue-gas')!
  const input = firstInput(working, 'metric')
  const scatter = best(7, () => {
    const run = scatterWorking(working, input, undefined, seededRandom(5), SAMPLES)
    if (!run.ok) throw new Error('refused')
    run.value.run(SAMPLES)
    const result = run.value.result()
    if (result.ok) sum += result.value.spreads.netEfficiency?.mean ?? NaN
  })
  if (!Number.isFinite(sum)) throw new Error('not a number')
  console.log(
    `Monte Carlo, 100 000      ${scatter.toFixed(0)} ms   ${(scatter / bare).toFixed(2)} × 100 000 bare analyses (${bare.toFixed(0)} ms; meant: 2.5 at most), ${(scatter / checked).toFixed(2)} × checked ones`,
  )

  const many = seededRandom(9)
  const segments = Array.from({ length: 200 }, (_, i): PipeSegment => {
    const parent = i === 0 ? null : `s${Math.floor(many() ** 2 * i)}`
    return {
      id: `s${i}`,
      from: parent,
      material: 'copper',
      size: null,
      lengthM: 1 + 6 * many(),
      loadM3PerS: i % 2 ? (0.3 + many()) / 3600 : undefined,
      fittings: { 'elbow-90': 2 },
    }
  })
  const network = {
    segments,
    gas: { densityKgPerM3: 0.76, viscosityPaS: 1.08e-5 },
    sourcePa: 2100,
    maxDropPa: 300,
    diversity: 0.5,
    formula: 'darcy',
    maxVelocityMPerS: 20,
  } as const
  const sized = sizeNetwork(network)
  if (!sized.ok) throw new Error(sized.error.code)
  const ms = best(9, () => void sizeNetwork(network))
  console.log(
    `pipe tree, 200 segments   ${ms.toFixed(1)} ms to size (meant: 20 at most), worst load ${sized.value.worstDropPa.toFixed(0)} of 300 Pa`,
  )
}
