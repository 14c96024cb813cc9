import { airDensity, ATMOSPHERE_PA } from '../../gas'
import { AIR_CP, airSide, burnWindow, heatBalance, planRates, STANDARD_AIR_K, WATER_CP, waterDensity, waterSide } from '../../heat'
import { ask, BAROMETER, C, F, choose, finding, may, tell, text } from '../build'
import { answer, defineWorking, firstNeeded, line, term, warn } from '../define'

const OUTPUT = may('power', 10, 1e7, { default: 20_000, imperialDefault: 23_446, doubt: { relative: 0.02 } })

/** What each choice of the unknown works out. */
const AIR_SIDE = [
  ['output', 'outputW'],
  ['flow', 'flowM3PerS'],
  ['rise', 'riseK'],
] as const
const WATER_SIDE = [
  ['output', 'outputW'],
  ['flow', 'flowM3PerS'],
  ['difference', 'differenceK'],
] as const

export const airRiseWorking = defineWorking({
  id: 'air-rise',
  group: 'heat',
  inputs: {
    solveFor: choose(['rise', 'flow', 'output'] as const, 'rise'),
    outputW: OUTPUT,
    flowM3PerS: may('air', 0.001, 100, { default: 0.6, imperialDefault: 0.5663, doubt: { relative: 0.05 } }),
    riseK: may('difference', 0.5, 150, { default: 30, imperialDefault: 27.78, doubt: { absolute: 0.7 } }),
    airTemperatureK: may('temperature', C(-30), C(90), {
      default: STANDARD_AIR_K,
      imperialDefault: STANDARD_AIR_K,
      doubt: { absolute: 1 },
    }),
    barometerPa: BAROMETER,
    bandMinK: may('difference', 0, 150, { default: 20, imperialDefault: 19.44 }),
    bandMaxK: may('difference', 0, 150, { default: 45, imperialDefault: 36.11 }),
  },
  outputs: {
    riseK: tell('difference'),
    flowM3PerS: tell('air'),
    outputW: tell('power'),
    densityKgPerM3: tell('density'),
    factor: tell('plain'),
    verdict: finding(['inside', 'below', 'above'] as const),
  },
  principal: ['riseK', 'flowM3PerS', 'outputW'],
  notes: ['factor-at-sea-level', 'out-of-sight-of-exchanger', 'all-ducts'],
  compute: (i) => {
    const missing = firstNeeded(
      i,
      AIR_SIDE.filter(([solved]) => solved !== i.solveFor).map(([, name]) => name),
    )
    if (missing) return missing
    const side = airSide({
      ...i,
      outputW: i.solveFor === 'output' ? undefined : i.outputW,
      flowM3PerS: i.solveFor === 'flow' ? undefined : i.flowM3PerS,
      riseK: i.solveFor === 'rise' ? undefined : i.riseK,
    })
    if (!side.ok) return side
    const s = side.value
    const low = i.bandMinK !== undefined && s.riseK < i.bandMinK
    const high = i.bandMaxK !== undefined && s.riseK > i.bandMaxK
    return answer({
      riseK: s.riseK,
      flowM3PerS: s.flowM3PerS,
      outputW: s.outputW,
      densityKgPerM3: s.densityKgPerM3,
      // BTU/h per (ft³/min · °F)
      factor: (s.densityKgPerM3 * AIR_CP * (0.3048 ** 3 / 60) * (1 / 1.8)) / (1055.05585262 / 3600),
      verdict: i.bandMinK === undefined && i.bandMaxK === undefined ? null : low ? 'below' : high ? 'above' : 'inside',
    })
  },
  explain: (i, r) => ({
    working: [
      line(
        'P = ρ·cp·V·ΔT',
        [
          term('ρ', airDensity(i.airTemperatureK ?? STANDARD_AIR_K, i.barometerPa ?? ATMOSPHERE_PA), 'density'),
          term('cp', AIR_CP),
          term('V', r.flowM3PerS!, 'flow'),
          term('ΔT', r.riseK!, 'temperatureDifference'),
        ],
        term('P', r.outputW!, 'power'),
        'heat carried by air; imperial BTU/h = 1.08·CFM·ΔT at sea level',
      ),
    ],
    warnings: [
      warn(r.verdict === 'above', 'rise-high'),
      warn(r.verdict === 'below', 'rise-low'),
      warn((i.barometerPa ?? ATMOSPHERE_PA) < 95_000, 'thin-air'),
    ],
  }),
})

