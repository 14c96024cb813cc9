import { afterManifoldMove, type ALTITUDE_RULES, altitudeFactor, atAltitude, inputAtPressure, pressureForInput } from '../../burner'
import { ask, choose, GAS, may, MAY_O2, tell } from '../build'
import { answer, defineWorking, gasOf, inField, line, term, warn } from '../define'

/** One inch of water, Pa. */
const IN = 249.08891

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
