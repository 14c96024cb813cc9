import type { Result } from '@lucerna/core/result'
import {
  type Controls,
  type FaultId,
  GAS_POINTS,
  gasAt,
  type GasPoint,
  type GasReading,
  METER_POINTS,
  type MeterPoint,
  type PointReading,
  readingAt,
  type Setup,
  Simulation,
  type Snapshot,
} from '@lucerna/sim/engine'
import { expose } from 'comlink'

/** One moment of the traces. */
export interface TracePoint {
  readonly timeS: number
  readonly o2Dry: number | null
  readonly coDry: number | null
  readonly flueK: number | null
  readonly waterK: number
  readonly inletPa: number
  readonly manifoldPa: number
  readonly grossW: number
}

export interface RoomFrame {
  readonly snapshot: Snapshot
  readonly points: readonly TracePoint[]
  readonly signature: readonly { readonly id: string; readonly atS: number }[]
  /** What an ideal instrument shows at every test point. */
  readonly gases: readonly (GasReading & { readonly point: GasPoint })[]
  readonly readings: readonly (PointReading & { readonly point: MeterPoint })[]
}

/** How many points a second of traces is worth at most: a long stretch is thinned, not drawn whole. */
const POINTS_A_FRAME = 20
let sim: Simulation | null = null

const readings = (of: Simulation): Pick<RoomFrame, 'gases' | 'readings'> => ({
  gases: GAS_POINTS.map((point) => ({ point, ...gasAt(of, point) })),
  readings: METER_POINTS.map((point) => ({ point, ...readingAt(of, point) })),
})

const trace = (s: Snapshot): TracePoint => ({
  timeS: s.timeS,
  o2Dry: s.flue?.o2Dry ?? null,
  coDry: s.flue?.coDry ?? null,
  flueK: s.flue?.temperatureK ?? null,
  waterK: s.waterK,
  inletPa: s.inletPa,
  manifoldPa: Math.max(...s.manifoldPa),
  grossW: s.grossW,
})

/** Holds the appliance in a worker: the page asks for time to pass and gets what is so then. */
const room = {
  begin(setup: Setup): Result<null> {
    const made = Simulation.of(setup)
    if (!made.ok) return made
    sim = made.value
    return { ok: true, value: null }
  },
  set(controls: Partial<Controls>): Result<Controls> | null {
    return sim?.set(controls) ?? null
  },
  break(faults: Partial<Record<FaultId, number>>): ReturnType<Simulation['break']> | null {
    return sim?.break(faults) ?? null
  },
  advance(seconds: number): RoomFrame | null {
    if (!sim) return null
    const points: TracePoint[] = []
    if (seconds > 0) {
      const pieces = Math.min(POINTS_A_FRAME, Math.max(1, Math.round(seconds)))
      for (let i = 0; i < pieces; i++) {
        if (!sim.advance(seconds / pieces).ok) break
        points.push(trace(sim.snapshot()))
      }
    }
    return { snapshot: sim.snapshot(), points, signature: sim.signature, ...readings(sim) }
  },
}
export type Room = typeof room

expose(room)
