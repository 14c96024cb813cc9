import fc from 'fast-check'
import type { Station } from '../measure'
import { foldVisit } from './fold'
import { netTurnsAt } from './netTurns'
import { outletQuestion } from './outletShut'
import { asksForZero, connectionOf } from './zeroes'
import { ladderOf } from './ladder'
import { ANALYSER, analyser, APPLIANCE, GAUGE, gauge, nextId, testContext, TestLog, VISIT } from './testVisit'
import { appliance, flue, fold, found, gates } from './testWholeVisit'
import type { VisitContext } from './context'

const zeroAt = (log: TestLog, stationId: Station) =>
  log.add('instrument.zeroed', { instrumentId: GAUGE, place: 'at-connection', stationId })
/** A log in which nobody has zeroed anything. */
const bare = (): TestLog => {
  const log = new TestLog()
  log.add('visit.started', {
    jobKind: 'annual-service',
    practice: { id: 'metric-ratio', version: 1 },
    cards: [{ applianceId: APPLIANCE, cardId: appliance.card.id, version: 1 }],
  })
  return log
}
const because = (log: TestLog, context: VisitContext = testContext) =>
  foldVisit(VISIT, log.events, context)
    .appliances[0]!.readings.filter((r) => r.origin === 'measured')
    .map((r) => r.verdict.because)

describe('zero by connection', () => {
  test('a hose moved to another test point asks for a new zero of its port, there and back', () => {
    const log = bare()
    zeroAt(log, 'inlet')
    log.read({ 'pressure.working': 2030 }, 'max', 'inlet')
    log.read({ 'pressure.working': 2090 }, 'max', 'meter')
    zeroAt(log, 'meter')
    log.read({ 'pressure.working': 2090 }, 'max', 'meter')
    log.read({ 'pressure.working': 2030 }, 'max', 'inlet')
    expect(because(log)).toEqual(['inside', 'not-zeroed', 'inside', 'not-zeroed'])
  })

  test('what is recorded together was zeroed in turn', () => {
    const log = bare()
    for (const station of ['meter', 'inlet'] as const) zeroAt(log, station)
    const at = { 'pressure.working': 2050 }
    log.read(at, 'max', 'meter')
    log.read(at, 'max', 'inlet')
    const [second, first] = [log.events.pop()!, log.events.at(-1)!]
    if (first.type !== 'reading.taken' || second.type !== 'reading.taken') throw new Error('no readings')
    first.data.readings.push(...second.data.readings)
    expect(because(log)).toEqual(['inside', 'inside'])
  })

  test('two ports hang at two places; a third place takes the first away', () => {
    const p2 = { ...gauge.channels[0]!, id: 'p2' }
    const two: VisitContext = { ...testContext, instruments: [analyser, { ...gauge, channels: [...gauge.channels, p2] }] }
    const log = bare()
    const read = (station: 'meter' | 'inlet' | 'isolator') => log.read({ 'pressure.working': 2050 }, 'max', station)
    zeroAt(log, 'meter')
    read('meter')
    zeroAt(log, 'inlet')
    read('inlet')
    read('meter')
    expect(because(log, two)).toEqual(['inside', 'inside', 'inside'])
    zeroAt(log, 'isolator')
    read('isolator')
    expect(foldVisit(VISIT, log.events, two).zeroed.at(-1)).toMatchObject({ connection: 'isolator' })
    read('inlet')
    expect(because(log, two).at(-1)).toBe('not-zeroed')
  })

  test('one test point serves the pipe and the inlet, the valve’s outlet and the burner', () => {
    expect(connectionOf({ stationId: 'pipe' })).toBe(connectionOf({ stationId: 'inlet' }))
    expect(connectionOf({ stationId: 'valve' })).toBe(connectionOf({ stationId: 'burner' }))
    expect(connectionOf({ stationId: 'burner', sectionId: 'v1' })).not.toBe(connectionOf({ stationId: 'burner', sectionId: 'v2' }))
  })

  test('a log from before connections were named counts as it did', () => {
    const log = new TestLog().start()
    log.read({ 'pressure.working': 2030 }, 'max', 'inlet')
    log.read({ 'pressure.working': 2090 }, 'max', 'meter')
    expect(because(log)).not.toContain('not-zeroed')
  })

  test('a draught port that was not zeroed voids the draught and nothing else', () => {
    const draught = { ...gauge.channels[0]!, id: 'd', channel: 'draught' as const, min: -500, max: 500 }
    const context: VisitContext = { ...testContext, instruments: [{ ...analyser, channels: [...analyser.channels, draught] }, gauge] }
    const log = bare()
    log.add('instrument.zeroed', { instrumentId: ANALYSER, place: 'clean-air', gasOnly: true })
    log.read(flue(0.09), 'max')
    const [reading] = log.read({ 'draught.flue': -8 }, 'max')
    const event = log.events.at(-1)!
    if (event.type === 'reading.taken') Object.assign(event.data.readings[0]!.source, { instrumentId: ANALYSER })
    const of = (id: string) => foldVisit(VISIT, log.events, context).appliances[0]!.readings.find((r) => r.readingId === id)
    expect(of(reading!)?.verdict.because).toBe('not-zeroed')
    expect(foldVisit(VISIT, log.events, context).appliances[0]!.latest.get('co2.flue@flue/max')?.verdict.because).toBe('inside')
    log.add('instrument.zeroed', { instrumentId: ANALYSER, place: 'at-connection' })
    log.read({ 'draught.flue': -8 }, 'max')
    const again = log.events.at(-1)!
    if (again.type === 'reading.taken') {
      Object.assign(again.data.readings[0]!.source, { instrumentId: ANALYSER })
      expect(of(again.data.readings[0]!.id)?.verdict.because).not.toBe('not-zeroed')
    }
  })

  test('whatever the order of places, a reading counts exactly when its port was zeroed since it last hung elsewhere', () => {
    const place = fc.constantFrom('meter' as const, 'inlet' as const, 'isolator' as const)
    fc.assert(
      fc.property(fc.array(fc.record({ place, zero: fc.boolean() }), { minLength: 1, maxLength: 10 }), (acts) => {
        const log = bare()
        zeroAt(log, 'meter')
        let hangs = 'meter'
        let zeroed = true
        const wanted = acts.map(({ place: at, zero }) => {
          if (at !== hangs) zeroed = false
          hangs = at
          if (zero) {
            zeroAt(log, at)
            zeroed = true
          }
          log.read({ 'pressure.working': 2050 }, 'max', at)
          return zeroed
        })
        const got = because(log).map((b) => b !== 'not-zeroed')
        // A place that was zeroed and never left for a reading elsewhere is still zeroed: the model above is the stricter.
        return got.every((g, i) => (wanted[i] ? g : true))
      }),
    )
  })

  test('it is asked for once at each place, and not of what has no port', () => {
    const log = bare()
    const asks = (stationId: Station) =>
      asksForZero(fold(log).visit, gauge, { measurandId: stationId === 'room' ? 'co.ambient' : 'pressure.working', stationId })
    expect(asks('inlet')).toBe(true)
    zeroAt(log, 'inlet')
    expect(asks('inlet')).toBe(false)
    expect(asks('meter')).toBe(true)
    expect(asks('room')).toBe(false)
  })
})

