import fc from 'fast-check'
import { toSi } from '../units'
import {
  firstInput,
  inputSchema,
  outputSchema,
  parseInput,
  readingsOf,
  runWorking,
  scatterWorking,
  usualDoubts,
  workingById,
  WORKING_GROUPS,
  type Working,
  WORKINGS,
} from '.'

const C = (celsius: number) => celsius + 273.15
const F = (fahrenheit: number) => (fahrenheit + 459.67) / 1.8
const mbar = (v: number) => v * 100
const US = { methane: 0.94, ethane: 0.035, propane: 0.005, nButane: 0.001, iButane: 0.001, carbonDioxide: 0.006, nitrogen: 0.012 }
const EU_H = {
  methane: 0.92,
  ethane: 0.045,
  propane: 0.01,
  nButane: 0.002,
  iButane: 0.002,
  pentanePlus: 0.0005,
  carbonDioxide: 0.0085,
  nitrogen: 0.012,
}

function run(id: string, input: Record<string, unknown>) {
  const answer = runWorking(workingById(id)!, input)
  if (!answer.ok) throw new Error(JSON.stringify(answer.error))
  return answer.value
}
const result = (id: string, input: Record<string, unknown>) => run(id, input).result as Record<string, number>
const refusal = (id: string, input: Record<string, unknown>) => {
  const answer = runWorking(workingById(id)!, input)
  if (answer.ok) throw new Error(`accepted: ${JSON.stringify(answer.value.result)}`)
  return answer.error
}
const first = (id: string) => ({ ...firstInput(workingById(id)!, 'metric') })

