import fc from 'fast-check'
import { unwrap } from '../result'
import {
  ChannelTrace,
  deadCell,
  hoseOff,
  type Line,
  liveHints,
  LineCutter,
  lineSi,
  LONGEST_LINE,
  portsSwapped,
  reachedRate,
  readLine,
  standingOf,
  wrongUnit,
  zeroSeen,
} from '.'

const T0 = Date.parse('2026-03-01T10:00:00.000Z')
const iso = (s: number) => new Date(T0 + s * 1000).toISOString()
const valueLine = (seq: number, s: number, value = 20): Line => ({
  v: 1,
  instrument: 'M-1',
  channel: 'p',
  seq,
  t: iso(s),
  value,
  unit: 'mbar',
})
/** A trace of a value over seconds, at 2 Hz, received as it was measured. */
function traced(seconds: number, of: (s: number) => number): ChannelTrace {
  const trace = new ChannelTrace()
  for (let i = 0; i <= seconds * 2; i++) trace.push(valueLine(i, i / 2, of(i / 2)), of(i / 2), T0 + i * 500)
  return trace
}
const NOW = (s: number) => ({ nowS: T0 / 1000 + s })

describe('the line protocol', () => {
  const good = JSON.stringify(valueLine(4, 1))
  test('a line is read, with its value in SI by what its channel measures', () => {
    const line = unwrap(readLine(good))
    expect(line).toEqual(valueLine(4, 1))
    expect(lineSi(line, 'pressure')).toEqual({ ok: true, value: 2000 })
    expect(lineSi({ ...line, value: 9.1, unit: '%' } as Line, 'co2')).toEqual({ ok: true, value: expect.closeTo(0.091) })
    expect(lineSi({ v: 1, instrument: 'M', channel: 'p', seq: 1, t: iso(0), status: 'zeroing' }, 'pressure')).toEqual({
      ok: true,
      value: null,
    })
  })
  test.each([
    ['no JSON', '{"v":1,', { code: 'line-not-json' }],
    ['another version', good.replace('"v":1', '"v":2'), { code: 'line-other-version', params: { spoken: 1 } }],
    ['a missing number', good.replace('"seq":4,', ''), { code: 'line-wrong-shape', params: { field: 'seq' } }],
    ['a time that is none', good.replace('2026-03', '2026-13'), { code: 'line-wrong-shape', params: { field: 't' } }],
    ['a value that is text', good.replace('"value":20', '"value":"20"'), { code: 'line-wrong-shape', params: { field: 'value' } }],
    ['more than belongs there', good.replace('{"v"', '{"x":1,"v"'), { code: 'line-wrong-shape' }],
    ['far too long', good.replace('M-1', 'M'.repeat(LONGEST_LINE)), { code: 'line-too-long' }],
    ['nothing at all', 'null', { code: 'line-wrong-shape' }],
  ])('%s is refused and says why', (_name, text, error) => {
    expect(readLine(text)).toMatchObject({ ok: false, error })
  })
  test('a unit of another quantity is refused, a number beyond numbers too', () => {
    expect(lineSi(valueLine(1, 1), 'co')).toMatchObject({ error: { code: 'line-unknown-unit', params: { unit: 'mbar', channel: 'co' } } })
    expect(lineSi(valueLine(1, 1, 1e308), 'pressure')).toMatchObject({ error: { code: 'line-not-finite' } })
  })
  test('whatever arrives, reading a line never throws', () => {
    fc.assert(fc.property(fc.oneof(fc.string(), fc.json()), (text) => typeof readLine(text).ok === 'boolean'))
  })
  test('text is cut into lines however it arrives; what never ends is thrown away', () => {
    const text = `${good}\r\n${good}\n\n${good}\n`
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 60 }), { minLength: 1 }), (sizes) => {
        const cutter = new LineCutter()
        const lines: string[] = []
        for (let at = 0, i = 0; at < text.length; at += sizes[i++ % sizes.length]!)
          lines.push(...cutter.take(text.slice(at, at + sizes[i % sizes.length]!)))
        return lines.length <= 3 && lines.every((l) => l === good || !readLine(l).ok)
      }),
    )
    const whole = new LineCutter()
    expect([...whole.take(text.slice(0, 70)), ...whole.take(text.slice(70))]).toEqual([good, good, good])
    const endless = new LineCutter()
    expect(endless.take('x'.repeat(LONGEST_LINE + 1))).toEqual([])
    expect(endless.take(`${good}\n`)).toEqual([good])
    expect(endless.dropped).toBe(1)
  })
})

