import { makeReport } from '../report'
import { openFault } from './faultCase'
import { foldVisit } from './fold'
import { APPLIANCE, nextId, testContext, TestLog, VISIT } from './testVisit'

const said = { symptom: 'drops-out' as const, intermittent: true, circumstances: [], renewed: [] }
const fold = (l: TestLog, context = testContext) => foldVisit(VISIT, l.events, context)

function begun() {
  const l = new TestLog().start()
  const faultId = nextId()
  l.add('fault.described', { faultId, code: 'L4', ...said })
  return { l, faultId }
}

test('a case holds what was said last, its checks in order, what was left out, and each time it happened once', () => {
  const { l, faultId } = begun()
  l.add('fault.described', { faultId, ...said, circumstances: ['damp'] })
  l.add('check.made', { faultId, checkId: 'start', result: 'not-proved' })
  l.add('check.made', { faultId, checkId: 'flame-current', valueSi: 1.2e-6, u: 1e-7, text: '1.2 µA' })
  l.add('check.left-out', { faultId, checkId: 'spark', reason: 'no sight glass' })
  const occurrence = {
    faultId,
    occurrenceId: nextId(),
    happenedAt: '2026-05-31T06:30:00.000Z',
    service: 'heating' as const,
    rate: 'low' as const,
  }
  l.add('occurrence.noted', occurrence)
  l.add('occurrence.noted', occurrence)
  const state = fold(l)
  expect(state.faults).toMatchObject([
    {
      symptom: 'drops-out',
      code: null,
      circumstances: ['damp'],
      checks: [
        { checkId: 'start', result: 'not-proved', valueSi: null },
        { text: '1.2 µA', valueSi: 1.2e-6, u: 1e-7 },
      ],
      leftOut: [{ checkId: 'spark', reason: 'no sight glass' }],
      occurrences: [{ service: 'heating', rate: 'low', weather: null }],
      settled: null,
      carried: false,
    },
  ])
  expect(state.oddities).toMatchObject([{ code: 'no-such-fault' }])
})

test('a slip is withdrawn and stays in the log; what it was is settled, and unsettled by the case’s own id', () => {
  const { l, faultId } = begun()
  l.add('check.made', { faultId, checkId: 'start', result: 'runs' })
  l.add('check.withdrawn', { faultId, entryId: fold(l).faults[0]!.checks[0]!.id })
  expect(fold(l).faults[0]!.checks).toEqual([])
  l.add('fault.settled', { faultId, causeIds: ['rod'], proved: true })
  expect(fold(l).faults[0]!.settled).toMatchObject({ causeIds: ['rod'], proved: true })
  l.add('check.withdrawn', { faultId, entryId: faultId })
  expect(fold(l).faults[0]!.settled).toBeNull()
})

test('an entry of a case that is not there is kept and said', () => {
  const l = new TestLog().start()
  l.add('check.made', { faultId: nextId(), checkId: 'start', result: 'runs' })
  expect(fold(l)).toMatchObject({ faults: [], oddities: [{ code: 'no-such-fault' }] })
})

test('what one visit left open the next goes on with, its findings marked as of another day', () => {
  const { l, faultId } = begun()
  l.add('check.made', { faultId, checkId: 'start', result: 'runs' })
  const carried = openFault(fold(l).faults[0]!)
  const next = new TestLog().start()
  next.add('check.made', { faultId, checkId: 'lead-moved', result: 'breaks' })
  const context = { ...testContext, appliances: testContext.appliances.map((a) => ({ ...a, openFaults: [carried] })) }
  expect(fold(next, context).faults).toMatchObject([
    {
      id: faultId,
      carried: true,
      checks: [
        { checkId: 'start', carried: true },
        { checkId: 'lead-moved', carried: false },
      ],
    },
  ])
})

test('the report tells what was ruled out by which reading, and while nothing is settled what it may be and what to bring', () => {
  const { l, faultId } = begun()
  l.add('check.made', { faultId, checkId: 'start', result: 'not-proved' })
  l.add('check.made', { faultId, checkId: 'gas-on', result: 'on' })
  l.add('check.made', { faultId, checkId: 'not-of-this-map', result: 'odd' })
  const facts = {
    firmName: 'Firm',
    siteName: 'Site',
    siteAddress: 'Road 1',
    timeZone: 'Europe/Zurich',
    technicianName: 'T. Tester',
    licenceNumber: null,
    appliances: { [APPLIANCE]: { serial: 'S1', position: 'Cellar' } },
  }
  const faultsOf = () => makeReport(fold(l), testContext, facts, '2026-06-01T12:00:00.000Z').appliances[0]!.faults
  const [open] = faultsOf()
  expect(open).toMatchObject({
    symptom: 'drops-out',
    checks: [{ check: 'Watch one start' }, { result: 'On' }, { check: 'not-of-this-map', result: 'odd', rulesOut: [] }],
    settled: null,
  })
  expect(open!.suspects[0]!.p).toBeGreaterThan(open!.suspects[1]!.p)
  expect(open!.bring.length).toBeGreaterThan(0)
  l.add('fault.settled', { faultId, causeIds: ['rod'], proved: true })
  expect(faultsOf()[0]).toMatchObject({ suspects: [], bring: [], settled: { proved: true, causes: [expect.stringMatching(/rod/i)] } })
})
