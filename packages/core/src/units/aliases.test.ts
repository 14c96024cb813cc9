import { parseQuantity } from './parse'
import { QUANTITIES, toSi, UNITS, unitsOf } from './units'

/** Every name that a unit goes by, with and without a space, in capitals and small letters where that means the same. */
const names = QUANTITIES.flatMap((quantity) =>
  unitsOf(quantity).flatMap((unit) => {
    const aliases = (UNITS[quantity] as Record<string, { aliases?: readonly string[] }>)[unit]?.aliases ?? []
    return [unit as string, ...aliases]
      .filter((name) => !/^\d|\//.test(name) || name.includes('/'))
      .map((name) => [quantity, unit, name] as const)
  }),
).filter(([, unit]) => unit !== '1')

test.each(names)('%s: %s is understood as %s', (quantity, unit, name) => {
  for (const text of [`2.5${name}`, `2.5 ${name}`, `2,5 ${name}`]) {
    const parsed = parseQuantity(text, quantity, unitsOf(quantity)[0]!)
    expect([text, parsed.ok && parsed.value.unit]).toEqual([text, unit])
    expect(parsed.ok && parsed.value.valueSi).toBeCloseTo(toSi(2.5, unit, quantity), 6)
  }
})

test('no name means two units of one quantity', () => {
  for (const quantity of QUANTITIES) {
    const seen = new Map<string, string>()
    for (const unit of unitsOf(quantity)) {
      const aliases = (UNITS[quantity] as Record<string, { aliases?: readonly string[] }>)[unit]?.aliases ?? []
      for (const name of aliases.map((a) => a.toLowerCase())) {
        expect([quantity, name, seen.get(name) ?? unit]).toEqual([quantity, name, unit])
        seen.set(name, unit)
      }
    }
  }
})