describe('worked values through the workings themselves', () => {
  const flue = (gas: unknown, o2: number, flueK: number, airK: number, co?: number) =>
    result('flue-gas', {
      gas,
      from: 'o2',
      o2Dry: o2,
      flueTemperatureK: flueK,
      airTemperatureK: airK,
      referenceK: '25',
      ...(co !== undefined && { coDry: co }),
    })
  test.each([
    ['methane', 0.05, C(180), C(20), undefined, 82.81, 91.89],
    ['methane', 0.09, C(200), C(20), 100e-6, 79.61, 88.34],
    [EU_H, 0.1, C(220), C(10), 200e-6, 77.02, 85.29],
    ['propane', 0.09, C(200), C(20), 100e-6, 81.55, 88.57],
    [US, 0.08, F(400), F(70), 50e-6, 80.24, 88.91],
    ['methane', 0.05, C(45), C(20), undefined, 93.0, 103.2],
  ])('efficiency of %j at O2 %d', (gas, o2, flueK, airK, co, gross, net) => {
    const r = flue(gas, o2, flueK, airK, co)
    expect(Math.abs(r.grossEfficiency! * 100 - gross)).toBeLessThan(0.1)
    expect(Math.abs(r.netEfficiency! * 100 - net)).toBeLessThan(0.1)
  })
  test.each<[string, string, Record<string, unknown>, Record<string, number>]>([
    [
      'gas',
      'EU H',
      { gas: EU_H, reference: 'metric15', realGas: 'ideal' },
      { co2Max: 0.1196, grossCvJPerM3: 39.16e6, netCvJPerM3: 35.33e6, grossWobbeJPerM3: 50.33e6, relativeDensity: 0.6053, dryFlue: 8.918 },
    ],
    [
      'gas',
      'US per cubic foot',
      { gas: US, reference: 'northAmerican14696', realGas: 'ideal' },
      { grossCvJPerM3: toSi(1030.4, 'BTU/ft³', 'energyPerVolume') },
    ],
    [
      'gas-rate',
      '50 L in 75 s',
      {
        gas: 'methane',
        volumeM3: 0.05,
        seconds: 75,
        index: 'actual',
        meterGaugePa: mbar(20),
        gasTemperatureK: C(8),
        barometerPa: mbar(980),
        supplierGrossCvJPerM3: 38.9e6,
        plateBasis: 'net',
        bandBelow: 0.05,
        bandAbove: 0.05,
      },
      { heatInputGrossW: 26_230 },
    ],
    [
      'gas-rate',
      '2 ft³ in 72 s at 1000 BTU/ft³, no correction',
      {
        gas: 'methane',
        volumeM3: toSi(2, 'ft³', 'volume'),
        seconds: 72,
        index: 'standard',
        supplierGrossCvJPerM3: toSi(1000, 'BTU/ft³', 'energyPerVolume'),
        plateBasis: 'gross',
        bandBelow: 0.05,
        bandAbove: 0.05,
      },
      { heatInputGrossW: toSi(100_000, 'BTU/h', 'power') },
    ],
    [
      'orifice',
      'drill #54',
      {
        solveFor: 'flow',
        gas: 'propane',
        diameterM: 0.055 * 0.0254,
        pressureDropPa: toSi(10, 'inH2O', 'pressure'),
        relativeDensity: 1.52,
        dischargeCoefficient: 0.9,
        supplierGrossCvJPerM3: toSi(2516, 'BTU/ft³', 'energyPerVolume'),
      },
      { northAmericanFlowM3PerS: toSi(9.1, 'ft³/h', 'flow'), northAmericanHeatGrossW: toSi(22_886, 'BTU/h', 'power') },
    ],
    [
      'orifice',
      '0.94 mm',
      { solveFor: 'flow', gas: 'methane', diameterM: 0.00094, pressureDropPa: 2000, relativeDensity: 0.555, dischargeCoefficient: 0.85 },
      { flowM3PerS: 0.1629 / 3600 },
    ],
    [
      'manifold',
      'fixed air, methane',
      { gas: 'methane', heatInputW: 20_000, fromPa: 1000, toPa: 1200, air: 'fixed', o2Dry: 0.08 },
      { newO2Dry: 0.0667, newCo2Dry: 0.0798 },
    ],
    ['altitude', '1480 m', { gas: 'natural-gas-h', altitudeM: 1480, heatInputW: 20_000, o2Dry: 0.075 }, { fixedO2Dry: 0.0615 }],
    [
      'co-figures',
      'methane, O2 5 %, CO 50 ppm',
      { gas: 'methane', o2Dry: 0.05, coDry: 50e-6, referenceO2: 0 },
      { coAirFree: 65.7e-6, co2Dry: 0.089 },
    ],
    [
      'co-figures',
      '1 ppm at 0 % O2',
      { gas: 'methane', o2Dry: 0, coDry: 1e-6, noDry: 1e-6, referenceO2: 0 },
      { coKgPerJNet: 1.074 / 3.6e12, noxKgPerJNet: 1.764 / 3.6e12, noxKgPerJGross: 1.589 / 3.6e12 },
    ],
    [
      'condensing',
      'methane at 45 °C',
      { gas: 'methane', o2Dry: 0.05, flueTemperatureK: C(45), airTemperatureK: C(20), heatInputGrossW: 24_000 },
      { condensedShare: 0.413, dewPointK: C(54.4) },
    ],
    [
      'ratio-valve',
      'offset +5 Pa at quarter speed',
      { gas: 'methane', co2AtFull: 0.089, venturiPa: 800, offsetPa: 5, speedShare: 0.25 },
      { co2Dry: 0.0939 },
    ],
    ['draught', '10 m', { gas: 'methane', o2Dry: 0.08, heightM: 10, flueMeanK: C(150), outsideK: C(10) }, { draughtPa: 42.75 }],
    [
      'burn-window',
      '15 kg',
      { outputW: 24_000, loadW: 8000, waterKg: 15, metalJPerK: 0, startK: C(65), limitK: C(80), rates: [] },
      { secondsToLimit: 58.9 },
    ],
    [
      'thermistor',
      '60 °C',
      { r0Ohm: 10_000, t0K: C(25), betaK: 3977, measuredOhm: 2462.6, trueK: C(60) },
      { temperatureK: C(60), expectedOhm: 2462.6 },
    ],
    [
      'tightness',
      '25 L in 5 min',
      {
        pipes: [],
        meterM3: 0.025,
        startPa: 2000,
        endPa: 1950,
        seconds: 300,
        gasTemperatureK: C(20),
        readablePa: 25,
        maxChangePa: 0,
      },
      { leakM3PerS: 0.1455 / 3.6e6, perKelvinPa: 352.5 },
    ],
    ['units', '20 mbar', { quantity: 'pressure', value: 20, unit: 'mbar' }, { valueSi: 2000 }],
  ])('%s: %s', (id, _name, input, expected) => {
    const got = result(id, input)
    for (const [key, value] of Object.entries(expected)) expect(Math.abs(got[key]! / value - 1)).toBeLessThan(0.0025)
  })
  test('½ in schedule 40, 20 ft, 0.5 inWC: 118.9 ft³/h by the North American equation', () => {
    const r = result('pipe-run', {
      gas: 'natural-gas-h',
      size: 'st-1/2',
      lengthM: 20 * 0.3048,
      flowM3PerS: 1e-3,
      gaugePa: 1700,
      limitPa: toSi(0.5, 'inH2O', 'pressure'),
    })
    expect(r.northAmericanCapacityM3PerS! / toSi(118.9, 'ft³/h', 'flow')).toBeCloseTo(1, 2)
    expect(r.capacityM3PerS! / r.northAmericanCapacityM3PerS!).toBeCloseTo(1, 1)
  })
  test('one sigma of gross efficiency, methane O2 5 %, 180 °C', () => {
    const answer = runWorking(
      workingById('flue-gas')!,
      { gas: 'methane', from: 'o2', o2Dry: 0.05, flueTemperatureK: C(180), airTemperatureK: C(20), referenceK: '25' },
      { o2Dry: 0.001, flueTemperatureK: 0.5, airTemperatureK: 0.5 },
    )
    expect(answer.ok && answer.value.uncertainty.grossEfficiency! * 100).toBeCloseTo(0.049, 2)
  })
})

