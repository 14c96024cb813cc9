import fc from 'fast-check'
import { cardSchema } from '../appliance'
import { testCard } from '../appliance/testCard'
import { bringFor, cardBand, type CaseFacts, diagnose, faultMapOf, type Happened, isMeasured, oftenSo, ownCheck, patternOf } from '.'

const map = faultMapOf('premix-pneumatic')
const facts: CaseFacts = { symptom: 'no-ignition', code: null, intermittent: false, circumstances: [], renewed: [], checks: [] }
const p = (about: Partial<CaseFacts>, id: string) =>
  diagnose(testCard, map, { ...facts, ...about }).result.odds.find((o) => o.cause.id === id)!.p
const check = (id: string) => map.checks.find((c) => c.id === id)!
const made = (checkId: string, result: string) => ({ checkId, result, valueSi: null, u: null })
const once = (more: Partial<Happened> & { at?: string }): Happened => ({
  happenedAt: `2026-01-10T${more.at ?? '06:30'}:00.000Z`,
  service: null,
  rate: null,
  weather: null,
  ...more,
})
const hourOf = (at: string) => new Date(at).getUTCHours() + new Date(at).getUTCMinutes() / 60

test('a value is weighed with its uncertainty against the card’s band, a result as it was said', () => {
  const band = { measurandId: 'pressure.working', stationId: 'inlet', min: 1700, max: 2500 }
  const card = { ...testCard, limits: [band as never] }
  expect(cardBand(card, check('inlet-pressure'))).toEqual({ min: 1700, max: 2500 })
  expect(cardBand(card, check('start'))).toBeNull()
  expect(isMeasured(check('inlet-pressure'), null)).toBe(true)
  expect(isMeasured(check('start'), null)).toBe(false)
  const at = (valueSi: number, u: number | null) =>
    diagnose(card, map, { ...facts, checks: [{ checkId: 'inlet-pressure', result: null, valueSi, u }] }).result.odds.find(
      (o) => o.cause.id === 'supply-starved',
    )!.p
  expect(at(1200, 20)).toBeGreaterThan(at(1690, 60))
  expect(at(1690, 60)).toBeGreaterThan(at(2000, null))
})

test('what the maker gives for a check on this model goes before the general limit, and its minutes before the map’s', () => {
  const source = { doc: 'TC-1', page: '4' }
  const own = (checkId: string, more: object) => cardSchema.parse({ ...testCard, faultChecks: [{ check: checkId, source, ...more }] })
  const coil = own('coil-ohms', { leads: 'Plug X3', min: 72, max: 96, unit: 'Ω' })
  expect(cardBand(coil, check('coil-ohms'))).toEqual({ min: 72, max: 96 })
  expect(ownCheck(coil, 'coil-ohms')?.leads).toBe('Plug X3')
  expect(ownCheck(coil, 'spark')).toBeNull()
  expect(cardBand(own('lead-ohms', { max: 1.2, unit: 'kΩ' }), check('lead-ohms'))).toEqual({ min: undefined, max: 1200 })
  // 60 Ω is right by the map, and a coil with shorted turns by this card.
  const found = [{ checkId: 'coil-ohms', result: null, valueSi: 60, u: 0.5 }]
  const odds = (card: typeof coil) => diagnose(card, map, { ...facts, checks: found }).result.odds.find((o) => o.cause.id === 'coil')!.p
  expect(odds(coil)).toBeGreaterThan(2 * odds(own('spark', {})))
  const slow = own('spark', { minutes: 40 })
  expect(diagnose(slow, map, facts).map.checks.find((c) => c.id === 'spark')!.minutes).toBe(40)
  expect(diagnose(slow, map, facts).map).toBe(diagnose(slow, map, facts).map)
})

test.each([
  ['out of order', { min: 9, max: 1, unit: 'Ω' }],
  ['without its unit', { min: 9 }],
])('a value of a check %s is refused', (_, more) => {
  const source = { doc: 'TC-1', page: '4' }
  expect(cardSchema.safeParse({ ...testCard, faultChecks: [{ check: 'coil-ohms', source, ...more }] }).success).toBe(false)
})

