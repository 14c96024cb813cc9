import type { Line, LineCommand } from '@lucerna/core/live'
import type { Instrument, MeasurandId, Station } from '@lucerna/core/measure'
import type { Result } from '@lucerna/core/result'
import { type Controls, type FaultId, type Setup, Simulation, type Snapshot } from '@lucerna/sim/engine'
import { type Mishap, placeFor, SimulatedKit } from '@lucerna/sim/instrument'
import { expose } from 'comlink'

/** What the bench shows beside the lines. */
export interface BenchFrame {
  readonly phase: Snapshot['phase']
  readonly waitingFor: string | null
  readonly lockOut: string | null
  readonly rateId: string
  readonly lit: boolean
  readonly signature: readonly { readonly id: string; readonly atS: number }[]
  readonly timeS: number
  /** The instrument that shows itself just now. */
  readonly blinking: string | null
}

/** What a hose or probe is put to. */
export interface HangsAt {
  readonly measurandId: MeasurandId
  readonly stationId: Station
  readonly section: number
}

let sim: Simulation | null = null
let kit: SimulatedKit | null = null

/** An appliance with the technician's instruments in front of it, in a worker: the page asks for time to pass and gets the lines of that time. */
const bench = {
  begin(setup: Setup, instruments: readonly Instrument[], units: 'metric' | 'imperial'): Result<null> {
    const made = Simulation.of(setup)
    if (!made.ok) return made
    sim = made.value
    kit = new SimulatedKit(sim, instruments, { seed: setup.seed ?? 1, units })
    return { ok: true, value: null }
  },
  set(controls: Partial<Controls>): Result<Controls> | null {
    return sim?.set(controls) ?? null
  },
  break(faults: Partial<Record<FaultId, number>>): ReturnType<Simulation['break']> | null {
    return sim?.break(faults) ?? null
  },
  connect(serial: string, channelId: string, at: HangsAt): void {
    const place = placeFor(at.measurandId, at.stationId, at.section)
    if (place) kit?.connect(serial, channelId, place)
  },
  command(command: LineCommand): void {
    kit?.command(command)
  },
  mishaps(list: readonly Mishap[]): void {
    kit?.mishaps.clear()
    for (const m of list) kit?.mishaps.add(m)
  },
  advance(seconds: number, nowMs: number): { readonly lines: readonly Line[]; readonly frame: BenchFrame } | null {
    if (!sim || !kit) return null
    const lines = kit.advance(seconds, nowMs)
    const { phase, waitingFor, lockOut, rateId, lit, timeS } = sim.snapshot()
    return { lines, frame: { phase, waitingFor, lockOut, rateId, lit, timeS, signature: sim.signature, blinking: kit.blinking } }
  },
}
export type BenchWorker = typeof bench

expose(bench)
