import { foldVisit } from './fold'
import { explanationOf } from './judgeGroup'
import { ANALYSER, analyser, APPLIANCE, testContext, TestLog, VISIT } from './testVisit'
import { CO2_MAX, flue, fold, found, gates, wholeVisit } from './testWholeVisit'

describe('fold', () => {
  test('a whole visit has nothing against normal service', () => {
    expect(gates(wholeVisit())).toEqual([])
  })

  test('a reading is judged by the card, computed figures come with their working', () => {
    const log = new TestLog().start()
    log.read(flue(0.096), 'max')
    const { readings } = fold(log).state
    const of = (id: string) => readings.find((r) => r.measurandId === id)!
    expect(of('co2.flue').verdict).toMatchObject({
      status: 'outside',
      side: 'above',
      band: { source: { kind: 'card', text: 'TEST-1', page: '9' } },
    })
    expect(of('ratio.coToCo2').verdict).toMatchObject({
      status: 'inside',
      goalMet: true,
      band: { max: 0.004, source: { kind: 'profile' } },
    })
    expect(explanationOf(of('efficiency.net'))?.from.map((i) => i.measurandId)).toEqual([
      'co2.flue',
      'co.flue',
      'temperature.flue',
      'temperature.air',
    ])
    expect(of('efficiency.net').valueSi).toBeGreaterThan(0.95)
    expect(of('efficiency.net').standardUncertainty).toBeGreaterThan(0)
    expect(of('o2.flueComputed').valueSi).toBeCloseTo(0.0412, 3)
  })

  test('a set without CO gives no ratio, without temperatures no efficiency', () => {
    const log = new TestLog().start()
    log.read({ 'co2.flue': 0.09 }, 'max')
    const ids = fold(log).state.readings.map((r) => r.measurandId)
    expect(ids).toContain('air.lambda')
    expect(ids).not.toContain('ratio.coToCo2')
    expect(ids).not.toContain('efficiency.net')
  })

  test('readings wait for a zeroed, calibrated, responding instrument', () => {
    const because = (log: TestLog, id: string) => fold(log).state.readings.find((r) => r.measurandId === id)?.verdict.because
    const unzeroed = new TestLog()
    unzeroed.add('visit.started', {
      jobKind: 'annual-service',
      practice: { id: 'metric-ratio', version: 1 },
      cards: [{ applianceId: APPLIANCE, cardId: 'test-premix', version: 1 }],
    })
    unzeroed.read(flue(0.09), 'max')
    expect(because(unzeroed, 'co2.flue')).toBe('not-zeroed')
    expect(because(unzeroed, 'ratio.coToCo2')).toBe('not-zeroed')

    const perfect = new TestLog().start()
    perfect.read(flue(0.09, 0), 'max')
    expect(because(perfect, 'co.flue')).toBe('perfect-zero')
    perfect.add('instrument.response-seen', { instrumentId: ANALYSER, how: 'light-off' })
    expect(because(perfect, 'co.flue')).not.toBe('perfect-zero')

    const early = new TestLog().start()
    early.read(flue(0.09), 'max', 'flue', 'early')
    expect(because(early, 'co2.flue')).toBe('early')
    expect(found(early, CO2_MAX)?.asFound).toBeNull()

    const over = new TestLog().start()
    over.read(flue(0.09, 0.005), 'max')
    expect(because(over, 'co.flue')).toBe('over-range')

    const lapsed = new TestLog().start()
    lapsed.read(flue(0.09), 'max')
    const old = { ...testContext, instruments: [{ ...analyser, calibrationDueAt: '2026-05-01T00:00:00.000Z' }] }
    expect(foldVisit(VISIT, lapsed.events, old).appliances[0]!.readings.find((r) => r.measurandId === 'co2.flue')?.verdict.because).toBe(
      'out-of-calibration',
    )
  })

  test('an oxygen reading that is mostly air has no verdict', () => {
    const log = new TestLog().start()
    log.read({ 'o2.flue': 0.19, 'co.flue': 5e-6 }, 'max')
    expect(fold(log).state.readings.every((r) => r.verdict.because === 'diluted' || r.measurandId === 'co.flue')).toBe(true)
  })

  test('drop needs meter and inlet at the same load', () => {
    const log = new TestLog().start()
    log.read({ 'pressure.working': 2110 }, 'max', 'meter')
    log.read({ 'pressure.working': 2030 }, 'min', 'inlet')
    expect(fold(log).state.readings.some((r) => r.measurandId === 'pressure.drop')).toBe(false)
    log.read({ 'pressure.working': 2000 }, 'max', 'inlet')
    expect(fold(log).state.readings.find((r) => r.measurandId === 'pressure.drop')).toMatchObject({
      valueSi: 110,
      stationId: 'pipe',
      verdict: { status: 'outside' },
    })
  })

  test('undo withdraws, a correction replaces in place; both are kept in the log', () => {
    const log = new TestLog().start()
    const [co2] = log.read(flue(0.9 / 10), 'max')
    log.add('reading.corrected', { readingId: co2!, reason: 'undone' })
    expect(fold(log).state.readings.some((r) => r.measurandId === 'co2.flue')).toBe(false)
    expect(fold(log).visit.corrections).toHaveLength(1)
    log.add('reading.corrected', { readingId: co2!, reason: 'twice' })
    expect(fold(log).visit.breaches.map((b) => b.code)).toEqual(['no-such-reading'])
  })

  test('order is the server’s; waiting events come after, in the device’s order; duplicates count once', () => {
    const log = wholeVisit()
    const once = fold(log)
    const shuffled = [...log.events].reverse()
    expect(foldVisit(VISIT, [...shuffled, ...shuffled], testContext)).toEqual(once.visit)
    const queued = log.events.map((e, i) => (i > 5 ? { ...e, seq: null } : e))
    expect(foldVisit(VISIT, [...queued].reverse(), testContext)).toEqual(once.visit)
  })

  test('events before the start or after the end are kept as breaches', () => {
    const log = new TestLog()
    log.add('note.added', { text: 'too soon' })
    log.start()
    log.add('visit.closed', { nextDueOn: null })
    log.add('observation.made', { observationId: 'smell-of-gas', answer: 'none' })
    log.add('note.added', { text: 'allowed' })
    expect(fold(log).visit.breaches.map((b) => b.code)).toEqual(['before-start', 'after-closing'])
  })

  test('a lead reopens a closed visit: its outcomes are open again', () => {
    const log = wholeVisit()
    log.add('appliance.outcome-set', { outcome: 'in-normal-service' })
    log.add('visit.closed', { nextDueOn: '2027-06-01' })
    expect(fold(log).visit).toMatchObject({ status: 'closed', nextDueOn: '2027-06-01' })
    log.add('visit.reopened', { reason: 'wrong serial' })
    expect(fold(log).visit.status).toBe('open')
    expect(fold(log).state.outcome).toBeNull()
  })
})

