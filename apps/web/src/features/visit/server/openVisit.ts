import { and, desc, eq } from 'drizzle-orm'
import { KEYS_ONLY, readFirm } from '@/db/client'
import { visit } from '@/db/schema'
import type { Actor } from '@/server/actor'

/** The visit the actor left open, if any. */
export const openVisitOf = (actor: Actor): Promise<string | null> =>
  readFirm(
    actor,
    async (tx) => {
      const [row] = await tx
        .select({ id: visit.id })
        .from(visit)
        .where(and(eq(visit.firmId, actor.firmId), eq(visit.status, 'open'), eq(visit.assignedTo, actor.userId)))
        .orderBy(desc(visit.startedAt))
        .limit(1)
      return row?.id ?? null
    },
    undefined,
    KEYS_ONLY,
  )