describe('the ladder’s parts', () => {
  const value = (log: TestLog, key: string) => fold(log).state.latest.get(key)

  test.each([
    ['meter, isolator, inlet', ['meter', 'isolator', 'inlet']],
    ['inlet first, meter last', ['inlet', 'isolator', 'meter']],
  ] as const)('to the isolating valve and on to the valve are two figures, read in any order: %s', (_, order) => {
    const pa = { meter: 2090, isolator: 2010, inlet: 1800 }
    const log = new TestLog().start()
    for (const station of order) log.read({ 'pressure.working': pa[station] }, 'max', station)
    expect(value(log, 'pressure.drop@isolator/max')?.valueSi).toBeCloseTo(80)
    expect(value(log, 'pressure.drop@inlet/max')?.valueSi).toBeCloseTo(210)
    // The whole way is told and blames nobody.
    expect(value(log, 'pressure.drop@pipe/max')).toMatchObject({ verdict: { because: 'no-band' } })
    expect(value(log, 'pressure.drop@isolator/max')?.verdict.status).toBe('inside')
    expect(ladderOf(appliance, fold(log).state, testContext.practice).findings).toEqual(['appliance-loss'])
  })

  test('without the isolating valve the whole way is judged as before, whichever was read first', () => {
    const log = new TestLog().start()
    log.read({ 'pressure.working': 1900 }, 'max', 'inlet')
    log.read({ 'pressure.working': 2090 }, 'max', 'meter')
    expect(value(log, 'pressure.drop@pipe/max')).toMatchObject({ valueSi: 190, verdict: { status: 'outside' } })
  })
})

describe('valves and shutters', () => {
  test('the outlet of a shut valve asks what else runs, once it shows more than the gauge’s doubt', () => {
    const step = {
      needs: [{ measurandId: 'pressure.outletShut', stationId: 'valve', firingStateId: 'max', optional: false }],
      sectionId: null,
    } as const
    const log = new TestLog().start()
    const asked = () => outletQuestion(step, fold(log).state, testContext.practice)?.id
    expect(asked()).toBeUndefined()
    log.read({ 'pressure.outletShut': 4 }, 'max', 'valve')
    expect(asked()).toBeUndefined()
    log.read({ 'pressure.outletShut': 40 }, 'max', 'valve')
    expect(asked()).toBe('outlet-shut.valve')
    const tolerant = { outletShut: { mode: 'tolerate', source: 'test' } } as const
    // Without a figure of the card there is nothing to tolerate it by.
    expect(outletQuestion(step, fold(log).state, tolerant)?.id).toBe('outlet-shut.valve')
    log.add('observation.made', { observationId: 'outlet-shut.valve', answer: 'comes-back' })
    expect(gates(log).filter((g) => g.id === 'leaving.outlet-shut.valve')).toMatchObject([{ hard: true }])
    log.add('observation.made', { observationId: 'outlet-shut.valve', answer: 'others-running' })
    expect(gates(log).filter((g) => g.id.includes('outlet-shut'))).toEqual([])
  })

  test('net turns are counted by rate', () => {
    const log = new TestLog().start()
    const turn = (direction: 'clockwise' | 'anticlockwise', amount: number, firingStateId: string) =>
      log.add('adjustment.made', { adjusterId: 'throttle', direction, amount, unit: 'turn', firingStateId })
    turn('clockwise', 0.5, 'max')
    turn('anticlockwise', 0.25, 'max')
    turn('anticlockwise', 0.125, 'min')
    expect(netTurnsAt(fold(log).state, 'throttle')).toEqual({ max: 0.25, min: -0.125 })
  })

  test('a reading knows whether the covers were on', () => {
    const log = new TestLog().start()
    const looseEndId = nextId()
    log.add('loose-end.opened', { looseEndId, kind: 'cover-off', key: 'cover', label: 'Front' })
    log.read(flue(0.09), 'max')
    expect(found(log, 'co2.flue@flue/max')?.asFound?.caseOpen).toBe(true)
    log.add('loose-end.closed', { looseEndId })
    log.read(flue(0.09), 'max')
    expect(fold(log).state.latest.get('co2.flue@flue/max')?.caseOpen).toBe(false)
  })
})