describe('as found and as left', () => {
  const adjust = (log: TestLog, direction: 'clockwise' | 'anticlockwise' = 'clockwise') =>
    log.add('adjustment.made', { adjusterId: 'throttle', direction, amount: 0.125, unit: 'turn', firingStateId: 'max' })

  test('untouched: as left is as found, unchanged, however often it was read', () => {
    const log = new TestLog().start()
    log.read(flue(0.09), 'max')
    log.read(flue(0.091), 'max')
    expect(found(log, CO2_MAX)).toMatchObject({ status: 'unchanged', asFound: { valueSi: 0.09 }, asLeft: { valueSi: 0.09 } })
  })

  test('touched and not measured again bars normal service; measured again opens it', () => {
    const log = wholeVisit()
    adjust(log)
    expect(found(log, CO2_MAX)).toMatchObject({ status: 'not-measured-again', asFound: { valueSi: 0.0896 }, asLeft: null })
    expect(gates(log).map((g) => g.code)).toEqual([
      'not-measured-again',
      'not-measured-again',
      'not-measured-again',
      'not-measured-again',
      'not-measured-again',
      'not-measured-again',
    ])
    log.read(flue(0.09), 'max')
    log.read(flue(0.0852, 20e-6), 'min')
    expect(found(log, CO2_MAX)).toMatchObject({ status: 'measured-again', asFound: { valueSi: 0.0896 }, asLeft: { valueSi: 0.09 } })
    expect(gates(log).filter((g) => g.hard)).toEqual([])
  })

  test('a screw does not move the supply', () => {
    const log = wholeVisit()
    adjust(log)
    expect(found(log, 'pressure.working@inlet/max')?.status).toBe('unchanged')
  })

  test('a gas screw does not move the chamber, something unknown to the card may', () => {
    const log = new TestLog().start()
    log.read({ 'pressure.chamberDifferential': 160 }, 'max', 'chamber')
    adjust(log)
    expect(found(log, 'pressure.chamberDifferential@chamber/max')?.status).toBe('unchanged')
    log.add('adjustment.made', { adjusterId: 'not-on-the-card', direction: 'clockwise', amount: 1, unit: 'turn', firingStateId: 'max' })
    expect(found(log, 'pressure.chamberDifferential@chamber/max')?.status).toBe('not-measured-again')
  })

  test('net turns count the way home', () => {
    const log = new TestLog().start()
    adjust(log)
    adjust(log)
    adjust(log, 'anticlockwise')
    expect(fold(log).state.netTurns).toEqual({ throttle: 0.125 })
  })
})