test('what was touched today ranks first; what was renewed ranks lower', () => {
  const lead = map.causes.find((c) => c.disturbedBy.length > 0 && c.priors['no-ignition'] !== undefined)!
  const touched = diagnose(testCard, map, { ...facts, disturbed: [lead.disturbedBy[0]!] }).result.odds
  expect(touched[0]!.cause.disturbedBy).toContain(lead.disturbedBy[0])
  expect(p({ renewed: ['electrode'] }, 'electrode')).toBeLessThan(p({}, 'electrode'))
})

test('a lead that comes and goes while it is moved is found by moving it, on another day too', () => {
  const about = {
    ...facts,
    symptom: 'drops-out' as const,
    intermittent: true,
    occurrences: [once({ rate: 'high' }), once({ rate: 'high' })],
  }
  const moving = map.checks.find((c) => c.moving && (c.symptoms.length === 0 || c.symptoms.includes('drops-out')))!
  const wrong = moving.results.find((r) => r.id !== moving.results[0]!.id)!.id
  const before = diagnose(testCard, map, about)
  const after = diagnose(testCard, map, { ...about, checks: [made(moving.id, wrong)] })
  expect(before.about.circumstances).toContain('high-rate')
  expect(after.result.odds[0]!.p).toBeGreaterThan(before.result.odds[0]!.p)
  expect(['harness', 'lead', 'rod', 'earth-polarity']).toContain(after.result.odds[0]!.cause.id)
})

test('to bring: tools of the checks that tell most, parts of what it most likely is', () => {
  const d = diagnose(testCard, map, { ...facts, checks: [made('start', 'no-spark')] })
  const { tools, parts } = bringFor(d)
  expect(tools.length).toBeGreaterThan(0)
  expect(new Set(tools).size).toBe(tools.length)
  for (const part of parts) expect(d.result.odds.some((o) => o.p >= 0.15 && o.cause.part === part)).toBe(true)
})

test('what was so most times is what to provoke; once is a coincidence, and what nobody told does not count', () => {
  expect(oftenSo([once({ rate: 'low' })])).toEqual([])
  expect(oftenSo([once({ rate: 'low', service: 'hot-water' }), once({ rate: 'low' }), once({ weather: 'rain' })])).toEqual(['low-rate'])
  expect(oftenSo([once({ service: 'both' }), once({ service: 'heating' }), once({ service: 'hot-water' })])).toEqual([
    'hot-water',
    'heating',
  ])
  expect(oftenSo([once({ weather: 'wind' }), once({ weather: 'wind' }), once({ weather: 'calm' }), once({ weather: 'calm' })])).toEqual([])
})

test('the picture: cells of service and rate with their hours, and the part of the day to come in, over midnight too', () => {
  const all = [
    once({ at: '23:30', service: 'hot-water', rate: 'low' }),
    once({ at: '00:40', service: 'hot-water', rate: 'low' }),
    once({ at: '01:10', service: 'heating' }),
    once({ at: '14:00', service: 'hot-water', rate: 'low' }),
  ]
  const { cells, come, provoke } = patternOf(all, hourOf)
  expect(cells).toHaveLength(2)
  expect(cells[0]).toMatchObject({ service: 'hot-water', rate: 'low' })
  expect(cells[0]!.hours).toHaveLength(3)
  expect(come).toEqual({ from: 23, to: 2 })
  expect(provoke).toEqual(['hot-water', 'low-rate'])
  expect(patternOf(all.slice(0, 2), hourOf).come).toBeNull()
  expect(
    patternOf(
      [3, 9, 15, 21].map((h) => once({ at: `${String(h).padStart(2, '0')}:00` })),
      hourOf,
    ).come,
  ).toBeNull()
})

test('however they fall, the window holds what it says, and no picture loses an occurrence', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 0, max: 23 }), { minLength: 1, maxLength: 12 }), (hours) => {
      const all = hours.map((h) => once({ at: `${String(h).padStart(2, '0')}:00`, service: h % 2 ? 'heating' : null }))
      const { cells, come } = patternOf(all, hourOf)
      expect(cells.flatMap((c) => c.hours)).toHaveLength(hours.length)
      if (!come) return
      const inside = hours.filter((h) => (come.from <= come.to ? h >= come.from && h <= come.to : h >= come.from || h <= come.to))
      expect(inside.length).toBeGreaterThanOrEqual(Math.ceil(0.7 * hours.length))
    }),
  )
})
