import { testCard } from '../appliance/testCard'
import { MEASURANDS } from '../measure'
import { ambientCoAction, profileLimit } from './profile'
import { practiceSchema } from './schemas'
import { SHIPPED_PRACTICES } from './shipped'

const [metric, imperial] = SHIPPED_PRACTICES

test('both ship, validate, and give every value a source', () => {
  expect(SHIPPED_PRACTICES.map((p) => p.id)).toEqual(['metric-ratio', 'imperial-oxygen'])
  for (const practice of SHIPPED_PRACTICES) {
    expect(practiceSchema.safeParse(practice).success).toBe(true)
    for (const limit of practice.limits) expect(MEASURANDS[limit.measurandId].stations).toContain(limit.stationId)
  }
})

test('goal and limit by appliance type', () => {
  const ratio = (card: Parameters<typeof profileLimit>[1]) => profileLimit(metric!, card, 'natural-gas-h', 'ratio.coToCo2', 'flue', 'rate')
  expect(ratio(testCard)).toMatchObject({ max: 0.004, goal: 0.001 })
  expect(ratio({ burnerKind: 'atmospheric', applianceType: 'boiler', flueType: 'open-flued' })).toMatchObject({ max: 0.008 })
  const airFree = (applianceType: 'boiler' | 'water-heater') =>
    profileLimit(
      imperial!,
      { burnerKind: 'atmospheric', applianceType, flueType: 'open-flued' },
      'pipeline-gas-na',
      'co.airFree',
      'flue',
      'rate',
    )?.max
  expect(airFree('boiler')).toBeCloseTo(400e-6)
  expect(airFree('water-heater')).toBeCloseTo(200e-6)
})

test('supply limits follow the gas; nothing fits, nothing is guessed', () => {
  const working = (gas: 'natural-gas-h' | 'propane') => profileLimit(metric!, testCard, gas, 'pressure.working', 'meter', 'rate')?.nominal
  expect(working('natural-gas-h')).toBe(2100)
  expect(working('propane')).toBe(3700)
  expect(profileLimit(metric!, testCard, 'natural-gas-h', 'flame.current', 'electrics', 'rate')).toBeUndefined()
})

test.each([
  [5, undefined],
  [9, 'look'],
  [30, 'stop'],
  [70, 'evacuate'],
  [200, 'emergency'],
  [900, 'emergency'],
])('%p ppm in the room: %p', (ppm, action) => {
  expect(ambientCoAction(metric!, ppm * 1e-6)).toBe(action)
})
