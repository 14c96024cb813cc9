import {
  airWater,
  analyseFlue,
  atReferenceOxygen,
  explainAirFree,
  explainGrossEfficiency,
  explainLambda,
  explainRatio,
  explainShortLoss,
  FLUE_SIGNATURES,
  type FlueInput,
  flueNumbers,
  flueSignatures,
  northAmericanFlueLoss,
  shortFlueLoss,
} from '../../flue'
import { AIR_OXYGEN, ATMOSPHERE_PA } from '../../gas'
import { fail } from '../../result'
import { AIR, BAROMETER, choose, CO, findings, FLUE, GAS, HUMIDITY, may, MAY_CO2, MAY_O2, tell } from '../build'
import { answer, defineWorking, gasOf, warn } from '../define'

export const flueGasWorking = defineWorking({
  id: 'flue-gas',
  group: 'combustion',
  inputs: {
    gas: GAS,
    from: choose(['o2', 'co2'] as const, 'o2'),
    o2Dry: MAY_O2,
    co2Dry: MAY_CO2,
    coDry: CO,
    flueTemperatureK: FLUE,
    airTemperatureK: AIR,
    humidity: HUMIDITY,
    barometerPa: BAROMETER,
    referenceK: choose(['25', '15'] as const, '25'),
    heatInputGrossW: may('power', 100, 5e7, { doubt: { relative: 0.02 } }),
  },
  outputs: {
    grossEfficiency: tell('percent'),
    netEfficiency: tell('percent'),
    lambda: tell('ratio'),
    excessAir: tell('percent'),
    o2Dry: tell('percent2'),
    co2Dry: tell('percent2'),
    coAirFree: tell('ppm'),
    coAirFreeField: tell('ppm'),
    coToCo2: tell('ratio4'),
    dryLoss: tell('percent2'),
    waterLoss: tell('percent2'),
    latentLoss: tell('percent2'),
    coLoss: tell('percent2'),
    shortLoss: tell('percent2'),
    northAmericanLoss: tell('percent2'),
    netStackK: tell('difference'),
    dewPointK: tell('temperature'),
    condensedShare: tell('percent'),
    condensateKgPerS: tell('condensate'),
    signatures: findings(FLUE_SIGNATURES),
  },
  principal: ['netEfficiency', 'grossEfficiency', 'coAirFree', 'coToCo2'],
  saidAs: { airWaterRatio: 'humidity', pressurePa: 'barometerPa' },
  notes: ['co-first', 'case-loss-not-in', 'short-formula-differs', 'combustion-air-temperature'],
  compute: (i) => {
    const gas = gasOf(i.gas)
    if (!gas.ok) return gas
    if (i.from === 'o2' && i.o2Dry === undefined) return fail('needed', { name: 'o2Dry' }, ['o2Dry'])
    if (i.from === 'co2' && i.co2Dry === undefined) return fail('needed', { name: 'co2Dry' }, ['co2Dry'])
    const pressurePa = i.barometerPa ?? ATMOSPHERE_PA
    const analysed = analyseFlue(gas.value, {
      ...(i.from === 'o2' ? { o2Dry: i.o2Dry! } : { co2Dry: i.co2Dry! }),
      ...(i.coDry !== undefined && { coDry: i.coDry }),
      flueTemperatureK: i.flueTemperatureK,
      airTemperatureK: i.airTemperatureK,
      airWaterRatio: i.humidity === undefined ? 0 : airWater(i.humidity, i.airTemperatureK, pressurePa),
      pressurePa,
      referenceK: i.referenceK === '15' ? 288.15 : 298.15,
    })
    if (!analysed.ok) return analysed
    const a = analysed.value
    const measured = i.coDry !== undefined
    const net = i.flueTemperatureK - i.airTemperatureK
    return answer({
      grossEfficiency: a.grossEfficiency,
      netEfficiency: a.netEfficiency,
      lambda: a.lambda,
      excessAir: a.excessAir,
      o2Dry: a.input.o2Dry,
      co2Dry: a.co2Dry,
      coAirFree: measured ? a.coAirFree : null,
      coAirFreeField: measured && a.input.o2Dry < 0.2089 ? atReferenceOxygen(a.input.coDry, a.input.o2Dry, 0, 0.209) : null,
      coToCo2: measured && a.co2Dry > 0 ? a.coToCo2 : null,
      dryLoss: a.dryLoss,
      waterLoss: a.waterLoss,
      latentLoss: a.latentLoss,
      coLoss: a.coLoss,
      shortLoss: shortFlueLoss(gas.value, a.input.o2Dry, i.flueTemperatureK, i.airTemperatureK) ?? null,
      northAmericanLoss: northAmericanFlueLoss(gas.value, a.input.o2Dry, net),
      netStackK: net,
      dewPointK: a.dewPointK,
      condensedShare: a.condensedShare,
      condensateKgPerS: i.heatInputGrossW === undefined ? null : a.condensateKgPerJ * i.heatInputGrossW,
      signatures: flueSignatures({ gas: gas.value, analysis: a, coMeasured: measured }),
    })
  },
  explain: (i, r) => {
    const gas = gasOf(i.gas)
    const terms = gas.ok ? gas.value : undefined
    return {
      working: [
        ...(terms ? [explainLambda(terms, r.o2Dry!, r.lambda!)] : []),
        explainGrossEfficiency({ dryLoss: r.dryLoss!, waterLoss: r.waterLoss!, coLoss: r.coLoss! }, r.grossEfficiency!),
        ...(r.coAirFree === null ? [] : [explainAirFree(i.coDry!, r.o2Dry!, r.coAirFree)]),
        ...(r.coToCo2 === null ? [] : [explainRatio(i.coDry!, r.co2Dry!, r.coToCo2)]),
        ...(r.shortLoss === null || !terms ? [] : [explainShortLoss(terms, i.flueTemperatureK, i.airTemperatureK, r.o2Dry!, r.shortLoss)]),
      ],
      warnings: [
        ...r.signatures.map((s) => ({ code: `flue-${s}` })),
        warn(r.condensedShare! > 0, 'upper-bound'),
        warn(r.netEfficiency! > 1, 'net-over-hundred'),
        warn(terms?.family === 'third' && r.shortLoss !== null, 'short-flatters-lpg'),
      ],
    }
  },
  sampler: (i) => {
    const gas = gasOf(i.gas)
    if (!gas.ok || i.from !== 'o2' || i.o2Dry === undefined || i.humidity !== undefined) return undefined
    const { terms } = gas.value
    const point: { -readonly [K in keyof FlueInput]: FlueInput[K] } = {
      o2Dry: i.o2Dry,
      coDry: i.coDry ?? 0,
      flueTemperatureK: i.flueTemperatureK,
      airTemperatureK: i.airTemperatureK,
      airWaterRatio: 0,
      pressurePa: i.barometerPa ?? ATMOSPHERE_PA,
      referenceK: i.referenceK === '15' ? 288.15 : 298.15,
    }
    const measured = i.coDry !== undefined
    return {
      keys: ['o2Dry', 'coDry', 'flueTemperatureK', 'airTemperatureK'],
      outputs: ['grossEfficiency', 'netEfficiency', 'lambda', 'co2Dry', 'dewPointK', ...(measured ? ['coAirFree', 'coToCo2'] : [])],
      sample: (x: Float64Array, out: Float64Array) => {
        point.o2Dry = x[0]!
        point.coDry = x[1]!
        point.flueTemperatureK = x[2]!
        point.airTemperatureK = x[3]!
        if (point.o2Dry < 0 || point.o2Dry >= AIR_OXYGEN || point.coDry < 0 || point.flueTemperatureK < point.airTemperatureK) return false
        const n = flueNumbers(terms, point)
        if (n.co2Dry < 0) return false
        out[0] = n.grossEfficiency
        out[1] = n.netEfficiency
        out[2] = n.lambda
        out[3] = n.co2Dry
        out[4] = n.dewPointK ?? NaN
        if (measured) {
          out[5] = n.coAirFree
          out[6] = n.coToCo2
        }
        return true
      },
    }
  },
})
