import { adjustAdvice } from './adjustAdvice'
import type { JudgedReading } from './state'

const reading = (more: Partial<Omit<JudgedReading, 'verdict'>> & { status?: string; band?: object; u?: number | null } = {}) => {
  const { status = 'inside', band = { min: 800, max: 1000, hard: false }, u = 5, ...rest } = more
  const valueSi = rest.valueSi ?? 900
  return {
    measurandId: 'pressure.manifold',
    stationId: 'burner',
    firingStateId: 'max',
    ...rest,
    valueSi,
    verdict: { status, band, valueSi, expandedUncertainty: u, because: status },
  } as never as JudgedReading
}
const advise = (mode: 'only-outside' | 'centre', ...readings: JudgedReading[]) =>
  adjustAdvice({ adjustInside: { mode, source: 'rule' } }, { latest: new Map(readings.map((r, i) => [String(i), r])) }, 'max')

test('nothing judged, or something not inside: no advice against a screw', () => {
  expect(advise('only-outside')).toBeNull()
  expect(advise('only-outside', reading({ status: 'none' }))).toBeNull()
  expect(advise('only-outside', reading(), reading({ status: 'outside' }))).toBeNull()
  expect(advise('centre', reading({ valueSi: 990 }), reading({ status: 'edge', stationId: 'flue' }))).toBeNull()
})

test('all within limits: one school leaves it, the other goes to the middle', () => {
  const high = reading({ valueSi: 960 })
  expect(advise('only-outside', high)).toEqual({ code: 'leave', source: 'rule' })
  expect(advise('centre', high)).toEqual({
    code: 'to-centre',
    measurandId: 'pressure.manifold',
    valueSi: 960,
    targetSi: 900,
    source: 'rule',
  })
})

test('the maker’s nominal comes before the middle, and what lies within the gauge’s doubt is there already', () => {
  expect(advise('centre', reading({ valueSi: 960, band: { min: 800, nominal: 950, max: 1000 } }))).toMatchObject({ targetSi: 950 })
  expect(advise('centre', reading({ valueSi: 904 }))).toMatchObject({ code: 'leave' })
  expect(advise('centre', reading({ valueSi: 904, u: null }))).toMatchObject({ code: 'to-centre' })
})

test('only what a screw moves counts, at this rate, and only a burner pressure with both limits has a middle', () => {
  expect(advise('only-outside', reading(), reading({ stationId: 'inlet', status: 'outside' }))?.code).toBe('leave')
  expect(advise('only-outside', reading(), reading({ firingStateId: 'min', status: 'outside' }))?.code).toBe('leave')
  expect(advise('centre', reading({ valueSi: 990, band: { max: 1000 } }))?.code).toBe('leave')
  expect(
    advise('centre', reading({ valueSi: 0.09, measurandId: 'co2.flue', stationId: 'flue', band: { min: 0.08, max: 0.1 } }))?.code,
  ).toBe('leave')
})
