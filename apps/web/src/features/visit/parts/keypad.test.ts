import type { Need } from '@lucerna/core/procedure'
import type { StoredEvent } from '@lucerna/core/visit'
import { takenElsewhere } from './elsewhere'
import { pressed, withUnit } from './Keypad'

test('keys write as fingers do: digits, one mark, the sign to and fro, the last one off', () => {
  const typed = (keys: string) => [...keys].reduce(pressed, '')
  expect(typed('21.3')).toBe('21.3')
  expect(typed('2.1.3')).toBe('2.13')
  expect(typed('34−')).toBe('-34')
  expect(typed('34−−')).toBe('34')
  expect(typed('213⌫⌫')).toBe('2')
  expect(pressed('21,3', '.')).toBe('21,3')
  expect(pressed('', '⌫')).toBe('')
})

test('a unit takes the place of the one before and leaves the number alone', () => {
  expect(withUnit('8.4', 'inH2O')).toBe('8.4 inH2O')
  expect(withUnit('8.4 inH2O', 'mbar')).toBe('8.4 mbar')
  expect(withUnit('-3,4mb', 'Pa')).toBe('-3,4 Pa')
})

const need = (measurandId: Need['measurandId']): Need => ({ measurandId, stationId: 'inlet', firingStateId: 'standing', optional: false })
const taken = (deviceId: string, at: string, more: object = {}) =>
  ({
    type: 'reading.taken',
    deviceId,
    at,
    applianceId: 'a',
    authorName: 'Tobias',
    data: { readings: [{ ...need('pressure.standing'), valueSi: 2210 }] },
    ...more,
  }) as unknown as StoredEvent

test('what another device has just recorded of the same figure is found, and only that', () => {
  const now = Date.parse('2026-06-01T09:01:00.000Z')
  const ask = (events: StoredEvent[], needs = [need('pressure.standing')], device: string | null = 'me') =>
    takenElsewhere(events, needs, 'a', device, now)
  const fresh = taken('other', '2026-06-01T09:00:40.000Z')
  expect(ask([fresh])).toMatchObject({ by: 'Tobias', readings: [{ valueSi: 2210 }] })
  expect(ask([taken('me', '2026-06-01T09:00:40.000Z')])).toBeUndefined()
  expect(ask([taken('other', '2026-06-01T08:58:00.000Z')])).toBeUndefined()
  expect(ask([fresh], [need('pressure.working')])).toBeUndefined()
  expect(ask([taken('other', '2026-06-01T09:00:40.000Z', { applianceId: 'b' })])).toBeUndefined()
  expect(ask([fresh], [need('pressure.standing')], null)).toBeUndefined()
})
