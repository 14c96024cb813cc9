import fc from 'fast-check'
import { unwrap } from '../result'
import { fromSi, toSi } from '../units'
import { airSide, burnWindow, heatBalance, planRates, waterDensity, waterSide } from '.'

describe('air side', () => {
  test('BTU/h = 1.08·CFM·ΔT at sea level; less at altitude', () => {
    const flowM3PerS = toSi(1000, 'ft³/min', 'flow')
    const riseK = 50 / 1.8
    const sea = unwrap(airSide({ flowM3PerS, riseK })).outputW
    expect(fromSi(sea, 'BTU/h', 'power') / (1000 * 50)).toBeCloseTo(1.08, 2)
    const high = unwrap(airSide({ flowM3PerS, riseK, barometerPa: 84_000 })).outputW
    expect(high / sea).toBeCloseTo(84_000 / 101_325, 9)
  })
  test('solved for any one of the three', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.05, max: 5, noNaN: true }),
        fc.double({ min: 5, max: 60, noNaN: true }),
        fc.constantFrom('outputW', 'flowM3PerS', 'riseK'),
        (flowM3PerS, riseK, left) => {
          const full = unwrap(airSide({ flowM3PerS, riseK }))
          const again = unwrap(airSide({ outputW: full.outputW, flowM3PerS, riseK, [left]: undefined }))
          const key = left as keyof typeof full
          return Math.abs(again[key] / full[key] - 1) < 1e-9
        },
      ),
    )
    expect(airSide({ flowM3PerS: 1 })).toMatchObject({ error: { code: 'one-unknown' } })
    expect(airSide({ flowM3PerS: 0, riseK: 10 })).toMatchObject({ error: { code: 'out-of-range', path: ['flowM3PerS'] } })
  })
})

describe('water side', () => {
  test('density of water', () => {
    expect(waterDensity(277.13)).toBeCloseTo(999.97, 1)
    expect(waterDensity(293.15)).toBeCloseTo(998.2, 1)
    expect(waterDensity(353.15)).toBeCloseTo(971.8, 0)
  })
  test('24 kW over 20 K is 17.5 L/min', () => {
    const side = unwrap(waterSide({ outputW: 24_000, differenceK: 20, waterTemperatureK: 333.15 }))
    expect(side.flowM3PerS * 60_000).toBeCloseTo(17.5, 1)
    expect(unwrap(waterSide({ outputW: 24_000, flowM3PerS: side.flowM3PerS, waterTemperatureK: 333.15 })).differenceK).toBeCloseTo(20, 9)
    expect(waterSide({ waterTemperatureK: 333.15, outputW: NaN, differenceK: 20 })).toMatchObject({ error: { code: 'not-finite' } })
    expect(waterSide({ waterTemperatureK: 333.15, outputW: 24_000, differenceK: 20, flowM3PerS: 1 })).toMatchObject({
      error: { code: 'one-unknown' },
    })
  })
})

describe('input against output', () => {
  const base = {
    inputW: 26_000,
    efficiency: 0.9,
    caseLossShare: 0.01,
    inputUncertaintyW: 260,
    outputUncertaintyW: 600,
    efficiencyUncertainty: 0.002,
  }
  test.each([
    [23_140, 'closes'],
    [20_000, 'output-low'],
    [26_000, 'output-high'],
  ])('%d W out: %s', (outputW, finding) => {
    expect(unwrap(heatBalance({ ...base, outputW })).finding).toBe(finding)
  })
  test('without any doubt there is no verdict', () => {
    expect(heatBalance({ ...base, outputW: 1, inputUncertaintyW: 0, outputUncertaintyW: 0, efficiencyUncertainty: 0 })).toMatchObject({
      error: { code: 'no-uncertainty' },
    })
  })
})

describe('burn window', () => {
  const b = { outputW: 24_000, loadW: 8_000, waterKg: 15, metalJPerK: 0, startK: 338.15, limitK: 353.15 }
  test('24 kW less 8 kW into 15 kg, 65 → 80 °C: 58.9 s', () => {
    expect(unwrap(burnWindow(b)).seconds).toBeCloseTo(58.9, 1)
  })
  test('a load as large as the output holds it for good; metal lengthens', () => {
    expect(unwrap(burnWindow({ ...b, loadW: 24_000 })).seconds).toBeNull()
    expect(unwrap(burnWindow({ ...b, metalJPerK: 20_000 })).seconds!).toBeGreaterThan(58.9)
    expect(burnWindow({ ...b, limitK: 330 })).toMatchObject({ error: { code: 'limit-not-above-start' } })
    expect(burnWindow({ ...b, waterKg: 0 })).toMatchObject({ error: { path: ['waterKg'] } })
  })
  test('several rates: smallest first, and what load is missing', () => {
    const plan = planRates(
      [
        { id: 'max', outputW: 24_000, seconds: 300 },
        { id: 'min', outputW: 6_000, seconds: 300 },
      ],
      { loadW: 8_000, waterKg: 60, metalJPerK: 0, startK: 333.15, limitK: 343.15 },
    )
    expect(plan.steps.map((s) => s.id)).toEqual(['min', 'max'])
    expect(plan.steps.map((s) => s.fits)).toEqual([true, false])
    const more = planRates(
      [
        { id: 'max', outputW: 24_000, seconds: 300 },
        { id: 'min', outputW: 6_000, seconds: 300 },
      ],
      { loadW: 8_000 + plan.missingLoadW, waterKg: 60, metalJPerK: 0, startK: 333.15, limitK: 343.15 },
    )
    expect(more.missingLoadW).toBeCloseTo(0, 6)
  })
})
