import { adviseVisit } from '@lucerna/core/advice'
import { SHIPPED_PRACTICES } from '@lucerna/core/practice'
import { DEMO_CARDS } from '@lucerna/sim/cards'
import { seededRandom } from '@lucerna/sim/random'
import { fieldsAt, FreeLog, gasOf, latestOf, NOTHING, stateOf, stoppingCo } from './log'

const practice = SHIPPED_PRACTICES[0]!
const card = DEMO_CARDS.find((c) => c.id === 'tarnwick-larch-28-c')!
const appliance = { card, facts: { gas: 'natural-gas-h' as const, altitudeM: 0 } }
const storage = (kept: Record<string, string> = {}) => ({
  kept,
  getItem: (key: string) => kept[key] ?? null,
  setItem: (key: string, value: string) => void (kept[key] = value),
})
const read = (rateId: string, co2: number) => ({
  kind: 'read' as const,
  rateId,
  figures: [
    { measurandId: 'co2.flue' as const, sectionId: null, valueSi: co2 },
    { measurandId: 'co.flue' as const, sectionId: null, valueSi: 80e-6 },
  ],
})
const move = { kind: 'move' as const, adjusterId: 'throttle', rateId: 'max', amount: 0.25 }

test('what is entered stays on the device, and is there again', () => {
  const disk = storage()
  const log = new FreeLog('k', disk)
  log.add(read('max', 0.096))
  log.add(move)
  expect(new FreeLog('k', disk).getSnapshot().entries).toEqual(log.getSnapshot().entries)
})

test.each(['{', '{"entries":1}', 'null'])('what cannot be read is none: %s', (text) => {
  expect(new FreeLog('k', storage({ k: text })).getSnapshot()).toEqual(NOTHING)
})

test('a full device loses nothing that is on the page', () => {
  const log = new FreeLog('k', {
    getItem: () => null,
    setItem: () => {
      throw new Error('full')
    },
  })
  log.add(move)
  expect(log.getSnapshot().entries).toHaveLength(1)
})

test('a move that was made otherwise is put right in its place; one that was not made goes', () => {
  const log = new FreeLog('k', storage())
  log.add(move)
  log.add(read('max', 0.09))
  const { id } = log.getSnapshot().entries[0]!
  log.correct(id, 'offset', -0.125)
  expect(stateOf(log.getSnapshot().entries, appliance, practice)).toMatchObject({
    netTurns: { offset: -0.125 },
    adjustments: [{ adjusterId: 'offset', direction: 'anticlockwise', amount: 0.125, index: 0 }],
  })
  log.correct(id, 'offset', 0)
  expect(log.getSnapshot().entries.map((e) => e.kind)).toEqual(['read'])
})

test('its readings are judged and advised on as those of a visit', () => {
  const log = new FreeLog('k', storage())
  log.add(read('max', 0.098))
  log.add(read('min', 0.086))
  const state = stateOf(log.getSnapshot().entries, appliance, practice)
  expect(state.readings[0]!.verdict).toMatchObject({ status: 'outside', side: 'above' })
  expect(adviseVisit(appliance, state, practice, seededRandom(1)).advice).toMatchObject({
    code: 'move',
    screwId: 'throttle',
    rateId: 'max',
  })
})

test('it asks for what a burner has: pressures by section where the card limits them, the gas that the practice goes by', () => {
  const quartet = DEMO_CARDS.find((c) => c.id === 'pellan-quartet-300')!
  const facts = { gas: quartet.ratings[0]!.gas, altitudeM: 0 }
  const asked = (rateId: string) =>
    fieldsAt({ card: quartet, facts }, practice, 'co2', rateId).needed.map((f) => f.sectionId ?? f.measurandId)
  expect(asked('all')).toHaveLength(6)
  const [first] = quartet.sections
  expect(asked(`only-${first!.id}`)).toEqual([first!.id, 'co2.flue', 'co.flue'])
  expect(fieldsAt(appliance, practice, 'o2', 'max').needed.map((f) => f.measurandId)).toEqual(['o2.flue', 'co.flue'])
  expect(gasOf(card, { ...NOTHING, gas: 'propane' })).toBe('propane')
  expect(gasOf(card, { ...NOTHING, gas: 'coal' })).toBe('natural-gas-h')
})

test('nothing is set on a burner with more CO than the practice stops at', () => {
  const log = new FreeLog('k', storage())
  const most = () => stoppingCo(latestOf(stateOf(log.getSnapshot().entries, appliance, practice).readings), practice)
  log.add(read('max', 0.098))
  expect(most()).toBeNull()
  log.add({ ...read('max', 0.11), figures: [{ measurandId: 'co.flue', sectionId: null, valueSi: practice.highCo!.fromPpm * 1.2e-6 }] })
  expect(most()).toBeCloseTo(practice.highCo!.fromPpm * 1.2e-6, 9)
  expect(stoppingCo(new Map(), practice)).toBeNull()
})
