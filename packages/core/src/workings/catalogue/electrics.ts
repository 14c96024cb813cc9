import {
  betaOfPoints,
  betaResistance,
  betaTemperature,
  METHOD_SIGNATURES,
  methodSignature,
  sourceResistance,
  steinhartHart,
  steinhartTemperature,
  tableTemperature,
  TYPICAL_ELECTRICS,
} from '../../electrics'
import { fail } from '../../result'
import { ask, C, choose, finding, may, tell } from '../build'
import { answer, defineWorking, inField, line, term, warn } from '../define'

export const thermistorWorking = defineWorking({
  id: 'thermistor',
  group: 'electrics',
  inputs: {
    r0Ohm: ask('kiloohm', 1, 1e7, { default: 10_000, doubt: { relative: 0.01 } }),
    t0K: ask('temperature', C(-40), C(150), { default: C(25), imperialDefault: C(25) }),
    betaK: ask('count', 500, 8000, { default: 3977, doubt: { relative: 0.0075 } }),
    measuredOhm: ask('kiloohm', 0.1, 1e8, { default: 2480, doubt: { relative: 0.008 } }),
    trueK: may('temperature', C(-40), C(150), { default: C(60), imperialDefault: C(60), doubt: { absolute: 0.5 } }),
  },
  outputs: {
    temperatureK: tell('temperature'),
    expectedOhm: tell('kiloohm'),
    offOhm: tell('kiloohm'),
    offK: tell('difference'),
  },
  principal: ['temperatureK', 'offK', 'expectedOhm'],
  notes: ['one-beta', 'two-temperatures', 'disconnect-first'],
  compute: (i) => {
    const curve = { r0Ohm: i.r0Ohm, t0K: i.t0K, betaK: i.betaK }
    const temperature = betaTemperature(curve, i.measuredOhm)
    if (!temperature.ok) return inField(temperature.error, 'measuredOhm')
    const expected = i.trueK === undefined ? undefined : betaResistance(curve, i.trueK)
    if (expected && !expected.ok) return expected
    return answer({
      temperatureK: temperature.value,
      expectedOhm: expected?.value ?? null,
      offOhm: expected ? i.measuredOhm - expected.value : null,
      offK: i.trueK === undefined ? null : temperature.value - i.trueK,
    })
  },
  explain: (i, r) => ({
    working: [
      line(
        'T = 1/(1/T0 + ln(R/R0)/β)',
        [term('T0', i.t0K, 'temperature'), term('R', i.measuredOhm, 'resistance'), term('R0', i.r0Ohm, 'resistance'), term('β', i.betaK)],
        term('T', r.temperatureK!, 'temperature'),
        'one-beta curve',
      ),
    ],
    warnings: [
      warn(r.offK !== null && Math.abs(r.offK) > 3, 'thermistor-off'),
      warn(r.temperatureK! < C(5) || r.temperatureK! > C(90), 'far-from-reference'),
    ],
  }),
})

export const thermistorCurveWorking = defineWorking({
  id: 'thermistor-table',
  group: 'electrics',
  inputs: {
    points: {
      kind: 'rows',
      columns: {
        temperatureK: ask('temperature', C(-50), C(250), { default: C(25) }),
        ohm: ask('kiloohm', 0.1, 1e8, { default: 10_000, doubt: { relative: 0.01 } }),
      },
      min: 2,
      max: 60,
      default: [
        { temperatureK: C(0), ohm: 32_650 },
        { temperatureK: C(25), ohm: 10_000 },
        { temperatureK: C(70), ohm: 1752 },
      ],
    },
    measuredOhm: ask('kiloohm', 0.1, 1e8, { default: 2480, doubt: { relative: 0.008 } }),
    trueK: may('temperature', C(-50), C(250), { doubt: { absolute: 0.5 } }),
  },
  outputs: {
    temperatureK: tell('temperature'),
    steinhartK: tell('temperature'),
    offK: tell('difference'),
    kPerPercent: tell('difference'),
    betaK: tell('count'),
    steinhartA: tell('coefficient'),
    steinhartB: tell('coefficient'),
    steinhartC: tell('coefficient'),
  },
  principal: ['temperatureK', 'offK', 'kPerPercent'],
  notes: ['card-table', 'two-temperatures', 'disconnect-first'],
  compute: (i) => {
    const here = tableTemperature(i.points, i.measuredOhm)
    if (!here.ok) return fail(here.error.code, here.error.params, [here.error.code === 'beyond-table' ? 'measuredOhm' : 'points'])
    const [a, b, c] = [i.points[0], i.points[Math.floor(i.points.length / 2)], i.points.at(-1)]
    const curve = i.points.length >= 3 && a && b && c ? steinhartHart([a, b, c]) : undefined
    const smooth = curve?.ok ? steinhartTemperature(curve.value, i.measuredOhm) : undefined
    const beside = tableTemperature(i.points, i.measuredOhm * 1.01)
    const below = tableTemperature(i.points, i.measuredOhm * 0.99)
    return answer({
      temperatureK: here.value,
      steinhartK: smooth?.ok ? smooth.value : null,
      offK: i.trueK === undefined ? null : here.value - i.trueK,
      kPerPercent: beside.ok ? here.value - beside.value : below.ok ? below.value - here.value : null,
      betaK: a && c ? betaOfPoints(a, c) : null,
      steinhartA: curve?.ok ? curve.value.a : null,
      steinhartB: curve?.ok ? curve.value.b : null,
      steinhartC: curve?.ok ? curve.value.c : null,
    })
  },
  explain: (i, r) => ({
    working: [
      line(
        '1/T = a + b·ln(R) + c·ln(R)³',
        [term('R', i.measuredOhm, 'resistance')],
        term('T', r.steinhartK ?? r.temperatureK!, 'temperature'),
        'Steinhart–Hart through three rows; the table itself by monotone cubic of 1/T over ln R',
      ),
      ...(r.betaK === null
        ? []
        : [
            line(
              'β = ln(R1/R2)/(1/T1 − 1/T2)',
              [
                term('R1', i.points[0]!.ohm, 'resistance'),
                term('R2', i.points.at(-1)!.ohm, 'resistance'),
                term('T1', i.points[0]!.temperatureK, 'temperature'),
                term('T2', i.points.at(-1)!.temperatureK, 'temperature'),
              ],
              term('β', r.betaK),
              'one beta through the first and the last row; between them it is up to a kelvin off',
            ),
          ]),
    ],
    warnings: [
      warn(r.offK !== null && Math.abs(r.offK) > 3, 'thermistor-off'),
      warn(r.steinhartK !== null && Math.abs(r.steinhartK - r.temperatureK!) > 1, 'curve-and-table-differ'),
    ],
  }),
})

