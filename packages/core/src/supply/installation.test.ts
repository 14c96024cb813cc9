import { meterClass, pipesVolume } from './installation'

test('what pipes hold: π/4·d²·l, added up', () => {
  expect(pipesVolume([])).toBe(0)
  expect(pipesVolume([{ size: 'cu-22', lengthM: 10 }])).toBeCloseTo((Math.PI / 4) * 0.0202 ** 2 * 10, 12)
  expect(
    pipesVolume([
      { size: 'cu-22', lengthM: 10 },
      { size: 'cu-15', lengthM: 4 },
    ]),
  ).toBeCloseTo(0.003205 + 0.000581, 5)
  expect(pipesVolume([{ size: 'unheard-of', lengthM: 10 }])).toBe(0)
})

test.each([
  ['diaphragm', 'G4', 'small-diaphragm', 0.008],
  ['diaphragm', 'U6', 'small-diaphragm', 0.008],
  ['diaphragm', 'G6', 'small-diaphragm', 0.008],
  ['diaphragm', 'G10', 'large-diaphragm', 0.025],
  ['diaphragm', 'G16', 'large-diaphragm', 0.037],
  ['diaphragm', '250 class', 'small-diaphragm', 0.008],
  ['diaphragm', null, null, null],
  ['diaphragm', 'large', null, null],
  ['ultrasonic', 'G4', 'ultrasonic-or-none', 0.0024],
  ['none', null, 'ultrasonic-or-none', 0],
  ['rotary', '3M', null, null],
  [null, 'G4', null, null],
] as const)('a %s meter %s is %s and holds %s m³', (kind, size, meterKind, volumeM3) => {
  expect(meterClass(kind, size)).toEqual({ meterKind, volumeM3 })
})
