import { lt, sql } from 'drizzle-orm'
import { type Database, database, mayConnect } from '@/db/client'
import { rateLimit } from '@/db/schema'
import { v7 as uuidv7 } from 'uuid'

/** How often something may be tried within a time. */
export interface Allowance {
  readonly most: number
  readonly seconds: number
}

/**
 * Counts a try and says whether it is still allowed. The count is one row in PostgreSQL, so that several web processes share it; it begins anew
 * when the time since the first try is over.
 */
export async function allowed(key: string, { most, seconds }: Allowance, nowMs: number, db: Database = database()): Promise<boolean> {
  mayConnect(db)
  const [row] = await db
    .insert(rateLimit)
    .values({ id: uuidv7(), key, count: 1, lastRequest: nowMs })
    .onConflictDoUpdate({
      target: rateLimit.key,
      set: {
        count: sql`case when ${rateLimit.lastRequest} < ${nowMs - seconds * 1000} then 1 else ${rateLimit.count} + 1 end`,
        lastRequest: sql`case when ${rateLimit.lastRequest} < ${nowMs - seconds * 1000} then ${nowMs} else ${rateLimit.lastRequest} end`,
      },
    })
    .returning({ count: rateLimit.count })
  return (row?.count ?? 1) <= most
}

/** Forgets the tries, after one that went well. */
export async function forgive(key: string, db: Database = database()): Promise<void> {
  await db.delete(rateLimit).where(sql`${rateLimit.key} = ${key}`)
}

/** Takes one try back, after one that went well: an honest try costs nothing, and clears nobody else's. */
export async function uncount(key: string, db: Database = database()): Promise<void> {
  await db
    .update(rateLimit)
    .set({ count: sql`greatest(${rateLimit.count} - 1, 0)` })
    .where(sql`${rateLimit.key} = ${key}`)
}

export const SIGN_IN_BY_ADDRESS: Allowance = { most: 8, seconds: 600 }
/** Of a password that is given again while signed in. */
export const PASSWORD_BY_PERSON: Allowance = { most: 10, seconds: 900 }
/** Letters about tries at an account. */
export const WARNED: Allowance = { most: 1, seconds: 86_400 }
/** A code of an authenticator app serves once: it is right for its half minute and the ones beside it (RFC 6238, 5.2). */
export const ONE_TIME_CODE: Allowance = { most: 1, seconds: 120 }
export const SIGN_IN_FROM: Allowance = { most: 60, seconds: 600 }
export const RESET_BY_ADDRESS: Allowance = { most: 4, seconds: 900 }
export const PASSCODE: Allowance = { most: 5, seconds: 900 }
export const JOIN_FROM: Allowance = { most: 30, seconds: 600 }

/** Counts whose time is over are let go of, or every address that was ever tried would stay. */
export async function forgetOldTries(nowMs: number, db: Database): Promise<void> {
  await db.delete(rateLimit).where(lt(rateLimit.lastRequest, nowMs - 2 * WARNED.seconds * 1000))
}
