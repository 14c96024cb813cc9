import {
  afterManifoldMove,
  type ALTITUDE_RULES,
  altitudeFactor,
  atAltitude,
  heatOf,
  inputAtPressure,
  nearestDrills,
  northAmericanOrifice,
  pressureForInput,
  solveOrifice,
} from '../../burner'
import { ATMOSPHERE_PA } from '../../gas'
import { explainHeatInput, explainMeterCorrection, HAND_TIMING_S, METER_CLASS, meterRate, secondsForTiming } from '../../supply'
import { ask, BAROMETER, choose, finding, GAS, GAS_TEMPERATURE, may, MAY_O2, SUPPLIER_CV, SUPPLIER_CV_AT, tell } from '../build'
import { answer, defineWorking, firstNeeded, gasOf, inField, line, term, warn } from '../define'

const IN = 249.08891
const FT3 = 0.3048 ** 3
const PLATE = may('power', 100, 5e7, { imperialDefault: 29_307 })

export const gasRateWorking = defineWorking({
  id: 'gas-rate',
  group: 'rate',
  inputs: {
    gas: GAS,
    volumeM3: ask('volume', 1e-5, 1000, { default: 0.05, imperialDefault: 2 * FT3, doubt: { relative: METER_CLASS / 2 } }),
    seconds: ask('seconds', 0.5, 7200, { default: 75, imperialDefault: 72, doubt: { absolute: HAND_TIMING_S } }),
    otherLoadsM3: may('volume', 0, 1000),
    index: choose(['actual', 'standard'] as const, 'actual'),
    meterGaugePa: may('gauge', -10_000, 500_000, { default: 2000, imperialDefault: 7 * IN, doubt: { absolute: 10 } }),
    gasTemperatureK: GAS_TEMPERATURE,
    barometerPa: BAROMETER,
    supplierGrossCvJPerM3: SUPPLIER_CV,
    supplierCvAt: SUPPLIER_CV_AT,
    indexStepM3: may('volume', 0, 1, { default: 0 }),
    plateW: PLATE,
    plateBasis: choose(['net', 'gross'] as const, 'net', 'gross'),
    bandBelow: ask('share', 0, 0.5, { default: 0.05 }),
    bandAbove: ask('share', 0, 0.5, { default: 0.05 }),
  },
  outputs: {
    heatInputGrossW: tell('power'),
    heatInputNetW: tell('power'),
    standardFlowM3PerS: tell('flow'),
    correction: tell('ratio4'),
    shareOfPlate: tell('share'),
    verdict: finding(['inside', 'below', 'above'] as const),
    secondsForOnePercent: tell('seconds'),
  },
  principal: ['heatInputGrossW', 'heatInputNetW', 'secondsForOnePercent'],
  notes: ['never-correct-twice', 'plate-net-or-gross', 'others-off'],
  compute: (i) => {
    const gas = gasOf(i.gas, i.supplierGrossCvJPerM3, i.supplierCvAt)
    if (!gas.ok) return gas
    const rate = meterRate(i, gas.value)
    if (!rate.ok) return rate
    const { heatInputGrossW, heatInputNetW, standardFlowM3PerS, correction } = rate.value
    const share = i.plateW === undefined ? null : (i.plateBasis === 'net' ? heatInputNetW : heatInputGrossW) / i.plateW
    return answer({
      heatInputGrossW,
      heatInputNetW,
      standardFlowM3PerS,
      correction,
      shareOfPlate: share,
      verdict: share === null ? null : share < 1 - i.bandBelow ? 'below' : share > 1 + i.bandAbove ? 'above' : 'inside',
      secondsForOnePercent: secondsForTiming(0.01, (i.volumeM3 - (i.otherLoadsM3 ?? 0)) / i.seconds, i.indexStepM3 ?? 0),
    })
  },
  explain: (i, r) => {
    const gas = gasOf(i.gas, i.supplierGrossCvJPerM3, i.supplierCvAt)
    const cv = gas.ok ? gas.value.grossCvJPerM3 : NaN
    return {
      working: [
        ...(i.index === 'actual'
          ? [
              explainMeterCorrection(
                {
                  barometerPa: i.barometerPa ?? ATMOSPHERE_PA,
                  meterGaugePa: i.meterGaugePa ?? 0,
                  gasTemperatureK: i.gasTemperatureK ?? 288.15,
                },
                r.correction!,
              ),
            ]
          : []),
        explainHeatInput(
          {
            volumeM3: i.volumeM3,
            otherLoadsM3: i.otherLoadsM3 ?? 0,
            seconds: i.seconds,
            correction: r.correction!,
            calorificValueJPerM3: cv,
            basis: 'gross',
          },
          r.heatInputGrossW!,
        ),
      ],
      warnings: [
        warn(r.verdict === 'above', 'above-plate'),
        warn(r.verdict === 'below', 'below-plate'),
        warn(i.seconds < 0.999 * r.secondsForOnePercent!, 'time-longer', { seconds: Math.ceil(r.secondsForOnePercent!) }),
        warn(i.index === 'actual' && (i.meterGaugePa === undefined || i.barometerPa === undefined), 'not-corrected'),
        warn(i.index === 'standard' && (i.gasTemperatureK !== undefined || i.meterGaugePa !== undefined), 'corrected-by-meter'),
      ],
    }
  },
})