describe('the trace of a channel', () => {
  test('repeated lines count once, late ones are put where they belong, gaps are counted', () => {
    const trace = new ChannelTrace()
    const push = (seq: number, s: number, at = s) => trace.push(valueLine(seq, s), s, T0 + at * 1000)
    expect(push(0, 0)).toBe('taken')
    expect(push(1, 1)).toBe('taken')
    expect(push(1, 1)).toBe('repeated')
    expect(push(4, 4)).toBe('taken')
    expect(trace.gaps).toBe(2)
    expect(push(3, 3, 5)).toBe('late')
    expect(trace.gaps).toBe(1)
    expect(trace.samples.map((p) => p.value)).toEqual([0, 1, 3, 4])
  })
  test('a flood is thinned to the newest, and what is older than is kept falls away', () => {
    const trace = new ChannelTrace()
    for (let i = 0; i < 5000; i++) trace.push(valueLine(i, i / 1000), i, T0 + i)
    expect(trace.samples.length).toBeLessThan(30)
    expect(trace.last?.value).toBe(4999)
    expect(trace.counts.thinned).toBeGreaterThan(4900)
    trace.push(valueLine(6000, 2000), 1, T0 + 2_000_000)
    expect(trace.samples).toHaveLength(1)
    expect(trace.push(valueLine(5500, 100), 1, T0 + 2_000_000)).toBe('too-late')
  })
  test('an instrument that was switched off and on begins anew; its clock may be anywhere', () => {
    const trace = new ChannelTrace()
    for (let i = 0; i < 5; i++) trace.push(valueLine(i, i - 86_400), i, T0 + i * 1000)
    expect(trace.last?.s).toBeCloseTo(T0 / 1000 + 4)
    expect(trace.push(valueLine(0, 30 - 86_400), 7, T0 + 30_000)).toBe('restarted')
    expect(trace.push(valueLine(1, 31 - 86_400), 8, T0 + 31_000)).toBe('taken')
    expect(trace.samples.at(-2)).toEqual({ s: T0 / 1000 + 30, value: 7 })
  })
  test('in any order, with any repeats, the same samples stand there', () => {
    fc.assert(
      fc.property(fc.shuffledSubarray([...Array(20).keys()], { minLength: 20 }), fc.integer({ min: 0, max: 19 }), (order, twice) => {
        const trace = new ChannelTrace()
        for (const i of [0, ...order, twice]) trace.push(valueLine(i, i), i, T0 + 20_000)
        return trace.samples.length === 20 && trace.samples.every((p, i) => p.value === i)
      }),
    )
  })
  test('what it says instead of a value stands until it shows one again; a zero is remembered', () => {
    const trace = traced(2, () => 0)
    const say = (seq: number, status: 'zeroing' | 'zeroed' | 'over-range' | 'battery-low') =>
      trace.push({ v: 1, instrument: 'M-1', channel: 'p', seq, t: iso(seq), status }, null, T0 + seq * 1000)
    say(10, 'zeroing')
    expect(trace.status).toBe('zeroing')
    say(12, 'zeroed')
    expect([trace.status, trace.zeroedS]).toEqual([null, T0 / 1000 + 12])
    say(13, 'battery-low')
    trace.push(valueLine(14, 14), 1, T0 + 14_000)
    expect(trace.status).toBe('battery-low')
    expect(standingOf(trace, 'meterIndex', NOW(14)).state).toBe('settled')
  })
})

describe('what a channel is worth now', () => {
  test('nothing, old, at work, waiting, at rest', () => {
    expect(standingOf(undefined, 'o2', NOW(0))).toMatchObject({ state: 'none', value: null })
    const still = traced(60, () => 0.05)
    expect(standingOf(still, 'o2', NOW(60))).toMatchObject({ state: 'settled', middle: 0.05, filled: 1 })
    expect(standingOf(still, 'o2', NOW(70))).toMatchObject({ state: 'stale', value: 0.05, middle: null })
    expect(standingOf(still, 'o2', { ...NOW(60), lightOffS: T0 / 1000 })).toMatchObject({ state: 'blanked' })
    // The rate has just changed: what was at rest before says nothing.
    const changed = standingOf(still, 'o2', { ...NOW(60), sinceS: T0 / 1000 + 50 })
    expect(changed).toMatchObject({ state: 'waiting', middle: null })
    expect(changed.filled).toBeCloseTo(10 / 18, 1)
    expect(
      standingOf(
        traced(60, (s) => 0.2 * Math.exp(-s / 11) + 0.05),
        'o2',
        NOW(30),
      ).state,
    ).toBe('moving')
  })
  test('CO that climbs is said, whatever the number', () => {
    const rising = traced(300, (s) => 40e-6 + (s / 10) * 1e-6)
    expect(standingOf(rising, 'co', NOW(300)).climbing).toBe(true)
    expect(standingOf(rising, 'co', { ...NOW(300), sinceS: T0 / 1000 + 200 }).climbing).toBeNull()
    expect(standingOf(rising, 'o2', NOW(300)).climbing).toBeNull()
    const still = traced(300, () => 40e-6)
    expect(standingOf(still, 'co', NOW(300)).climbing).toBe(false)
  })
})

