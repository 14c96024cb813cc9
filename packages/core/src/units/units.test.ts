import fc from 'fast-check'
import { formatNumber, formatSi, formatSignificant, formatSpanSi } from './format'
import { parseQuantity } from './parse'
import { fromSi, QUANTITIES, spanFromSi, toSi, unitsOf } from './units'

test.each([
  [1, 'mbar', 'pressure', 100],
  [1, 'inH2O', 'pressure', 249.08891],
  [1, 'mmH2O', 'pressure', 9.80665],
  [1, 'psi', 'pressure', 6894.757293],
  [1, 'ozf/in²', 'pressure', 430.9223],
  [0, '°C', 'temperature', 273.15],
  [68, '°F', 'temperature', 293.15],
  [9, 'Δ°F', 'temperatureDifference', 5],
  [1, 'ft³', 'volume', 0.028316846592],
  [1, 'BTU/h', 'power', 0.2930711],
  [1000, 'BTU/ft³', 'energyPerVolume', 37258945.8],
  [1, 'kWh/m³', 'energyPerVolume', 3.6e6],
  [350, 'ppm', 'fraction', 350e-6],
] as const)('%p %s of %s is %p in SI', (value, unit, quantity, si) => {
  expect(toSi(value, unit, quantity) / si).toBeCloseTo(1, 6)
})

test('conversions round-trip in every unit', () => {
  for (const quantity of QUANTITIES)
    for (const unit of unitsOf(quantity))
      fc.assert(
        fc.property(
          fc.double({ min: -1e6, max: 1e6, noNaN: true }),
          (v) => Math.abs(fromSi(toSi(v, unit, quantity), unit, quantity) - v) <= 1e-6 * Math.max(1, Math.abs(v)),
        ),
        { numRuns: 20 },
      )
})

test('a unit of something else is a programmer’s mistake', () => expect(() => toSi(1, 'mbar', 'temperature')).toThrow(RangeError))

test('differences ignore the offset', () => expect(spanFromSi(1, '°F', 'temperature')).toBeCloseTo(1.8, 12))

describe('what people type', () => {
  test.each([
    ['21mb', 'pressure', 'mbar', 2100],
    ['21', 'pressure', 'mbar', 2100],
    ['8.4 in', 'pressure', 'mbar', 2092.347],
    ['8,4 inWC', 'pressure', 'mbar', 2092.347],
    ['8.4"', 'pressure', 'mbar', 2092.347],
    ['3,5 in', 'pressure', 'Pa', 871.811],
    ['8 1/2 in', 'pressure', 'mbar', 2117.256],
    ['8½ in', 'pressure', 'mbar', 2117.256],
    ['½ psi', 'pressure', 'mbar', 3447.379],
    ['-3.4 mbar', 'pressure', 'mbar', -340],
    ['−0,5', 'pressure', 'mbar', -50],
    ['2,100.5 Pa', 'pressure', 'mbar', 2100.5],
    ['2.100,5 Pa', 'pressure', 'mbar', 2100.5],
    ['1 200 Pa', 'pressure', 'mbar', 1200],
    ['58.4°C', 'temperature', '°F', 331.55],
    ['70 f', 'temperature', '°C', 294.2611],
    ['64 ppm', 'fraction', '%', 64e-6],
    ['9.6', 'fraction', '%', 0.096],
    ['.5 %', 'fraction', 'ppm', 0.005],
    ['5 µA', 'current', 'A', 5e-6],
    ['10 kΩ', 'resistance', 'Ω', 10000],
    ['10 kohm', 'resistance', 'Ω', 10000],
    ['28 mV', 'voltage', 'V', 0.028],
    ['1m15', 'time', 's', NaN],
  ] as const)('%s of %s', (text, quantity, field, si) => {
    const parsed = parseQuantity(text, quantity, field)
    if (Number.isNaN(si)) expect(parsed.ok).toBe(false)
    else expect(parsed.ok && parsed.value.valueSi).toBeCloseTo(si, Math.abs(si) < 1 ? 9 : 2)
  })

  test.each([
    ['', 'empty'],
    ['   ', 'empty'],
    ['abc', 'not-a-number'],
    ['12..3', 'not-a-number'],
    ['1/0', 'not-a-number'],
    ['1,2,3', 'not-a-number'],
    ['1,200', 'ambiguous-comma'],
    ['21 furlongs', 'unknown-unit'],
    ['21 °C', 'wrong-quantity'],
    ['1e999', 'unknown-unit'],
    ['9999999999999', 'too-large'],
    ['NaN', 'not-a-number'],
    ['x'.repeat(1000), 'not-a-number'],
  ])('%p is refused: %s', (text, code) => {
    expect(parseQuantity(text, 'pressure', 'mbar')).toMatchObject({ ok: false, error: { code } })
  })

  test('whether the unit was typed is known', () => {
    expect(parseQuantity('21', 'pressure', 'mbar')).toMatchObject({ value: { unitTyped: false, unit: 'mbar' } })
    expect(parseQuantity('21 mb', 'pressure', 'inH2O')).toMatchObject({ value: { unitTyped: true, unit: 'mbar' } })
  })

  test('never throws and never gives a number that is not one', () => {
    fc.assert(
      fc.property(fc.string(), fc.constantFrom(...QUANTITIES), (text, quantity) => {
        const parsed = parseQuantity(text, quantity, unitsOf(quantity)[0]!)
        return !parsed.ok || Number.isFinite(parsed.value.valueSi)
      }),
      { numRuns: 500 },
    )
  })
})

