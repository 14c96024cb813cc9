import { guessPlan, keptStretch, resolutionOf, TraceImport, type TracePlan, valueAt, wallOf, withHoles } from '.'

const DAY = '2026-06-01'
const localMs = ({ day, time }: { day: string | null; time: string }) => Date.parse(`${day ?? DAY}T${time}Z`)
const read = (plan: TracePlan, rows: readonly (readonly string[])[]) => {
  const file = new TraceImport(plan, localMs, Date.parse(`${DAY}T09:00:00.000Z`))
  rows.forEach((r) => file.take(r))
  return file.end()
}
const O2_CO = ['Time', 'O2 [%]', 'CO (ppm)', 'T flue °C', 'Remark']

test('columns are guessed by their headings and first rows', () => {
  expect(guessPlan(O2_CO, [['10:00:01', '5.1', '33', '58', 'x']])).toEqual({
    time: { column: 0, form: 'clock', order: 'day-first' },
    channels: [
      { column: 1, channel: 'o2', unit: '%' },
      { column: 2, channel: 'co', unit: 'ppm' },
      { column: 3, channel: 'flueTemperature', unit: '°C' },
    ],
  })
  expect(guessPlan(['stamp', 'Draft inWC', 'CO2'], [['2026-06-01T10:00:00+02:00', '0.02', '9']])).toEqual({
    time: { column: 0, form: 'instant', order: 'day-first' },
    channels: [
      { column: 1, channel: 'draught', unit: 'inH2O' },
      { column: 2, channel: 'co2', unit: '%' },
    ],
  })
  expect(guessPlan(['Date', 'P1, mbar'], [['06/13/2026 10:00:00', '20']]).time.order).toBe('month-first')
  expect(guessPlan(['a', 'b'], [['0', '1']])).toMatchObject({ time: { column: 0, form: 'seconds' }, channels: [] })
})

test.each([
  ['29.11.2026 10:14:05', 'day-first', { day: '2026-11-29', time: '10:14:05.000' }],
  ['11/29/2026 1:14:05 PM', 'month-first', { day: '2026-11-29', time: '13:14:05.000' }],
  ['2026-11-29 10:14', 'year-first', { day: '2026-11-29', time: '10:14:00.000' }],
  ['12:00:01,5 AM', 'day-first', { day: null, time: '00:00:01.500' }],
  ['29.13.2026 10:14:05', 'day-first', null],
  ['25:00:00', 'day-first', null],
  ['later', 'day-first', null],
] as const)('the time %s, %s', (text, order, wall) => expect(wallOf(text, order)).toEqual(wall))

test('values come in SI, by decimal point or comma; what is none is counted with the first of its kind', () => {
  const plan = guessPlan(O2_CO, [['10:00:01', '5.1', '33', '58', '']])
  const { channels, said } = read(plan, [
    ['10:00:01', '5,1', '33', '58', ''],
    ['10:00:02', '5.0', '----', '58', ''],
    ['', '5.0', '30', '58', ''],
    ['10:00:03', '4.9', '31', '', ''],
  ])
  expect(channels.map((c) => [c.channel, c.samples.length])).toEqual([
    ['o2', 3],
    ['co', 2],
    ['flueTemperature', 2],
  ])
  expect(channels[0]!.samples[0]!.value).toBeCloseTo(0.051, 6)
  expect(channels[2]!.samples[0]!.value).toBeCloseTo(331.15, 2)
  expect(said).toMatchObject({ rows: 4, noTime: 1, noNumber: 1, firstBad: { row: 2, text: '----' }, backwards: 0, gaps: [] })
})

test('two offsets, times that go back and gaps are said', () => {
  const plan: TracePlan = {
    time: { column: 0, form: 'instant', order: 'year-first' },
    channels: [{ column: 1, channel: 'co', unit: 'ppm' }],
  }
  const at = (s: number, offset: string) => [`2026-06-01T1${offset === '+02:00' ? 2 : 1}:00:${String(s).padStart(2, '0')}${offset}`, '30']
  const { said, channels } = read(plan, [
    ...Array.from({ length: 20 }, (_, s) => at(s, '+02:00')),
    at(45, '+02:00'),
    at(30, '+01:00'),
    at(31, '+01:00'),
  ])
  expect(said.offsets).toEqual(['+02:00', '+01:00'])
  expect(said.backwards).toBe(1)
  expect(said.gaps).toHaveLength(2)
  const times = channels[0]!.samples.map((p) => p.s)
  expect(times).toEqual([...times].sort((a, b) => a - b))
})

test('a file of any length stays small and keeps its mean', () => {
  const plan: TracePlan = { time: { column: 0, form: 'seconds', order: 'year-first' }, channels: [{ column: 1, channel: 'o2', unit: '%' }] }
  const file = new TraceImport(plan, localMs, 0)
  for (let i = 0; i < 200_000; i++) file.take([String(i), i % 2 === 0 ? '4' : '6'])
  const { channels, said } = file.end()
  expect(channels[0]!.samples.length).toBeLessThanOrEqual(2400)
  expect(said.everyS).toBe(128)
  expect(channels[0]!.samples[100]!.value).toBeCloseTo(0.05, 6)
})

describe('what of a trace goes into a visit', () => {
  const still = Array.from({ length: 120 }, (_, i) => ({ s: 1000 + i, value: 0.05 + (i % 2) * 1e-5 }))
  test('its value at a moment, settled or not; nothing where it was silent', () => {
    expect(valueAt('o2', still, 1119)).toMatchObject({ settled: true })
    expect(valueAt('o2', still, 1119)!.value).toBeCloseTo(0.05, 4)
    const falls = still.map((p, i) => ({ s: p.s, value: 0.15 - 0.0005 * i }))
    expect(valueAt('o2', falls, 1119)).toMatchObject({ settled: false })
    expect(valueAt('o2', still, 1003)).toMatchObject({ settled: false })
    expect(valueAt('o2', still, 1300)).toBeNull()
    expect(valueAt('o2', still, 900)).toBeNull()
  })
  test('the two hours before, of a long one evenly thinned', () => {
    const day = Array.from({ length: 86_400 / 4 }, (_, i) => ({ s: 4 * i, value: i }))
    const kept = keptStretch(day, 50_000)
    expect(kept.length).toBeLessThanOrEqual(1200)
    expect(kept.at(-1)!.s).toBeGreaterThan(49_985)
    expect(kept[0]!.s).toBeGreaterThan(50_000 - 7200)
    expect(keptStretch(still, 1010)).toHaveLength(11)
  })
  test('a gap is a hole, and nothing else is', () => {
    expect(withHoles(still)).toEqual(still)
    const gap = withHoles(still.filter((p) => p.s < 1050 || p.s > 1080))
    expect(gap.filter((p) => Number.isNaN(p.value)).map((p) => p.s)).toEqual([1049])
  })
  test('every channel has a step', () => {
    for (const channel of ['o2', 'co', 'flueTemperature', 'pressure', 'current', 'voltage'] as const)
      expect(resolutionOf(channel)).toBeGreaterThan(0)
  })
})
