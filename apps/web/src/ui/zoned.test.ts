import { dayAt, instantAt, yearAfter, zonedInstant } from './zoned'

describe('days are those of the place', () => {
  // Half past eleven in the evening, five hours behind and thirteen ahead: the world's clock is on another day.
  const late = [
    ['America/New_York', '2026-12-01T04:30:00Z', '2026-11-30'],
    ['Pacific/Tongatapu', '2026-11-30T10:30:00Z', '2026-11-30'],
    ['Pacific/Tongatapu', '2026-11-30T11:30:00Z', '2026-12-01'],
    ['UTC', '2026-11-30T23:30:00Z', '2026-11-30'],
  ] as const
  test.each(late)('in %s at %s it is %s', (zone, instant, day) => expect(dayAt(instant, zone)).toBe(day))

  test('a day and a time there lead back to that day', () => {
    for (const zone of ['America/New_York', 'Pacific/Tongatapu', 'Europe/Zurich', 'Asia/Kolkata'])
      for (const time of ['00:00', '12:00', '23:30']) expect(dayAt(zonedInstant('2026-11-30', time, zone), zone)).toBe('2026-11-30')
  })

  test('a year on is the same day, of a leap day the last of February', () => {
    expect(yearAfter('2026-11-28')).toBe('2027-11-28')
    expect(yearAfter('2028-02-29')).toBe('2029-02-28')
  })

  test('across a change of clocks', () => {
    expect(instantAt('2026-03-29', '01:59', 'Europe/Zurich')).toBe('2026-03-29T00:59:00.000Z')
    expect(instantAt('2026-03-29', '03:00', 'Europe/Zurich')).toBe('2026-03-29T01:00:00.000Z')
    expect(instantAt('2026-10-25', '12:00', 'Europe/Zurich')).toBe('2026-10-25T11:00:00.000Z')
  })
})
