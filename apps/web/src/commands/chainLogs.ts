import { and, asc, eq, gt, isNull } from 'drizzle-orm'
import { connect } from '@/db/client'
import { visit, visitEvent } from '@/db/schema'
import { chainHash } from '@/features/visit/server/chain'

/** Chains the logs of before there was a chain, as they are now: what happened to them earlier it cannot tell. Answers how many. Safe to repeat. */
export async function chainLogs(ownerUrl: string): Promise<number> {
  const { client, db } = connect(ownerUrl, 1)
  try {
    const bare = await db
      .select({ id: visit.id })
      .from(visit)
      .where(and(gt(visit.lastSeq, 0), isNull(visit.logHead)))
    for (const { id } of bare)
      await db.transaction(async (tx) => {
        await tx.select({ id: visit.id }).from(visit).where(eq(visit.id, id)).for('update')
        let head: string | null = null
        for (const row of await tx.select().from(visitEvent).where(eq(visitEvent.visitId, id)).orderBy(asc(visitEvent.seq))) {
          head = chainHash(head, row)
          await tx.update(visitEvent).set({ chainHash: head }).where(eq(visitEvent.id, row.id))
        }
        await tx.update(visit).set({ logHead: head }).where(eq(visit.id, id))
      })
    return bare.length
  } finally {
    await client.end()
  }
}
