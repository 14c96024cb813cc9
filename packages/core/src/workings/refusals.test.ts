import fc from 'fast-check'
import { afterManifoldMove, altitudeFactor, atAltitude } from '../burner'
import { betaOfPoints, betaResistance } from '../electrics'
import { analyseFlue, checkPair } from '../flue'
import { gasDensity, gasProperties, presetComposition, presetGas, REFERENCE_STATES } from '../gas'
import { airSide, waterSide } from '../heat'
import { unwrap } from '../result'
import { meterDoubt, type PipeNetwork, sizeNetwork, timingUncertainty } from '../supply'
import { parseQuantity } from '../units'
import { firstInput, gasOf, runWorking, workingById, WORKINGS } from '.'

const methane = presetGas('methane')
const run = (id: string, input: object) => {
  const working = workingById(id)!
  return runWorking(working, { ...firstInput(working, 'metric'), ...input })
}
const value = (id: string, input: object, key: string) => {
  const answer = run(id, input)
  if (!answer.ok) throw new Error(JSON.stringify(answer.error))
  return answer.value.result[key]
}
const refusal = (id: string, input: object) => {
  const answer = run(id, input)
  return answer.ok ? 'answered' : answer.error.map((p) => `${p.code} ${p.path?.join('.')}`)
}

describe('static head', () => {
  const rise = (barometerPa: number | undefined): number => {
    const network: PipeNetwork = {
      segments: [{ id: 'A', from: null, material: 'copper', size: 'cu-28', lengthM: 10, riseM: 10, loadM3PerS: 1e-7 }],
      // A gas of 0.6334 kg/m³ as it stands in the pipe there.
      gas: { densityKgPerM3: 0.6334, viscosityPaS: 1.09e-5 },
      sourcePa: 2000,
      maxDropPa: 100,
      diversity: 1,
      formula: 'darcy',
      maxVelocityMPerS: 20,
      ...(barometerPa !== undefined && { barometerPa }),
    }
    return unwrap(sizeNetwork(network)).segments[0]!.pressurePa - 2000
  }
  test('is of air at the barometer: 10 m give 37.8 Pa at 84.3 kPa and 58 Pa at sea level', () => {
    expect(rise(84_300)).toBeCloseTo(37.8, 0)
    expect(rise(undefined)).toBeCloseTo(58, 0)
    // First principles: g·h·(ρair − ρgas), air of 28.96 g/mol at 15 °C.
    const air = (84_300 * 0.0289626) / (8.314462618 * 288.15)
    expect(rise(84_300)).toBeCloseTo(9.80665 * 10 * (air - 0.6334), 0)
  })
  test('and so it is in the Workings', () => {
    const segments = [{ id: 'A', material: 'copper', size: 'cu-28', lengthM: 10, riseM: 10, loadM3PerS: 1e-7 }]
    const at = (barometerPa: number) => {
      const gas = gasDensity(methane, 288.15, barometerPa + 2000)
      const [only] = value('pipe-network', { gas: 'methane', sourcePa: 2000, barometerPa, segments }, 'segments') as {
        pressurePa: number
      }[]
      const air = (barometerPa * 0.0289626) / (8.314462618 * 288.15)
      return [only!.pressurePa - 2000, 9.80665 * 10 * (air - gas)] as const
    }
    for (const barometerPa of [84_300, 101_325]) {
      const [got, expected] = at(barometerPa)
      expect(Math.abs(got - expected)).toBeLessThan(0.6)
    }
  })
})

describe('air is no flue gas', () => {
  test.each([0.209, 0.2094, 0.2095])('O2 of %p is refused everywhere', (o2) => {
    const codes = [
      analyseFlue(methane, { o2Dry: o2, flueTemperatureK: 400, airTemperatureK: 293 }),
      checkPair(methane, {
        o2Dry: o2,
        co2Dry: 0.01,
        o2Origin: 'measured',
        co2Origin: 'measured',
        o2Uncertainty: 0.001,
        co2Uncertainty: 0.001,
      }),
      afterManifoldMove(methane, o2, 1000, 1200, 'fixed'),
      atAltitude(methane, o2, 1000),
    ].map((r) => (r.ok ? 'ok' : r.error.code))
    for (const code of codes) expect(['o2-not-below-air', 'out-of-range']).toContain(code)
    for (const w of WORKINGS)
      if ('o2Dry' in w.inputs) expect(String(refusal(w.id, { o2Dry: o2 }))).toMatch(/^(o2-not-below-air|out-of-range) o2Dry/)
  })
  test('just below it there is an answer', () => {
    expect(analyseFlue(methane, { o2Dry: 0.2089, flueTemperatureK: 400, airTemperatureK: 293 }).ok).toBe(true)
  })
})