describe('what the channels give away', () => {
  const inlet = { min: 1700, max: 2500 }
  const manifold = { min: 700, max: 1000 }
  test('a hose that came off while the burner goes on', () => {
    const off = traced(30, (s) => (s < 20 ? 2000 : s % 1 ? 1 : -1)).samples
    expect(hoseOff(off, 2000, true)).toBe(true)
    expect(hoseOff(off, 2000, false)).toBe(false)
    expect(hoseOff(off, 20, true)).toBe(false)
    expect(hoseOff(traced(30, () => 1950).samples, 2000, true)).toBe(false)
  })
  test('two hoses changed over, and no more than that', () => {
    expect(portsSwapped({ nowPa: 850, expected: inlet }, { nowPa: 2000, expected: manifold })).toBe(true)
    expect(portsSwapped({ nowPa: 2000, expected: inlet }, { nowPa: 850, expected: manifold })).toBe(false)
    expect(portsSwapped({ nowPa: 850, expected: inlet }, { nowPa: 850, expected: manifold })).toBe(false)
    expect(portsSwapped({ nowPa: 850, expected: manifold }, { nowPa: 850, expected: manifold })).toBe(false)
  })
  test('a unit that makes no sense beside one that does', () => {
    expect(wrongUnit('pressure', 20, 'Pa', inlet)).toBe('hPa')
    expect(wrongUnit('pressure', 8.1, 'mbar', inlet)).toBe('inH2O')
    expect(wrongUnit('pressure', 20, 'mbar', inlet)).toBeNull()
    expect(wrongUnit('pressure', 0, 'mbar', inlet)).toBeNull()
    expect(wrongUnit('pressure', 15, 'mbar', inlet)).toBeNull()
    expect(wrongUnit('flueTemperature', 140, '°C', { min: 328, max: 338 })).toBe('°F')
  })
  test('a zero is seen by what the port says or shows, since it was moved', () => {
    const { samples } = traced(20, (s) => (s < 8 ? 2000 : s < 11 ? 1 : 900))
    expect(zeroSeen(samples, null, T0 / 1000)).toBe(true)
    expect(zeroSeen(samples, null, T0 / 1000 + 10)).toBe(false)
    expect(zeroSeen(samples, T0 / 1000 + 12, T0 / 1000 + 10)).toBe(true)
  })
  test('a cell that never moves is no cell', () => {
    expect(deadCell(traced(70, () => 0).samples)).toBe(true)
    expect(deadCell(traced(70, (s) => (s === 40 ? 1e-6 : 0)).samples)).toBe(false)
    expect(deadCell(traced(20, () => 0).samples)).toBe(false)
  })
  test('the meter tells which rate burns: not while it changes, nor between rates', () => {
    const rates = [
      { id: 'max', inputW: 28_000 },
      { id: 'min', inputW: 5_600 },
    ]
    const burns = (of: (s: number) => number) => {
      // 35.4 MJ/m³ net, in whole litres.
      const burnt: number[] = [0]
      for (let i = 1; i <= 480; i++) burnt.push(burnt[i - 1]! + of(i / 2) / 35.4e6 / 2)
      const meter = traced(240, (s) => Math.floor((burnt[s * 2] ?? 0) * 1000) / 1000)
      return reachedRate(meter.samples, 0.001, (flow) => flow * 35.4e6, rates)
    }
    expect(burns(() => 28_000)).toBe('max')
    expect(burns(() => 5_700)).toBe('min')
    expect(burns(() => 0)).toBeNull()
    expect(burns(() => 15_000)).toBeNull()
    expect(burns((s) => (s < 235 ? 0 : 28_000))).toBeNull()
    expect(reachedRate([], 0.001, (f) => f, rates)).toBeNull()
  })
})

describe('a meter held wrongly', () => {
  const figure = (measurandId: 'thermocouple.open' | 'flame.current', value: number, before: number | null = null) => ({
    measurandId,
    stationId: 'electrics' as const,
    channel: 'voltage' as const,
    samples: Array.from({ length: 8 }, (_, i) => ({ s: i / 2, value })),
    raw: null,
    expected: measurandId === 'flame.current' ? { min: 1e-6, max: 10e-6 } : null,
    before,
  })
  test.each([
    ['thermocouple.open', 0.028, null, undefined],
    ['thermocouple.open', 0.015, null, 'loaded-read-as-open'],
    ['thermocouple.open', -0.028, null, 'leads-reversed'],
    ['flame.current', 4e-6, null, undefined],
    ['flame.current', 0.05e-6, 4e-6, 'meter-across'],
    ['flame.current', -4e-6, null, 'leads-reversed'],
    ['flame.current', 0, null, undefined],
  ] as const)('%s of %d, before %p: %p', (id, value, before, hint) =>
    expect(liveHints(new Map([['x', figure(id, value, before)]]), true).get('x')).toBe(hint),
  )
  test('without a flame nothing flows, and nothing is said', () => {
    expect(liveHints(new Map([['x', figure('flame.current', 0.05e-6, 4e-6)]]), false).size).toBe(0)
  })
})
