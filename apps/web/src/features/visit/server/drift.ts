import { DRIFT_LAWS, driftOf, type DriftPoint } from '@lucerna/core/drift'
import { type MeasurandId, type Station } from '@lucerna/core/measure'
import { readingKey } from '@lucerna/core/visit'
import { and, asc, eq, inArray, isNull } from 'drizzle-orm'
import type { Transaction } from '@/db/client'
import { insertMany } from '@/db/insertMany'
import { drift, oldPaper, visit, visitValue } from '@/db/schema'

const FOLLOWED = Object.keys(DRIFT_LAWS) as MeasurandId[]

interface Series {
  readonly measurandId: MeasurandId
  readonly stationId: string
  readonly firingStateId: string
  readonly points: DriftPoint[]
  band: { min: number | null; max: number | null }
}

/** What closed visits and copied papers say of the figures that drift, by appliance and key. */
async function seriesOf(tx: Transaction, firmId: string, applianceIds: readonly string[]): Promise<Map<string, Map<string, Series>>> {
  const [values, papers] = await Promise.all([
    tx
      .select({ v: visitValue })
      .from(visitValue)
      .innerJoin(visit, eq(visit.id, visitValue.visitId))
      .where(
        and(
          eq(visitValue.firmId, firmId),
          inArray(visitValue.applianceId, [...applianceIds]),
          inArray(visitValue.measurandId, FOLLOWED),
          eq(visit.status, 'closed'),
        ),
      )
      .orderBy(asc(visitValue.takenAt)),
    tx
      .select({ applianceId: oldPaper.applianceId, doneOn: oldPaper.doneOn, figures: oldPaper.figures })
      .from(oldPaper)
      .where(and(eq(oldPaper.firmId, firmId), inArray(oldPaper.applianceId, [...applianceIds]), isNull(oldPaper.deletedAt))),
  ])
  const all = new Map<string, Map<string, Series>>()
  const series = (applianceId: string, key: string, of: Pick<Series, 'measurandId' | 'stationId' | 'firingStateId'>): Series => {
    const own = all.get(applianceId) ?? new Map<string, Series>()
    all.set(applianceId, own)
    const known = own.get(key) ?? { ...of, points: [], band: { min: null, max: null } }
    own.set(key, known)
    return known
  }
  for (const { applianceId, doneOn, figures } of papers)
    for (const f of figures) {
      if (!FOLLOWED.includes(f.measurandId as MeasurandId)) continue
      const measurandId = f.measurandId as MeasurandId
      const key = readingKey({ ...f, measurandId, stationId: f.stationId as Station })
      series(applianceId, key, { ...f, measurandId }).points.push({ at: `${doneOn}T12:00:00.000Z`, asFound: f.valueSi, asLeft: null })
    }
  for (const { v } of values) {
    const of = series(v.applianceId, v.key, { ...v, measurandId: v.measurandId as MeasurandId })
    of.points.push({ at: new Date(v.takenAt).toISOString(), asFound: v.asFoundSi, asLeft: v.asLeftSi })
    of.band = { min: v.minSi, max: v.maxSi }
  }
  return all
}

/** Makes anew how the figures of some appliances drift. Called when a visit closes, in its transaction. */
export async function projectDrift(tx: Transaction, firmId: string, applianceIds: readonly string[]): Promise<void> {
  if (applianceIds.length === 0) return
  const all = await seriesOf(tx, firmId, applianceIds)
  const rows: (typeof drift.$inferInsert)[] = []
  for (const [applianceId, own] of all)
    for (const [key, { points, band, ...of }] of own) {
      const found = driftOf(of.measurandId, points, band)
      if (!found) continue
      rows.push({
        ...{ firmId, applianceId, key, measurandId: of.measurandId, stationId: of.stationId, firingStateId: of.firingStateId },
        ...{ points: found.points, lastAt: found.last.at, lastSi: found.last.value, minSi: band.min, maxSi: band.max },
        ...{ yearlyLowSi: found.yearly.low, yearlySi: found.yearly.middle, yearlyHighSi: found.yearly.high },
        side: found.leaves?.side ?? null,
        leavesFrom: found.leaves?.from ?? null,
        leavesOn: found.leaves?.median ?? null,
        leavesUntil: found.leaves?.until ?? null,
        foundSi: points.at(-1)?.asFound ?? null,
        expectedSi: found.unlike?.expected ?? null,
        deviations: found.unlike?.deviations ?? null,
      })
    }
  await tx.delete(drift).where(and(eq(drift.firmId, firmId), inArray(drift.applianceId, [...applianceIds])))
  await insertMany(tx, drift, rows)
}
