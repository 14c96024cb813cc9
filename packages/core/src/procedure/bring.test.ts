import { testCard, testLimit } from '../appliance/testCard'
import { instrumentsNeeded } from './bring'

test('every service needs analyser, manometer and detector', () => {
  expect(instrumentsNeeded({ limits: [] })).toEqual(['analyser', 'manometer', 'gas-detector'])
  expect(instrumentsNeeded(testCard)).toContain('manometer')
})

test('an electrical figure on the card asks for the multimeter', () => {
  const flame = testLimit({ measurandId: 'flame.current', stationId: 'electrics', firingStateId: 'max' }, { unit: 'µA', min: 0.8 })
  expect(instrumentsNeeded({ limits: [flame] })).toEqual(['analyser', 'manometer', 'gas-detector', 'multimeter'])
})
