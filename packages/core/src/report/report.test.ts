import { foldVisit } from '../visit'
import { APPLIANCE, nextId, testContext, TestLog, VISIT } from '../visit/testVisit'
import { reportSchema } from './model'
import { makeReport } from './report'

const facts = {
  firmName: 'Firm',
  siteName: 'Site',
  siteAddress: 'Road 1',
  timeZone: 'Europe/Zurich',
  technicianName: 'T. Tester',
  licenceNumber: 'L-1',
  appliances: { [APPLIANCE]: { serial: 'S1', position: 'Cellar' } },
}
const report = (log: TestLog) => makeReport(foldVisit(VISIT, log.events, testContext), testContext, facts, '2026-06-01T12:00:00.000Z')

function log(): TestLog {
  const l = new TestLog().start()
  l.read({ 'pressure.working': 2030 }, 'max', 'inlet')
  l.read({ 'co2.flue': 0.096, 'co.flue': 60e-6, 'temperature.flue': 331.5, 'temperature.air': 285 }, 'max')
  l.add('adjustment.made', { adjusterId: 'throttle', direction: 'clockwise', amount: 0.125, unit: 'turn', firingStateId: 'max' })
  l.read({ 'co2.flue': 0.09, 'co.flue': 50e-6, 'temperature.flue': 331, 'temperature.air': 285 }, 'max')
  l.add('loose-end.opened', { looseEndId: nextId(), kind: 'adjuster-cap', key: 'cap', label: 'Throttle cap off' })
  l.add('defect.found', { defectId: nextId(), class: 'attention', text: 'Sticker faded', action: 'told the owner' })
  return l
}

test('as found beside as left, in the order of the line, with the source of every band', () => {
  const { appliances } = report(log())
  const lines = appliances[0]!.lines
  expect(lines[0]).toMatchObject({
    measurandId: 'pressure.working',
    change: 'unchanged',
    asFound: 2030,
    asLeft: 2030,
    source: 'TEST-1',
    page: '9',
  })
  expect(lines.find((l) => l.measurandId === 'co2.flue')).toMatchObject({
    change: 'measured-again',
    asFound: 0.096,
    asLeft: 0.09,
    status: 'inside',
  })
  expect(lines.find((l) => l.measurandId === 'efficiency.net')).toMatchObject({ computed: true })
  expect(appliances[0]!.adjustments).toMatchObject([
    {
      label: 'Throttle',
      amount: 0.125,
      results: expect.arrayContaining([{ measurandId: 'co2.flue', rate: null, before: 0.096, after: 0.09 }]) as unknown,
    },
  ])
})

test('what hangs, what was found, what was skipped and which instruments, all said', () => {
  const l = log()
  l.add('step.skipped', { reason: 'no access' }, { stepId: 'flue.min' })
  const r = report(l)
  expect(r.looseEnds).toMatchObject([{ label: 'Throttle cap off', closedAt: null }])
  expect(r.defects).toMatchObject([{ class: 'attention' }])
  expect(r.appliances[0]!.steps.find((s) => s.id === 'flue.min')).toMatchObject({ status: 'skipped', reason: 'no access' })
  expect(r.instruments.map((i) => i.kind)).toEqual(['analyser', 'manometer'])
  expect(r.instruments.every((i) => i.inCalibration)).toBe(true)
})

test('it is valid data, and the same log gives the same report', () => {
  const l = log()
  expect(reportSchema.parse(report(l))).toEqual(report(l))
})

test('an unmeasured as-left stays empty', () => {
  const l = log()
  l.add('adjustment.made', { adjusterId: 'throttle', direction: 'clockwise', amount: 0.125, unit: 'turn', firingStateId: 'max' })
  expect(report(l).appliances[0]!.lines.find((x) => x.measurandId === 'co2.flue')).toMatchObject({
    asFound: 0.096,
    asLeft: null,
    change: 'not-measured-again',
  })
})

test('a reading that was never valid stands neither as found nor as left, and is told with the reason', () => {
  const l = new TestLog().start()
  l.read({ 'pressure.working': 2030 }, 'max', 'inlet', 'early')
  const [line] = report(l).appliances[0]!.lines
  expect(line).toMatchObject({ asFound: null, asLeft: null, neverValid: 2030, status: 'none', because: 'early' })
  l.read({ 'pressure.working': 2040 }, 'max', 'inlet')
  expect(report(l).appliances[0]!.lines[0]).toMatchObject({ asFound: 2040, neverValid: null })
})

test('a visit that never began has no report', () => expect(() => report(new TestLog())).toThrow())
