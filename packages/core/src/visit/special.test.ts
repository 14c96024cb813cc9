import fc from 'fast-check'
import { instancesOf, MEASURAND_IDS, MEASURANDS, type Special, specialsOf, takeReading } from '../measure'
import { foldVisit } from './fold'
import { readingKey } from './keys'
import { parseEvent } from './parse'
import { refusals, type VisitEvent } from './registry'
import { judgeSpecial } from './special'
import { APPLIANCE, testContext, testId, TestLog, VISIT } from './testVisit'
import type { Band } from './verdict'

const source = { kind: 'card' as const, text: 'TW-28C' }
const ohms: Band = { min: 300, max: 500, hard: false, source }
const COIL = { measurandId: 'coil.resistance', stationId: 'electrics', firingStateId: 'standing' } as const

describe('what showed no number', () => {
  test.each<[Special, Band | undefined, boolean, string]>([
    [{ kind: 'open' }, ohms, true, 'outside above'],
    [{ kind: 'short' }, ohms, true, 'outside below'],
    [{ kind: 'open' }, ohms, false, 'none'],
    [{ kind: 'open' }, { ...ohms, max: undefined }, true, 'none'],
    [{ kind: 'short' }, { ...ohms, min: undefined }, true, 'none'],
    [{ kind: 'open' }, undefined, true, 'none'],
    [{ kind: 'varies', fromSi: 350, toSi: 420 }, ohms, true, 'inside'],
    [{ kind: 'varies', fromSi: 350, toSi: 900 }, ohms, true, 'outside above'],
    [{ kind: 'varies', fromSi: 20, toSi: 400 }, ohms, true, 'outside below'],
    [{ kind: 'over-range' }, ohms, true, 'none'],
    [{ kind: 'not-reachable' }, ohms, true, 'none'],
  ])('%j is %s %s: %s', (special, band, resistance, said) => {
    const { status, side } = judgeSpecial(special, band, resistance)
    expect([status, side].filter(Boolean).join(' ')).toBe(said)
  })

  test('what varies is never judged better than either of its ends alone', () => {
    const worse = { inside: 0, edge: 1, outside: 2, none: 3 }
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1000, noNaN: true }), fc.double({ min: 0, max: 1000, noNaN: true }), (fromSi, toSi) => {
        const both = judgeSpecial({ kind: 'varies', fromSi, toSi }, ohms, true).status
        for (const si of [fromSi, toSi])
          expect(worse[both]).toBeGreaterThanOrEqual(worse[judgeSpecial({ kind: 'varies', fromSi: si, toSi: si }, ohms, true).status])
      }),
    )
  })

  test('only circuits are open or shorted; everything can vary, be over range, or be out of reach', () => {
    for (const id of MEASURAND_IDS) {
      const kinds = specialsOf(id)
      expect(kinds).toEqual(expect.arrayContaining(['over-range', 'varies', 'not-reachable']))
      expect([id, kinds.includes('short')]).toEqual([id, MEASURANDS[id].quantity === 'resistance'])
    }
  })
})

describe('in the log', () => {
  const special = (data: object): VisitEvent => ({
    id: testId(1),
    visitId: VISIT,
    applianceId: APPLIANCE,
    type: 'special.read',
    v: 1,
    at: '2026-06-01T09:00:00.000Z',
    deviceId: testId(2),
    deviceSeq: 0,
    data: { readingId: testId(3), ...COIL, special: { kind: 'open' }, ...data } as never,
  })
  const facts = {
    appliances: testContext.appliances,
    knowsStep: () => false,
    practice: testContext.practice,
    planned: { jobKind: '', practice: { id: '', version: 1 } },
    knowsInstrument: () => true,
  }
  const codes = (data: object) => refusals(special(data), facts).map((r) => r.code)

  test('it is taken with its place, and withdrawn like a reading', () => {
    const log = new TestLog()
    log.add('special.read', { readingId: testId(3), ...COIL, instanceId: 'coil-2', special: { kind: 'varies', fromSi: 320, toSi: 900 } })
    const seen = () => foldVisit(VISIT, log.events, testContext).appliances[0]!.specials
    expect(seen()).toMatchObject([{ key: 'coil.resistance@electrics/standing~coil-2', instanceId: 'coil-2', special: { kind: 'varies' } }])
    log.add('reading.corrected', { readingId: testId(3), reason: 'Wrong pins' })
    expect(seen()).toEqual([])
    expect(foldVisit(VISIT, log.events, testContext).corrections).toMatchObject([{ reason: 'Wrong pins' }])
  })

  test('the same look twice is one', () => {
    const log = new TestLog()
    for (let i = 0; i < 2; i++) log.add('special.read', { readingId: testId(3), ...COIL, special: { kind: 'open' } })
    const visit = foldVisit(VISIT, log.events, testContext)
    expect(visit.appliances[0]!.specials).toHaveLength(1)
    expect(visit.oddities.map((o) => o.code)).toContain('noted-twice')
  })

  test.each([
    [{}, []],
    [{ stationId: 'flue' }, ['wrong-station']],
    [{ firingStateId: 'turbo' }, ['unknown-firing-state']],
    [{ instanceId: 'flow-sensor' }, ['no-such-instance']],
    [{ measurandId: 'co.flue', stationId: 'flue', special: { kind: 'short' } }, ['no-such-special']],
    [{ special: { kind: 'varies', fromSi: 300, toSi: -5 } }, ['out-of-range']],
  ])('%j: %j', (data, expected) => expect(codes(data)).toEqual(expected))

  test('a shape that is none is refused before anything else', () => {
    for (const wrong of [{ special: { kind: 'gone' } }, { special: { kind: 'varies' } }, { special: 'open' }, { instanceId: 'coil-99' }])
      expect(parseEvent(special(wrong)).ok).toBe(false)
  })
})

describe('which of several', () => {
  const read = (instanceId: 'coil-1' | 'coil-2' | undefined, valueSi: number, id: number) =>
    takeReading({
      ...COIL,
      id: testId(id),
      valueSi,
      instanceId,
      instrument: undefined,
      settled: 'settled',
      takenAt: '2026-06-01T09:00:00.000Z',
    })

  test('two coils are two figures; a figure without an instance keeps its key of before', () => {
    expect(readingKey(COIL)).toBe('coil.resistance@electrics/standing')
    const log = new TestLog()
    log.add('reading.taken', { readings: [read('coil-1', 410, 11), read('coil-2', 395, 12), read(undefined, 400, 13)] })
    const { foundAndLeft } = foldVisit(VISIT, log.events, testContext).appliances[0]!
    expect(Object.fromEntries(foundAndLeft.map((f) => [f.key, f.asFound?.valueSi ?? f.asLeft?.valueSi]))).toMatchObject({})
    expect(foundAndLeft.map((f) => f.key).filter((k) => k.startsWith('coil.resistance'))).toEqual(
      expect.arrayContaining([
        'coil.resistance@electrics/standing~coil-1',
        'coil.resistance@electrics/standing~coil-2',
        'coil.resistance@electrics/standing',
      ]),
    )
  })

  test('there are several only where a trade would count them', () => {
    expect(instancesOf('co.flue')).toEqual([])
    for (const id of MEASURAND_IDS) expect(new Set(instancesOf(id)).size).toBe(instancesOf(id).length)
  })
})
