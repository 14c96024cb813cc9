import { changeOfGas, nearestDrills, PRIMARY_AERATION } from '../../burner'
import { ATMOSPHERE_PA, gasDensity, gasProperties, type GasProperties, gasViscosity, presetComposition, REFERENCE_STATES } from '../../gas'

import { ask, C, choose, finding, GAS, may, tell } from '../build'
import { answer, defineWorking, gasOf, inField, isPreset, line, term, warn } from '../define'

const REFERENCES = ['metric15', 'normal25', 'northAmerican1473', 'northAmerican14696'] as const

export const gasWorking = defineWorking({
  id: 'gas',
  group: 'gas',
  inputs: {
    gas: GAS,
    reference: choose(REFERENCES, 'metric15', 'northAmerican1473'),
    realGas: choose(['ideal', 'real'] as const, 'ideal'),
  },
  outputs: {
    grossCvJPerM3: tell('calorific'),
    netCvJPerM3: tell('calorific'),
    grossToNet: tell('ratio'),
    grossWobbeJPerM3: tell('calorific'),
    netWobbeJPerM3: tell('calorific'),
    relativeDensity: tell('ratio4'),
    densityKgPerM3: tell('density'),
    stoichiometricAir: tell('ratio'),
    dryFlue: tell('ratio'),
    wetFlue: tell('ratio'),
    co2Max: tell('percent2'),
    compressibility: tell('ratio4'),
    viscosityPaS: tell('viscosity'),
    family: finding(['first', 'second', 'third', 'none'] as const),
  },
  principal: ['grossCvJPerM3', 'grossWobbeJPerM3', 'co2Max'],
  notes: ['reference-matters', 'supplier-first'],
  compute: ({ gas, reference, realGas }) => {
    const composition = isPreset(gas) ? presetComposition(gas) : gas
    const made = gasProperties(composition, { reference: REFERENCE_STATES[reference], realGas: realGas === 'real' })
    if (!made.ok) return inField(made.error, 'gas')
    const g = made.value
    const { meteringK, meteringPa } = g.reference
    return answer({
      grossCvJPerM3: g.grossCvJPerM3,
      netCvJPerM3: g.netCvJPerM3,
      grossToNet: g.grossToNet,
      grossWobbeJPerM3: g.grossWobbeJPerM3,
      netWobbeJPerM3: g.netWobbeJPerM3,
      relativeDensity: g.relativeDensity,
      densityKgPerM3: gasDensity(g, meteringK, meteringPa) / g.compressibility,
      stoichiometricAir: g.stoichiometricAir,
      dryFlue: g.dryFlue,
      wetFlue: g.wetFlue,
      co2Max: g.co2Max,
      compressibility: g.compressibility,
      viscosityPaS: gasViscosity(composition),
      family: g.family,
    })
  },
  explain: ({ gas, reference }, r) => ({
    working: [
      line(
        'W = H / √d',
        [term('H', r.grossCvJPerM3!, 'energyPerVolume'), term('d', r.relativeDensity!)],
        term('W', r.grossWobbeJPerM3!, 'energyPerVolume'),
        'ISO 6976',
      ),
      line(
        'CO2max = V_CO2 / Vd',
        [term('V_CO2', r.co2Max! * r.dryFlue!), term('Vd', r.dryFlue!)],
        term('CO2max', r.co2Max!, 'fraction'),
        'element balance, air of 20.95% O2',
      ),
    ],
    warnings: [
      warn(r.family === 'none', 'no-family'),
      warn(!isPreset(gas) && (gas.hydrogen ?? 0) > 0.2, 'much-hydrogen'),
      warn(reference === 'normal25', 'normal-cubic-metre'),
    ],
  }),
})

