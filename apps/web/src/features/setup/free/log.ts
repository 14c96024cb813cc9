import type { LoggedMove, LoggedReading } from '@lucerna/core/advice'
import type { Adjuster, Card, GasId, InstalledFacts } from '@lucerna/core/appliance'
import { MEASURAND_IDS, type MeasurandId, type Station } from '@lucerna/core/measure'
import type { Practice } from '@lucerna/core/practice'
import { bandFor, judge, readingKey } from '@lucerna/core/visit'
import { v7 as uuidv7 } from 'uuid'
import { z } from 'zod'
import { type Disk, Kept } from '@/ui/kept'

const entrySchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('read'),
    id: z.string(),
    at: z.string(),
    rateId: z.string(),
    figures: z.array(z.strictObject({ measurandId: z.enum(MEASURAND_IDS), sectionId: z.string().nullable(), valueSi: z.number() })),
  }),
  z.strictObject({
    kind: z.literal('move'),
    id: z.string(),
    at: z.string(),
    rateId: z.string(),
    adjusterId: z.string(),
    amount: z.number(),
  }),
])
const keptSchema = z.strictObject({
  gas: z.string().nullable(),
  altitudeM: z.number(),
  changesGas: z.boolean(),
  entries: z.array(entrySchema),
})
export type Entry = z.infer<typeof entrySchema>
export type FreeKept = z.infer<typeof keptSchema>
/** An empty desk. */
export const NOTHING: FreeKept = { gas: null, altitudeM: 0, changesGas: false, entries: [] }

/** Half of what a usual instrument may be wrong by, SI; at a desk without a visit nobody says with which one it was read. */
const DOUBT: Partial<Record<MeasurandId, number>> = {
  'pressure.manifold': 5,
  'pressure.working': 10,
  'co2.flue': 0.001,
  'o2.flue': 0.001,
  'co.flue': 5e-6,
  'temperature.flue': 1,
  'temperature.air': 0.5,
}

/** What was read and moved at one card's desk without a visit: kept on this device until it is begun anew. */
export class FreeLog extends Kept<FreeKept> {
  constructor(key: string, storage?: Disk) {
    super(key, keptSchema, NOTHING, storage)
  }

  add(entry: Entry extends infer E ? (E extends Entry ? Omit<E, 'id' | 'at'> : never) : never): void {
    const whole = { ...entry, id: uuidv7(), at: new Date().toISOString() } as Entry
    this.put({ entries: [...this.getSnapshot().entries, whole] })
  }

  /** A move was made otherwise than it was written down; 0: not at all. */
  correct(id: string, adjusterId: string, amount: number): void {
    this.put({
      entries: this.getSnapshot().entries.flatMap((e) =>
        e.id !== id || e.kind !== 'move' ? [e] : amount === 0 ? [] : [{ ...e, adjusterId, amount }],
      ),
    })
  }
}

/** The log as an adviser reads it, with a verdict for each reading. */
export function stateOf(
  entries: readonly Entry[],
  appliance: { readonly card: Card; readonly facts: InstalledFacts },
  practice: Practice,
): {
  readonly readings: readonly LoggedReading[]
  readonly adjustments: readonly LoggedMove[]
  readonly netTurns: Readonly<Record<string, number>>
} {
  const readings: LoggedReading[] = []
  const adjustments: LoggedMove[] = []
  const netTurns: Record<string, number> = {}
  entries.forEach((e, index) => {
    if (e.kind === 'move') {
      adjustments.push({
        adjusterId: e.adjusterId,
        direction: e.amount < 0 ? 'anticlockwise' : 'clockwise',
        amount: Math.abs(e.amount),
        firingStateId: e.rateId,
        eventId: e.id,
        index,
      })
      netTurns[e.adjusterId] = (netTurns[e.adjusterId] ?? 0) + e.amount
      return
    }
    for (const { measurandId, sectionId, valueSi } of e.figures) {
      const place = { measurandId, stationId: stationOf(measurandId), firingStateId: e.rateId, sectionId }
      const doubt = DOUBT[measurandId] ?? null
      readings.push({
        ...place,
        valueSi,
        standardUncertainty: doubt,
        settled: 'settled',
        verdict: judge(valueSi, doubt, bandFor(appliance, practice, place)),
        index,
      })
    }
  })
  return { readings, adjustments, netTurns }
}

export const stationOf = (measurandId: MeasurandId): Station =>
  measurandId === 'pressure.manifold'
    ? 'burner'
    : measurandId === 'pressure.working'
      ? 'inlet'
      : measurandId === 'temperature.air'
        ? 'room'
        : 'flue'

export const latestOf = (readings: readonly LoggedReading[]): ReadonlyMap<string, LoggedReading> =>
  new Map(readings.map((r) => [readingKey(r), r]))

/** What is read at a rate: burner pressures by section, mixture and CO; besides, what makes the price of a move and tells a starved valve. */
export function fieldsAt(
  { card, facts }: { readonly card: Card; readonly facts: InstalledFacts },
  practice: Practice,
  reads: 'o2' | 'co2',
  rateId: string,
): { readonly needed: readonly Field[]; readonly more: readonly Field[] } {
  const band = (place: Field) =>
    bandFor({ card, facts }, practice, { ...place, stationId: stationOf(place.measurandId), firingStateId: rateId })
  const state = card.firingStates.find((s) => s.id === rateId)
  const sections: (string | null)[] =
    card.sections.length > 1
      ? card.sections.filter((s) => !state?.sectionsOn.length || state.sectionsOn.includes(s.id)).map((s) => s.id)
      : [null]
  const pressures = sections
    .map((sectionId) => ({ measurandId: 'pressure.manifold' as const, sectionId }))
    .filter((f) => band(f) !== undefined)
  return {
    needed: [
      ...pressures,
      { measurandId: reads === 'o2' ? 'o2.flue' : 'co2.flue', sectionId: null },
      { measurandId: 'co.flue', sectionId: null },
    ],
    more: [
      { measurandId: 'pressure.working', sectionId: null },
      { measurandId: 'temperature.flue', sectionId: null },
      { measurandId: 'temperature.air', sectionId: null },
    ],
  }
}
export interface Field {
  readonly measurandId: MeasurandId
  readonly sectionId: string | null
}
export const adjusterOf = (card: Pick<Card, 'adjusters'>, id: string): Adjuster | undefined => card.adjusters.find((a) => a.id === id)
/** The gas of the desk: as chosen, else the first of the card. */
export const gasOf = (card: Pick<Card, 'ratings'>, kept: FreeKept): GasId =>
  (card.ratings.find((r) => r.gas === kept.gas) ?? card.ratings[0])?.gas ?? 'natural-gas-h'

/** CO in the flue gas at which the practice stops, as it was read last at any rate, mol/mol; null where it is less. Nothing is set on such a burner. */
export function stoppingCo(latest: ReadonlyMap<string, LoggedReading>, { highCo }: Pick<Practice, 'highCo'>): number | null {
  if (!highCo) return null
  const most = Math.max(0, ...[...latest.values()].flatMap((r) => (r.measurandId === 'co.flue' ? [r.valueSi] : [])))
  return most * 1e6 >= highCo.fromPpm ? most : null
}
