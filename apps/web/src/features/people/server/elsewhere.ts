import { sql } from 'drizzle-orm'
import type { Transaction } from '@/db/client'

/** Whether somebody of the firm works in another one now: the database tells that and no more. */
export const worksElsewhere = (tx: Transaction, userId: string): Promise<boolean> => elsewhere(tx, userId, false)

/** Whether somebody of the firm works in another one, or ever did. */
export const wasElsewhere = (tx: Transaction, userId: string): Promise<boolean> => elsewhere(tx, userId, true)

async function elsewhere(tx: Transaction, userId: string, ever: boolean): Promise<boolean> {
  const [row] = await tx.execute<{ does: boolean }>(sql`select works_elsewhere(${userId}, ${ever}) as does`)
  return row?.does === true
}