export const waterSideWorking = defineWorking({
  id: 'water-side',
  group: 'heat',
  inputs: {
    solveFor: choose(['output', 'flow', 'difference'] as const, 'output'),
    outputW: OUTPUT,
    flowM3PerS: may('water', 1e-6, 1, { default: 17 / 60_000, imperialDefault: 2.8e-4, doubt: { relative: 0.02 } }),
    differenceK: may('difference', 0.2, 120, { default: 20, imperialDefault: 11.11, doubt: { absolute: 0.4 } }),
    waterTemperatureK: ask('temperature', C(0), C(150), { default: C(60), imperialDefault: F(140), doubt: { absolute: 1 } }),
    heatCapacityFactor: ask('ratio', 0.5, 1.1, { default: 1 }),
  },
  outputs: {
    outputW: tell('power'),
    flowM3PerS: tell('water'),
    differenceK: tell('difference'),
    massFlowKgPerS: tell('condensate'),
  },
  principal: ['outputW', 'flowM3PerS', 'differenceK'],
  notes: ['glycol-carries-less', 'sensors-alike'],
  compute: (i) =>
    firstNeeded(
      i,
      WATER_SIDE.filter(([solved]) => solved !== i.solveFor).map(([, name]) => name),
    ) ??
    waterSide({
      ...i,
      outputW: i.solveFor === 'output' ? undefined : i.outputW,
      flowM3PerS: i.solveFor === 'flow' ? undefined : i.flowM3PerS,
      differenceK: i.solveFor === 'difference' ? undefined : i.differenceK,
    }),
  explain: (i, r) => ({
    working: [
      line(
        'P = ρ·c·k·V·ΔT',
        [
          term('ρ', waterDensity(i.waterTemperatureK), 'density'),
          term('c', WATER_CP),
          term('k', i.heatCapacityFactor),
          term('V', r.flowM3PerS!, 'flow'),
          term('ΔT', r.differenceK!, 'temperatureDifference'),
        ],
        term('P', r.outputW!, 'power'),
        'heat carried by water; c 4186 J/(kg·K)',
      ),
    ],
    warnings: [warn(r.differenceK! < 3, 'small-difference'), warn(r.differenceK! > 40, 'flow-low')],
  }),
})

export const balanceWorking = defineWorking({
  id: 'heat-balance',
  group: 'heat',
  inputs: {
    inputW: ask('power', 10, 5e7, { default: 26_000, imperialDefault: 29_307, doubt: { relative: 0.01 } }),
    efficiency: ask('percent', 0.1, 1.15, { default: 0.9, imperialDefault: 0.8, doubt: { absolute: 0.002 } }),
    caseLossShare: ask('share', 0, 0.2, { default: 0.01, doubt: { absolute: 0.005 } }),
    outputW: ask('power', 0, 5e7, { default: 22_500, imperialDefault: 23_000, doubt: { relative: 0.03 } }),
    inputUncertaintyW: ask('power', 0, 1e7, { default: 260, imperialDefault: 293 }),
    outputUncertaintyW: ask('power', 0, 1e7, { default: 700, imperialDefault: 700 }),
    efficiencyUncertainty: ask('percent', 0, 0.2, { default: 0.002 }),
  },
  outputs: {
    finding: finding(['closes', 'output-high', 'output-low'] as const),
    expectedOutputW: tell('power'),
    gapW: tell('power'),
    gapShare: tell('share'),
    sigmas: tell('plain'),
  },
  principal: ['finding', 'gapW', 'expectedOutputW'],
  notes: ['same-basis', 'steady-state-first'],
  compute: (i) => heatBalance(i),
  explain: (i, r) => ({
    working: [
      line(
        'gap = P_out − P_in·(η − q_case)',
        [
          term('P_out', i.outputW, 'power'),
          term('P_in', i.inputW, 'power'),
          term('η', i.efficiency, 'fraction'),
          term('q_case', i.caseLossShare, 'fraction'),
        ],
        term('gap', r.gapW!, 'power'),
        'energy balance',
      ),
    ],
    warnings: [warn(r.finding === 'output-high', 'balance-high'), warn(r.finding === 'output-low', 'balance-low')],
  }),
})

