import { firstInput, runWorking, workingById, WORKINGS } from '@lucerna/core/workings'
import fc from 'fast-check'
import { findWorkings } from './find'
import { draftOf, fromParams, readDraft, toParams } from './form'
import { pieces, withNumbers } from '@/ui/formula'
import { layTree } from './pictures/layTree'
import { doubtField, doubtText, figureText, figureWith, figureWithin } from './shown'
import { plain, termText } from '@/ui/terms'
import { pickText } from '@/ui/pickText'
import { doubtLabel, gasText, labelOf, problemWords } from './words'

const flue = workingById('flue-gas')!
const rate = workingById('gas-rate')!
const network = workingById('pipe-network')!

describe.each(['metric', 'imperial'] as const)('forms in %s', (units) => {
  test.each(WORKINGS.map((w) => [w.id, w] as const))('%s: filled in and read back is the same', (_id, working) => {
    const input = firstInput(working, units)
    const read = readDraft(working, draftOf(working, input, units), units)
    expect([...read.problems]).toEqual([])
    const flat = (value: unknown): unknown =>
      typeof value === 'number'
        ? Number(value.toPrecision(5))
        : Array.isArray(value)
          ? value.map(flat)
          : value && typeof value === 'object'
            ? Object.fromEntries(Object.entries(value).map(([k, v]) => [k, flat(v)]))
            : value
    expect(flat(read.input)).toEqual(flat(input))
    expect(runWorking(working, read.input).ok).toBe(true)
  })
  test.each(WORKINGS.map((w) => [w.id, w] as const))('%s: as a link and back', (_id, working) => {
    const input = firstInput(working, units)
    const params = Object.fromEntries(toParams(input, {}))
    const back = fromParams(working, params, firstInput(working, units))!
    expect(back.broken).toBe(false)
    const a = runWorking(working, back.input)
    const b = runWorking(working, input)
    expect(a.ok && b.ok).toBe(true)
    if (a.ok && b.ok)
      for (const key of working.principal) {
        const [x, y] = [a.value.result[key], b.value.result[key]]
        if (typeof x === 'number' && typeof y === 'number') expect(Math.abs(x - y)).toBeLessThanOrEqual(1e-6 * Math.abs(y) + 1e-9)
        else expect(x).toEqual(y)
      }
  })
})

describe('what is typed', () => {
  const draft = draftOf(flue, firstInput(flue, 'metric'), 'metric')
  test('any unit, comma or point; nothing is nothing', () => {
    const read = readDraft(flue, { ...draft, flueTemperatureK: '248 °F', o2Dry: '5,2', coDry: '' }, 'metric')
    expect(read.input.flueTemperatureK).toBeCloseTo(393.15, 2)
    expect(read.input.o2Dry).toBeCloseTo(0.052, 9)
    expect('coDry' in read.input).toBe(false)
    expect(read.problems.size).toBe(0)
  })
  test('what cannot be read is named and left out', () => {
    const read = readDraft(flue, { ...draft, o2Dry: 'five', flueTemperatureK: '120 mbar' }, 'metric')
    expect(Object.fromEntries([...read.problems].map(([k, p]) => [k, p.code]))).toEqual({
      o2Dry: 'not-a-number',
      flueTemperatureK: 'wrong-quantity',
    })
    expect('o2Dry' in read.input).toBe(false)
  })
  test('rows: a bad cell is named by its place', () => {
    const rows = draftOf(network, firstInput(network, 'metric'), 'metric')
    const segments = rows.segments as readonly Record<string, string>[]
    const read = readDraft(network, { ...rows, segments: [{ ...segments[0], lengthM: 'x' }, ...segments.slice(1)] }, 'metric')
    expect([...read.problems.keys()]).toEqual(['segments.0.lengthM'])
  })
  test('whatever is typed is read or named, never thrown', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 50 }), (text) => {
        const read = readDraft(rate, { ...draftOf(rate, firstInput(rate, 'metric'), 'metric'), seconds: text }, 'metric')
        return read.problems.has('seconds') || text.trim() === '' || Number.isFinite(read.input.seconds)
      }),
    )
  })
})