describe.each(WORKINGS.map((w) => [w.id, w] as const))('%s', (_id, working: Working) => {
  test('starts with an answer in both schools, with working, every output promised and nothing else', () => {
    for (const units of ['metric', 'imperial'] as const) {
      const answer = runWorking(working, firstInput(working, units))
      expect(answer.ok ? '' : JSON.stringify(answer.error)).toBe('')
      if (!answer.ok) continue
      expect(Object.keys(answer.value.result).filter((k) => !(k in working.outputs))).toEqual([])
      expect(Object.keys(working.outputs).filter((k) => !(k in answer.value.result))).toEqual([])
      expect(outputSchema(working.outputs).safeParse(answer.value.result)).toMatchObject({ success: true })
      for (const line of answer.value.working) {
        for (const t of [...line.terms, line.result])
          expect([line.formula, t.symbol, Number.isFinite(t.valueSi)]).toEqual([line.formula, t.symbol, true])
        for (const t of line.terms) expect([line.formula, line.formula.includes(t.symbol)]).toEqual([line.formula, true])
      }
    }
  })
  test('belongs to a group, and what stands large is one of its outputs', () => {
    expect(WORKING_GROUPS).toContain(working.group)
    for (const key of working.principal) expect(Object.keys(working.outputs)).toContain(key)
    for (const field of Object.values(working.inputs))
      if (field.kind === 'number' && field.default !== undefined) {
        expect(field.default).toBeGreaterThanOrEqual(field.min)
        expect(field.default).toBeLessThanOrEqual(field.max)
      }
  })
  test('whatever is typed: a good answer without NaN, or a problem that names its field', () => {
    const numeric = Object.entries(working.inputs).flatMap(([key, f]) => (f.kind === 'number' ? [[key, f] as const] : []))
    const wild = fc.oneof(fc.double(), fc.constantFrom(NaN, Infinity, -Infinity, 0, -1, 1e308, 5e-324), fc.double({ min: 0, max: 1 }))
    const inRange = numeric.map(([key, f]) =>
      fc
        .oneof(
          { weight: 4, arbitrary: fc.double({ min: Math.max(f.min, -1e9), max: Math.min(f.max, 1e9), noNaN: true }) },
          { weight: 1, arbitrary: wild },
          ...(f.optional ? [{ weight: 1, arbitrary: fc.constant(undefined) }] : []),
        )
        .map((v) => [key, v] as const),
    )
    fc.assert(
      fc.property(fc.tuple(...inRange), (values) => {
        const input = { ...firstInput(working, 'metric'), ...Object.fromEntries(values.filter(([, v]) => v !== undefined)) }
        for (const [key, v] of values) if (v === undefined) delete (input as Record<string, unknown>)[key]
        const answer = runWorking(working, input)
        if (!answer.ok) return answer.error.length > 0 && answer.error.every((p) => p.code !== 'no-answer' && (p.path?.length ?? 0) >= 0)
        const text = JSON.stringify([answer.value.result, answer.value.uncertainty], (_k, v: unknown) =>
          typeof v === 'number' && !Number.isFinite(v) ? 'BAD' : v,
        )
        return !text.includes('BAD')
      }),
      { numRuns: 60 },
    )
  })
  test('unknown fields, missing fields and wrong types are named', () => {
    expect(refusal(working.id, { ...firstInput(working, 'metric'), nonsense: 1 })).toMatchObject([
      { code: 'unknown-field', params: { name: 'nonsense' } },
    ])
    for (const [key, field] of Object.entries(working.inputs)) {
      if (field.kind === 'number' && !field.optional) {
        const without: Record<string, unknown> = { ...firstInput(working, 'metric') }
        delete without[key]
        expect(refusal(working.id, without)).toMatchObject([{ code: 'needed', path: [key] }])
        expect(refusal(working.id, { ...without, [key]: NaN })).toMatchObject([{ code: 'not-finite', path: [key] }])
        expect(refusal(working.id, { ...without, [key]: 'x' })).toMatchObject([{ code: 'wrong-type', path: [key] }])
        if (Number.isFinite(field.max))
          expect(refusal(working.id, { ...without, [key]: field.max * 1.01 + 1 })).toMatchObject([
            { code: 'out-of-range', path: [key], params: { min: field.min, max: field.max } },
          ])
      }
      if (field.kind === 'choice')
        expect(refusal(working.id, { ...firstInput(working, 'metric'), [key]: 'zzz' })).toMatchObject([
          { code: 'not-a-choice', path: [key] },
        ])
    }
  })
  test('has a JSON Schema of its own', () => {
    const schema = inputSchema(working.inputs, (key) => ({ title: key.toUpperCase() }))
    expect(schema.safeParse(firstInput(working, 'metric')).success).toBe(true)
    expect(Object.keys(schema.shape)).toEqual(Object.keys(working.inputs))
  })
})

