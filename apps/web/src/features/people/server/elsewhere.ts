import { and, eq, isNull, ne, sql, type SQL } from 'drizzle-orm'
import type { Transaction } from '@/db/client'
import { membership } from '@/db/schema'

/**
 * Whether somebody works in another firm now. Everyone may see their own memberships whatever the firm, so the question is asked in their name, and the
 * transaction is given back to whom it belongs.
 */
export const worksElsewhere = (tx: Transaction, firmId: string, userId: string, askingUserId: string): Promise<boolean> =>
  elsewhere(tx, firmId, userId, askingUserId, isNull(membership.leftAt))

/** Whether somebody works in another firm, or ever did. */
export const wasElsewhere = (tx: Transaction, firmId: string, userId: string, askingUserId: string): Promise<boolean> =>
  elsewhere(tx, firmId, userId, askingUserId)

async function elsewhere(tx: Transaction, firmId: string, userId: string, askingUserId: string, more?: SQL): Promise<boolean> {
  await tx.execute(sql`select set_config('lucerna.user_id', ${userId}, true)`)
  const rows = await tx
    .select({ id: membership.id })
    .from(membership)
    .where(and(eq(membership.userId, userId), ne(membership.firmId, firmId), more))
  await tx.execute(sql`select set_config('lucerna.user_id', ${askingUserId}, true)`)
  return rows.length > 0
}