export const changeOfGasWorking = defineWorking({
  id: 'change-of-gas',
  group: 'gas',
  inputs: {
    from: GAS,
    to: { kind: 'gas', default: 'propane', imperialDefault: 'propane' },
    orificeM: ask('bore', 1e-4, 0.05, { default: 0.0025, doubt: { absolute: 1e-5 } }),
    fromPa: ask('gauge', 50, 20_000, { default: 1000, imperialDefault: 871.8, doubt: { absolute: 5, relative: 0.0025 } }),
    toPa: ask('gauge', 50, 20_000, { default: 3700, imperialDefault: 2491, doubt: { absolute: 5, relative: 0.0025 } }),
    inputRatio: ask('share', 0.2, 3, { default: 1 }),
    throatM: may('bore', 1e-3, 0.3, { default: 0.022 }),
    primaryAerationBefore: may('share', 0.05, 1.5, { default: 0.55 }),
  },
  outputs: {
    newDiameterM: tell('bore'),
    drillBelow: { kind: 'text' },
    drillAbove: { kind: 'text' },
    pressureWithOldOrificePa: tell('gauge'),
    wobbeRatio: tell('ratio'),
    primaryAerationRatio: tell('ratio'),
    primaryAeration: tell('share'),
  },
  principal: ['newDiameterM', 'drillBelow', 'primaryAeration'],
  notes: ['makers-kit-only', 'lpg-low'],
  compute: ({ from, to, ...more }) => {
    const old = gasOf(from, undefined, undefined, 'from')
    if (!old.ok) return old
    const next = gasOf(to, undefined, undefined, 'to')
    if (!next.ok) return next
    const change = changeOfGas({ from: old.value, to: next.value, ...more })
    if (!change.ok) return change
    const { below, above } = nearestDrills(change.value.newDiameterM, 'inch')
    const metric = nearestDrills(change.value.newDiameterM, 'metric')
    const both = (a: string | undefined, b: string | undefined) => [a, b].filter(Boolean).join(' · ') || null
    return answer({
      newDiameterM: change.value.newDiameterM,
      drillBelow: both(below?.name, metric.below?.name),
      drillAbove: both(above?.name, metric.above?.name),
      pressureWithOldOrificePa: change.value.pressureWithOldOrificePa,
      wobbeRatio: change.value.wobbeRatio,
      primaryAerationRatio: change.value.primaryAerationRatio,
      primaryAeration: change.value.primaryAeration,
    })
  },
  explain: ({ from, to, orificeM, fromPa, toPa, inputRatio }, r) => {
    const [w1, w2] = [gasOf(from), gasOf(to)].map((g) => (g.ok ? g.value.grossWobbeJPerM3 : NaN)) as [number, number]
    return {
      working: [
        line(
          'd2 = d1·√(n·W1/W2)·(p1/p2)^¼',
          [
            term('d1', orificeM, 'length'),
            term('n', inputRatio),
            term('W1', w1, 'energyPerVolume'),
            term('W2', w2, 'energyPerVolume'),
            term('p1', fromPa, 'pressure'),
            term('p2', toPa, 'pressure'),
          ],
          term('d2', r.newDiameterM!, 'length'),
          'Bernoulli; heat ∝ d²·√p·Wobbe',
        ),
      ],
      warnings: [
        warn(r.primaryAeration !== null && r.primaryAeration < PRIMARY_AERATION.yellowBelow, 'primary-air-low'),
        warn(r.primaryAeration !== null && r.primaryAeration > PRIMARY_AERATION.liftsAbove, 'primary-air-high'),
        warn(Math.abs(r.wobbeRatio! - 1) > 0.05, 'other-family'),
      ],
    }
  },
})

/** A gas as it is in a pipe: real density at the pipe's own pressure (ISO 6976 summation factors), viscosity. */
export function pipeGas(gas: GasProperties, gaugePa: number, barometerPa: number, temperatureK = C(15)) {
  const real = gasProperties(gas.composition, { realGas: true })
  // The factor is tabulated at one atmosphere; away from it the deviation goes with the pressure.
  const z = real.ok ? 1 - (1 - real.value.compressibility) * ((barometerPa + gaugePa) / ATMOSPHERE_PA) : 1
  return {
    densityKgPerM3: gasDensity(gas, temperatureK, barometerPa + gaugePa) / z,
    viscosityPaS: gasViscosity(gas.composition, temperatureK),
  }
}
