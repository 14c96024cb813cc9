/** `npm run projections:rebuild`: makes every projection anew from the logs. Runs as the owner; safe to repeat, and while people work. */
import { asc, gt } from 'drizzle-orm'
import { projectAll, projectAppliances } from '@/features/visit/server/projections'
import { projectDrift } from '@/features/visit/server/drift'
import { foldLoaded, loadVisit } from '@/features/visit/server/load'
import { connect, type Database } from '@/db/client'
import { reindexFirm } from '@/features/search/server/indexing'
import { firm, visit, visitAppliance } from '@/db/schema'

/** Rebuilds all projections of visits that have a log (generated bulk visits have none); answers how many were folded. */
export async function rebuildProjections(ownerUrl: string): Promise<number> {
  const { client, db } = connect(ownerUrl, 1)
  try {
    const visits = await db.select({ id: visit.id, firmId: visit.firmId }).from(visit).where(gt(visit.lastSeq, 0)).orderBy(asc(visit.id))
    for (const { id, firmId } of visits) {
      await db.transaction(async (tx) => {
        const state = foldLoaded(await loadVisit(tx, firmId, id, true))
        await projectAll(tx, firmId, state)
        await projectAppliances(
          tx,
          firmId,
          state.appliances.map((a) => a.applianceId),
        )
      })
    }
    await driftAll(db)
    await reindexAll(db)
    return visits.length
  } finally {
    await client.end()
  }
}

/** How figures drift, of every appliance that was ever visited; some at a time. */
async function driftAll(db: Database): Promise<void> {
  const units = await db
    .selectDistinct({ id: visitAppliance.applianceId, firmId: visitAppliance.firmId })
    .from(visitAppliance)
    .orderBy(asc(visitAppliance.applianceId))
  for (const { id: firmId } of await db.select({ id: firm.id }).from(firm)) {
    const own = units.filter((u) => u.firmId === firmId).map((u) => u.id)
    for (let i = 0; i < own.length; i += 200) await db.transaction((tx) => projectDrift(tx, firmId, own.slice(i, i + 200)))
  }
}

/** The search of every firm, made anew. */
async function reindexAll(db: Database): Promise<void> {
  for (const { id } of await db.select({ id: firm.id }).from(firm)) await db.transaction((tx) => reindexFirm(tx, id))
}

/** Makes what an older version did not have yet: the search of the firms named, and how figures drift, where that is missing. */
export async function makeMissing(
  ownerUrl: string,
  { search, drift }: { readonly search: readonly string[]; readonly drift: boolean },
): Promise<void> {
  const { client, db } = connect(ownerUrl, 1)
  try {
    for (const id of search) await db.transaction((tx) => reindexFirm(tx, id))
    if (drift) await driftAll(db)
  } finally {
    await client.end()
  }
}
