import { unwrap } from '../result'
import { toSi } from '../units'
import { airOpening, OPENING_RULES, roomCo } from '.'

const btu = (thousand: number) => toSi(thousand * 1000, 'BTU/h', 'power')
const IN2 = 0.0254 ** 2

describe('combustion air openings', () => {
  test('European open-flued: 5 cm² per kW net above 7', () => {
    expect(unwrap(airOpening('european-open-flued', { inputW: 24_000 })).eachM2! * 1e4).toBeCloseTo(85, 9)
    expect(unwrap(airOpening('european-open-flued', { inputW: 6_000 })).eachM2).toBe(0)
    expect(unwrap(airOpening('european-open-flued', { inputW: 24_000, leakageCreditW: 0 })).eachM2! * 1e4).toBeCloseTo(120, 9)
  })
  test.each([
    ['na-indoors', 80, 100],
    ['na-indoors', 150, 150],
    ['na-outdoors-vertical', 100, 25],
    ['na-outdoors-horizontal', 100, 50],
  ] as const)('%s at %d 000 BTU/h: two of %d in²', (rule, thousand, inches) => {
    const opening = unwrap(airOpening(rule, { inputW: btu(thousand) }))
    expect(opening.count).toBe(2)
    expect(opening.eachM2! / IN2).toBeCloseTo(inches, 6)
  })
  test('room volume: 50 ft³ per 1000 BTU/h', () => {
    const room = unwrap(airOpening('na-room-volume', { inputW: btu(100), roomM3: 150 }))
    expect(room.neededRoomM3! / 0.3048 ** 3).toBeCloseTo(5000, 6)
    expect(room.roomEnough).toBe(true)
    expect(unwrap(airOpening('na-room-volume', { inputW: btu(100), roomM3: 100 })).roomEnough).toBe(false)
    expect(airOpening('na-room-volume', { inputW: btu(100) })).toMatchObject({ error: { code: 'room-volume-needed' } })
  })
  test('bad input by every rule', () => {
    for (const rule of OPENING_RULES) expect(airOpening(rule, { inputW: NaN })).toMatchObject({ error: { code: 'not-finite' } })
  })
})

describe('carbon monoxide in a room', () => {
  test('25 kW gross, λ 1.5, 2000 ppm, 30 % spill, 30 m³, 0.5 changes: 10.6 ppm a minute at first', () => {
    // Dry flue gas of methane at λ 1.5: 8.547 + 0.5·9.547 m³ per m³ of gas.
    const gasM3PerS = 25_000 / 37.7e6
    const coM3PerS = gasM3PerS * (8.547 + 0.5 * 9.547) * 2000e-6 * 0.3
    const room = unwrap(roomCo({ coM3PerS, roomM3: 30, airChangesPerHour: 0.5, outdoor: 0, seconds: 600, level: 35e-6 }))
    expect(room.slopePerS * 60e6).toBeCloseTo(10.6, 1)
    expect(room.secondsToLevel!).toBeGreaterThan((35 / 10.6) * 60)
    expect(room.atTime).toBeLessThan(room.slopePerS * 600)
  })
  test('ventilation can hold it below a level; a sealed room rises for good', () => {
    const weak = { coM3PerS: 1e-8, roomM3: 30, outdoor: 0, seconds: 600, level: 35e-6 }
    expect(unwrap(roomCo({ ...weak, airChangesPerHour: 5 })).secondsToLevel).toBeNull()
    expect(unwrap(roomCo({ ...weak, airChangesPerHour: 0 })).secondsToLevel).toBeCloseTo(35e-6 / (1e-8 / 30), 3)
    expect(unwrap(roomCo({ ...weak, coM3PerS: 0, airChangesPerHour: 0 })).secondsToLevel).toBeNull()
    expect(unwrap(roomCo({ ...weak, outdoor: 0.0001, airChangesPerHour: 1 })).secondsToLevel).toBe(0)
    expect(roomCo({ ...weak, airChangesPerHour: -1 })).toMatchObject({ error: { path: ['airChangesPerHour'] } })
  })
})
