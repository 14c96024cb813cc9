import { and, eq, isNull } from 'drizzle-orm'
import { z } from 'zod'
import { isoInstant, type Transaction } from '@/db/client'
import { appliance, followUp, site } from '@/db/schema'
import type { Actor } from '@/server/actor'
import { audit } from '@/server/audit'
import { ApiProblem } from '@/server/problem'
import { t } from '@/messages/all'

export const closeSchema = z.strictObject({ note: z.string().trim().min(3, 'field.what-was-done').max(500, 'field.too-long') })

/** Closes a follow-up with what was done, or opens it again. @throws ApiProblem 404 */
export async function closeFollowUp(tx: Transaction, actor: Actor, id: string, note: string, now: string): Promise<void> {
  await mark(tx, actor, id, { closedAt: now, closedBy: actor.userId, closedNote: note }, 'follow-up-closed', now)
}

export const reopenFollowUp = (tx: Transaction, actor: Actor, id: string, now: string): Promise<void> =>
  mark(tx, actor, id, { closedAt: null, closedBy: null, closedNote: null }, 'follow-up-opened', now)

async function mark(
  tx: Transaction,
  actor: Actor,
  id: string,
  set: Pick<typeof followUp.$inferInsert, 'closedAt' | 'closedBy' | 'closedNote'>,
  action: 'follow-up-closed' | 'follow-up-opened',
  now: string,
): Promise<void> {
  const [row] = await tx
    .update(followUp)
    .set(set)
    .where(and(eq(followUp.firmId, actor.firmId), eq(followUp.id, id)))
    .returning({ id: followUp.id })
  if (!row) throw new ApiProblem(404, 'not-found', t('register.not-there'))
  await audit(tx, actor, action, ['follow-up', id], now)
}

/** The oldest open follow-ups of the firm with where they are. */
export async function oldestFollowUps(tx: Transaction, firmId: string, count: number) {
  const rows = await tx
    .select({ f: followUp, applianceName: appliance.name, siteName: site.name, timeZone: site.timeZone })
    .from(followUp)
    .innerJoin(appliance, eq(appliance.id, followUp.applianceId))
    .innerJoin(site, eq(site.id, appliance.siteId))
    .where(and(eq(followUp.firmId, firmId), isNull(followUp.closedAt), isNull(appliance.deletedAt), isNull(site.deletedAt)))
    .orderBy(followUp.openedAt)
    .limit(count)
  return rows.map((r) => ({
    id: r.f.id,
    kind: r.f.kind,
    code: r.f.code,
    text: r.f.text,
    openedAt: isoInstant(r.f.openedAt),
    applianceId: r.f.applianceId,
    applianceName: r.applianceName,
    siteName: r.siteName,
    timeZone: r.timeZone,
  }))
}