describe('the doubt of every figure', () => {
  test('tables too: each figure of each row by its place', () => {
    const answer = run('pipe-network', first('pipe-network'))
    const rows = answer.result.segments as readonly { dropPa: number }[]
    for (const i of rows.keys()) expect(answer.uncertainty[`segments.${i}.dropPa`]).toBeGreaterThan(0)
    // Flow off by 3 % moves a turbulent drop by about 5 %, length by its own 3 %.
    const share = answer.uncertainty['segments.1.dropPa']! / rows[1]!.dropPa
    expect(share).toBeGreaterThan(0.045)
    expect(share).toBeLessThan(0.075)
    expect(answer.sensitivity['segments.1.dropPa']![0]!.key).toBe('segments.loadM3PerS')
  })
  test('every number that its inputs reach has one; without doubts there is none', () => {
    for (const w of WORKINGS) {
      const answer = runWorking(w, firstInput(w, 'metric'), {})
      expect([w.id, answer.ok && answer.value.uncertainty]).toEqual([w.id, {}])
    }
  })
})

describe('gases at the edge', () => {
  test('hydrogen has no CO2: no ratio, and no carbon monoxide to measure', () => {
    const hydrogen = { ...first('flue-gas'), gas: { hydrogen: 1 }, coDry: 0 }
    expect(result('flue-gas', hydrogen)).toMatchObject({ co2Dry: 0, coToCo2: null })
    expect(result('co-figures', { ...first('co-figures'), gas: { hydrogen: 1 }, coDry: 0 })).toMatchObject({ coToCo2: null, coAirFree: 0 })
    expect(refusal('flue-gas', { ...hydrogen, coDry: 40e-6 })[0]).toMatchObject({ code: 'co-above-carbon', path: ['coDry'] })
    expect(refusal('co-figures', { ...first('co-figures'), gas: { hydrogen: 1 } })[0]).toMatchObject({ code: 'co-above-carbon' })
  })
  test('the rule of thumb for excess air overstates by 26 % on hydrogen', () => {
    const { excessAir } = result('flue-gas', { ...first('flue-gas'), gas: { hydrogen: 1 }, coDry: 0, o2Dry: 0.06 })
    expect(0.06 / (0.2095 - 0.06) / excessAir!).toBeCloseTo(1.265, 3)
  })
  test('town gas, biomethane, lean gas and mixtures go through every calculation that asks for a gas', () => {
    const town = { carbonMonoxide: 0.08, hydrogen: 0.5, methane: 0.27, carbonDioxide: 0.05, nitrogen: 0.1 }
    for (const gas of [town, 'biomethane', 'lean-field-gas', 'lpg-mix', 'natural-gas-h2-20'])
      for (const w of WORKINGS.filter((x) => 'gas' in x.inputs)) {
        const answer = runWorking(w, { ...firstInput(w, 'metric'), gas })
        expect([w.id, gas, answer.ok ? 'ok' : answer.error[0]?.code]).toEqual([w.id, gas, 'ok'])
      }
  })
})

