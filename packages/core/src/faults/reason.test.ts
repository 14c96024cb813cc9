import fc from 'fast-check'
import { Diagnosis, FAULT_MAPS, type FaultMap, type FaultMapInput, faultMapOf, faultMapSchema, sharesOf, SYMPTOMS } from '.'

const everything = { allowed: ['open', 'gas-shut', 'case-off', 'live'] as const, skipped: [] }
const result = (id: string, more: object = {}) => ({ id, label: id, ...more })

/** Two causes and two checks, small enough to be worked by hand. */
const small = (more: Partial<FaultMapInput> = {}): FaultMap =>
  faultMapSchema.parse({
    id: 'small',
    version: 1,
    title: 'Small',
    burnerKinds: ['premix-pneumatic'],
    source: 'Test',
    causes: [
      {
        id: 'electrode',
        link: 'ignition',
        label: 'Electrode',
        remedy: 'Renew',
        priors: { 'no-ignition': 0.7 },
        disturbedBy: ['orientation'],
      },
      { id: 'valve', link: 'gas', label: 'Valve', remedy: 'Replace', priors: { 'no-ignition': 0.3 }, shows: 0.25 },
    ],
    checks: [
      {
        id: 'dip',
        label: 'Dip',
        method: 'Gauge',
        minutes: 3,
        access: 'open',
        results: [result('yes'), result('no')],
        otherwise: { yes: 0.9, no: 0.1 },
        likelihoods: { valve: { yes: 0.1, no: 0.9 } },
      },
      {
        id: 'ohms',
        label: 'Ohms',
        method: 'Meter',
        minutes: 3,
        access: 'case-off',
        after: ['dip'],
        results: [
          result('inside', { range: { max: 100 }, card: 'inside' }),
          result('open', { range: { min: 100 }, card: 'above' }),
          result('across', { wrongMethod: 'In series' }),
        ],
        otherwise: { inside: 0.94, open: 0.04, across: 0.02 },
        likelihoods: { valve: { inside: 0.08, open: 0.9, across: 0.02 } },
      },
    ],
    book: { 'no-ignition': ['ohms', 'dip'] },
    ...more,
  })

describe('Bayes, by hand', () => {
  test('one finding: 0.7 × 0.1 against 0.3 × 0.9, with two at once and the unknown beside them', () => {
    const { odds, unknown } = new Diagnosis(small(), { symptom: 'no-ignition' }, [{ checkId: 'dip', result: 'no' }]).result
    // Singles 0.07 and 0.27; the pair 0.06 × 2 × 0.21 × 0.9; the unknown 0.03 × (0.6 × 0.1 + 0.4 / 2).
    const pair = 0.06 * 2 * 0.7 * 0.3 * 0.9
    const unknownPart = 0.03 * (0.6 * 0.1 + 0.4 / 2)
    const all = 0.07 + 0.27 + pair + unknownPart
    expect(odds.map((o) => o.cause.id)).toEqual(['valve', 'electrode'])
    expect(odds[0]!.p).toBeCloseTo((0.27 + pair) / all, 9)
    expect(unknown).toBeCloseTo(unknownPart / all, 9)
    expect(odds[0]!.because).toEqual([{ checkId: 'dip', bits: expect.any(Number) }])
    expect(odds[0]!.because[0]!.bits).toBeGreaterThan(2)
  })

  test('what was renewed is less likely, what was touched today and what the code names are more', () => {
    const p = (about: object) =>
      new Diagnosis(small(), { symptom: 'no-ignition', ...about }, []).result.odds.find((o) => o.cause.id === 'electrode')!.p
    const plain = p({})
    expect(p({ replaced: ['electrode'] })).toBeLessThan(plain)
    expect(p({ disturbed: ['orientation'] })).toBeGreaterThan(plain)
    expect(p({ code: ['electrode'] })).toBeGreaterThan(plain)
    expect(p({ card: { electrode: 0.1 } })).toBeLessThan(plain)
  })

  test('a value near a limit counts for both sides by its uncertainty; the card’s band goes before the map’s own', () => {
    const check = small().checks[1]!
    expect(sharesOf(check, { checkId: 'ohms', valueSi: 100, u: 5 })).toEqual({
      inside: expect.closeTo(0.5, 6),
      open: expect.closeTo(0.5, 6),
    })
    expect(sharesOf(check, { checkId: 'ohms', valueSi: 80, u: 1 })).toEqual({ inside: expect.closeTo(1, 6), open: expect.closeTo(0, 6) })
    expect(sharesOf(check, { checkId: 'ohms', valueSi: 80, u: 1, band: { min: 20, max: 60 } })!.open).toBeCloseTo(1, 6)
    expect(sharesOf(check, { checkId: 'ohms', result: 'nonsense' })).toBeNull()
    expect(sharesOf(check, { checkId: 'ohms', valueSi: Number.NaN })).toBeNull()
  })

  test('what comes and goes and shows nothing today is not ruled out', () => {
    const nothing = [{ checkId: 'ohms', result: 'inside' }]
    const p = (intermittent: boolean) =>
      new Diagnosis(small(), { symptom: 'no-ignition', intermittent }, nothing).result.odds.find((o) => o.cause.id === 'valve')!.p
    expect(p(true)).toBeGreaterThan(3 * p(false))
  })

  test('a wrong method proves nothing and is said; a finding that the map does not know is kept out', () => {
    const d = new Diagnosis(small(), { symptom: 'no-ignition' }, [
      { checkId: 'ohms', result: 'across' },
      { checkId: 'smell', result: 'yes' },
    ])
    expect(d.result.wrongMethod).toEqual([{ checkId: 'ohms', words: 'In series' }])
    expect(d.result.notUnderstood).toEqual(['smell'])
    expect(d.result.odds[0]!.p / d.result.odds[1]!.p).toBeCloseTo(0.7 / 0.3, 0)
  })
})

