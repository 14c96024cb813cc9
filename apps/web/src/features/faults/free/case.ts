import { CIRCUMSTANCES, type FaultMap, SYMPTOMS } from '@lucerna/core/faults'
import { v7 as uuidv7 } from 'uuid'
import { z } from 'zod'
import { type Disk, Kept } from '@/ui/kept'
import { checkOf, isTry, type Shown } from '../parts/deskCase'

const checkSchema = z.strictObject({
  id: z.string(),
  at: z.string(),
  checkId: z.string(),
  result: z.string().nullable(),
  valueSi: z.number().nullable(),
  /** As it was typed, with its unit. */
  text: z.string().nullable(),
})
const caseSchema = z.strictObject({
  symptom: z.enum(SYMPTOMS).nullable(),
  code: z.string().nullable(),
  intermittent: z.boolean(),
  circumstances: z.array(z.enum(CIRCUMSTANCES)),
  renewed: z.array(z.string()),
  way: z.enum(['short', 'book']),
  checks: z.array(checkSchema),
  leftOut: z.array(z.strictObject({ id: z.string(), checkId: z.string(), reason: z.string() })),
  /** Tries up to here were waited for and purged. */
  purgedAfter: z.number().int(),
})
export type Case = z.infer<typeof caseSchema>

export const NO_CASE: Case = {
  symptom: null,
  code: null,
  intermittent: false,
  circumstances: [],
  renewed: [],
  way: 'short',
  checks: [],
  leftOut: [],
  purgedAfter: 0,
}

/** One case at a card’s fault desk without a visit, kept on this device. */
export class FreeCase extends Kept<Case> {
  constructor(key: string, storage?: Disk) {
    super(key, caseSchema, NO_CASE, storage)
  }

  found(checkId: string, shown: Shown): void {
    const { result = null, valueSi = null, text = null } = { ...shown } as { result?: string; valueSi?: number; text?: string }
    this.put({ checks: [...this.getSnapshot().checks, { id: uuidv7(), at: new Date().toISOString(), checkId, result, valueSi, text }] })
  }

  leaveOut(checkId: string, reason: string): void {
    this.put({ leftOut: [...this.getSnapshot().leftOut, { id: uuidv7(), checkId, reason }] })
  }

  withdraw(id: string): void {
    const { checks, leftOut, purgedAfter } = this.getSnapshot()
    const left = checks.filter((e) => e.id !== id)
    // Tries that were waited for stay counted as such only as far as there are tries.
    this.put({ checks: left, leftOut: leftOut.filter((l) => l.id !== id), purgedAfter: Math.min(purgedAfter, left.length) })
  }
}

/** Tries that did not end in a running burner, since it was last waited and purged. */
export const failedStarts = (map: FaultMap, { checks, purgedAfter, symptom }: Pick<Case, 'checks' | 'purgedAfter' | 'symptom'>): number =>
  checks.slice(purgedAfter).filter((e) => symptom !== null && isTry(checkOf(map, e.checkId), symptom) && e.result !== 'runs').length
