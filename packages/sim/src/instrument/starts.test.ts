import { ChannelTrace, compareStarts, diedAt, type Lane, lineSi, seenInLanes, type StartSeen, together } from '@lucerna/core/live'
import type { ChannelSpec, Instrument, MeasurandId, Station } from '@lucerna/core/measure'
import { sequenceOf, sequenceTimes } from '@lucerna/core/sequence'
import type { Card } from '@lucerna/core/appliance'
import { DEMO_CARDS } from '../cards'
import { type FaultId, Simulation } from '../engine'
import { testKit } from '../technician/testKit'
import { placeFor, SimulatedKit } from '.'

const T0 = Date.parse('2026-03-01T10:00:00.000Z')
const LANES: readonly (readonly [string, MeasurandId, Station, ChannelSpec['channel'], number, number])[] = [
  ['p', 'pressure.working', 'inlet', 'pressure', 1, 15_000],
  ['p2', 'pressure.manifold', 'burner', 'pressure', 1, 15_000],
  ['fan', 'pressure.chamberDifferential', 'chamber', 'pressure', 1, 15_000],
  ['uA', 'flame.current', 'electrics', 'current', 1e-7, 1e-3],
  ['A', 'igniter.current', 'electrics', 'current', 0.01, 10],
  ['V', 'valve.supplyAc', 'electrics', 'voltage', 0.1, 500],
]
const instrument: Instrument = {
  ...testKit()[1]!,
  channels: LANES.map(([id, , , channel, resolution, max]) => ({
    id,
    channel,
    origin: 'measured',
    min: -max,
    max,
    resolution,
    absolute: resolution,
    relative: 0.005,
    combine: 'larger',
  })),
}

/** A start from cold with every lead and hose in place, as its channels and as the control itself tell it. */
function started(card: Card, faults: Partial<Record<FaultId, number>> = {}, seconds = 75) {
  const made = Simulation.of({ card, gas: card.ratings[0]!.gas, seed: 4 })
  if (!made.ok) throw new Error(made.error.code)
  const sim = made.value
  sim.break(faults)
  const kit = new SimulatedKit(sim, [instrument], { seed: 9 })
  const traces = new Map(LANES.map(([id]) => [id, new ChannelTrace()]))
  let nowMs = T0
  const run = (s: number) => {
    for (let left = s; left > 0; left -= 5) {
      nowMs += 5000
      for (const line of kit.advance(5, nowMs)) {
        const si = lineSi(line, instrument.channels.find((c) => c.id === line.channel)!.channel)
        if (si.ok) traces.get(line.channel)!.push(line, si.value, nowMs)
      }
    }
  }
  for (const [id, measurandId, stationId] of LANES) kit.connect(instrument.serial, id, placeFor(measurandId, stationId))
  run(20)
  const fromS = nowMs / 1000
  const simFromS = sim.snapshot().timeS
  sim.set({ call: true })
  run(seconds)
  sim.set({ call: false })
  run(45)
  const lanes = LANES.map(([id, measurandId, stationId]): Lane => ({
    measurandId,
    stationId,
    samples: traces.get(id)!.samples.filter((p) => p.s > fromS - 3),
  }))
  const chain = sequenceOf(card)
  const seen = together(chain, [{ id: 'call', atMs: fromS * 1000 }], seenInLanes(chain, lanes, fromS))
  const truth = new Map(sim.signature.map((e) => [e.id, e.atS - simFromS]))
  const kept: StartSeen = { events: seen.map((e) => ({ id: e.id, s: e.atMs / 1000 - fromS })), lanes }
  return { seen, kept, truth, chain, lockOut: sim.snapshot().lockOut }
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
  expect(compareStarts(started(larch, { pipeRestriction: 20 }).kept, good).map((f) => f.code)).toContain('deeper-dip')
})

test('a start that dies is seen to die where it does', () => {
  const none = started(larch, { sparkStrength: 0.1 })
  expect(none.lockOut).not.toBeNull()
  expect(diedAt(none.chain, none.seen)).toBe('flame-proved')
  const still = started(larch, { fanSpeed: 0.1 })
  expect(['fan', 'air-proved', 'pre-purge']).toContain(diedAt(still.chain, still.seen))
  expect(diedAt(none.chain, [])).toBe('call')
})
