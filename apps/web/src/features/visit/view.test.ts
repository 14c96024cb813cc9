import { LINE_STATIONS } from '@lucerna/core/measure'
import type { VisitEvent } from '@lucerna/core/visit'
import { pastVisit } from '@/test/pastVisit'
import { firstOpen, lineOf, settlingOf, sheetOf, stepComplete } from './view'

const larch = pastVisit('tarnwick-larch-28-c', 'metric-ratio')
const drift = pastVisit('brightholm-drift-80', 'imperial-oxygen')

/** The visit as it stood after so many events. */
const after = (past: typeof larch, n: number) => past.fold(past.posted.slice(0, n))
const upTo = (past: typeof larch, type: VisitEvent['type'], stepId: string) =>
  after(past, past.posted.findIndex((e) => e.type === type && e.stepId === stepId) + 1)
const line = (past: typeof larch, at = past.fold()) => lineOf(past.appliance, at.state, past.steps, past.context)
const sheet = (past: typeof larch, at = past.fold()) => sheetOf(past.appliance, at.state, at.visit, past.steps, past.context)

describe('the line', () => {
  test('stations stand in the order of the gas; those with nothing to say are left out', () => {
    expect(line(larch).map((e) => e.station)).toEqual(['meter', 'pipe', 'inlet', 'chamber', 'flue', 'room'])
    expect(line(drift).map((e) => e.station)).toEqual(['meter', 'pipe', 'inlet', 'burner', 'flue', 'room'])
    for (const past of [larch, drift]) {
      const places = line(past).map((e) => LINE_STATIONS.indexOf(e.station as (typeof LINE_STATIONS)[number]))
      expect(places).toEqual([...places].sort((a, b) => a - b))
    }
  })

  test('before the start it shows what will be read, with its band', () => {
    const entries = line(larch, after(larch, 1))
    expect(entries.every((e) => e.reading === null)).toBe(true)
    expect(entries.find((e) => e.station === 'inlet')).toMatchObject({
      stepId: 'standing',
      expected: { measurandId: 'pressure.standing' },
      band: { source: { kind: 'card' } },
    })
    expect(entries.find((e) => e.station === 'pipe')).toMatchObject({ expected: null, stepId: null })
  })

  test('working pressure comes before standing, and leads to its step', () => {
    expect(line(larch).find((e) => e.station === 'inlet')).toMatchObject({
      stepId: 'working',
      reading: { measurandId: 'pressure.working' },
    })
  })

  test('something outside comes before everything inside', () => {
    const events = larch.posted.map((e) =>
      e.type === 'reading.taken' && e.stepId === 'flue.min'
        ? { ...e, data: { readings: e.data.readings.map((r) => (r.measurandId === 'co.flue' ? { ...r, valueSi: 600e-6 } : r)) } }
        : e,
    )
    const at = larch.fold(events)
    const shown = line(larch, at).find((e) => e.station === 'flue')
    expect(shown?.reading?.verdict.status).toBe('outside')
    expect(shown?.stepId).toMatch(/^(found|flue)\.min$/)
  })

  test('the last visit is shown beside', () => {
    const [appliance] = larch.context.appliances
    const { state } = larch.fold()
    const entries = lineOf({ ...appliance!, lastVisit: { 'pressure.working@inlet/max': 1999 } }, state, larch.steps, larch.context)
    expect(entries.find((e) => e.station === 'inlet')?.lastVisit).toBe(1999)
  })
})

describe('the run sheet', () => {
  test('valid until it is made safe everything else is locked, and says why', () => {
    const entries = sheet(larch, after(larch, 1))
    expect(entries[0]).toMatchObject({ status: 'open', lock: null })
    expect(
      entries.filter((e) => e.status === 'locked').every((e) => e.lock?.code === 'lock.after' && e.lock.params.step === 'make-safe'),
    ).toBe(true)
    expect(entries.filter((e) => e.status === 'locked')).toHaveLength(larch.steps.length - 4)
    expect(firstOpen(entries)).toBe('make-safe')
  })

  test('step by step the first open one moves on', () => {
    const order = larch.steps.map((s) => s.id)
    for (const id of ['make-safe', 'standing', 'working', 'differential.max', 'found.max', 'isolate', 'sequence']) {
      const entries = sheet(larch, upTo(larch, 'step.done', id))
      expect(firstOpen(entries)).toBe(order[order.indexOf(id) + 1])
    }
  })

  test('at the end loose ends are done and only the finish is open', () => {
    const entries = sheet(larch)
    expect(entries.find((e) => e.step.kind === 'loose-ends')?.status).toBe('done')
    expect(firstOpen(entries)).toBe('finish')
  })

  test('CO in the room locks every firing step and only those', () => {
    const events = larch.posted.map((e) =>
      e.type === 'reading.taken' && e.stepId === 'make-safe'
        ? { ...e, data: { readings: e.data.readings.map((r) => ({ ...r, valueSi: 80e-6 })) } }
        : e,
    )
    const doneSafe = larch.posted.findIndex((e) => e.type === 'step.done' && e.stepId === 'make-safe')
    const entries = sheet(larch, larch.fold(events.slice(0, doneSafe + 1)))
    for (const e of entries.filter((x) => x.step.firingStateId))
      expect(e).toMatchObject({ status: 'locked', lock: { code: 'gate.ambient-co' } })
    expect(entries.find((e) => e.step.id === 'standing')?.status).toBe('open')
  })
})

describe('settling by the clock', () => {
  const at = upTo(larch, 'state.commanded', 'flue.min')
  const commandedAt = Date.parse(at.state.commanded?.at ?? '')
  const settle = (afterS: number, lightOffAt: string | null = '2026-03-02T08:00:00.000Z') =>
    settlingOf(larch.appliance, { ...at.state, litAt: lightOffAt }, larch.context, 'min', commandedAt + afterS * 1000)

  test('time at rate counts from the command, and waits for the card’s plateau', () => {
    expect(settle(60)).toMatchObject({ atRateS: 60, waitS: 120, blanked: false })
    expect(settle(180)).toMatchObject({ waitS: 0 })
  })

  test('the first minute after light-off is blanked, whatever the rate', () => {
    expect(settle(30, new Date(commandedAt).toISOString())).toMatchObject({ blanked: true })
    expect(settle(61, new Date(commandedAt).toISOString())).toMatchObject({ blanked: false })
  })

  test('another rate than the one asked for is not there', () => {
    expect(settlingOf(larch.appliance, at.state, larch.context, 'max', commandedAt)).toBeNull()
  })

  test('a clock that runs behind never gives negative time', () => expect(settle(-50)).toMatchObject({ atRateS: 0 }))
})

test('a step is complete when nothing it asked for is missing', () => {
  const flue = larch.steps.find((s) => s.id === 'flue.max')!
  const before = upTo(larch, 'step.done', 'working')
  const full = upTo(larch, 'reading.taken', 'flue.max')
  expect(stepComplete(flue, before.state, before.visit, larch.context)).toBe(false)
  expect(stepComplete(flue, full.state, full.visit, larch.context)).toBe(true)
})