describe('the next check', () => {
  const none = new Diagnosis(small(), { symptom: 'no-ignition' }, [])
  test('by the book in the maker’s order, what must come first before it; the short way what tells most for its minutes', () => {
    expect(none.next('book', everything)).toMatchObject({ check: { id: 'dip' }, before: { id: 'ohms' } })
    expect(none.next('short', everything)).toMatchObject({ check: { id: 'dip' }, before: null, minutes: 3 })
  })

  test('the same facts, whichever way is asked: changing the way loses nothing', () => {
    const d = new Diagnosis(small(), { symptom: 'no-ignition' }, [{ checkId: 'dip', result: 'no' }])
    expect(d.next('book', everything)).toMatchObject({ check: { id: 'ohms' }, minutes: 6 })
    expect(['dip', 'ohms']).toContain((d.next('short', everything) as { check: { id: string } }).check.id)
  })

  test('what this person may not do is left out, and said with what is left', () => {
    const d = new Diagnosis(small(), { symptom: 'no-ignition' }, [
      { checkId: 'dip', result: 'no' },
      { checkId: 'dip', result: 'no' },
    ])
    expect(d.next('short', { allowed: ['open'], skipped: [] })).toMatchObject({ causeIds: expect.arrayContaining(['valve']) })
    const guess = none.next('short', { allowed: [], skipped: [] })
    expect(guess).toMatchObject({ code: 'guess', barred: ['dip', 'ohms'] })
    expect(guess.code === 'guess' && guess.odds).toBeCloseTo(2.3, 0)
  })

  test('a finding that fits nothing else is named', () => {
    const d = new Diagnosis(faultMapOf('premix-pneumatic'), { symptom: 'no-ignition' }, [
      { checkId: 'inlet-dip', result: 'normal' },
      { checkId: 'coil-volts', result: 'right' },
      { checkId: 'gas-on', result: 'shut' },
    ])
    expect(d.result.contradicts).toBe('gas-on')
  })
})

test.each([
  ['a check before itself', { checks: small().checks.map((c) => ({ ...c, after: [c.id === 'dip' ? 'ohms' : 'dip'] })) }, /before itself/],
  ['odds that are not one', { causes: small().causes.slice(1) }, /add up to 0\.30/],
  [
    'a row that is not one',
    { checks: [{ ...small().checks[0]!, otherwise: { yes: 0.5, no: 0.1 } }, small().checks[1]!] },
    /add up to 0\.60/,
  ],
  ['a book of another map', { book: { 'no-ignition': ['smell'] } }, /No such check/],
  [
    'firing with the gas shut',
    { checks: [{ ...small().checks[0]!, access: 'gas-shut' as const, firing: true }, small().checks[1]!] },
    /fires with the gas shut/,
  ],
])('a map with %s is refused, and says where', (_name, wrong, words) => {
  expect(() => small(wrong)).toThrow(words)
})

describe.each(FAULT_MAPS.map((m) => [m.id, m] as const))('%s', (_id, map) => {
  const symptoms = SYMPTOMS.filter((s) => map.book[s])

  test('every cause can be told by some check, and every check of a book tells of something', () => {
    for (const symptom of symptoms) {
      const here = map.causes.filter((c) => c.priors[symptom] !== undefined)
      const checks = map.checks.filter((c) => c.symptoms.includes(symptom))
      for (const cause of here)
        expect([symptom, cause.id, checks.some((c) => cause.id in c.likelihoods)]).toEqual([symptom, cause.id, true])
      for (const check of checks)
        expect([symptom, check.id, here.some((c) => c.id in check.likelihoods)]).toEqual([symptom, check.id, true])
    }
  })

  test('nothing fires with the case off but live tests and pilots, and nothing is bridged', () => {
    for (const c of map.checks) {
      if (c.firing) expect(c.access).not.toBe('gas-shut')
      expect(`${c.label} ${c.method}`).not.toMatch(/bridge the|jumper/i)
      if (c.instead) expect(c.instead.why).toMatch(/tells|gives|same/)
    }
  })

  test('whatever is answered in whatever order, probabilities stay probabilities and somebody knows what to do next', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...symptoms),
        fc.array(fc.tuple(fc.nat(200), fc.nat(8)), { maxLength: 14 }),
        fc.boolean(),
        (symptom, picks, intermittent) => {
          const findings = picks.map(([c, r]) => {
            const check = map.checks[c % map.checks.length]!
            return { checkId: check.id, result: check.results[r % check.results.length]!.id }
          })
          const d = new Diagnosis(map, { symptom, intermittent }, findings)
          for (const o of d.result.odds) expect(o.p).toBeGreaterThanOrEqual(0)
          for (const o of d.result.odds) expect(o.p).toBeLessThanOrEqual(1 + 1e-9)
          expect(['check', 'found', 'guess']).toContain(d.next('short', everything).code)
          expect(['check', 'found', 'guess']).toContain(d.next('book', everything).code)
        },
      ),
      { numRuns: 25 },
    )
  })
})
