import { co2OfO2, lambdaOfO2, ratioValve } from '../../burner'
import { airWater, analyseFlue, atReferenceOxygen, checkPair, DILUTION_O2, emissionPerHeat, oxygenOf, saturationPressure } from '../../flue'
import { AIR_OXYGEN, ATMOSPHERE_PA, GAS_PRESET_IDS } from '../../gas'
import { fail } from '../../result'
import { AIR, ask, BAROMETER, C, F, choose, CO, finding, findings, GAS, may, O2, tell } from '../build'
import { answer, defineWorking, gasOf, line, term, warn } from '../define'

const CO_MASS = 0.0280101
const NO2_MASS = 0.0460055
/** Molar volume at 0 °C and 101.325 kPa, where limits in mg/m³ are stated. */
const MOLAR_0C = 0.022413969

export const emissionsWorking = defineWorking({
  id: 'co-figures',
  group: 'combustion',
  inputs: {
    gas: GAS,
    o2Dry: O2,
    coDry: ask('ppm', 0, 0.1, { default: 50e-6, doubt: { absolute: 5e-6, relative: 0.025 } }),
    noDry: may('ppm', 0, 0.01, { default: 30e-6, doubt: { absolute: 2.5e-6, relative: 0.025 } }),
    referenceO2: ask('percent', 0, 0.18, { default: 0.03, imperialDefault: 0.03 }),
  },
  outputs: {
    coAirFree: tell('ppm'),
    coAirFreeField: tell('ppm'),
    coToCo2: tell('ratio4'),
    co2Dry: tell('percent2'),
    coAtReference: tell('ppm'),
    noAtReference: tell('ppm'),
    coKgPerM3: tell('concentration'),
    noxKgPerM3: tell('concentration'),
    coKgPerJNet: tell('emission'),
    coKgPerJGross: tell('emission'),
    noxKgPerJNet: tell('emission'),
    noxKgPerJGross: tell('emission'),
  },
  principal: ['coAirFree', 'coToCo2', 'noxKgPerJGross'],
  notes: ['both-schools-limits', 'nox-as-no2', 'limits-on-gross'],
  compute: (i) => {
    const gas = gasOf(i.gas)
    if (!gas.ok) return gas
    const oxygen = oxygenOf(gas.value, i)
    if (!oxygen.ok) return oxygen
    const co2Dry = co2OfO2(gas.value, i.o2Dry) - i.coDry
    if (co2Dry < 0) return fail('co-above-carbon', {}, ['coDry'])
    const ref = (x: number) => atReferenceOxygen(x, i.o2Dry, i.referenceO2)
    const perHeat = (x: number, mass: number, basis: 'net' | 'gross') => emissionPerHeat(gas.value, x, i.o2Dry, mass, basis)
    return answer({
      coAirFree: ref(i.coDry) * (AIR_OXYGEN / (AIR_OXYGEN - i.referenceO2)),
      coAirFreeField: i.o2Dry < 0.2089 ? atReferenceOxygen(i.coDry, i.o2Dry, 0, 0.209) : null,
      coToCo2: co2Dry > 0 ? i.coDry / co2Dry : null,
      co2Dry,
      coAtReference: ref(i.coDry),
      noAtReference: i.noDry === undefined ? null : ref(i.noDry),
      coKgPerM3: (ref(i.coDry) * CO_MASS) / MOLAR_0C,
      noxKgPerM3: i.noDry === undefined ? null : (ref(i.noDry) * NO2_MASS) / MOLAR_0C,
      coKgPerJNet: perHeat(i.coDry, CO_MASS, 'net'),
      coKgPerJGross: perHeat(i.coDry, CO_MASS, 'gross'),
      noxKgPerJNet: i.noDry === undefined ? null : perHeat(i.noDry, NO2_MASS, 'net'),
      noxKgPerJGross: i.noDry === undefined ? null : perHeat(i.noDry, NO2_MASS, 'gross'),
    })
  },
  explain: (i, r) => ({
    working: [
      line(
        'CO_af = CO·0.2095/(0.2095 − O2)',
        [term('CO', i.coDry, 'fraction'), term('O2', i.o2Dry, 'fraction')],
        term('CO_af', r.coAirFree!, 'fraction'),
        'element balance; the field writes 20.9',
      ),
      ...(r.coToCo2 === null
        ? []
        : [
            line(
              'R = CO/CO2',
              [term('CO', i.coDry, 'fraction'), term('CO2', r.co2Dry!, 'fraction')],
              term('R', r.coToCo2!),
              'ratio school',
            ),
          ]),
      line(
        'X_ref = CO·(0.2095 − O2_ref)/(0.2095 − O2)',
        [term('CO', i.coDry, 'fraction'), term('O2_ref', i.referenceO2, 'fraction'), term('O2', i.o2Dry, 'fraction')],
        term('X_ref', r.coAtReference!, 'fraction'),
        'mass per m³ at 0 °C, 101.325 kPa follows with 28.01 g/mol',
      ),
    ],
    warnings: [
      warn(i.o2Dry > DILUTION_O2, 'flue-diluted'),
      warn(i.coDry === 0, 'flue-perfect-zero-co'),
      warn(r.coAirFree! > 400e-6, 'co-over-oxygen-school'),
      warn(r.coToCo2! > 0.004, 'co-over-ratio-school'),
    ],
  }),
})