describe('links', () => {
  const first = firstInput(flue, 'metric')
  test('no field named: no link', () => {
    expect(fromParams(flue, { appliance: 'x' }, first)).toBeNull()
    expect(fromParams(flue, {}, first)).toBeNull()
  })
  test('what cannot be read is left as it starts, and said', () => {
    const link = fromParams(flue, { gas: 'methane', o2Dry: '99', flueTemperatureK: 'hot', nonsense: '1', 'u.o2Dry': 'x' }, first)!
    expect(link.broken).toBe(true)
    expect(link.input.gas).toBe('methane')
    expect(link.input.flueTemperatureK).toBe(first.flueTemperatureK)
    expect(link.doubts).toEqual({})
  })
  test('compositions, rows and doubts come along; an optional field that is not named is empty', () => {
    const link = fromParams(flue, { gas: '{"methane":0.9,"nitrogen":0.1}', o2Dry: '0.05', 'u.o2Dry': '0.002' }, first)!
    expect(link).toMatchObject({ broken: false, input: { gas: { methane: 0.9, nitrogen: 0.1 } }, doubts: { o2Dry: 0.002 } })
    expect('coDry' in link.input).toBe(false)
    const pipes = fromParams(
      network,
      { segments: '[{"id":"A","material":"copper","size":"cu-22","lengthM":3,"loadM3PerS":0.0005}]' },
      firstInput(network, 'metric'),
    )!
    expect(pipes.broken).toBe(false)
    expect(fromParams(network, { segments: '{broken' }, firstInput(network, 'metric'))!.broken).toBe(true)
    expect(fromParams(network, { segments: '[{"id":"A"}]' }, firstInput(network, 'metric'))!.broken).toBe(true)
  })
})

describe('formulas', () => {
  test('symbols with subscripts', () => {
    expect(pieces('Δp_pipe = p_meter − p')).toEqual([
      { text: 'Δp', sub: 'pipe' },
      { text: ' = ' },
      { text: 'p', sub: 'meter' },
      { text: ' − p' },
    ])
    expect(pieces('CO2max_est = 1')[0]).toEqual({ text: 'CO2max', sub: 'est' })
    expect(pieces('E = m')).toEqual([{ text: 'E = m' }])
  })
  test('one’s own numbers, in one’s own units', () => {
    const line = {
      formula: 'P2 = P1·√(p2/p1)',
      terms: [
        { symbol: 'P1', valueSi: 20_000, quantity: 'power' as const },
        { symbol: 'p2', valueSi: 1100, quantity: 'pressure' as const },
        { symbol: 'p1', valueSi: 1000, quantity: 'pressure' as const },
      ],
    }
    expect(withNumbers(line, 'metric')).toBe('20\u00a0kW·√(11\u00a0mbar/10\u00a0mbar)')
    expect(withNumbers(line, 'imperial')).toBe('68,240\u00a0BTU/h·√(4.416\u00a0inWC/4.015\u00a0inWC)')
    expect(withNumbers({ formula: 'x = 2·y', terms: [] }, 'metric')).toBe('2·y')
  })
  test.each(WORKINGS.map((w) => [w.id, w] as const))('%s: every symbol finds its number', (_id, working) => {
    const answer = runWorking(working, firstInput(working, 'metric'))
    if (!answer.ok) throw new Error(working.id)
    for (const line of answer.value.working) {
      const said = withNumbers(line, 'metric')
      expect(said).not.toMatch(/NaN|undefined|Infinity/)
      if (line.terms.length > 0) expect(said).not.toBe(line.formula.slice(line.formula.indexOf('=') + 1).trim())
    }
  })
  test('terms: absolute temperatures, small things in small units', () => {
    const of = (
      symbol: string,
      valueSi: number,
      quantity: Parameters<typeof termText>[0]['quantity'],
      units: 'metric' | 'imperial' = 'metric',
    ) => termText({ symbol, valueSi, quantity }, units)
    expect(of('T', 293.15, 'temperature')).toBe('293.2\u00a0K')
    expect(of('CO', 50e-6, 'fraction')).toBe('50\u00a0ppm')
    expect(of('q_CO', 0.0001, 'fraction')).toBe('0.01%')
    expect(of('d', 0.00094, 'length')).toBe('0.94\u00a0mm')
    expect(of('d', 0.001397, 'length', 'imperial')).toBe('0.055\u00a0in')
    expect(of('q', 4e-8, 'flow')).toBe('0.144\u00a0L/h')
    expect(of('U', 0.028, 'voltage')).toBe('28\u00a0mV')
    expect(of('I', 4e-6, 'current')).toBe('4\u00a0µA')
    expect(of('R', 0.02, 'resistance')).toBe('20\u00a0mΩ')
    expect(of('t', 1200, 'time')).toBe('20\u00a0min')
    expect(of('µ', 1e-5, 'viscosity')).toBe('0.00001\u00a0Pa·s')
  })
})