describe('writing', () => {
  test('decimals, minus sign, no minus zero, the language’s mark', () => {
    expect(formatNumber(-3.42, 1, 'en')).toBe('−3.4')
    expect(formatNumber(-0.01, 1, 'en')).toBe('0.0')
    expect(formatNumber(12345.6, 0, 'en')).toBe('12,346')
    expect(formatSi(2030, 'pressure', { unit: 'mbar', digits: 1 }, 'de')).toBe('20,3')
    expect(formatSpanSi(1, 'temperature', { unit: '°F', digits: 1 }, 'en')).toBe('1.8')
  })
  /** Numbers as they occur: measured ones with few decimals, among them the halves, and any at all. */
  const numbers = fc
    .oneof(
      fc.tuple(fc.integer({ min: -10_000_000, max: 10_000_000 }), fc.integer({ min: 0, max: 6 })).map(([n, p]) => n / 10 ** p),
      fc.double({ min: -1e14, max: 1e14, noNaN: true }),
      fc.double({ min: -1, max: 1, noNaN: true }),
    )
    .filter((v) => v === 0 || Math.abs(v) > 1e-12)
  /** By the language's own tables, with the true minus sign and no minus zero. */
  const byTables = (value: number, options: object): string => {
    const text = new Intl.NumberFormat('en-GB', { useGrouping: 'min2', ...options } as Intl.NumberFormatOptions).format(value)
    return /[1-9]/.test(text) ? text.replace('-', '−') : text.replace('-', '')
  }

  test('in English just as the tables of the language have it', () => {
    fc.assert(
      fc.property(
        numbers,
        fc.integer({ min: 0, max: 6 }),
        (value, digits) =>
          formatNumber(value, digits, 'en-GB') === byTables(value, { minimumFractionDigits: digits, maximumFractionDigits: digits }),
      ),
      { numRuns: 2000 },
    )
    for (const value of [1.005, 2.5, -2.5, 0.5, 999.995, 9999.5, 99999.5, 1e-9, NaN, Infinity, -Infinity, 1e15, 3e21])
      expect(formatNumber(value, 2, 'en-US')).toBe(byTables(value, { minimumFractionDigits: 2, maximumFractionDigits: 2 }))
  })

  test('significant digits, no more decimals than needed', () => {
    fc.assert(
      fc.property(numbers, (value) => formatSignificant(value, 4, 'en-US') === byTables(value, { maximumSignificantDigits: 4 })),
      { numRuns: 2000 },
    )
    for (const [value, text] of [
      [0.0123456, '0.01235'],
      [12345, '12,350'],
      [9.9996, '10'],
      [-0.5, '−0.5'],
      [0, '0'],
      [1200, '1200'],
    ] as const)
      expect(formatSignificant(value, 4, 'en')).toBe(text)
    expect(formatSignificant(1.5, 4, 'de')).toBe('1,5')
  })
})
