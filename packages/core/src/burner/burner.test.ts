import fc from 'fast-check'
import { presetGas } from '../gas'
import { unwrap } from '../result'
import { fromSi, toSi } from '../units'
import {
  afterManifoldMove,
  altitudeFactor,
  atAltitude,
  changeOfGas,
  DRILLS,
  heatOf,
  inputAtPressure,
  lambdaOfO2,
  nearestDrills,
  northAmericanOrifice,
  o2OfLambda,
  type Orifice,
  pressureForInput,
  ratioValve,
  solveOrifice,
  standardPressure,
} from '.'

const methane = presetGas('methane')
const natural = presetGas('natural-gas-h')
const propane = presetGas('propane')
const near = (got: number, expected: number, relative = 0.002) => expect(Math.abs(got / expected - 1)).toBeLessThan(relative)

describe('orifices', () => {
  test('drill #54, 10 inWC, SG 1.52, K 0.90: 9.10 ft³/h, 22 886 BTU/h of a 2516 BTU gas', () => {
    const flow = northAmericanOrifice(0.055 * 0.0254, toSi(10, 'inH2O', 'pressure'), 1.52, 0.9)
    near(fromSi(flow, 'ft³/h', 'flow'), 9.1)
    near(fromSi(flow, 'ft³/h', 'flow') * 2516, 22886)
  })
  test('0.94 mm at 20 mbar, Cd 0.85, relative density 0.555: 0.1629 m³/h', () => {
    const solved = unwrap(solveOrifice({ diameterM: 0.00094, pressureDropPa: 2000, relativeDensity: 0.555, dischargeCoefficient: 0.85 }))
    near(solved.flowM3PerS * 3600, 0.1629, 0.001)
    expect(solved.jetVelocityMPerS).toBeCloseTo(76.7, 0)
  })
  test('the field constant 1658.5 is 0.17 % above first principles', () => {
    // The North American cubic foot is at 60 °F and 14.73 psia; the ratio is of the constants, at the same reference density.
    const inch = 0.0254
    const si = unwrap(solveOrifice({ diameterM: inch, pressureDropPa: 249.08891, relativeDensity: 1, dischargeCoefficient: 1 }))
    const perInch2 = fromSi(si.flowM3PerS, 'ft³/h', 'flow') / (Math.PI / 4)
    near(perInch2, 1655.7, 0.002)
    near(1658.5 / 1655.7, 1.0017, 0.0001)
  })
  test('solving for any one gives back what was put in', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.0003, max: 0.02, noNaN: true }),
        fc.double({ min: 50, max: 20_000, noNaN: true }),
        fc.double({ min: 0.3, max: 2.2, noNaN: true }),
        fc.constantFrom('flowM3PerS', 'diameterM', 'pressureDropPa', 'relativeDensity'),
        fc.double({ min: 70_000, max: 105_000, noNaN: true }),
        (diameterM, pressureDropPa, relativeDensity, left, barometerPa) => {
          const base = { dischargeCoefficient: 0.85, barometerPa, gasTemperatureK: 280 }
          const full = unwrap(solveOrifice({ ...base, diameterM, pressureDropPa, relativeDensity }))
          const known: Orifice = { ...base, ...full, [left]: undefined }
          near(unwrap(solveOrifice(known))[left as keyof typeof full], full[left as keyof typeof full], 1e-9)
        },
      ),
    )
  })
  test('what is missing, too much or impossible is said', () => {
    expect(solveOrifice({ dischargeCoefficient: 0.85, diameterM: 0.001 })).toMatchObject({ error: { code: 'one-unknown' } })
    expect(
      solveOrifice({ dischargeCoefficient: 0.85, diameterM: 0.001, pressureDropPa: 100, relativeDensity: 0.6, flowM3PerS: 1 }),
    ).toMatchObject({ error: { code: 'one-unknown', params: { given: 4 } } })
    expect(solveOrifice({ dischargeCoefficient: 0.85, diameterM: NaN, pressureDropPa: 100, relativeDensity: 0.6 })).toMatchObject({
      error: { code: 'not-finite', path: ['diameterM'] },
    })
    expect(solveOrifice({ dischargeCoefficient: 0.85, diameterM: 0.1, flowM3PerS: 1e-9, relativeDensity: 0.6 })).toMatchObject({
      error: { code: 'out-of-range', params: { name: 'pressureDropPa' } },
    })
  })
  test('heat of a flow: gross over net is the fuel’s own', () => {
    const heat = heatOf(methane, 1e-4)
    near(heat.grossW, 3770)
    near(heat.grossW / heat.netW, methane.grossToNet, 1e-9)
  })
})