describe('figures', () => {
  const efficiency = flue.outputs.netEfficiency as Parameters<typeof figureText>[0]
  test('digits that show something', () => {
    expect(figureWith(efficiency, 0.9189, 'metric')).toBe('91.9%')
    expect(doubtText(efficiency, 0.00048, 'metric')).toBe('0.048%')
    expect(doubtText(efficiency, 0, 'metric')).toBe('0%')
    const leak = workingById('tightness')!.outputs.leakM3PerS as Parameters<typeof figureText>[0]
    expect(figureText(leak, 1e-11, 'metric')).toBe('0.000036')
    const dew = flue.outputs.dewPointK as Parameters<typeof figureText>[0]
    expect(figureText(dew, 273.16, 'metric')).toBe('0.0')
  })
  test('an interval does not round to nothing', () => {
    expect(figureWithin(efficiency, 0.94886, 0.00043, 'metric')).toBe('94.886%')
    expect(figureWithin(efficiency, 0.94886, 0, 'metric')).toBe('94.9%')
  })
  test('a doubt is written in its field’s unit, a column’s as a share', () => {
    expect(doubtField(flue, 'o2Dry')?.quantity).toBe('fraction')
    expect(doubtField(network, 'segments.lengthM')?.metric.unit).toBe('%')
    expect(doubtField(flue, 'gas')).toBeUndefined()
    expect(doubtLabel('pipe-network', 'segments.lengthM')).toBe('Segments: Length')
  })
})

describe('words', () => {
  test('a calculation’s own label comes first; sizes and gases read as written', () => {
    expect(labelOf('flue-gas', 'from')).toBe('Measured gas')
    expect(labelOf('pipe-network', 'from')).toBe('After')
    expect(pickText('size', 'cu-22')).toBe('copper, 22 mm')
    expect(pickText('size', 'st-1/2')).toMatch(/1\/2 in$/)
    expect(pickText('size', 'ehd-18')).toMatch(/EHD 18$/)
    expect(pickText('fuels', 'propane')).toBe(gasText('propane'))
    expect(pickText('solveFor', 'gas')).toMatch(/density/)
    expect(gasText({ methane: 1 })).toBe('Own composition')
    expect(plain(-1234.5678)).toBe('−1235')
  })
  test('a problem says the field and its range', () => {
    const where = { label: (key: string) => labelOf('gas-rate', key), range: (_key: string, v: number) => `${v} s` }
    expect(problemWords({ code: 'out-of-range', params: { name: 'seconds', min: 0.5, max: 7200 }, path: ['seconds'] }, where)).toBe(
      'Time ranges from 0.5 s to 7200 s.',
    )
    expect(problemWords({ code: 'composition-sum', params: { sum: 0.8 } }, where)).toMatch(/0\.8/)
  })
})

describe('found by words of the trade', () => {
  test.each([
    ['clock', 'gas-rate'],
    ['jet', 'orifice'],
    ['derating', 'altitude'],
    ['dew point', 'condensing'],
    ['stack loss', 'flue-gas'],
    ['ventilation', 'air-openings'],
    ['soundness', 'tightness'],
    ['CO2 O2 fit', 'o2-co2-pair'],
    ['injector lpg', 'change-of-gas'],
    ['10k sensor', 'thermistor'],
    ['zero governor', 'ratio-valve'],
  ])('%s → %s', (query, id) => {
    expect(findWorkings(query).map((w) => w.id)).toContain(id)
  })
  test('nothing typed is everything, nonsense is nothing', () => {
    expect(findWorkings('  ')).toHaveLength(WORKINGS.length)
    expect(findWorkings('xyzzy')).toHaveLength(0)
    expect(findWorkings('CLOCK the')[0]!.id).toBe('gas-rate')
  })
})

describe('the picture of the pipes', () => {
  test('the first branch goes on, the others begin below', () => {
    const { places, rows, reach } = layTree([
      { id: 'A', lengthM: 8 },
      { id: 'B', from: 'A', lengthM: 9 },
      { id: 'C', from: 'A', lengthM: 6 },
    ])
    expect(places.map((p) => [p.id, p.row, p.fromM, p.toM])).toEqual([
      ['A', 0, 0, 8],
      ['B', 0, 8, 17],
      ['C', 1, 8, 14],
    ])
    expect([rows, reach]).toEqual([2, 17])
  })
  test('every pipe that hangs on the meter once, each branch a row of its own; loops and orphans are left out', () => {
    fc.assert(
      fc.property(fc.array(fc.nat(20), { minLength: 1, maxLength: 21 }), (parents) => {
        const segments = parents.map((p, i) => ({ id: `s${i}`, lengthM: 1, ...(p % (i + 1) === i ? {} : { from: `s${p % (i + 1)}` }) }))
        const { places } = layTree(segments)
        const rowsAt = places.map((p) => `${p.row} ${p.fromM}`)
        return (
          new Set(places.map((p) => p.id)).size === places.length &&
          places.length === segments.length &&
          new Set(rowsAt).size === rowsAt.length
        )
      }),
    )
    expect(
      layTree([
        { id: 'A', from: 'B', lengthM: 1 },
        { id: 'B', from: 'A', lengthM: 1 },
      ]).places,
    ).toEqual([])
  })
})
