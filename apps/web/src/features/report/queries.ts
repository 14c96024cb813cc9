import type { MeasurandId } from '@lucerna/core/measure'
import { changesOf, makeReport, type Report, type ReportChange, reportSchema } from '@lucerna/core/report'
import type { StartRecord, Trace } from '@lucerna/core/visit'
import { and, desc, eq } from 'drizzle-orm'
import { inFirm, isoInstant, type Transaction } from '@/db/client'
import { photo, report, user, visit } from '@/db/schema'
import { personName } from '@/db/personName'
import { reportFacts } from '@/features/visit/server'
import { type Broken, foldLoaded, type LoadedVisit, loadVisit, verifyVisit } from '@/features/visit/server'
import type { Actor } from '@/server/actor'

export interface ShownReport {
  readonly model: Report
  /** In capitals, as the customer wrote it beside the signature; null where nothing was written or it was erased. */
  readonly customerName: string | null
  /** What of a closed visit was not left in normal service and nobody goes on with yet. */
  readonly unfinished: {
    readonly visitId: string
    readonly siteId: string
    readonly jobKind: string
    readonly applianceIds: readonly string[]
  } | null
  /** Frozen with this version and hash; null is a preview of an open visit. */
  readonly frozen: {
    readonly version: number
    readonly hash: string
    readonly createdAt: string
    readonly by: string
    /** How far the log had come, and its chain hash there; null for reports of before logs were chained. */
    readonly log: { readonly seq: number; readonly head: string } | null
    /** What is wrong with its text or its log; null where both are as they were written. */
    readonly broken: Broken | null
    /** The newest version: a later one took the place of this. */
    readonly newest: number
    /** What it says otherwise than the version before it; a first version says nothing otherwise. */
    readonly changes: readonly ReportChange[]
  } | null
}

async function unfinishedOf(tx: Transaction, firmId: string, loaded: LoadedVisit): Promise<ShownReport['unfinished']> {
  const { id: visitId, siteId, jobKind } = loaded.row
  const applianceIds = foldLoaded(loaded)
    .appliances.filter((a) => a.outcome?.outcome !== 'in-normal-service')
    .map((a) => a.applianceId)
  if (applianceIds.length === 0) return null
  const [on] = await tx
    .select({ id: visit.id })
    .from(visit)
    .where(and(eq(visit.firmId, firmId), eq(visit.continuesId, visitId)))
    .limit(1)
  return on ? null : { visitId, siteId, jobKind, applianceIds }
}

const customerNameOf = async (tx: Transaction, firmId: string, { signatureDrawing }: Report): Promise<string | null> => {
  if (!signatureDrawing) return null
  const [found] = await tx
    .select({ caption: photo.caption })
    .from(photo)
    .where(and(eq(photo.firmId, firmId), eq(photo.id, signatureDrawing)))
  return found?.caption || null
}

/**
 * The report of a visit as it was frozen at closing, else a preview; null when the visit has not begun.
 *
 * @param wanted an earlier version; one that there never was is null
 */
export const reportOf = (actor: Actor, visitId: string, now: string, wanted?: number): Promise<ShownReport | null> =>
  inFirm(actor, async (tx) => {
    const loaded = await loadVisit(tx, actor.firmId, visitId)
    const rows = await tx
      .select({ report, by: personName })
      .from(report)
      .innerJoin(user, eq(user.id, report.createdBy))
      .where(and(eq(report.firmId, actor.firmId), eq(report.visitId, visitId)))
      .orderBy(desc(report.version))
    const newest = rows[0]
    const row = wanted === undefined ? newest : rows.find((r) => r.report.version === wanted)
    if (wanted !== undefined && !row) return null
    // While a visit is open again its report is a preview; what was frozen before stays to be read.
    if (row && newest && (loaded.row.status === 'closed' || wanted !== undefined)) {
      const before = rows.find((r) => r.report.version === row.report.version - 1)
      const model = reportSchema.parse(row.report.model)
      return {
        model,
        customerName: await customerNameOf(tx, actor.firmId, model),
        unfinished: await unfinishedOf(tx, actor.firmId, loaded),
        frozen: {
          version: row.report.version,
          hash: row.report.hash,
          createdAt: isoInstant(row.report.createdAt),
          by: row.by,
          log: row.report.logSeq !== null && row.report.logHead !== null ? { seq: row.report.logSeq, head: row.report.logHead } : null,
          broken: (await verifyVisit(tx, actor.firmId, visitId)).broken,
          newest: newest.report.version,
          changes: before ? changesOf(reportSchema.parse(before.report.model), model) : [],
        },
      }
    }
    const state = foldLoaded(loaded)
    if (!state.startedAt) return null
    const model = makeReport(state, loaded.context, await reportFacts(tx, loaded, state, actor), now)
    return { model, customerName: await customerNameOf(tx, actor.firmId, model), frozen: null, unfinished: null }
  })

/** The traces and starts of a visit, for their page. */
export interface ShownTraces {
  readonly siteName: string
  readonly units: 'metric' | 'imperial'
  readonly timeZone: string
  readonly traces: readonly (Pick<Trace, 'id' | 'at' | 'file' | 'channels'> & {
    readonly appliance: string
    readonly read: readonly { readonly measurandId: MeasurandId; readonly rate: string | null }[]
  })[]
  readonly starts: readonly {
    readonly id: string
    readonly appliance: string
    readonly record: StartRecord
    readonly good: StartRecord | null
  }[]
}

/** What instruments sent in a visit; null when it has not begun. */
export const tracesOf = (actor: Actor, visitId: string): Promise<ShownTraces | null> =>
  inFirm(actor, async (tx) => {
    const loaded = await loadVisit(tx, actor.firmId, visitId)
    const state = foldLoaded(loaded)
    if (!state.startedAt) return null
    const of = (id: string | null) => loaded.context.appliances.find((a) => a.id === id)
    const readings = new Map(state.appliances.flatMap((a) => a.readings.map((r) => [r.readingId, r] as const)))
    return {
      siteName: loaded.site.name,
      units: loaded.context.practice.units,
      timeZone: loaded.site.timeZone,
      traces: state.traces.map((trace) => ({
        id: trace.id,
        at: trace.at,
        file: trace.file,
        channels: trace.channels,
        appliance: of(trace.applianceId)?.name ?? '',
        read: trace.readingIds.flatMap((id) => {
          const r = readings.get(id)
          return r
            ? [
                {
                  measurandId: r.measurandId,
                  rate: of(trace.applianceId)?.card.firingStates.find((s) => s.id === r.firingStateId)?.label ?? null,
                },
              ]
            : []
        }),
      })),
      starts: state.startsSeen.map((s, i) => {
        const { id, applianceId, by: _, ...record } = s
        const before = state.startsSeen.slice(0, i).findLast((x) => x.applianceId === applianceId && x.outcome === 'lit')
        return { id, appliance: of(applianceId)?.name ?? '', record, good: before ?? of(applianceId)?.goodStart ?? null }
      }),
    }
  })
