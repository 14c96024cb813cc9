import { AMERICAN_FAULT_MAPS, FAULT_MAPS, type FaultMap, faultMapOf, faultMapSchema } from '.'
import { AMERICAN_SENTENCES } from './maps/american'

/** Every text of a map. */
const texts = (map: FaultMap): string[] => [
  map.title,
  ...map.causes.flatMap((c) => [c.label, c.remedy, c.part ?? '']),
  ...map.checks.flatMap((c) => [
    c.label,
    c.method,
    ...c.tools,
    ...(c.instead ? [c.instead.of, c.instead.why] : []),
    ...c.results.flatMap((r) => [r.label, r.wrongMethod ?? '']),
  ]),
]
/** Words of one dialect that the other does not say. */
const BRITISH =
  /\b(draught\w*|downdraught|flues?|earth(ed)?|mains|anticlockwise|analysers?|lit(re|res)|injectors?|motorised|programmes?|taps?(?! at the inlet\b)(?!, cap)|extractors?|grilles?|isolat\w+|bridg(ed|ing|e)|let(s)? by|governor|expansion vessel|diverter hood|changed over|cut-off|cut-out|overheat)\b/i
const AMERICAN =
  /\b(draft\w*|terminations?|ground(ed)?|analyzers?|gallons?|orifices? (blocked|against|of)|faucets?|registers|jumper\w*|utility|shutoff|cutoff|cutout)\b/i

describe.each(FAULT_MAPS.map((map, i) => [map.id, map, AMERICAN_FAULT_MAPS[i]!] as const))('%s', (_id, gb, us) => {
  test('the same causes, checks, odds and order, in other words', () => {
    expect(faultMapSchema.safeParse(us).error).toBeUndefined()
    const bare = (map: FaultMap) => ({
      causes: map.causes.map(({ label: _l, remedy: _r, part: _p, ...rest }) => rest),
      checks: map.checks.map(({ label: _l, method: _m, tools: _t, instead: _i, results, ...rest }) => ({
        ...rest,
        results: results.map(({ label: _rl, wrongMethod: _w, ...r }) => r),
      })),
      book: map.book,
    })
    expect(bare(us)).toEqual(bare(gb))
  })
  test('American without British words, British without American ones', () => {
    const ofFlue = (s: string) => s.replaceAll(/flue gas/gi, '')
    expect(
      texts(us)
        .map(ofFlue)
        .filter((s) => BRITISH.test(s)),
    ).toEqual([])
    expect(texts(gb).filter((s) => AMERICAN.test(s))).toEqual([])
  })
  test('no two results of a check, and no two causes, are called alike', () => {
    for (const map of [gb, us]) {
      for (const c of map.checks) expect(new Set(c.results.map((r) => r.label)).size).toBe(c.results.length)
      expect(new Set(map.causes.map((c) => c.label)).size).toBe(map.causes.length)
    }
  })
})

test('no American sentence is there for nothing', () => {
  const said = new Set(FAULT_MAPS.flatMap(texts))
  expect(AMERICAN_SENTENCES.filter(([gb, us]) => !said.has(gb) || gb === us)).toEqual([])
})

test('a burner kind has its map in either dialect', () => {
  expect(faultMapOf('forced-draught').title).toBe('Forced draught burner')
  expect(faultMapOf('forced-draught', 'en-US').title).toBe('Power burner')
})
