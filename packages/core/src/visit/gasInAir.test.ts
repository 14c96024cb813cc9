import { unwrap } from '../result'
import { lelShare, lowerExplosiveLimit, readGasInAir, stopGasFraction } from './gasInAir'

describe('gas in air', () => {
  test.each([
    ['12 % LEL', 'natural-gas-h', 0.006],
    ['12%LEL', 'natural-gas-h', 0.006],
    ['12 lel', 'propane', 0.0024],
    ['0.6 % vol', 'natural-gas-h', 0.006],
    ['0,6 vol', 'propane', 0.006],
    ['6000 ppm', 'natural-gas-h', 0.006],
    ['0', 'natural-gas-h', 0],
  ])('%s on %s', (text, gas, si) => {
    const read = unwrap(readGasInAir(text, gas))
    expect(read.valueSi).toBeCloseTo(si, 9)
    expect(read.likelyUnit).toBeUndefined()
  })

  test('a bare figure or per cent is asked about, and taken for the larger danger scale of a detector until then', () => {
    for (const text of ['12', '12 %'])
      expect(unwrap(readGasInAir(text, 'natural-gas-h'))).toMatchObject({ unit: '% LEL', likelyUnit: '% vol' })
    expect(unwrap(readGasInAir('12', 'natural-gas-h')).valueSi).toBeCloseTo(0.006, 9)
  })

  test('what cannot be is refused, nonsense too', () => {
    expect(readGasInAir('101 % vol', 'natural-gas-h').ok).toBe(false)
    expect(readGasInAir('-3 % LEL', 'natural-gas-h').ok).toBe(false)
    expect(readGasInAir('plenty', 'natural-gas-h')).toMatchObject({ ok: false, error: { code: 'not-a-number' } })
  })

  test('everybody stops at a tenth of the limit', () => {
    for (const gas of ['natural-gas-h', 'methane', 'propane', 'butane', 'lpg-mix'])
      expect(lelShare(gas, stopGasFraction(gas))).toBeCloseTo(0.1, 12)
    expect([lowerExplosiveLimit('methane'), lowerExplosiveLimit('butane')]).toEqual([0.05, 0.02])
  })
})