test('a pair that asks for more CO2 than any fuel gives is refused', () => {
  const pair = { o2Origin: 'measured', co2Origin: 'measured', o2Uncertainty: 0.001, co2Uncertainty: 0.001 } as const
  expect(checkPair(methane, { ...pair, o2Dry: 0.15, co2Dry: 0.15 })).toMatchObject({
    ok: false,
    error: { code: 'co2max-impossible', path: ['co2Dry'] },
  })
  // Pure carbon monoxide burns to 34.6 %: that is still one.
  expect(checkPair(methane, { ...pair, o2Dry: 0, co2Dry: 0.25 }).ok).toBe(true)
})

test('a fuel without hydrogen in dry air has no dew point, and that is no error', () => {
  const monoxide = { carbonMonoxide: 0.6, nitrogen: 0.4 }
  expect(value('flue-gas', { gas: monoxide, coDry: 0 }, 'dewPointK')).toBeNull()
  expect(value('condensing', { gas: monoxide, humidity: undefined }, 'dewPointK')).toBeNull()
  expect(value('condensing', { gas: monoxide, humidity: 0.6 }, 'dewPointK')).toBeGreaterThan(250)
  const working = workingById('flue-gas')!
  const answer = runWorking(working, { ...firstInput(working, 'metric'), gas: monoxide })
  expect(answer.ok && JSON.stringify(answer.value)).not.toMatch(/NaN/)
})

describe('every refusal names the field that was sent', () => {
  test.each([
    ['air-rise', { solveFor: 'rise', flowM3PerS: undefined }, 'needed flowM3PerS'],
    ['air-rise', { solveFor: 'output', riseK: undefined }, 'needed riseK'],
    ['water-side', { solveFor: 'output', differenceK: undefined }, 'needed differenceK'],
    ['orifice', { solveFor: 'flow', diameterM: undefined }, 'needed diameterM'],
    ['flue-gas', { humidity: 1, airTemperatureK: 333.15, barometerPa: 50_000 }, 'humidity-range humidity'],
    ['tightness', { pipes: [], meterM3: 0 }, 'out-of-range pipes'],
    ['change-of-gas', { to: { methane: 0.4 } }, 'composition-sum to'],
    ['gas-rate', { supplierGrossCvJPerM3: 1e6, supplierCvAt: 'normal25' }, 'calorific-value-range supplierGrossCvJPerM3'],
  ])('%s %p', (id, input, expected) => {
    expect(refusal(id, input)).toEqual([expected])
  })
  test('one unknown: the one too many, or the first still missing', () => {
    expect(airSide({ outputW: 20_000 })).toMatchObject({ error: { code: 'one-unknown', path: ['flowM3PerS'] } })
    expect(waterSide({ outputW: 1000, flowM3PerS: 1e-4, differenceK: 2, waterTemperatureK: 300 })).toMatchObject({
      error: { code: 'one-unknown', path: ['differenceK'] },
    })
    expect(afterManifoldMove(methane, 0.01, 1000, 4000, 'fixed')).toMatchObject({ error: { code: 'mixture-rich', path: ['toPa'] } })
  })
})

test('null means missing, in fields and in tables', () => {
  expect(value('flue-gas', { coDry: null, humidity: null }, 'coAirFree')).toBeNull()
  expect(value('flue-gas', { humidity: null }, 'dewPointK')).toBe(value('flue-gas', {}, 'dewPointK'))
  expect(refusal('flue-gas', { o2Dry: null })).toEqual(['needed o2Dry'])
  const segments = [{ id: 'A', material: 'copper', size: 'cu-22', lengthM: 5, loadM3PerS: 1e-4, riseM: null, from: null, roughnessM: null }]
  expect(run('pipe-network', { segments }).ok).toBe(true)
})

test('published limits are as one would write them', () => {
  const noisy = WORKINGS.flatMap((w) =>
    Object.entries(w.inputs).flatMap(([key, f]) =>
      (f.kind === 'rows' ? Object.values(f.columns) : [f]).flatMap((c) =>
        c.kind === 'number'
          ? [c.min, c.max].filter((n) => String(n).replace(/[^0-9]/g, '').length > 13).map((n) => `${w.id}.${key} ${n}`)
          : [],
      ),
    ),
  )
  expect(noisy).toEqual([])
})