export const pairWorking = defineWorking({
  id: 'o2-co2-pair',
  group: 'combustion',
  inputs: {
    gas: GAS,
    o2Dry: O2,
    o2Origin: choose(['measured', 'computed'] as const, 'measured'),
    co2Dry: ask('percent', 0, 0.25, { default: 0.091, imperialDefault: 0.079, doubt: { absolute: 0.0015 } }),
    co2Origin: choose(['measured', 'computed'] as const, 'measured'),
    coDry: CO,
    o2Uncertainty: ask('percent2', 0, 0.05, { default: 0.001 }),
    co2Uncertainty: ask('percent2', 0, 0.05, { default: 0.0015 }),
  },
  outputs: {
    finding: finding(['on-line', 'below-line', 'above-line', 'not-checked'] as const),
    expectedCo2: tell('percent2'),
    offCo2: tell('percent2'),
    sigmas: tell('plain'),
    co2MaxEstimated: tell('percent2'),
    co2MaxUncertainty: tell('percent2'),
    fuels: findings(GAS_PRESET_IDS),
  },
  principal: ['finding', 'offCo2', 'co2MaxEstimated'],
  notes: ['dilution-stays-on-line', 'many-compute-co2'],
  compute: (i) => {
    const gas = gasOf(i.gas)
    return gas.ok ? checkPair(gas.value, i) : gas
  },
  explain: (i, r) => {
    const gas = gasOf(i.gas)
    return {
      working: [
        line(
          'CO2_line = CO2max·(1 − O2/0.2095) − CO',
          [
            term('CO2max', gas.ok ? gas.value.co2Max : NaN, 'fraction'),
            term('O2', i.o2Dry, 'fraction'),
            term('CO', i.coDry ?? 0, 'fraction'),
          ],
          term('CO2_line', r.expectedCo2!, 'fraction'),
          'element balance',
        ),
        line(
          'CO2max_est = (CO2 + CO)·0.2095/(0.2095 − O2)',
          [term('CO2', i.co2Dry, 'fraction'), term('CO', i.coDry ?? 0, 'fraction'), term('O2', i.o2Dry, 'fraction')],
          term('CO2max_est', r.co2MaxEstimated!, 'fraction'),
          'element balance',
        ),
      ],
      warnings: [
        warn(r.finding === 'not-checked', 'flue-on-line-by-construction'),
        warn(r.finding === 'above-line' || r.finding === 'below-line', 'off-the-line'),
        warn(i.o2Dry > DILUTION_O2, 'flue-diluted'),
      ],
    }
  },
})