describe('drill table', () => {
  test('80 numbers, 26 letters and the metric sizes, each once, in order', () => {
    expect(DRILLS.filter((d) => d.system === 'number')).toHaveLength(80)
    expect(DRILLS.filter((d) => d.system === 'letter')).toHaveLength(26)
    expect(new Set(DRILLS.map((d) => d.name)).size).toBe(DRILLS.length)
    for (const [i, d] of DRILLS.entries()) if (i > 0) expect(d.diameterM).toBeGreaterThanOrEqual(DRILLS[i - 1]!.diameterM)
  })
  test.each([
    ['#1', 0.228],
    ['#30', 0.1285],
    ['#42', 0.0935],
    ['#54', 0.055],
    ['#80', 0.0135],
    ['A', 0.234],
    ['Z', 0.413],
  ])('%s is %d in', (name, inch) => {
    expect(DRILLS.find((d) => d.name === name)!.diameterM).toBeCloseTo(inch * 0.0254, 9)
  })
  test('the sizes beside a diameter; none beyond the ends', () => {
    expect(nearestDrills(0.0014, 'inch')).toMatchObject({ below: { name: '#54' }, above: { name: '#53' } })
    expect(nearestDrills(0.0014, 'metric')).toMatchObject({ below: { name: '1.40 mm' }, above: { name: '1.45 mm' } })
    expect(nearestDrills(0.0001, 'inch').below).toBeUndefined()
    expect(nearestDrills(0.5, 'metric').above).toBeUndefined()
  })
})

describe('manifold and change of gas', () => {
  test('ten percent of pressure is 4.9 % of input; the way back undoes it', () => {
    near(unwrap(inputAtPressure(20_000, 1000, 1100)), 20_976)
    near(unwrap(pressureForInput(20_000, 1000, unwrap(inputAtPressure(20_000, 1000, 1234)))), 1234, 1e-9)
    expect(inputAtPressure(20_000, 0, 1000)).toMatchObject({ error: { code: 'out-of-range', path: ['fromPa'] } })
    expect(pressureForInput(Infinity, 1, 1)).toMatchObject({ error: { code: 'not-finite' } })
  })
  test('natural gas to propane keeps the heat input', () => {
    const change = unwrap(
      changeOfGas({ from: natural, to: propane, orificeM: 0.0025, fromPa: 1000, toPa: 3700, throatM: 0.022, primaryAerationBefore: 0.55 }),
    )
    const heat = (gas: typeof natural, d: number, p: number) =>
      heatOf(
        gas,
        unwrap(solveOrifice({ diameterM: d, pressureDropPa: p, relativeDensity: gas.relativeDensity, dischargeCoefficient: 0.85 }))
          .flowM3PerS,
      ).grossW
    near(heat(propane, change.newDiameterM, 3700), heat(natural, 0.0025, 1000), 1e-9)
    expect(change.newDiameterM * 1000).toBeCloseTo(1.465, 2)
    expect(change.primaryAeration).toBeCloseTo(0.55 * change.primaryAerationRatio, 9)
    expect(change.primaryAerationRatio).toBeGreaterThan(1)
    // The old orifice would need far less pressure: never a conversion.
    expect(change.pressureWithOldOrificePa).toBeLessThan(500)
  })
  test('the same gas changes nothing', () => {
    const same = unwrap(changeOfGas({ from: natural, to: natural, orificeM: 0.0025, fromPa: 1000, toPa: 1000 }))
    expect(same).toMatchObject({ diameterRatio: 1, primaryAerationRatio: 1, wobbeRatio: 1 })
  })
  test('a throat narrower than the jet is refused', () => {
    expect(changeOfGas({ from: natural, to: propane, orificeM: 0.0025, fromPa: 1000, toPa: 3700, throatM: 0.002 })).toMatchObject({
      error: { code: 'out-of-range', path: ['throatM'] },
    })
  })
})

