import fc from 'fast-check'
import { gasProperties, presetGas, REFERENCE_STATES, withGrossCv } from '../gas'
import { unwrap } from '../result'
import { HAND_TIMING_S, meterRate, secondsForTiming, timingUncertainty } from './meterRate'

const supplied = unwrap(withGrossCv(presetGas('natural-gas-h'), 38.9e6))

test('50 L in 75 s at 20 mbar, 8 °C, 980 mbar, 38.9 MJ/m³: 26.23 kW gross', () => {
  const rate = unwrap(
    meterRate({ volumeM3: 0.05, seconds: 75, index: 'actual', meterGaugePa: 2000, gasTemperatureK: 281.15, barometerPa: 98_000 }, supplied),
  )
  expect(rate.heatInputGrossW / 1000).toBeCloseTo(26.23, 2)
  expect(rate.heatInputGrossW / rate.heatInputNetW).toBeCloseTo(presetGas('natural-gas-h').grossToNet, 9)
})

test('2 ft³ in 72 s at 1000 BTU/ft³, uncorrected: 100 000 BTU/h', () => {
  const gas = unwrap(
    withGrossCv(
      unwrap(gasProperties({ methane: 1 }, { reference: REFERENCE_STATES.northAmerican1473 })),
      (1000 * 1055.05585262) / 0.028316846592,
    ),
  )
  const rate = unwrap(meterRate({ volumeM3: 2 * 0.028316846592, seconds: 72, index: 'standard' }, gas))
  expect(rate.heatInputGrossW / 0.29307107).toBeCloseTo(100_000, -1)
})

test('a compensated meter is not corrected twice; other loads are taken off', () => {
  const test = { volumeM3: 0.1, seconds: 100, meterGaugePa: 2100, gasTemperatureK: 280, barometerPa: 95_000 }
  expect(unwrap(meterRate({ ...test, index: 'standard' }, supplied)).correction).toBe(1)
  const half = unwrap(meterRate({ ...test, index: 'actual', otherLoadsM3: 0.05 }, supplied)).heatInputGrossW
  expect(half * 2).toBeCloseTo(unwrap(meterRate({ ...test, index: 'actual' }, supplied)).heatInputGrossW, 6)
})

test('a gas 5 K off is 1.7 % of rate', () => {
  const at = (gasTemperatureK: number) =>
    unwrap(meterRate({ volumeM3: 0.1, seconds: 100, index: 'actual', gasTemperatureK }, supplied)).heatInputGrossW
  expect(at(288.15) / at(293.15) - 1).toBeCloseTo(0.017, 3)
})

test.each([
  ['zero-time', { seconds: 0 }],
  ['zero-time', { seconds: NaN }],
  ['volume-range', { volumeM3: -1 }],
  ['other-loads-exceed', { otherLoadsM3: 1 }],
  ['pressure-range', { barometerPa: -5 }],
  ['pressure-range', { meterGaugePa: 1e9 }],
  ['temperature-range', { gasTemperatureK: 500 }],
])('%s', (code, change) => {
  expect(meterRate({ volumeM3: 0.05, seconds: 75, index: 'actual', ...change }, supplied)).toMatchObject({ ok: false, error: { code } })
})

test('the advised time keeps the promise it makes', () => {
  expect(secondsForTiming(0.01, 6.7e-4, 0)).toBeCloseTo(28, 0)
  fc.assert(
    fc.property(
      fc.double({ min: 0.002, max: 0.1, noNaN: true }),
      fc.double({ min: 1e-5, max: 0.01, noNaN: true }),
      fc.constantFrom(0, 0.001, 0.01),
      (share, flow, step) => {
        const seconds = secondsForTiming(share, flow, step)
        return Math.abs(2 * timingUncertainty(seconds, flow, step) - share) < 1e-9 && seconds >= (2 * HAND_TIMING_S) / share - 1e-9
      },
    ),
  )
})