export const condensingWorking = defineWorking({
  id: 'condensing',
  group: 'combustion',
  inputs: {
    gas: GAS,
    o2Dry: O2,
    flueTemperatureK: ask('temperature', C(5), C(200), { default: C(45), imperialDefault: F(115), doubt: { absolute: 0.5 } }),
    airTemperatureK: AIR,
    humidity: may('share', 0, 1, { default: 0.5, doubt: { absolute: 0.05 } }),
    heatInputGrossW: ask('power', 100, 5e7, { default: 24_000, imperialDefault: 29_307, doubt: { relative: 0.02 } }),
    barometerPa: BAROMETER,
  },
  outputs: {
    dewPointK: tell('temperature'),
    grossEfficiency: tell('percent'),
    netEfficiency: tell('percent'),
    condensedShare: tell('percent'),
    condensateKgPerS: tell('condensate'),
    latentRegainedW: tell('power'),
  },
  principal: ['dewPointK', 'condensedShare', 'netEfficiency'],
  saidAs: { airWaterRatio: 'humidity', pressurePa: 'barometerPa' },
  notes: ['equilibrium-bound', 'net-over-hundred', 'condensate-acid'],
  compute: (i) => {
    const gas = gasOf(i.gas)
    if (!gas.ok) return gas
    const pressurePa = i.barometerPa ?? ATMOSPHERE_PA
    const analysed = analyseFlue(gas.value, {
      o2Dry: i.o2Dry,
      flueTemperatureK: i.flueTemperatureK,
      airTemperatureK: i.airTemperatureK,
      airWaterRatio: i.humidity === undefined ? 0 : airWater(i.humidity, i.airTemperatureK, pressurePa),
      pressurePa,
    })
    if (!analysed.ok) return analysed
    const a = analysed.value
    const condensateKgPerS = a.condensateKgPerJ * i.heatInputGrossW
    return answer({
      dewPointK: a.dewPointK,
      grossEfficiency: a.grossEfficiency,
      netEfficiency: a.netEfficiency,
      condensedShare: a.condensedShare,
      condensateKgPerS,
      // 44 016 J/mol over 18.015 g/mol (ISO 6976, 25 °C).
      latentRegainedW: condensateKgPerS * (44016 / 0.01801528),
    })
  },
  explain: (i, r) => ({
    working: [
      ...(r.dewPointK === null
        ? []
        : [
            line(
              'p_vapour = p_sat(T_dew)',
              [term('T_dew', r.dewPointK, 'temperature')],
              term('p_vapour', saturationPressure(r.dewPointK), 'pressure'),
              'Wagner–Pruss; vapour share from the element balance',
            ),
          ]),
      line(
        'm = share·m_water',
        [
          term('share', r.condensedShare!, 'fraction'),
          term('m_water', r.condensedShare! > 0 ? r.condensateKgPerS! / r.condensedShare! : 0, 'massFlow'),
        ],
        term('m', r.condensateKgPerS!, 'massFlow'),
        'vapour leaves saturated at flue temperature',
      ),
    ],
    warnings: [
      warn(r.condensedShare === 0, 'not-condensing'),
      warn(r.condensedShare! > 0, 'upper-bound'),
      warn(r.netEfficiency! > 1, 'net-over-hundred'),
      warn(r.dewPointK !== null && i.flueTemperatureK - r.dewPointK > -3 && i.flueTemperatureK < r.dewPointK, 'near-dew-point'),
    ],
  }),
})

export const ratioValveWorking = defineWorking({
  id: 'ratio-valve',
  group: 'combustion',
  inputs: {
    gas: GAS,
    co2AtFull: ask('percent2', 0.03, 0.14, { default: 0.09, imperialDefault: 0.09, doubt: { absolute: 0.001 } }),
    venturiPa: ask('smallPressure', 10, 10_000, { default: 800, doubt: { relative: 0.02 } }),
    offsetPa: ask('smallPressure', -200, 200, { default: -5, doubt: { absolute: 1 } }),
    speedShare: ask('share', 0.05, 1, { default: 0.25, doubt: { absolute: 0.005 } }),
  },
  outputs: {
    co2Dry: tell('percent2'),
    o2Dry: tell('percent2'),
    lambda: tell('ratio'),
    venturiAtLowPa: tell('smallPressure'),
    perPascal: tell('percent2'),
  },
  saidAs: { lambdaSet: 'co2AtFull' },
  principal: ['co2Dry', 'o2Dry', 'perPascal'],
  notes: ['offset-at-low', 'throttle-everywhere', 'outlet-zero-is-diagnosis'],
  compute: (i) => {
    const gas = gasOf(i.gas)
    if (!gas.ok) return gas
    if (i.co2AtFull > gas.value.co2Max) return fail('co2-above-maximum', { max: gas.value.co2Max }, ['co2AtFull'])
    const lambdaSet = lambdaOfO2(gas.value, AIR_OXYGEN * (1 - i.co2AtFull / gas.value.co2Max))
    const at = (offsetPa: number) => ratioValve({ gas: gas.value, lambdaSet, venturiPa: i.venturiPa, offsetPa, speedShare: i.speedShare })
    const here = at(i.offsetPa)
    if (!here.ok) return here
    const [up, down] = [at(i.offsetPa + 0.5), at(i.offsetPa - 0.5)]
    return answer({
      co2Dry: here.value.co2Dry,
      o2Dry: here.value.o2Dry,
      lambda: here.value.lambda,
      venturiAtLowPa: here.value.venturiPa,
      perPascal: up.ok && down.ok ? up.value.co2Dry - down.value.co2Dry : null,
    })
  },
  explain: (i, r) => ({
    working: [
      line(
        'λ = λset·√(Δp·n²/(Δp·n² + off))',
        [
          term('λset', r.lambda! / Math.sqrt(r.venturiAtLowPa! / (r.venturiAtLowPa! + i.offsetPa))),
          term('Δp', i.venturiPa, 'pressure'),
          term('n', i.speedShare),
          term('off', i.offsetPa, 'pressure'),
        ],
        term('λ', r.lambda!),
        'Bernoulli on air and gas side; throttle set at full rate with zero offset',
      ),
    ],
    warnings: [warn(i.offsetPa > 0, 'positive-offset'), warn(r.lambda! > 1.6, 'flame-lost'), warn(r.lambda! < 1.15, 'premix-rich')],
  }),
})
