/** `npm run projections:rebuild`: makes every projection anew from the logs. Runs as the owner; safe to repeat, and while people work. */
import { asc, eq } from 'drizzle-orm'
import { project } from '@/features/visit/server/append'
import { foldLoaded, loadVisit } from '@/features/visit/server/load'
import { connect } from './client'
import { visit } from './schema'

/** Rebuilds all projections; answers how many visits were folded. */
export async function rebuildProjections(ownerUrl: string): Promise<number> {
  const { client, db } = connect(ownerUrl, 1)
  try {
    const visits = await db.select({ id: visit.id, firmId: visit.firmId }).from(visit).orderBy(asc(visit.id))
    for (const { id, firmId } of visits) {
      await db.transaction(async (tx) => {
        const state = foldLoaded(await loadVisit(tx, firmId, id, true))
        await project(tx, firmId, id, state)
        await tx.update(visit).set({ status: state.status, startedAt: state.startedAt, closedAt: state.closedAt }).where(eq(visit.id, id))
      })
    }
    return visits.length
  } finally {
    await client.end()
  }
}
