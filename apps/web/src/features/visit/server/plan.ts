import { and, eq, isNull } from 'drizzle-orm'
import { z } from 'zod'
import type { Transaction } from '@/db/client'
import { membership, visit } from '@/db/schema'
import { reindex } from '@/features/search/server'
import type { Actor } from '@/server/actor'
import { audit, changesBetween } from '@/server/audit'
import { ApiProblem } from '@/server/problem'
import { t } from '@/messages/all'

/** A day that a visit can be planned for: from last week (written down late) to ten years on. */
export const plannedForSchema = z.iso
  .datetime('field.bad-date')
  .refine((at) => Date.parse(at) > Date.now() - 7 * 86_400_000, 'field.long-past')
  .refine((at) => Date.parse(at) < Date.now() + 3660 * 86_400_000, 'field.far-date')

export const planSchema = z.strictObject({
  assignedTo: z.string().max(80).nullable().optional(),
  plannedFor: plannedForSchema.optional(),
  remark: z.string().trim().max(500, 'field.too-long').nullable().optional(),
})

/** Whoever is sent must be of the firm, still there, and one who records readings. @throws ApiProblem 422 */
export async function mustBeSendable(tx: Transaction, firmId: string, userId: string): Promise<void> {
  const [row] = await tx
    .select({ role: membership.role })
    .from(membership)
    .where(and(eq(membership.firmId, firmId), eq(membership.userId, userId), isNull(membership.leftAt)))
  if (!row || row.role === 'planner' || row.role === 'viewer')
    throw new ApiProblem(422, 'invalid-fields', t('field.some-wrong'), [{ path: 'assignedTo', message: t('field.not-sendable') }])
}

/** Changes who goes, when, and what is said about it, as long as the visit has not begun. @throws ApiProblem 404, 409 begun, 422 */
export async function changePlan(
  tx: Transaction,
  actor: Actor,
  visitId: string,
  plan: z.output<typeof planSchema>,
  now: string,
): Promise<void> {
  const { assignedTo, plannedFor, remark } = plan
  const [row] = await tx
    .select()
    .from(visit)
    .where(and(eq(visit.firmId, actor.firmId), eq(visit.id, visitId)))
    .for('update')
  if (!row) throw new ApiProblem(404, 'not-found', t('register.not-there'))
  if (row.status !== 'planned') throw new ApiProblem(409, 'begun', t('plan.begun'))
  if (assignedTo) await mustBeSendable(tx, actor.firmId, assignedTo)
  const before = { assignedTo: row.assignedTo, plannedFor: new Date(row.plannedFor).toISOString(), remark: row.remark }
  const after = {
    assignedTo: assignedTo === undefined ? before.assignedTo : assignedTo,
    plannedFor: plannedFor === undefined ? before.plannedFor : new Date(plannedFor).toISOString(),
    remark: remark === undefined ? before.remark : remark || null,
  }
  const changes = changesBetween(before, after)
  if (changes.length === 0) return
  await tx
    .update(visit)
    .set(after)
    .where(and(eq(visit.firmId, actor.firmId), eq(visit.id, visitId)))
  await audit(tx, actor, 'changed', ['visit', visitId], now, changes)
  await reindex(tx, actor.firmId, 'visit', [visitId])
}
