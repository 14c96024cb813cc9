import { MEASURAND_IDS, MEASURANDS } from '@lucerna/core/measure'
import { DEMO_CARDS } from '@lucerna/sim/cards'
import { readAs } from '@/test/reading'
import { wordsFor } from '@/ui/words'
import { findFigures } from './findFigure'

const larch = DEMO_CARDS.find((c) => c.id === 'tarnwick-larch-28-c')!

test('without a word it offers what the card has limits for, then the electrics', () => {
  const offered = findFigures('', larch)
  expect(offered).toEqual([...new Set(offered)])
  const limited = offered.filter((id) => larch.limits.some((l) => l.measurandId === id))
  expect(limited.length).toBeGreaterThan(3)
  expect(offered.slice(0, limited.length)).toEqual(limited)
  expect(offered).toEqual(expect.arrayContaining(['coil.resistance', 'flame.current', 'voltage.lineNeutral', 'valve.supplyDc']))
})

test.each([
  ['coil', 'coil.resistance'],
  ['fan suction', 'pressure.fanSuction'],
  ['vacuum', 'pressure.fanSuction'],
  ['room co', 'co.ambient'],
  ['l-n', 'voltage.lineNeutral'],
  ['230', 'voltage.lineNeutral'],
  ['jet', 'pressure.manifold'],
  ['lock-up', 'pressure.standing'],
  ['ntc', 'thermistor.resistance'],
  ['ionisation', 'flame.current'],
  ['rectifier', 'valve.supplyDc'],
  ['valve drop', 'pressure.valveDrop'],
  ['overheat', 'temperature.limitCutOut'],
  ['earth leakage', 'leakage.earth'],
  ['compartment', 'temperature.burnerCompartment'],
  ['low water', 'level.lowWaterCutoff'],
  ['ht lead', 'lead.resistance'],
  ['igniter voltage', 'igniter.voltage'],
  ['clamp', 'motor.current'],
  ['CO₂', 'co2.flue'],
  ['co2', 'co2.flue'],
])('"%s" finds %s', (text, id) => expect(findFigures(text, larch).slice(0, 3)).toContain(id))

test('American trade words find the same', () => {
  readAs('en-US', () => {
    for (const [text, id] of [
      ['draft', 'draught.flue'],
      ['orifice', 'pressure.manifold'],
      ['hot to ground', 'voltage.lineEarth'],
      ['gfci', 'leakage.earth'],
      ['vent', 'temperature.flue'],
    ] as const)
      expect([text, findFigures(text, larch)]).toEqual([text, expect.arrayContaining([id])])
  })
})

test('every word narrows; nonsense finds nothing; what is worked out is never offered', () => {
  const wide = findFigures('pressure', larch)
  const narrow = findFigures('pressure water', larch)
  expect(narrow.length).toBeLessThan(wide.length)
  for (const id of narrow) expect(wide).toContain(id)
  expect(findFigures('tea kettle', larch)).toEqual([])
  for (const id of findFigures('efficiency', larch)) expect(MEASURANDS[id].origin).toBe('measured')
})

test('every reading is found by its own name, in both dialects', () => {
  for (const dialect of ['en-GB', 'en-US'] as const)
    readAs(dialect, () => {
      for (const id of MEASURAND_IDS.filter((m) => MEASURANDS[m].origin === 'measured'))
        expect([id, findFigures(wordsFor(`measurand.${id}`), larch).includes(id)]).toEqual([id, true])
    })
})
