import type { Card } from '@lucerna/core/appliance'
import { compareStarts, diedAt, restingFrom, type StartSeen } from '@lucerna/core/live'
import { sequenceOf, sequenceTimes } from '@lucerna/core/sequence'
import { DEMO_CARDS } from '../cards'
import type { FaultId } from '../engine'
import { startOnBench } from '.'

/** A start from cold with every lead and hose in place, as its channels and as the control itself tell it. */
function started(card: Card, faults: Partial<Record<FaultId, number>> = {}, seconds = 75) {
  const bench = startOnBench({ card, gas: card.ratings[0]!.gas, seed: 4 }, faults, undefined, seconds)
  const kept: StartSeen = {
    fromS: bench.fromS,
    events: bench.seen.map((e) => ({ id: e.id, s: e.atMs / 1000 - bench.fromS })),
    lanes: bench.lanes,
  }
  return { ...bench, kept, chain: sequenceOf(card) }
}
const larch = DEMO_CARDS.find((c) => c.id === 'tarnwick-larch-28-c')!

test.each(
  [...new Map(DEMO_CARDS.filter((c) => c.traits?.pilot !== 'standing').map((c) => [c.burnerKind, c])).values()].map(
    (c) => [c.id, c] as const,
  ),
)('%s: what channels show of a start is what the control did, to a second or so', (_, card) => {
  const { kept, truth } = started(card)
  const at = (id: string) => kept.events.find((e) => e.id === id)?.s
  expect(kept.events.map((e) => e.id)).toEqual(expect.arrayContaining(['call', 'gas-valve', 'flame-proved', 'valve-shuts']))
  for (const id of ['gas-valve', 'flame-proved']) expect([id, Math.abs(at(id)! - truth.get(id)!) < 1.3]).toEqual([id, true])
  if (truth.has('fan')) expect(at('air-proved')).toBeGreaterThan(at('fan')!)
})

test('the times of a start come out of its channels: purge and ignition as the control kept them', () => {
  const { seen, chain, truth } = started(larch)
  const times = sequenceTimes(chain, seen)
  expect(Math.abs(times['time.ignition']! - (truth.get('flame-proved')! - truth.get('gas-valve')!))).toBeLessThan(1)
  expect(times['time.prePurge']).toBeGreaterThan(larch.timing!.prePurgeS! - 2.5)
  expect(times['time.postPurge']).toBeGreaterThan(larch.timing!.postPurgeS! - 3)
})

const good = started(larch).kept

test('a start like the last good one has nothing to tell; a weak flame and a dip of the supply are named', () => {
  expect(compareStarts(good, good)).toEqual([])
  expect(compareStarts(started(larch, { rodCondition: 0.6 }).kept, good)).toEqual([
    expect.objectContaining({ code: 'weaker', what: 'flame.current' }),
  ])
  // How long it ran is nobody's weakness.
  expect(compareStarts(started(larch, {}, 30).kept, good)).toEqual([])
  expect(compareStarts(started(larch, { pipeRestriction: 20 }).kept, good).map((f) => f.code)).toContain('deeper-dip')
})

test('nothing is a start before all was at rest: a running burner, a hose put to a running fan', () => {
  const at = (s: number, value: number) => ({ s, value })
  const fan = (values: readonly number[]) => [
    { measurandId: 'pressure.chamberDifferential' as const, stationId: 'chamber' as const, samples: values.map((v, i) => at(100 + i, v)) },
  ]
  const off = Array.from({ length: 12 }, () => 0)
  expect(restingFrom(fan([120, 120, 120, 120]), 100, 104)).toBeNull()
  expect(restingFrom(fan([0, 0, 0, 0, 0, 0, 120, 120]), 100, 108)).toBeNull()
  expect(restingFrom(fan([120, 120, ...off]), 100, 114)).toBe(111)
  expect(restingFrom(fan([...off, 120, 120]), 100, 114)).toBe(110)
  expect(restingFrom([], 100, 130)).toBe(110)
})

test('a start that dies is seen to die where it does', () => {
  const none = started(larch, { sparkStrength: 0.1 })
  expect(none.lockOut).not.toBeNull()
  expect(diedAt(none.chain, none.seen)).toBe('flame-proved')
  const still = started(larch, { fanSpeed: 0.1 })
  expect(['fan', 'air-proved', 'pre-purge']).toContain(diedAt(still.chain, still.seen))
  expect(diedAt(none.chain, [])).toBe('call')
})