describe('what was added', () => {
  test('inches of mercury and absolute pressures', () => {
    expect(unwrap(parseQuantity('29.92 inHg', 'absolutePressure', 'mbar')).valueSi).toBeCloseTo(101_320.8, 0)
    expect(unwrap(parseQuantity('14.696 psia', 'absolutePressure', 'mbar')).valueSi).toBeCloseTo(101_325, -1)
    expect(unwrap(parseQuantity('1 inHg', 'pressure', 'mbar')).valueSi).toBeCloseTo(3386.39, 2)
    expect(parseQuantity('14.7 psia', 'pressure', 'mbar')).toMatchObject({ ok: false, error: { code: 'wrong-quantity' } })
  })

  test('a calorific value is taken at the state that it was told at', () => {
    // The gas's own value told in any state is the gas's own value.
    for (const at of Object.keys(REFERENCE_STATES) as (keyof typeof REFERENCE_STATES)[]) {
      const there = unwrap(gasProperties(presetComposition('natural-gas-h'), { reference: REFERENCE_STATES[at] }))
      expect(unwrap(gasOf('natural-gas-h', there.grossCvJPerM3, at)).grossCvJPerM3).toBeCloseTo(presetGas('natural-gas-h').grossCvJPerM3, 0)
    }
    // A normal cubic metre holds 5.4 % more.
    expect(unwrap(gasOf('methane', 40e6, 'normal25')).grossCvJPerM3 / 40e6).toBeCloseTo(1 / 1.054, 2)
    expect(value('gas-rate', { supplierGrossCvJPerM3: 40e6, supplierCvAt: 'normal25' }, 'heatInputGrossW')).toBeLessThan(
      value('gas-rate', { supplierGrossCvJPerM3: 40e6 }, 'heatInputGrossW') as number,
    )
  })

  test('derating counted from 2000 ft beside from sea level', () => {
    expect(unwrap(altitudeFactor('four-percent', 1524))).toBeCloseTo(0.8, 9)
    expect(unwrap(altitudeFactor('four-percent-from-2000', 1524))).toBeCloseTo(0.88, 9)
    expect(unwrap(altitudeFactor('four-percent-from-2000', 600))).toBe(1)
    expect(value('altitude', { altitudeM: 1524, heatInputW: 10_000 }, 'fourPercentFrom2000InputW')).toBeCloseTo(8800, 6)
  })

  test('β and A, B, C from the points of a table', () => {
    fc.assert(
      fc.property(fc.double({ min: 2500, max: 5000, noNaN: true }), (betaK) => {
        const curve = { r0Ohm: 10_000, t0K: 298.15, betaK }
        const at = (temperatureK: number) => ({ temperatureK, ohm: unwrap(betaResistance(curve, temperatureK)) })
        expect(betaOfPoints(at(273.15), at(343.15))).toBeCloseTo(betaK, 6)
      }),
    )
    expect(betaOfPoints({ temperatureK: 300, ohm: 1 }, { temperatureK: 300, ohm: 2 })).toBeNull()
    const [a, b, c] = ['steinhartA', 'steinhartB', 'steinhartC'].map((key) => value('thermistor-table', {}, key) as number)
    for (const [temperatureK, ohm] of [
      [273.15, 32_650],
      [298.15, 10_000],
      [343.15, 1752],
    ] as const)
      expect(1 / (a! + b! * Math.log(ohm) + c! * Math.log(ohm) ** 3)).toBeCloseTo(temperatureK, 3)
  })

  test('pipe roughness may be given', () => {
    const drop = (roughnessM: number | undefined) => value('pipe-run', { flowM3PerS: 3e-3, roughnessM }, 'dropPa') as number
    expect(drop(1e-3)).toBeGreaterThan(drop(undefined) * 1.2)
    expect(drop(1.5e-6)).toBeCloseTo(drop(undefined), 6)
  })

  test('a clocked rate carries the meter’s own error', () => {
    expect(31_000 * 2 * meterDoubt(timingUncertainty(240, 5e-4, 0))).toBeCloseTo(466, 0)
    expect(meterDoubt(0, 0.01)).toBe(0.005)
    const answer = run('gas-rate', { seconds: 7200, volumeM3: 5 })
    const [w, u] = answer.ok ? [answer.value.result.heatInputGrossW as number, answer.value.uncertainty.heatInputGrossW!] : [1, 0]
    expect(u / w).toBeGreaterThan(0.007)
  })
})