describe('bad input that people make', () => {
  test.each<[string, Record<string, unknown>, string, (string | number)[]]>([
    ['gas', { ...first('gas'), gas: { methane: 0.5, ethane: 0.3 } }, 'composition-sum', ['gas']],
    ['gas', { ...first('gas'), gas: { nitrogen: 1 } }, 'composition-inert', ['gas']],
    ['gas', { ...first('gas'), gas: { methane: -0.1, ethane: 1.1 } }, 'not-a-gas', ['gas']],
    ['gas', { ...first('gas'), gas: 'coal' }, 'not-a-gas', ['gas']],
    ['flue-gas', { ...first('flue-gas'), o2Dry: 0.2095 }, 'out-of-range', ['o2Dry']],
    ['flue-gas', { ...first('flue-gas'), from: 'co2', co2Dry: 0.13 }, 'co2-above-maximum', ['co2Dry']],
    ['flue-gas', { ...first('flue-gas'), from: 'co2', co2Dry: undefined }, 'needed', ['co2Dry']],
    ['flue-gas', { ...first('flue-gas'), flueTemperatureK: C(5) }, 'flue-colder-than-air', ['flueTemperatureK']],
    ['flue-gas', { ...first('flue-gas'), barometerPa: -100 }, 'out-of-range', ['barometerPa']],
    ['gas-rate', { ...first('gas-rate'), seconds: 0 }, 'out-of-range', ['seconds']],
    ['gas-rate', { ...first('gas-rate'), volumeM3: 1e300 }, 'out-of-range', ['volumeM3']],
    ['gas-rate', { ...first('gas-rate'), otherLoadsM3: 1 }, 'other-loads-exceed', ['otherLoadsM3']],
    [
      'pipe-network',
      { ...first('pipe-network'), segments: [{ id: 'A', from: 'A', material: 'copper', size: 'cu-22', lengthM: 1, loadM3PerS: 1e-4 }] },
      'pipe-loop',
      ['segments', 0, 'from'],
    ],
    [
      'pipe-network',
      { ...first('pipe-network'), segments: [{ id: 'A', material: 'copper', size: 'cu-22', lengthM: 1 }] },
      'no-loads',
      ['segments'],
    ],
    ['pipe-network', { ...first('pipe-network'), segments: [] }, 'row-count', ['segments']],
    [
      'pipe-network',
      { ...first('pipe-network'), segments: [{ id: 'A', material: 'copper', size: 'cu-22', lengthM: NaN }] },
      'not-finite',
      ['segments', 0, 'lengthM'],
    ],
    ['manifold', { ...first('manifold'), o2Dry: 0.001, toPa: 90_000 }, 'mixture-rich', ['toPa']],
    ['units', { quantity: 'temperature', value: -300, unit: '°C' }, 'below-absolute-zero', ['value']],
    ['thermistor-table', { ...first('thermistor-table'), measuredOhm: 1e6 }, 'beyond-table', ['measuredOhm']],
  ])('%s %j → %s', (id, input, code, path) => {
    expect(refusal(id, input)[0]).toMatchObject({ code, path })
  })
  test('several at once are all told', () => {
    expect(refusal('flue-gas', { ...first('flue-gas'), o2Dry: 3, coDry: -1, flueTemperatureK: NaN })).toHaveLength(3)
  })
  test('a doubt that is none, or of something that is no number', () => {
    for (const doubts of [{ o2Dry: -1 }, { o2Dry: NaN }, { gas: 1 }, { nonsense: 1 }])
      expect(runWorking(workingById('flue-gas')!, first('flue-gas'), doubts)).toMatchObject({ ok: false, error: [{ code: 'wrong-doubt' }] })
  })
  test('nothing but null and text is not an input', () => {
    for (const raw of [null, undefined, 5, 'x', []]) expect(parseInput(workingById('gas')!, raw).ok).toBe(false)
  })
})