const ORIFICE_UNKNOWNS = ['flow', 'diameter', 'pressure', 'gas'] as const
/** What each choice of the unknown works out; the density is known with the gas. */
const ORIFICE_NEEDS = [
  ['flow', 'flowM3PerS'],
  ['diameter', 'diameterM'],
  ['pressure', 'pressureDropPa'],
] as const

export const orificeWorking = defineWorking({
  id: 'orifice',
  group: 'rate',
  inputs: {
    solveFor: choose(ORIFICE_UNKNOWNS, 'flow'),
    gas: GAS,
    diameterM: may('bore', 1e-4, 0.1, { default: 0.00094, imperialDefault: 0.055 * 0.0254, doubt: { absolute: 5e-6 } }),
    pressureDropPa: may('gauge', 1, 100_000, { default: 2000, imperialDefault: 3.5 * IN, doubt: { absolute: 5, relative: 0.0025 } }),
    flowM3PerS: may('flow', 1e-9, 10, { default: 4.5e-5, doubt: { relative: 0.01 } }),
    relativeDensity: may('ratio', 0.05, 4, { doubt: { relative: 0.005 } }),
    dischargeCoefficient: ask('ratio', 0.3, 1, { default: 0.85, imperialDefault: 0.9, doubt: { absolute: 0.02 } }),
    gasTemperatureK: GAS_TEMPERATURE,
    barometerPa: BAROMETER,
    supplierGrossCvJPerM3: SUPPLIER_CV,
    supplierCvAt: SUPPLIER_CV_AT,
  },
  outputs: {
    flowM3PerS: tell('flow'),
    heatGrossW: tell('power'),
    heatNetW: tell('power'),
    diameterM: tell('bore'),
    drillBelow: { kind: 'text' },
    drillAbove: { kind: 'text' },
    pressureDropPa: tell('gauge'),
    relativeDensity: tell('ratio4'),
    northAmericanFlowM3PerS: tell('flow'),
    northAmericanHeatGrossW: tell('power'),
    jetVelocityMPerS: tell('velocity'),
  },
  principal: ['flowM3PerS', 'heatGrossW', 'diameterM'],
  notes: ['orifice-constant', 'never-drill-up', 'against-chamber'],
  compute: (i) => {
    const gas = gasOf(i.gas, i.supplierGrossCvJPerM3, i.supplierCvAt)
    if (!gas.ok) return gas
    const missing = firstNeeded(
      i,
      ORIFICE_NEEDS.filter(([unknown]) => unknown !== i.solveFor).map(([, name]) => name),
    )
    if (missing) return missing
    const solved = solveOrifice({
      ...i,
      flowM3PerS: i.solveFor === 'flow' ? undefined : i.flowM3PerS,
      diameterM: i.solveFor === 'diameter' ? undefined : i.diameterM,
      pressureDropPa: i.solveFor === 'pressure' ? undefined : i.pressureDropPa,
      relativeDensity: i.solveFor === 'gas' ? undefined : (i.relativeDensity ?? gas.value.relativeDensity),
    })
    if (!solved.ok) return solved
    const s = solved.value
    const heat = heatOf(gas.value, s.flowM3PerS)
    const field = northAmericanOrifice(s.diameterM, s.pressureDropPa, s.relativeDensity, i.dischargeCoefficient)
    const inch = nearestDrills(s.diameterM, 'inch')
    const metric = nearestDrills(s.diameterM, 'metric')
    const both = (a: string | undefined, b: string | undefined) => [a, b].filter(Boolean).join(' · ') || null
    return answer({
      ...s,
      heatGrossW: heat.grossW,
      heatNetW: heat.netW,
      drillBelow: both(inch.below?.name, metric.below?.name),
      drillAbove: both(inch.above?.name, metric.above?.name),
      northAmericanFlowM3PerS: field,
      northAmericanHeatGrossW: heatOf(gas.value, field).grossW,
    })
  },
  explain: (i, r) => ({
    working: [
      line(
        'Q = Cd·(π/4)·d²·√(2·Δp/ρ)',
        [
          term('Cd', i.dischargeCoefficient),
          term('d', r.diameterM!, 'length'),
          term('Δp', r.pressureDropPa!, 'pressure'),
          term('ρ', r.relativeDensity! * 1.225, 'density'),
        ],
        term('Q', r.flowM3PerS!, 'flow'),
        'Bernoulli; ρ shown at 15 °C and 101.325 kPa',
      ),
      line(
        'CFH = 1658.5·K·A·√(H/SG)',
        [
          term('K', i.dischargeCoefficient),
          term('A', (Math.PI / 4) * r.diameterM! ** 2, 'area'),
          term('H', r.pressureDropPa!, 'pressure'),
          term('SG', r.relativeDensity!),
        ],
        term('CFH', r.northAmericanFlowM3PerS!, 'flow'),
        'North American field form: A in in², H in inWC',
      ),
    ],
    warnings: [warn(r.pressureDropPa! > 5000, 'expansion-not-counted'), warn(i.solveFor === 'gas', 'density-tells-little')],
  }),
})

