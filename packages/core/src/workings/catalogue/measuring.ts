import { fail } from '../../result'
import { type Quantity, QUANTITIES, toSi, unitsOf, fromSi } from '../../units'
import { ask, choose, tell, text } from '../build'
import { answer, defineWorking, line, term, warn } from '../define'

const CONVERTED = QUANTITIES.filter((q) => unitsOf(q).length > 1) as [Quantity, ...Quantity[]]

export const unitsWorking = defineWorking({
  id: 'units',
  group: 'measuring',
  inputs: {
    quantity: choose(CONVERTED, 'pressure'),
    value: ask('plain', -1e12, 1e12, { default: 20, imperialDefault: 7 }),
    unit: text(12, 'mbar'),
  },
  outputs: {
    valueSi: tell('plain'),
    values: { kind: 'rows', columns: { unit: { kind: 'text' }, value: tell('plain') } },
  },
  principal: ['values'],
  notes: ['difference-not-temperature', 'gauge-not-absolute'],
  compute: (i) => {
    if (!(unitsOf(i.quantity) as string[]).includes(i.unit))
      return fail('not-a-choice', { name: 'unit', options: unitsOf(i.quantity).join(', ') }, ['unit'])
    const valueSi = toSi(i.value, i.unit, i.quantity)
    if (i.quantity === 'temperature' && valueSi < 0) return fail('below-absolute-zero', {}, ['value'])
    return answer({ valueSi, values: unitsOf(i.quantity).map((unit) => ({ unit, value: fromSi(valueSi, unit, i.quantity) })) })
  },
  explain: (i, r) => ({
    working: [
      line(
        i.quantity === 'temperature' ? 'SI = a·x + b' : 'SI = a·x',
        [
          term('a', toSi(1, i.unit, i.quantity) - toSi(0, i.unit, i.quantity)),
          term('x', i.value),
          ...(i.quantity === 'temperature' ? [term('b', toSi(0, i.unit, i.quantity))] : []),
        ],
        term('SI', r.valueSi!),
        'NIST SP 811',
      ),
    ],
    warnings: [warn(i.quantity === 'temperatureDifference', 'is-a-difference')],
  }),
})