describe('verdicts and warnings', () => {
  const codes = (id: string, more: Record<string, unknown>) => run(id, { ...first(id), ...more }).warnings.map((w) => w.code)
  test.each<[string, Record<string, unknown>, string]>([
    ['flue-gas', { coDry: 0 }, 'flue-perfect-zero-co'],
    ['flue-gas', { o2Dry: 0.18 }, 'flue-diluted'],
    ['flue-gas', { flueTemperatureK: C(45) }, 'upper-bound'],
    ['flue-gas', { gas: 'propane' }, 'short-flatters-lpg'],
    ['gas-rate', { seconds: 5 }, 'time-longer'],
    ['gas-rate', { plateW: 10_000 }, 'above-plate'],
    ['gas-rate', { plateW: 90_000 }, 'below-plate'],
    ['gas-rate', { index: 'standard' }, 'corrected-by-meter'],
    ['gas-rate', { barometerPa: undefined }, 'not-corrected'],
    ['pressure-ladder', { inletPa: mbar(30), standingPa: mbar(31) }, 'ladder-inlet-above-maximum'],
    ['tightness', { endPa: mbar(10) }, 'tightness-fails'],
    ['tightness', { endGasTemperatureK: C(10), endPa: 300 }, 'weather-hides'],
    ['let-by', { endPa: mbar(8) }, 'let-by-fails'],
    ['valve-proving', { changePa: 40_000, seconds: 1 }, 'seat-lets-by'],
    ['valve-proving', { seconds: 1, changePa: 0 }, 'test-too-short'],
    ['pipe-run', { flowM3PerS: 0.01 }, 'drop-over-limit'],
    ['pipe-obstruction', { measuredPa: 5000 }, 'obstruction-found'],
    ['manifold', { toPa: 1400 }, 'large-move'],
    ['altitude', { altitudeM: 1500 }, 'by-test'],
    ['co-figures', { coDry: 600e-6 }, 'co-over-oxygen-school'],
    ['o2-co2-pair', { co2Dry: 0.07 }, 'off-the-line'],
    ['condensing', { flueTemperatureK: C(90) }, 'not-condensing'],
    ['ratio-valve', { offsetPa: 10 }, 'positive-offset'],
    ['draught', { measuredPa: 1 }, 'spilling'],
    ['air-openings', { rule: 'na-room-volume', roomM3: 5 }, 'room-too-small'],
    ['room-co', {}, 'over-level'],
    ['air-rise', { flowM3PerS: 0.2 }, 'rise-high'],
    ['heat-balance', { outputW: 15_000 }, 'balance-low'],
    ['burn-window', { waterKg: 10 }, 'heat-dump-needed'],
    ['thermistor', { measuredOhm: 4000 }, 'thermistor-off'],
    ['thermocouple', { openV: 0.015 }, 'method-loaded-read-as-open'],
    ['igniter', { coldOhm: 25 }, 'method-igniter-measured-hot'],
    ['coil', { measuredOhm: 1000 }, 'coil-shorted'],
    ['flame-current', { currentA: 1.2e-6 }, 'near-trip'],
    ['change-of-gas', { primaryAerationBefore: 1.2 }, 'primary-air-high'],
  ])('%s %j says %s', (id, more, code) => {
    if (id === 'thermocouple') expect(codes(id, { ...more, loadedV: 0.014 })).toContain(code)
    else expect(codes(id, more)).toContain(code)
  })
})

