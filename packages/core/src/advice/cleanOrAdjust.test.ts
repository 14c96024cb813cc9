import fc from 'fast-check'
import { cleanOrAdjust, type Condition, type Sign, SIGNS, type Signs } from '.'

describe('clean or adjust', () => {
  test.each<[Signs, Condition]>([
    [{ differential: 'high', mixtureHigh: 'rich', co: 'high', inlet: 'normal', flue: 'hot' }, 'dirty'],
    [{ inlet: 'low', input: 'low', mixtureHigh: 'lean', differential: 'normal' }, 'starved'],
    [{ pressure: 'high', inlet: 'normal', differential: 'normal', input: 'high' }, 'mis-set'],
    [{ intake: 'flue-gas', differential: 'low', dilution: 'seen' }, 'leaking'],
    [{ instrument: 'doubtful', mixtureHigh: 'lean', differential: 'normal', dilution: 'seen' }, 'measured-wrongly'],
    [{ differential: 'normal', mixtureHigh: 'normal', mixtureLow: 'normal', co: 'normal', inlet: 'normal' }, 'sound'],
  ])('%j is %s', (signs, condition) => {
    const { verdict, odds, because } = cleanOrAdjust(signs)
    expect(verdict).toBe(condition)
    expect(odds[0]!.condition).toBe(condition)
    expect(because.length).toBeGreaterThan(0)
  })
  test('nothing known: nothing said, and what to look at first', () => {
    const { verdict, next } = cleanOrAdjust({})
    expect(verdict).toBeNull()
    expect(next).not.toBeNull()
  })
  test('a lean burner of low input asks for the inlet before anything is cleaned or turned', () => {
    expect(cleanOrAdjust({ input: 'low', mixtureHigh: 'lean' }).next).toBe('inlet')
  })
  test('where a hood hides the chamber, its differential is not asked for', () => {
    const offered: Sign[] = ['inlet', 'input', 'pressure', 'mixtureHigh', 'co', 'flue']
    expect(offered).toContain(cleanOrAdjust({ co: 'high' }, offered).next)
  })
  test('odds always sum to one, and what is known is never asked again', () => {
    const someSigns = fc.record(Object.fromEntries((Object.keys(SIGNS) as Sign[]).map((s) => [s, fc.constantFrom(...SIGNS[s])])), {
      requiredKeys: [],
    }) as fc.Arbitrary<Signs>
    fc.assert(
      fc.property(someSigns, (signs) => {
        const { odds, next } = cleanOrAdjust(signs)
        expect(odds.reduce((sum, o) => sum + o.p, 0)).toBeCloseTo(1, 9)
        if (next) expect(signs[next]).toBeUndefined()
      }),
    )
  })
})
