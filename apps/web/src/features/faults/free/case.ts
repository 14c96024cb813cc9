import { CIRCUMSTANCES, type Check, type FaultMap, type Finding, SYMPTOMS } from '@lucerna/core/faults'
import type { Card } from '@lucerna/core/appliance'
import { v7 as uuidv7 } from 'uuid'
import { z } from 'zod'
import { type Disk, Kept } from '@/ui/kept'

const entrySchema = z.strictObject({
  id: z.string(),
  at: z.string(),
  checkId: z.string(),
  result: z.string().optional(),
  valueSi: z.number().optional(),
  /** As it was typed, with its unit. */
  text: z.string().optional(),
})
const caseSchema = z.strictObject({
  symptom: z.enum(SYMPTOMS).nullable(),
  code: z.string().nullable(),
  intermittent: z.boolean(),
  circumstances: z.array(z.enum(CIRCUMSTANCES)),
  replaced: z.array(z.string()),
  way: z.enum(['short', 'book']),
  entries: z.array(entrySchema),
  leftOut: z.array(z.strictObject({ checkId: z.string(), reason: z.string() })),
  /** Tries up to here were waited for and purged. */
  purgedAfter: z.number().int(),
})
export type Case = z.infer<typeof caseSchema>
export type Entry = z.infer<typeof entrySchema>

export const NO_CASE: Case = {
  symptom: null,
  code: null,
  intermittent: false,
  circumstances: [],
  replaced: [],
  way: 'short',
  entries: [],
  leftOut: [],
  purgedAfter: 0,
}

/** Instruments at a desk without a visit: nobody says which; half of what a usual one may be wrong by, of the value. */
const USUAL_DOUBT = 0.02

/** One case at a card’s fault desk, kept on this device. */
export class FaultCase extends Kept<Case> {
  constructor(key: string, storage?: Disk) {
    super(key, caseSchema, NO_CASE, storage)
  }

  found(entry: Omit<Entry, 'id' | 'at'>): void {
    this.put({ entries: [...this.getSnapshot().entries, { ...entry, id: uuidv7(), at: new Date().toISOString() }] })
  }

  remove(id: string): void {
    this.put({ entries: this.getSnapshot().entries.filter((e) => e.id !== id) })
  }

  leaveOut(checkId: string, reason: string): void {
    this.put({ leftOut: [...this.getSnapshot().leftOut, { checkId, reason }] })
  }
}

/** Entries as the reasoning reads them, with the card’s band beside a figure. */
export const findingsOf = (entries: readonly Entry[], bandOf: (checkId: string) => Finding['band']): Finding[] =>
  entries.map((e) =>
    e.result === undefined
      ? { checkId: e.checkId, valueSi: e.valueSi, u: USUAL_DOUBT * Math.abs(e.valueSi ?? 0), band: bandOf(e.checkId) }
      : { checkId: e.checkId, result: e.result },
  )

/** The card’s band for what a check measures: the first limit of that measurand; null where the card has none. */
export function cardBand(card: Pick<Card, 'limits'>, check: Check | undefined): Finding['band'] {
  if (!check?.measurandId) return null
  const limit = card.limits.find(
    (l) => l.measurandId === check.measurandId && (check.stationId === null || l.stationId === check.stationId),
  )
  return limit ? { min: limit.min ?? undefined, max: limit.max ?? undefined } : null
}

/** Whether a figure can be typed: some of its results are ranges. */
export const isMeasured = (check: Check, band: Finding['band']): boolean =>
  check.measurandId !== null && (check.results.some((r) => r.range) || (band !== null && check.results.some((r) => r.card)))

/** Tries that did not end in a running burner, since it was last waited and purged. */
export function failedStarts(map: FaultMap, { entries, purgedAfter, symptom }: Pick<Case, 'entries' | 'purgedAfter' | 'symptom'>): number {
  if (symptom !== 'no-ignition' && symptom !== 'drops-out' && symptom !== 'low-gas') return 0
  const fires = new Set(map.checks.filter((c) => c.firing).map((c) => c.id))
  return entries.slice(purgedAfter).filter((e) => fires.has(e.checkId) && e.result !== 'runs').length
}