describe('Monte Carlo over a working', () => {
  function uniform(seed: number) {
    let s = seed
    return () => (s = (s * 1_103_515_245 + 12_345) % 2_147_483_648) / 2_147_483_648
  }
  test.each(WORKINGS.filter((w) => Object.keys(usualDoubts(w, firstInput(w, 'metric'))).length > 0).map((w) => [w.id, w] as const))(
    '%s agrees with linear propagation within its own noise where it is straight',
    (id, working) => {
      const input = firstInput(working, 'metric')
      const linear = run(id, { ...input })
      const draws = scatterWorking(working, input, undefined, uniform(11), 2000)
      if (!draws.ok) throw new Error(JSON.stringify(draws.error))
      draws.value.run(2000)
      const spread = draws.value.result()
      if (!spread.ok) throw new Error(spread.error.code)
      expect(spread.value.samples).toBe(2000)
      for (const [key, s] of Object.entries(spread.value.spreads)) {
        expect(Number.isFinite(s.mean) && Number.isFinite(s.standardDeviation)).toBe(true)
        const u = linear.uncertainty[key]
        if (u && spread.value.refused === 0) expect(s.standardDeviation / u).toBeGreaterThan(0.3)
      }
    },
  )
  test('nothing to scatter, or bad input, is said', () => {
    expect(scatterWorking(workingById('units')!, { quantity: 'pressure', value: 1, unit: 'mbar' }, {}, Math.random, 10)).toMatchObject({
      error: [{ code: 'no-doubts' }],
    })
    expect(scatterWorking(workingById('flue-gas')!, { ...first('flue-gas'), o2Dry: 5 }, undefined, Math.random, 10)).toMatchObject({
      error: [{ code: 'out-of-range' }],
    })
    expect(
      scatterWorking(workingById('flue-gas')!, { ...first('flue-gas'), flueTemperatureK: C(1) }, undefined, Math.random, 10),
    ).toMatchObject({ error: [{ code: 'flue-colder-than-air' }] })
  })
})

describe('what a visit keeps', () => {
  test('the meter’s volume, time, rate and inputs, with their doubt', () => {
    const kept = readingsOf('gas-rate', run('gas-rate', first('gas-rate')))
    expect(kept.map((r) => [r.measurandId, r.origin])).toEqual([
      ['volume.metered', 'measured'],
      ['time.metered', 'measured'],
      ['rate.gas', 'computed'],
      ['input.gross', 'computed'],
      ['input.net', 'computed'],
    ])
    for (const r of kept) expect(r.standardUncertainty).toBeGreaterThan(0)
  })
  test('millivolts go where their kind says, the ladder to its rungs, predictions nowhere', () => {
    const volts = { ...first('thermocouple'), kind: 'pilot-generator', openV: 0.6, loadedV: 0.4 }
    expect(readingsOf('thermocouple', run('thermocouple', volts)).map((r) => r.measurandId)).toEqual([
      'pilotGenerator.open',
      'pilotGenerator.loaded',
    ])
    const rungs = readingsOf('pressure-ladder', run('pressure-ladder', { ...first('pressure-ladder'), isolatorPa: undefined }))
    expect(rungs.map((r) => r.stationId)).toEqual(['inlet', 'meter', 'inlet'])
    expect(readingsOf('manifold', run('manifold', first('manifold')))).toEqual([])
  })
  test('only what the registry holds possible', () => {
    const hot = run('igniter', { ...first('igniter'), currentA: undefined })
    expect(readingsOf('igniter', hot).map((r) => r.measurandId)).toEqual(['igniter.coldResistance'])
    expect(readingsOf('igniter', { ...hot, input: { ...hot.input, coldOhm: -5 } })).toEqual([])
  })
})