export const manifoldWorking = defineWorking({
  id: 'manifold',
  group: 'rate',
  inputs: {
    gas: GAS,
    heatInputW: ask('power', 100, 5e7, { default: 20_000, imperialDefault: 23_446, doubt: { relative: 0.01 } }),
    fromPa: ask('gauge', 1, 100_000, { default: 1000, imperialDefault: 3.5 * IN, doubt: { absolute: 3, relative: 0.0025 } }),
    toPa: ask('gauge', 1, 100_000, { default: 1100, imperialDefault: 3.2 * IN, doubt: { absolute: 3, relative: 0.0025 } }),
    wantedW: may('power', 100, 5e7),
    air: choose(['fixed', 'natural-draught'] as const, 'fixed'),
    o2Dry: MAY_O2,
  },
  outputs: {
    newInputW: tell('power'),
    inputChange: tell('share'),
    pressureForWantedPa: tell('gauge'),
    newO2Dry: tell('percent2'),
    newCo2Dry: tell('percent2'),
    newLambda: tell('ratio'),
  },
  principal: ['newInputW', 'newO2Dry', 'pressureForWantedPa'],
  notes: ['predict-before-turning', 'plate-and-card-first', 'not-ratio-valve'],
  compute: (i) => {
    const gas = gasOf(i.gas)
    if (!gas.ok) return gas
    const next = inputAtPressure(i.heatInputW, i.fromPa, i.toPa)
    if (!next.ok) return next
    const wanted = i.wantedW === undefined ? undefined : pressureForInput(i.heatInputW, i.fromPa, i.wantedW)
    if (wanted && !wanted.ok) return wanted
    const mixture = i.o2Dry === undefined ? undefined : afterManifoldMove(gas.value, i.o2Dry, i.fromPa, i.toPa, i.air)
    if (mixture && !mixture.ok) return mixture.error.code === 'mixture-rich' ? inField(mixture.error, 'toPa') : mixture
    return answer({
      newInputW: next.value,
      inputChange: next.value / i.heatInputW - 1,
      pressureForWantedPa: wanted?.value ?? null,
      newO2Dry: mixture?.value.o2Dry ?? null,
      newCo2Dry: mixture?.value.co2Dry ?? null,
      newLambda: mixture?.value.lambda ?? null,
    })
  },
  explain: (i, r) => ({
    working: [
      line(
        'P2 = P1·√(p2/p1)',
        [term('P1', i.heatInputW, 'power'), term('p2', i.toPa, 'pressure'), term('p1', i.fromPa, 'pressure')],
        term('P2', r.newInputW!, 'power'),
        'Bernoulli; pressures against the chamber',
      ),
      ...(r.newLambda === null
        ? []
        : [
            line(
              i.air === 'fixed' ? 'λ2 = λ1·(p1/p2)^½' : 'λ2 = λ1·(p1/p2)^⅓',
              [
                term('λ1', r.newLambda * (i.toPa / i.fromPa) ** (i.air === 'fixed' ? 0.5 : 0.33)),
                term('p1', i.fromPa, 'pressure'),
                term('p2', i.toPa, 'pressure'),
              ],
              term('λ2', r.newLambda),
              i.air === 'fixed' ? 'fixed air' : 'natural draught, exponent −0.33 (−0.2…−0.45)',
            ),
          ]),
    ],
    warnings: [
      warn(Math.abs(i.toPa / i.fromPa - 1) > 0.3, 'large-move'),
      warn(r.newO2Dry !== null && r.newO2Dry < 0.03, 'little-oxygen'),
      warn(i.air === 'natural-draught', 'wide-prior'),
    ],
  }),
})

