import { BURNER_KINDS } from '../appliance'
import { testCard } from '../appliance/testCard'
import { SEQUENCE_EVENT_IDS, SEQUENCE_PHASES, sequenceOf } from '.'
import { timing } from './testTiming'

const traits = {
  medium: 'water',
  power: 'mains',
  pilot: 'none',
  pilotSensor: null,
  ratioControl: 'none',
  intakePort: false,
  refractory: false,
  yellowTips: false,
} as const
const ids = (part: object) => sequenceOf({ ...testCard, traits, timing, ...part }).map((e) => e.id)

test.each(BURNER_KINDS)('%s: a chain in order of its phases, each event after the one before', (burnerKind) => {
  const chain = sequenceOf({ ...testCard, traits, timing, burnerKind })
  const phases = chain.map((e) => SEQUENCE_PHASES.indexOf(e.phase))
  expect(phases).toEqual([...phases].sort((a, b) => a - b))
  chain.forEach((e, i) => expect(e.after).toEqual(i === 0 ? [] : [chain[i - 1]!.id]))
  expect(new Set(chain.map((e) => e.id)).size).toBe(chain.length)
  for (const must of ['call', 'limit-made', 'gas-valve', 'valve-shuts']) expect(chain.map((e) => e.id)).toContain(must)
})

test('what a model does not have is left out', () => {
  expect(ids({ burnerKind: 'atmospheric' })).not.toContain('fan')
  expect(ids({ burnerKind: 'atmospheric', traits: { ...traits, pilot: 'standing' } })).toEqual(
    expect.arrayContaining(['pilot-lit', 'pilot-proved']),
  )
  expect(ids({ burnerKind: 'atmospheric', traits: { ...traits, pilot: 'standing' } })).not.toContain('igniter')
  expect(ids({ burnerKind: 'forced-draught' })).toEqual(expect.arrayContaining(['gas-switches-made', 'valves-proved', 'pre-purge']))
  expect(ids({ burnerKind: 'modulating-furnace', traits: { ...traits, medium: 'air' } })).toContain('blower')
  expect(ids({ burnerKind: 'atmospheric', traits: { ...traits, medium: 'steam' } })).toEqual(
    expect.arrayContaining(['low-water-made', 'damper-open']),
  )
  expect(ids({ timing: null })).not.toContain('pre-purge')
})

test('times are the card’s', () => {
  const chain = sequenceOf({ ...testCard, traits, timing, burnerKind: 'forced-draught' })
  const of = (id: string) => chain.find((e) => e.id === id)
  expect(of('pre-purge')).toMatchObject({ seconds: 15, measurandId: 'time.prePurge' })
  expect(of('flame-proved')).toMatchObject({ seconds: 4 })
  expect(of('fan')?.seconds).toBeNull()
  for (const e of chain) expect(SEQUENCE_EVENT_IDS).toContain(e.id)
})
