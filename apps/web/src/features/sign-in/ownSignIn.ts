import { asc, eq } from 'drizzle-orm'
import { type Database, signInDatabase } from '@/db/client'
import { passkey, user } from '@/db/schema'
import type { PasskeyShown } from './Passkeys'

/** With what somebody signs in besides their password. */
export async function ownSignIn(
  userId: string,
  db: Database = signInDatabase(),
): Promise<{ readonly secondFactor: boolean; readonly passkeys: PasskeyShown[] }> {
  const [[own], keys] = await Promise.all([
    db.select({ on: user.twoFactorEnabled }).from(user).where(eq(user.id, userId)),
    db.select().from(passkey).where(eq(passkey.userId, userId)).orderBy(asc(passkey.createdAt)),
  ])
  return {
    secondFactor: own?.on ?? false,
    passkeys: keys.map((k) => ({ id: k.id, name: k.name, createdAt: k.createdAt?.toISOString() ?? null })),
  }
}
