import { BY_EYE, checkPossible, MEASURANDS } from '@lucerna/core/measure'
import { parseEvent, serviceGates } from '@lucerna/core/visit'
import { type CardId, pastVisit } from '@/test/pastVisit'

const CASES: [CardId, 'metric-ratio' | 'imperial-oxygen'][] = [
  ['tarnwick-larch-28-c', 'metric-ratio'],
  ['tarnwick-larch-18-h', 'metric-ratio'],
  ['brightholm-drift-80', 'imperial-oxygen'],
]

describe.each(CASES)('a simulated service of %s', (cardId, practiceId) => {
  const past = pastVisit(cardId, practiceId)

  test('every event is one that a device could post', () => {
    for (const event of past.posted) expect(parseEvent(event)).toMatchObject({ ok: true })
    expect(new Set(past.posted.map((e) => e.id)).size).toBe(past.posted.length)
  })

  test('time goes forward, and so does the device’s own count', () => {
    past.posted.forEach((event, i) => {
      expect(event.deviceSeq).toBe(i)
      if (i > 0) expect(event.at > past.posted[i - 1]!.at).toBe(true)
    })
  })

  test('every reading is possible and carries its doubt, its instrument and what was typed', () => {
    const readings = past.posted.flatMap((e) => (e.type === 'reading.taken' ? e.data.readings : []))
    expect(readings.length).toBeGreaterThan(10)
    for (const r of readings) {
      expect(checkPossible(r.measurandId, r.valueSi)).toMatchObject({ ok: true })
      expect(r.standardUncertainty).toBeGreaterThan(0)
      if (!BY_EYE.includes(MEASURANDS[r.measurandId].channel!))
        expect([r.measurandId, r.source.instrumentId]).toEqual([r.measurandId, expect.any(String)])
      expect(r.entered?.text).toMatch(/^-?\d/)
    }
  })

  test('it folds to a visit with every step done, nothing hanging, no rule broken', () => {
    const { visit, state } = past.fold()
    expect(visit.breaches).toEqual([])
    expect(visit.looseEnds.length).toBeGreaterThan(1)
    expect(visit.looseEnds.every((l) => l.closedAt)).toBe(true)
    for (const step of past.steps) if (step.kind !== 'finish') expect([step.id, state.steps[step.id]?.status]).toEqual([step.id, 'done'])
  })

  test('nothing that cannot be overridden stands against normal service', () => {
    const { visit, state } = past.fold()
    expect(serviceGates(past.appliance, state, past.steps, visit, past.context).filter((g) => g.hard)).toEqual([])
  })

  test('every rate has its efficiency and its CO figure, and everything measured a verdict or no band', () => {
    const { state } = past.fold()
    const rates = past.steps.filter((s) => s.kind === 'flue').map((s) => s.firingStateId)
    for (const rate of rates)
      for (const id of ['efficiency.net', 'efficiency.gross', 'co.airFree', 'ratio.coToCo2'])
        // As found and as left.
        expect([rate, id, state.readings.filter((r) => r.firingStateId === rate && r.measurandId === id).length]).toEqual([rate, id, 2])
    for (const r of state.readings) expect([r.key, r.verdict.because]).not.toEqual([r.key, 'not-zeroed'])
  })

  test('the same seed gives the same readings', () => {
    const values = (p: typeof past) => p.posted.flatMap((e) => (e.type === 'reading.taken' ? e.data.readings.map((r) => r.valueSi) : []))
    expect(values(pastVisit(cardId, practiceId))).toEqual(values(past))
  })
})
