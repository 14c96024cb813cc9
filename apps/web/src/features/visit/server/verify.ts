import { and, asc, eq } from 'drizzle-orm'
import type { Transaction } from '@/db/client'
import { report, visit, visitEvent } from '@/db/schema'
import { canonicalJson, sha256 } from './canonical'
import { type Break, endsAs, isBreak, START, walk, type Walked } from './chain'

type Report = typeof report.$inferSelect

/** What is wrong with a visit's log or with a version of its report. */
export type Broken =
  | (Break & { readonly in: 'log' })
  | { readonly in: 'report'; readonly version: number; readonly why: 'text' | 'log' | 'order' }

export interface Checked {
  readonly events: number
  readonly reports: number
  /** The first break; null where everything is as it was written. */
  readonly broken: Broken | null
}

/** The log of a visit, walked along its chain to its end. Every row is read and hashed anew. */
async function walkLog(tx: Pick<Transaction, 'select'>, firmId: string, visitId: string): Promise<Walked | Break> {
  const [row] = await tx
    .select({ lastSeq: visit.lastSeq, logHead: visit.logHead })
    .from(visit)
    .where(and(eq(visit.firmId, firmId), eq(visit.id, visitId)))
  const rows = await tx
    .select()
    .from(visitEvent)
    .where(and(eq(visitEvent.firmId, firmId), eq(visitEvent.visitId, visitId)))
    .orderBy(asc(visitEvent.seq))
  const walked = walk(START, rows)
  return isBreak(walked) || !row ? walked : (endsAs(walked, row) ?? walked)
}

/** Whether the text of a version still is what was frozen; null where it is. */
export const textBreak = ({ version, model, hash }: Pick<Report, 'version' | 'model' | 'hash'>): Broken | null =>
  sha256(canonicalJson(model)) === hash ? null : { in: 'report', version, why: 'text' }

/** Whether a version of a report still says what was frozen, and was made from the log as it is. */
async function reportBreak(tx: Pick<Transaction, 'select'>, version: number, of: Report): Promise<Broken | null> {
  if (of.version !== version) return { in: 'report', version, why: 'order' }
  const text = textBreak(of)
  if (text) return text
  // Of before logs were chained: its text only.
  if (of.logSeq === null) return null
  const [at] = await tx
    .select({ chainHash: visitEvent.chainHash })
    .from(visitEvent)
    .where(and(eq(visitEvent.firmId, of.firmId), eq(visitEvent.visitId, of.visitId), eq(visitEvent.seq, of.logSeq)))
  return at?.chainHash === of.logHead ? null : { in: 'report', version, why: 'log' }
}

/**
 * Walks the log of a visit and every version of its report, and tells the first break. What somebody with the rights of the database's owner rewrote whole, with all its
 * hashes, is found by the hash on a report that was printed or sent before.
 */
export async function verifyVisit(tx: Pick<Transaction, 'select'>, firmId: string, visitId: string): Promise<Checked> {
  const walked = await walkLog(tx, firmId, visitId)
  const reports = await tx
    .select()
    .from(report)
    .where(and(eq(report.firmId, firmId), eq(report.visitId, visitId)))
    .orderBy(asc(report.version))
  const checked = { events: walked.seq, reports: reports.length }
  if (isBreak(walked)) return { ...checked, broken: { in: 'log', ...walked } }
  for (const [i, of] of reports.entries()) {
    const broken = await reportBreak(tx, i + 1, of)
    if (broken) return { ...checked, broken }
  }
  return { ...checked, broken: null }
}