export const altitudeWorking = defineWorking({
  id: 'altitude',
  group: 'rate',
  inputs: {
    gas: GAS,
    altitudeM: ask('altitude', -400, 5000, { default: 1480, imperialDefault: 1524, doubt: { absolute: 10 } }),
    heatInputW: ask('power', 100, 5e7, { default: 20_000, imperialDefault: 29_307 }),
    o2Dry: MAY_O2,
  },
  outputs: {
    pressurePa: tell('barometer'),
    densityInputW: tell('power'),
    fourPercentInputW: tell('power'),
    fourPercentFrom2000InputW: tell('power'),
    twoBandInputW: tell('power'),
    fixedO2Dry: tell('percent2'),
    ratioInputW: tell('power'),
    airMassRatio: tell('share'),
  },
  principal: ['densityInputW', 'fourPercentInputW', 'fixedO2Dry'],
  saidAs: { o2SeaLevel: 'o2Dry' },
  notes: ['card-table-wins', 'four-percent-from-sea-level', 'cells-zeroed-on-site'],
  compute: (i) => {
    const gas = gasOf(i.gas)
    if (!gas.ok) return gas
    const high = atAltitude(gas.value, i.o2Dry ?? 0.05, i.altitudeM)
    if (!high.ok) return high
    const by = (rule: (typeof ALTITUDE_RULES)[number]) => {
      const factor = altitudeFactor(rule, i.altitudeM)
      return factor.ok && factor.value !== null ? factor.value * i.heatInputW : null
    }
    return answer({
      pressurePa: high.value.pressurePa,
      densityInputW: by('density'),
      fourPercentInputW: by('four-percent'),
      fourPercentFrom2000InputW: by('four-percent-from-2000'),
      twoBandInputW: by('two-band'),
      fixedO2Dry: i.o2Dry === undefined ? null : high.value.fixedO2Dry,
      ratioInputW: i.heatInputW * high.value.ratioHeatRatio,
      airMassRatio: high.value.airMassRatio,
    })
  },
  explain: (i, r) => ({
    working: [
      line(
        'P = P0·√(p/p0)',
        [term('P0', i.heatInputW, 'power'), term('p', r.pressurePa!, 'pressure'), term('p0', 101_325, 'pressure')],
        term('P', r.densityInputW!, 'power'),
        'fixed orifice at fixed gauge pressure; standard atmosphere (ISO 2533)',
      ),
      ...(r.fourPercentInputW === null
        ? []
        : [
            line(
              'P = P0·(1 − 0.04·h/1000 ft)',
              [term('P0', i.heatInputW, 'power'), term('h', i.altitudeM, 'length')],
              term('P', r.fourPercentInputW, 'power'),
              'rule of 4 % per 1000 ft, above 2000 ft, counted from sea level',
            ),
          ]),
      ...(r.fourPercentFrom2000InputW === null || i.altitudeM <= 2000 * 0.3048
        ? []
        : [
            line(
              'P = P0·(1 − 0.04·(h − 2000 ft)/1000 ft)',
              [term('P0', i.heatInputW, 'power'), term('h', i.altitudeM, 'length')],
              term('P', r.fourPercentFrom2000InputW, 'power'),
              'the same rule counted from 2000 ft, as some print it',
            ),
          ]),
    ],
    warnings: [
      warn(r.twoBandInputW === null, 'by-test'),
      warn(i.o2Dry !== undefined && r.fixedO2Dry === null, 'too-rich-up-there'),
      warn(r.fixedO2Dry !== null && r.fixedO2Dry < 0.04, 'little-oxygen'),
    ],
  }),
})
