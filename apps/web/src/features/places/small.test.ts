import { hrefOf } from '@/features/search/hrefOf'
import { parseInput, workingById } from '@lucerna/core/workings'
import { DEMO_CARDS } from '@lucerna/sim/cards'
import { safetiesFor } from './ApplianceForm'
import { compareVisits } from './appliance/compare'
import { shortNames } from './appliance/labels'
import { historiesOf, normalsOf, trendsOf } from './appliance/histories'
import { followUpText } from './followUpText'
import { networkLink } from './networkLink'
import type { AppliancePage } from './server/pages'
import { fromCursor, toCursor } from './server/keyset'

const card = DEMO_CARDS[0]!
type Value = AppliancePage['values'][number]
const value = (visitId: string, year: number, measurandId: string, asLeftSi: number | null, more: Partial<Value> = {}): Value => ({
  firmId: 'f',
  visitId,
  applianceId: 'a',
  key: `${measurandId}@flue/max`,
  measurandId,
  stationId: 'flue',
  firingStateId: 'max',
  asFoundSi: asLeftSi,
  asLeftSi,
  status: 'inside',
  because: 'inside',
  minSi: 0.087,
  maxSi: 0.092,
  takenAt: `${year}-06-01T08:00:00.000Z`,
  ...more,
})

describe('histories', () => {
  const values = [
    ...[0.0895, 0.0896, 0.0895, 0.0894, 0.093].map((v, i) => value(`v${i}`, 2020 + i, 'co2.flue', v)),
    value('v0', 2020, 'co.flue', 40e-6),
    value('v1', 2021, 'o2.flue', null),
    value('v1', 2021, 'forgotten.measurand', 1),
  ]
  test('only figures left twice, oldest first; what the registry no longer knows is left out', () => {
    const [one, ...rest] = historiesOf({ card, papers: [], values: [...values].reverse() })
    expect(rest).toEqual([])
    expect(one).toMatchObject({ measurandId: 'co2.flue', min: 0.087, max: 0.092 })
    expect(one!.values.map((v) => v.at.slice(0, 4))).toEqual(['2020', '2021', '2022', '2023', '2024'])
    expect(trendsOf([one!], 'metric', 'Europe/London')[0]).toMatchObject({ from: '9.0%', to: '9.3%' })
  })
  test('figures of old papers join them by their day, marked as copied; one reading and one paper make a history', () => {
    const paper = (doneOn: string, valueSi: number, measurandId = 'co.flue') => ({
      id: doneOn,
      kind: 'sticker' as const,
      doneOn,
      who: null,
      words: null,
      photoId: null,
      copiedBy: 'Tobias Achterberg',
      figures: [{ measurandId, stationId: 'flue', firingStateId: 'max', valueSi, text: '' }],
    })
    const papers = [paper('2016-05-02', 60e-6), paper('2012-05-02', 55e-6, 'forgotten.measurand')]
    const co = historiesOf({ card, papers, values }).find((h) => h.measurandId === 'co.flue')!
    expect(co.values.map((v) => [v.at.slice(0, 4), v.copied ?? false])).toEqual([
      ['2016', true],
      ['2020', false],
    ])
    // The bracket is the newest visit's, not the paper's.
    expect(co.max).toBe(0.092)
    const trend = trendsOf([co], 'metric', 'Europe/London')[0]!
    expect(trend.copied).toBe(1)
    // What a chart draws: month, value as it is shown, and a mark at what was copied.
    expect(trend.points).toHaveLength(co.values.length)
    expect(trend.points.filter(([, , copied]) => copied === 1)).toHaveLength(1)
    for (const [i, [month, value]] of trend.points.entries()) {
      expect(month).toMatch(/^[A-Z][a-z]+ \d{4}$/)
      expect(value).toBeCloseTo(co.values[i]!.valueSi * 1e6, 1)
    }
  })
  test('what is normal, and that the last time was not', () => {
    expect(normalsOf(historiesOf({ card, papers: [], values }))).toMatchObject([{ normal: { verdict: 'higher', count: 5 }, perYear: null }])
    expect(normalsOf(historiesOf({ card, papers: [], values: values.slice(0, 3) }))).toEqual([])
  })
})

test('two visits side by side: what either has, the change, the way it is off', () => {
  const rows = compareVisits(
    {
      card,
      values: [
        value('a', 2020, 'co2.flue', 0.09),
        value('b', 2021, 'co2.flue', 0.095, { status: 'outside' }),
        value('b', 2021, 'co.flue', 50e-6, { minSi: null }),
        value('c', 2022, 'co2.flue', 0.1),
      ],
    },
    'a',
    'b',
  )
  expect(rows).toMatchObject([
    { measurandId: 'co2.flue', a: { said: 'within limits' }, b: { status: 'outside', side: 'above', said: 'high' } },
    { measurandId: 'co.flue', a: null, b: { valueSi: 50e-6 }, changeSi: null },
  ])
  expect(rows[0]!.changeSi).toBeCloseTo(0.005)
})

