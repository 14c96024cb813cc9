import type { Card, GasId } from '@lucerna/core/appliance'
import { packTrace } from '@lucerna/core/live'
import type { StartRecord } from '@lucerna/core/visit'
import { type BenchStart, startOnBench } from '@lucerna/sim/instrument'

/** What a technician's own leads show: the flame in series, the inlet, the chamber. */
const KEPT = ['ua', 'p', 'p2']
const known = new Map<string, BenchStart>()

/** A good start of a model, as its channels told it, put to a moment. One bench run serves every visit of the model. */
export function pastStart(card: Card, gas: GasId, altitudeM: number) {
  return (startId: string, at: Date): StartRecord & { readonly startId: string } => {
    const key = `${card.id} ${gas}`
    const bench = known.get(key) ?? startOnBench({ card, gas, altitudeM, seed: 12 })
    known.set(key, bench)
    const later = at.getTime() / 1000 - bench.fromS
    return {
      startId,
      at: at.toISOString(),
      events: bench.seen.map((e) => ({ id: e.id, s: Math.round((e.atMs / 1000 - bench.fromS) * 100) / 100 })),
      outcome: 'lit',
      diedAt: null,
      lanes: bench.lanes
        .filter((l) => KEPT.includes(l.channelId))
        .map(({ channelId, measurandId, stationId, resolution, samples }) => ({
          channelId,
          measurandId,
          stationId,
          chunks: packTrace(
            samples.map((p) => ({ s: p.s + later, value: p.value })),
            resolution,
          ),
        })),
    }
  }
}
