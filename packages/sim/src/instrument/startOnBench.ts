import { ChannelTrace, type Lane, lineSi, seenInLanes, together } from '@lucerna/core/live'
import type { ChannelSpec, Instrument, MeasurandId, Station } from '@lucerna/core/measure'
import { type Seen, sequenceOf } from '@lucerna/core/sequence'
import { type FaultId, type Setup, Simulation } from '../engine'
import { placeFor, SimulatedKit } from './kit'

const LANES: readonly (readonly [string, MeasurandId, Station, ChannelSpec['channel'], resolution: number, max: number])[] = [
  ['ua', 'flame.current', 'electrics', 'current', 1e-7, 1e-3],
  ['a', 'igniter.current', 'electrics', 'current', 0.01, 10],
  ['v', 'valve.supplyAc', 'electrics', 'voltage', 0.1, 500],
  ['p', 'pressure.working', 'inlet', 'pressure', 1, 15_000],
  ['p2', 'pressure.chamberDifferential', 'chamber', 'pressure', 1, 15_000],
  ['p3', 'pressure.manifold', 'burner', 'pressure', 1, 15_000],
]
const INSTRUMENT: Instrument = {
  id: '',
  kind: 'multimeter',
  maker: '',
  model: '',
  serial: 'bench',
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
  calibratedAt: '2000-01-01T00:00:00.000Z',
  calibrationDueAt: '2099-01-01T00:00:00.000Z',
  certificate: null,
}
const REST_S = 20
const BEFORE_S = 3
const STOP_S = 45

/** A start on the bench: as its channels tell it, and as the control itself did it. */
export interface BenchStart {
  /** Times are ms on the clock of `at`. */
  readonly seen: readonly Seen[]
  /** From three seconds before the call. */
  readonly lanes: readonly (Lane & { readonly channelId: string; readonly resolution: number })[]
  /** When it was called for, s on the samples' clock. */
  readonly fromS: number
  /** What the control did, s after the call. */
  readonly truth: ReadonlyMap<string, number>
  readonly lockOut: string | null
}

/**
 * Starts a simulated appliance from cold with a lead or hose at everything that a start shows, lets it run, and stops it.
 *
 * @param at when the bench is switched on, ms. @param seconds from the call until it is stopped.
 * @throws Error when the card cannot be simulated.
 * @example startOnBench({ card: larch28, gas: 'natural-gas-h', seed: 1 }).seen // call, fan, air-proved, …, post-purge
 */
export function startOnBench(
  setup: Setup,
  faults: Partial<Record<FaultId, number>> = {},
  at = Date.UTC(2026, 2, 1, 10),
  seconds = 75,
): BenchStart {
  const made = Simulation.of(setup)
  if (!made.ok) throw new Error(made.error.code)
  const sim = made.value
  sim.break(faults)
  const kit = new SimulatedKit(sim, [INSTRUMENT], { seed: setup.seed ?? 1 })
  const traces = new Map(LANES.map(([id]) => [id, new ChannelTrace()]))
  let nowMs = at
  const run = (s: number) => {
    for (let left = s; left > 0; left -= 5) {
      nowMs += 5000
      for (const line of kit.advance(5, nowMs)) {
        const si = lineSi(line, INSTRUMENT.channels.find((c) => c.id === line.channel)!.channel)
        if (si.ok) traces.get(line.channel)?.push(line, si.value, nowMs)
      }
    }
  }
  for (const [id, measurandId, stationId] of LANES) kit.connect(INSTRUMENT.serial, id, placeFor(measurandId, stationId))
  run(REST_S)
  const fromS = nowMs / 1000
  const simFromS = sim.snapshot().timeS
  sim.set({ call: true })
  run(seconds)
  sim.set({ call: false })
  run(STOP_S)
  const lanes = LANES.map(([channelId, measurandId, stationId, , resolution]) => ({
    channelId,
    measurandId,
    stationId,
    resolution,
    samples: traces.get(channelId)!.samples.filter((p) => p.s > fromS - BEFORE_S),
  }))
  const chain = sequenceOf(setup.card)
  return {
    seen: together(chain, [{ id: 'call', atMs: fromS * 1000 }], seenInLanes(chain, lanes, fromS)),
    lanes,
    fromS,
    truth: new Map(sim.signature.map((e) => [e.id, e.atS - simFromS])),
    lockOut: sim.snapshot().lockOut,
  }
}