export const thermocoupleWorking = defineWorking({
  id: 'thermocouple',
  group: 'electrics',
  inputs: {
    kind: choose(['thermocouple', 'pilot-generator'] as const, 'thermocouple'),
    openV: ask('millivolt', -2, 2, { default: 0.028, doubt: { absolute: 0.0005 } }),
    loadedV: ask('millivolt', -2, 2, { default: 0.014, doubt: { absolute: 0.0005 } }),
    loadOhm: ask('milliohm', 0.001, 10_000, { default: 0.02, doubt: { relative: 0.05 } }),
  },
  outputs: {
    sourceOhm: tell('milliohm'),
    currentA: tell('amp'),
    openVerdict: finding(['inside', 'below', 'above'] as const),
    loadedVerdict: finding(['inside', 'below', 'above'] as const),
    openSignature: finding(METHOD_SIGNATURES),
    loadedSignature: finding(METHOD_SIGNATURES),
  },
  principal: ['openVerdict', 'loadedVerdict', 'sourceOhm'],
  notes: ['open-judges-source', 'typical-not-limits', 'before-after-interrupter'],
  compute: (i) => {
    const base = i.kind === 'thermocouple' ? ('thermocouple' as const) : ('pilotGenerator' as const)
    const openSignature = methodSignature(`${base}.open`, i.openV) ?? null
    const loadedSignature = methodSignature(`${base}.loaded`, i.loadedV) ?? null
    const against = (v: number, band: { min: number; max: number }) => (v < band.min ? 'below' : v > band.max ? 'above' : 'inside')
    const source = i.openV > 0 && i.loadedV > 0 ? sourceResistance(i.openV, i.loadedV, i.loadOhm) : undefined
    if (source && !source.ok) return source
    return answer({
      sourceOhm: source?.value.sourceOhm ?? null,
      currentA: source?.value.currentA ?? null,
      openVerdict: against(i.openV, TYPICAL_ELECTRICS[`${base}.open`]),
      loadedVerdict: against(i.loadedV, TYPICAL_ELECTRICS[`${base}.loaded`]),
      openSignature,
      loadedSignature,
    })
  },
  explain: (i, r) => ({
    working:
      r.sourceOhm === null
        ? []
        : [
            line(
              'R_source = R_load·(U_open − U_loaded)/U_loaded',
              [term('R_load', i.loadOhm, 'resistance'), term('U_open', i.openV, 'voltage'), term('U_loaded', i.loadedV, 'voltage')],
              term('R_source', r.sourceOhm, 'resistance'),
              'two voltages, one circuit',
            ),
          ],
    warnings: [
      ...[r.openSignature, r.loadedSignature].flatMap((s) => (s ? [{ code: `method-${s}` }] : [])),
      warn(r.openVerdict === 'below' && r.openSignature === null, 'source-weak'),
      warn(r.openVerdict === 'inside' && r.loadedVerdict === 'below', 'circuit-loses'),
    ],
  }),
})