export const burnWindowWorking = defineWorking({
  id: 'burn-window',
  group: 'heat',
  inputs: {
    outputW: ask('power', 10, 1e7, { default: 24_000, imperialDefault: 29_307, doubt: { relative: 0.02 } }),
    loadW: ask('power', 0, 1e7, { default: 8000, imperialDefault: 8792, doubt: { relative: 0.15 } }),
    waterKg: ask('mass', 0.1, 20_000, { default: 60, imperialDefault: 45.36, doubt: { relative: 0.1 } }),
    metalJPerK: ask('heatCapacity', 0, 1e8, { default: 0 }),
    startK: ask('temperature', C(0), C(125), { default: C(50), imperialDefault: F(120), doubt: { absolute: 1 } }),
    limitK: ask('temperature', C(0), C(130), { default: C(80), imperialDefault: F(180), doubt: { absolute: 1 } }),
    rates: {
      kind: 'rows',
      columns: {
        id: text(20, 'max'),
        outputW: ask('power', 10, 1e7, { default: 24_000, doubt: { relative: 0.02 } }),
        seconds: ask('minutes', 1, 14_400, { default: 300 }),
      },
      min: 0,
      max: 12,
      default: [
        { id: 'max', outputW: 24_000, seconds: 300 },
        { id: 'min', outputW: 6_000, seconds: 300 },
      ],
    },
  },
  outputs: {
    secondsToLimit: tell('minutes'),
    slopeKPerMin: tell('difference'),
    holdingLoadW: tell('power'),
    missingLoadW: tell('power'),
    order: {
      kind: 'rows',
      columns: { id: { kind: 'text' }, endK: tell('temperature'), fits: finding(['yes', 'no'] as const) },
    },
  },
  principal: ['secondsToLimit', 'missingLoadW', 'slopeKPerMin'],
  notes: ['heat-dump-scalds', 'never-dry', 'cold-water-hot-boiler'],
  compute: (i) => {
    const made = burnWindow(i)
    if (!made.ok) return made
    const plan = planRates(i.rates, i)
    return answer({
      secondsToLimit: made.value.seconds,
      slopeKPerMin: made.value.slopeKPerS * 60,
      holdingLoadW: made.value.holdingLoadW,
      missingLoadW: plan.missingLoadW,
      order: plan.steps.map((s) => ({ id: s.id, endK: s.endK, fits: s.fits ? ('yes' as const) : ('no' as const) })),
    })
  },
  explain: (i, r) => ({
    working: [
      ...(r.secondsToLimit === null
        ? []
        : [
            line(
              't = (m·c + C)·(T_limit − T_start)/(P − P_load)',
              [
                term('m', i.waterKg, 'mass'),
                term('c', WATER_CP),
                term('C', i.metalJPerK, 'heatCapacity'),
                term('T_limit', i.limitK, 'temperature'),
                term('T_start', i.startK, 'temperature'),
                term('P', i.outputW, 'power'),
                term('P_load', i.loadW, 'power'),
              ],
              term('t', r.secondsToLimit, 'time'),
              'energy balance of water and metal',
            ),
          ]),
    ],
    warnings: [
      warn(r.secondsToLimit === null, 'load-holds'),
      warn(r.missingLoadW! > 0, 'heat-dump-needed'),
      warn(r.secondsToLimit !== null && r.secondsToLimit < 300, 'window-short'),
    ],
  }),
})
