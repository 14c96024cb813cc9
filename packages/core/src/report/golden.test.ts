import { foldVisit } from '../visit'
import { APPLIANCE, testContext, testId, TestLog, VISIT } from '../visit/testVisit'
import { changesOf } from './changes'
import firstVersion from './firstVersion.json'
import { reportSchema } from './model'
import { makeReport } from './report'
import { summarise } from './summary'

/** Whole reports, kept beside this file as they were read by eye: a change of what a report says shows as a change of one of them. */
const facts = {
  firmName: 'Hollowmere Heat',
  siteName: '7 Quarry Row',
  siteAddress: 'Quarry Row 7, Hollowmere',
  timeZone: 'Europe/Zurich',
  technicianName: 'Tobias Achterberg',
  licenceNumber: 'HH-1',
  appliances: { [APPLIANCE]: { serial: 'TW28-1', position: 'Kitchen' } },
}

const flue = (co2: number, co: number, temperature = 331.5) => ({
  'co2.flue': co2,
  'co.flue': co,
  'temperature.flue': temperature,
  'temperature.air': 285,
})
const signs = (log: TestLog, by: 'customer' | 'technician', outcome: 'signed' | 'refused' | 'nobody-there') =>
  log.add('signature.given', { by, outcome, ...(outcome === 'signed' && { drawingId: testId(by === 'customer' ? 910 : 911) }) })

/** An annual service: gas pressure read, the throttle moved an eighth, everything within limits as left, both signed. */
function adjusted(): TestLog {
  const log = new TestLog().start()
  log.add('observation.made', { observationId: 'smell-of-gas', answer: 'none' })
  log.read({ 'pressure.working': 2030 }, 'max', 'inlet')
  log.read(flue(0.096, 60e-6), 'max')
  log.read(flue(0.082, 12e-6, 318), 'min')
  log.add('adjustment.made', { adjusterId: 'throttle', direction: 'clockwise', amount: 0.125, unit: 'turn', firingStateId: 'max' })
  log.read(flue(0.09, 50e-6, 331), 'max')
  log.read(flue(0.083, 11e-6, 318), 'min')
  log.add('appliance.outcome-set', { outcome: 'in-normal-service' })
  signs(log, 'technician', 'signed')
  signs(log, 'customer', 'signed')
  return log
}

/** Spillage: left off with a notice that the customer would not sign, a part to come back with. */
function dangerous(): TestLog {
  const log = new TestLog().start()
  const defect = testId(900)
  log.read({ 'pressure.working': 2030 }, 'max', 'inlet')
  log.read(flue(0.06, 900e-6), 'max')
  log.add('defect.found', { defectId: defect, class: 'danger-now', text: 'Products spill at the draught diverter', action: 'Turned off' })
  log.add('part.needed', { needId: testId(901), part: 'Flue terminal', why: 'crushed', backOn: '2026-06-08' })
  log.add('appliance.outcome-set', { outcome: 'left-isolated', reason: 'spillage' })
  log.add('notice.given', { noticeId: testId(902), defectIds: [defect], labelled: true, acknowledged: 'refused' })
  signs(log, 'technician', 'signed')
  signs(log, 'customer', 'refused')
  return log
}

/** Steps left out with their reason, a reading under conditions in which it counts for nothing, one corrected, nobody there at the end. */
function unfinished(): TestLog {
  const log = new TestLog().start()
  log.add('step.skipped', { reason: 'no access to the flue' }, { stepId: 'flue.min' })
  log.read({ 'pressure.working': 1500 }, 'max', 'inlet')
  log.add('loose-end.opened', { looseEndId: testId(903), kind: 'adjuster-cap', key: 'cap', label: 'Throttle cap off' })
  log.add('note.added', { text: 'Working pressure low: told the network' })
  log.add('appliance.outcome-set', { outcome: 'left-isolated', reason: 'inlet pressure too low' })
  signs(log, 'customer', 'nobody-there')
  return log
}

const CASES: Readonly<Record<string, () => TestLog>> = { adjusted, dangerous, unfinished }
const made = (log: TestLog) => makeReport(foldVisit(VISIT, log.events, testContext), testContext, facts, '2026-06-01T12:00:00.000Z')

test.each(Object.entries(CASES))('%s: the report and its summary are word for word those that were read by eye', (_, log) => {
  const report = made(log())
  expect({ summary: summarise(report), report }).toMatchSnapshot()
  expect(reportSchema.parse(report)).toEqual(report)
})

test('a report of the first version is read still: what it could not say it does not say', () => {
  const read = reportSchema.parse(firstVersion)
  expect(read).toMatchObject({ signedBy: null, signature: null, notices: [], orders: [], photos: [], emergencyNumber: null })
  expect(summarise(read)).toMatchObject({ left: [{ outcome: 'left-isolated', reason: 'inlet pressure too low' }] })
  // Beside the report that is made of the same visit today, it lacks the signature only.
  expect(changesOf(read, made(unfinished())).map((c) => c.kind)).toEqual(['signature'])
})
