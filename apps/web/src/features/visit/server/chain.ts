import type { visitEvent } from '@/db/schema'
import { canonicalJson, sha256 } from './canonical'

/** A row of a log as it is kept, without its place in the chain. */
type KeptRow = Omit<typeof visitEvent.$inferSelect, 'chainHash' | 'firmId'>

const instant = (text: string): string => new Date(text).toISOString()

/**
 * The chain hash of a row: SHA-256 of all that is kept of it together with the chain hash of the row before, in canonical JSON. So a row that is changed, left out,
 * moved or put in between breaks the chain from there on.
 *
 * @param before the chain hash of the row before; null for the first
 * @returns 64 hexadecimal digits
 * @example
 * const first = chainHash(null, row1)
 * const second = chainHash(first, row2)
 */
export const chainHash = (before: string | null, row: KeptRow): string =>
  sha256(
    canonicalJson({
      before,
      id: row.id,
      visitId: row.visitId,
      seq: row.seq,
      type: row.type,
      v: row.v,
      applianceId: row.applianceId,
      stepId: row.stepId,
      at: instant(row.at),
      deviceId: row.deviceId,
      deviceSeq: row.deviceSeq,
      authorId: row.authorId,
      provisional: row.provisional,
      receivedAt: instant(row.receivedAt),
      data: row.data,
      contentHash: row.contentHash,
    }),
  )

/** What is wrong with a log, at its first place that is. */
export interface Break {
  readonly seq: number
  readonly why: 'gap' | 'changed' | 'end' | 'head'
}

/** What was read of a log so far. */
export interface Walked {
  readonly seq: number
  readonly head: string | null
}
export const START: Walked = { seq: 0, head: null }

/**
 * Walks on along a log.
 *
 * @returns how far it came, or the first break: `gap` a place is missing or taken twice, `changed` a row is not what it was
 */
export function walk(from: Walked, rows: readonly (KeptRow & { readonly chainHash: string | null })[]): Walked | Break {
  let at = from
  for (const row of rows) {
    if (row.seq !== at.seq + 1) return { seq: at.seq + 1, why: 'gap' }
    const head = chainHash(at.head, row)
    if (row.chainHash !== head) return { seq: row.seq, why: 'changed' }
    at = { seq: row.seq, head }
  }
  return at
}

export const isBreak = (walked: Walked | Break): walked is Break => 'why' in walked

/** Whether a log that was walked to its end is the one that its visit tells of: `end` it is shorter or longer, `head` it ends otherwise. */
export function endsAs(walked: Walked, visit: { readonly lastSeq: number; readonly logHead: string | null }): Break | null {
  if (walked.seq !== visit.lastSeq) return { seq: Math.min(walked.seq, visit.lastSeq) + 1, why: 'end' }
  return walked.head === visit.logHead ? null : { seq: walked.seq, why: 'head' }
}