describe('air and mixture', () => {
  test('methane at O2 8 %, fixed air, manifold 10 → 12 mbar: O2 6.67 %, CO2 7.98 %', () => {
    const after = unwrap(afterManifoldMove(methane, 0.08, 1000, 1200, 'fixed'))
    expect(after.o2Dry * 100).toBeCloseTo(6.67, 2)
    expect(after.co2Dry * 100).toBeCloseTo(7.98, 2)
  })
  test('natural draught follows less; a rich mixture is refused', () => {
    const fixed = unwrap(afterManifoldMove(methane, 0.075, 1000, 1100, 'fixed')).o2Dry
    const natural = unwrap(afterManifoldMove(methane, 0.075, 1000, 1100, 'natural-draught')).o2Dry
    expect((fixed - 0.075) * 100).toBeCloseTo(-0.7, 1)
    expect((natural - 0.075) * 100).toBeCloseTo(-0.45, 1)
    expect(afterManifoldMove(methane, 0.01, 1000, 4000, 'fixed')).toMatchObject({ error: { code: 'mixture-rich' } })
  })
  test('ratio valve at quarter speed: offset +5 / −5 Pa gives CO2 9.39 / 8.42 %', () => {
    const at = (offsetPa: number) => unwrap(ratioValve({ gas: methane, lambdaSet: 1.28, venturiPa: 800, offsetPa, speedShare: 0.25 }))
    expect(at(5).co2Dry * 100).toBeCloseTo(9.39, 2)
    expect(at(-5).co2Dry * 100).toBeCloseTo(8.42, 2)
    expect(at(0).lambda).toBeCloseTo(1.28, 9)
    expect(at(0).venturiPa).toBe(50)
    expect(ratioValve({ gas: methane, lambdaSet: 1.28, venturiPa: 800, offsetPa: -60, speedShare: 0.25 })).toMatchObject({
      error: { code: 'no-gas' },
    })
  })
  test('one pascal of offset: 0.17 % CO2 at 30 Pa, 0.10 at 50, 0.006 at 800', () => {
    const slope = (venturiPa: number) => {
      const at = (offsetPa: number) =>
        unwrap(ratioValve({ gas: methane, lambdaSet: 1.25, venturiPa, offsetPa, speedShare: 1 })).co2Dry * 100
      return at(0.5) - at(-0.5)
    }
    expect(slope(30)).toBeCloseTo(0.17, 2)
    expect(slope(50)).toBeCloseTo(0.1, 2)
    expect(slope(800)).toBeCloseTo(0.006, 3)
  })
  test('λ and O2 undo each other on every gas', () => {
    fc.assert(
      fc.property(fc.double({ min: 1, max: 5, noNaN: true }), fc.constantFrom(methane, natural, propane), (lambda, gas) => {
        near(lambdaOfO2(gas, o2OfLambda(gas, lambda)), lambda, 1e-9)
      }),
    )
  })
  test('O2/(20.95 − O2) overstates excess air by 12 % on methane, 9 % on propane', () => {
    const o2 = 0.06
    const naive = o2 / (0.2095 - o2)
    expect(naive / (lambdaOfO2(methane, o2) - 1)).toBeCloseTo(1.12, 2)
    expect(naive / (lambdaOfO2(propane, o2) - 1)).toBeCloseTo(1.09, 2)
  })
})

describe('altitude', () => {
  const FOOT = 0.3048
  test('the three rules', () => {
    expect(unwrap(altitudeFactor('four-percent', 5000 * FOOT))).toBeCloseTo(0.8, 9)
    expect(unwrap(altitudeFactor('four-percent', 2000 * FOOT))).toBe(1)
    expect(unwrap(altitudeFactor('density', 5000 * FOOT))!).toBeCloseTo(0.912, 3)
    expect(unwrap(altitudeFactor('two-band', 1900 * FOOT))).toBe(1)
    expect(unwrap(altitudeFactor('two-band', 4500 * FOOT))).toBe(0.9)
    expect(unwrap(altitudeFactor('two-band', 4600 * FOOT))).toBeNull()
    expect(altitudeFactor('density', 20_000)).toMatchObject({ error: { code: 'out-of-range' } })
  })
  test('fixed orifice and fixed air: O2 7.5 % becomes 6.15 % at 1480 m; air mass 16.8 % less at 5000 ft', () => {
    expect(unwrap(atAltitude(natural, 0.075, 1480)).fixedO2Dry! * 100).toBeCloseTo(6.15, 2)
    const high = unwrap(atAltitude(natural, 0.075, 5000 * FOOT))
    expect(1 - high.airMassRatio).toBeCloseTo(0.168, 3)
    expect(1 - high.orificeHeatRatio).toBeCloseTo(0.088, 3)
    expect(unwrap(atAltitude(natural, 0.0, 1480)).fixedO2Dry).toBeNull()
  })
  test('the standard atmosphere falls steadily', () => {
    expect(standardPressure(0)).toBeCloseTo(101_325, 6)
    near(standardPressure(1480), 84_750, 0.001)
    fc.assert(fc.property(fc.double({ min: -400, max: 5900, noNaN: true }), (h) => standardPressure(h + 10) < standardPressure(h)))
  })
})
