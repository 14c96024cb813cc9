import { changesBetween } from './changes'
import { foldVisit } from './fold'
import { APPLIANCE, testContext, TestLog, VISIT } from './testVisit'
import { flue } from './testWholeVisit'
import { turnedOf, turnedSchema } from './turned'

const folded = (log: TestLog) => foldVisit(VISIT, log.events, testContext)
const turn = (log: TestLog, adjusterId: string, amount: number) =>
  log.add('adjustment.made', {
    adjusterId,
    direction: amount > 0 ? 'clockwise' : 'anticlockwise',
    amount: Math.abs(amount),
    unit: 'turn',
    firingStateId: 'max',
  })
const co2 = (kept: ReturnType<typeof turnedOf>) =>
  kept?.readings.filter((r) => r.measurandId === 'co2.flue').map((r) => [r.firingStateId, r.valueSi])

test('each move keeps the last readings before and after it, of its own rate: what was read once more is what stands', () => {
  const log = new TestLog().start()
  log.read(flue(0.0999), 'max')
  log.read(flue(0.098), 'max')
  log.read(flue(0.085), 'min')
  turn(log, 'throttle', 0.25)
  log.read(flue(0.0945), 'max')
  log.read(flue(0.0944), 'max')
  log.read(flue(0.0901), 'max', 'flue', 'early')
  turn(log, 'throttle', 0.25)
  const kept = turnedOf(folded(log), APPLIANCE)
  // The second move has nothing after it; its own before is the newest.
  expect(co2(kept)).toEqual([
    ['max', 0.098],
    ['max', 0.0944],
  ])
  expect(kept?.moves.map((m) => [m.adjusterId, m.direction, m.amount])).toEqual([
    ['throttle', 'clockwise', 0.25],
    ['throttle', 'clockwise', 0.25],
  ])
  expect(turnedSchema.parse(JSON.parse(JSON.stringify(kept)))).toEqual(kept)
})

test('nothing where nothing was turned; a new valve or another gas ends what was known', () => {
  const log = new TestLog().start()
  log.read(flue(0.09), 'max')
  expect(turnedOf(folded(log), APPLIANCE)).toBeNull()
  expect(turnedOf({ ...folded(log), jobKind: 'change-of-gas' }, APPLIANCE)).toEqual({ readings: [], moves: [] })
  log.add('job.grown', { work: 'gas-valve-replacement', reason: 'dead coil' })
  expect(turnedOf(folded(log), APPLIANCE)).toEqual({ readings: [], moves: [] })
  expect(turnedOf(folded(log), 'another')).toBeNull()
})

test('no more moves than tell of a screw', () => {
  const log = new TestLog().start()
  for (let n = 0; n < 12; n++) {
    log.read(flue(0.098 - 0.001 * n), 'max')
    turn(log, 'throttle', 0.125)
  }
  const kept = turnedOf(folded(log), APPLIANCE)!
  expect(kept.moves).toHaveLength(8)
  expect(co2(kept)).toHaveLength(8)
})

test('a move changes what is kept beside the log; so does closing', () => {
  const log = new TestLog().start()
  const before = folded(log)
  turn(log, 'throttle', 0.25)
  const turned = folded(log)
  expect(changesBetween(before, turned).turned).toEqual([APPLIANCE])
  expect(changesBetween(turned, { ...turned, status: 'closed' }).turned).toEqual([APPLIANCE])
  expect(changesBetween(before, { ...before, status: 'closed' }).turned).toEqual([])
})