describe('safeties of a card', () => {
  test('what the card expects is asked for; what was found stays', () => {
    const fresh = safetiesFor(card, [])
    expect(fresh.map((s) => [s.id, s.state])).toEqual(card.safeties.map((s) => [s.id, 'unknown']))
    const found = safetiesFor(card, [
      { id: 'flame', label: 'Flame supervision', state: 'absent', setting: '' },
      { id: 'own-1', label: 'Gas alarm', state: 'present', setting: '' },
    ])
    expect(found.find((s) => s.id === 'flame')?.state).toBe('absent')
    expect(found.filter((s) => s.id === 'own-1')).toHaveLength(1)
    expect(found).toHaveLength(card.safeties.length + 1)
  })
  test('another card’s unanswered questions go, its findings do not', () => {
    const other = DEMO_CARDS[2]!
    const after = safetiesFor(other, [
      ...safetiesFor(card, []).slice(1),
      { id: 'flame', label: 'Flame supervision', state: 'absent', setting: '' },
    ])
    expect(after.some((s) => s.id === 'flame' && s.state === 'absent')).toBe(true)
    expect(after.filter((s) => other.safeties.some((x) => x.id === s.id))).toHaveLength(other.safeties.length)
  })
})

test.each([
  [{ kind: 'defect', code: 'at-risk', text: 'Flue loose' }, /: Flue loose$/],
  [{ kind: 'outside', code: 'co2.flue', text: '' }, /^Left out of limits: CO₂/],
  [{ kind: 'outcome', code: 'left-isolated', text: 'no gas' }, /isolated.*: no gas$/i],
  [{ kind: 'loose-end', code: 'test-point', text: 'Inlet nipple open' }, /^Loose end: Inlet nipple open$/],
  [
    { kind: 'part', code: '', text: 'Door seal, TW-7714', dueOn: '2027-02-01' },
    /^Part to order: Door seal, TW-7714 \(return visit by 1 Feb 2027\)$/,
  ],
])('a follow-up in words: %j', (item, words) => expect(followUpText(item)).toMatch(words))

test('a supply’s pipes open as a network that the calculation accepts', () => {
  const link = networkLink({
    gas: 'natural-gas-h',
    nominalPressurePa: 2100,
    pipes: [
      { id: 'A', from: null, material: 'copper', size: 'cu-28', lengthM: 6, 'elbow-90': 2 },
      { id: 'B', from: 'A', material: 'copper', size: 'cu-22', lengthM: 9 },
    ],
  })
  const params = new URL(link, 'http://x').searchParams
  const working = workingById('pipe-network')!
  const input = {
    ...Object.fromEntries(
      Object.entries(working.inputs).flatMap(([k, f]) => ('default' in f && f.default !== undefined ? [[k, f.default]] : [])),
    ),
    gas: params.get('gas'),
    sourcePa: Number(params.get('sourcePa')),
    segments: JSON.parse(params.get('segments')!) as unknown,
  }
  expect(parseInput(working, input)).toMatchObject({ ok: true })
})

test('a cursor comes back as it was; anything else begins at the start', () => {
  expect(fromCursor(toCursor(['Žofín · 7', 'id']), 2)).toEqual(['Žofín · 7', 'id'])
  for (const odd of [undefined, '', 'x', toCursor(['one']), Buffer.from('{"a":1}').toString('base64url'), '%%%'])
    expect(fromCursor(odd, 2)).toBeNull()
})

test.each([
  ['site', '/sites/1'],
  ['appliance', '/appliances/1'],
  ['visit', '/visits/1'],
  ['person', '/people#1'],
  ['instrument', '/instruments#1'],
  ['card', '/sites?show=appliances&q=Tarnwick%20Larch'],
])('a found %s leads to %s', (kind, href) => expect(hrefOf({ kind, id: '1', title: 'Tarnwick Larch · x' })).toBe(href))

test('a line of figures says where one was read only where two would have the same name', () => {
  const at = (measurandId: string, stationId: string) =>
    value('v', 2024, measurandId, 1, { stationId, key: `${measurandId}@${stationId}/max` })
  const named = shortNames({ card }, [at('co2.flue', 'flue'), at('pressure.working', 'meter'), at('pressure.working', 'inlet')])
  expect(named[0]).toMatch(/^CO₂ \w+$/)
  const [, meter = '', inlet = ''] = named
  expect(meter).toMatch(/^working \w+, .*meter/)
  expect(inlet).toMatch(/^working \w+, .+/)
  expect(inlet).not.toBe(meter)
})
