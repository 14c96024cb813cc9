import { liftStored, type StoredEvent } from '@lucerna/core/visit'
import { and, asc, eq, gt } from 'drizzle-orm'
import { isoInstant, type Transaction } from '@/db/client'
import { user, visitEvent } from '@/db/schema'
import { personName } from '@/db/personName'
import { written } from '@/db/written'

const eventsAfter = written(['firmId', 'visitId', 'afterSeq'], (tx, { firmId, visitId, afterSeq }) =>
  tx
    .select({ event: visitEvent, authorName: personName })
    .from(visitEvent)
    .innerJoin(user, eq(user.id, visitEvent.authorId))
    .where(and(eq(visitEvent.firmId, firmId), eq(visitEvent.visitId, visitId), gt(visitEvent.seq, afterSeq)))
    .orderBy(asc(visitEvent.seq)),
)

/** The log of a visit in the order of acceptance, after a given place in it. It was checked when it came in. */
export async function loadEvents(tx: Transaction, firmId: string, visitId: string, afterSeq = 0): Promise<StoredEvent[]> {
  const rows = await eventsAfter(tx, { firmId, visitId, afterSeq })
  return rows.map(({ event: e, authorName }) =>
    liftStored({
      id: e.id,
      visitId: e.visitId,
      type: e.type,
      v: e.v,
      at: isoInstant(e.at),
      deviceId: e.deviceId,
      deviceSeq: e.deviceSeq,
      data: e.data,
      ...(e.applianceId && { applianceId: e.applianceId }),
      ...(e.stepId && { stepId: e.stepId }),
      seq: e.seq,
      receivedAt: isoInstant(e.receivedAt),
      authorId: e.authorId,
      authorName,
      provisional: e.provisional,
    }),
  )
}
