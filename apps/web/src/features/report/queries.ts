import { makeReport, type Report, reportSchema } from '@lucerna/core/report'
import { and, desc, eq } from 'drizzle-orm'
import { inFirm, isoInstant } from '@/db/client'
import { report, user } from '@/db/schema'
import { reportFacts } from '@/features/visit/server/append'
import { foldLoaded, loadVisit } from '@/features/visit/server/load'
import type { Actor } from '@/server/actor'

export interface ShownReport {
  readonly model: Report
  /** Frozen with this version and hash; null is a preview of an open visit. */
  readonly frozen: { readonly version: number; readonly hash: string; readonly createdAt: string; readonly by: string } | null
}

/** The report of a visit as it was frozen at closing, else a preview; null when the visit has not begun. */
export const reportOf = (actor: Actor, visitId: string, now: string): Promise<ShownReport | null> =>
  inFirm(actor, async (tx) => {
    const loaded = await loadVisit(tx, actor.firmId, visitId)
    const [row] = await tx
      .select({ report, by: user.name })
      .from(report)
      .innerJoin(user, eq(user.id, report.createdBy))
      .where(and(eq(report.firmId, actor.firmId), eq(report.visitId, visitId)))
      .orderBy(desc(report.version))
      .limit(1)
    if (row && loaded.row.status === 'closed') {
      return {
        model: reportSchema.parse(row.report.model),
        frozen: { version: row.report.version, hash: row.report.hash, createdAt: isoInstant(row.report.createdAt), by: row.by },
      }
    }
    const state = foldLoaded(loaded)
    return state.startedAt
      ? { model: makeReport(state, loaded.context, loaded.sheets, reportFacts(loaded, actor), now), frozen: null }
      : null
  })
