import { heatOf, nearestDrills, northAmericanOrifice, solveOrifice } from '../../burner'
import { ATMOSPHERE_PA } from '../../gas'
import { explainHeatInput, explainMeterCorrection, HAND_TIMING_S, METER_CLASS, meterRate, secondsForTiming } from '../../supply'
import { ask, BAROMETER, choose, finding, GAS, GAS_TEMPERATURE, may, SUPPLIER_CV, SUPPLIER_CV_AT, tell } from '../build'
import { answer, defineWorking, firstNeeded, gasOf, line, term, warn } from '../define'

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
