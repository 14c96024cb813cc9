import { hashPassword, verifyPassword } from 'better-auth/crypto'
import { and, desc, eq } from 'drizzle-orm'
import type { z } from 'zod'
import { type Database, database, inFirm, signInDatabase, type Transaction } from '@/db/client'
import { account, firm, membership, practiceProfile, preference } from '@/db/schema'
import type { Actor } from '@/server/actor'
import { allowed, forgive, PASSCODE } from '@/server/attempts'
import { audit, changesBetween } from '@/server/audit'
import { ApiProblem } from '@/server/problem'
import { t } from '@/messages/all'
import type { firmSchema, preferenceSchema, setPasscodeSchema } from '../schemas'

/** What one wants to see: kept for the person, on every device. */
export async function setPreferences(tx: Transaction, actor: Actor, fields: z.output<typeof preferenceSchema>): Promise<void> {
  await tx
    .insert(preference)
    .values({ firmId: actor.firmId, userId: actor.userId, ...fields })
    .onConflictDoUpdate({ target: [preference.firmId, preference.userId], set: fields })
}

/**
 * Sets the passcode with which one confirms work on somebody else's device. The password proves that it is not the holder of a device left open.
 *
 * @throws ApiProblem 403 wrong password, 429
 */
export async function setPasscode(
  actor: Actor,
  { passcode, password }: z.output<typeof setPasscodeSchema>,
  now: string,
  db: Database = database(),
  accounts: Database = signInDatabase(),
): Promise<void> {
  // Tries are counted, and passwords worked out, before and not inside a transaction.
  if (!(await allowed(`password:${actor.userId}`, PASSCODE, Date.parse(now), db)))
    throw new ApiProblem(429, 'too-many', t('passcode.too-many'))
  const [own] = await accounts
    .select({ hash: account.password })
    .from(account)
    .where(and(eq(account.userId, actor.userId), eq(account.providerId, 'credential')))
  if (!own?.hash || !(await verifyPassword({ hash: own.hash, password })))
    throw new ApiProblem(422, 'invalid-fields', t('field.some-wrong'), [{ path: 'password', message: t('field.password-wrong') }])
  await forgive(`password:${actor.userId}`, db)
  const passcodeHash = await hashPassword(passcode)
  await inFirm(
    actor,
    async (tx) => {
      await tx
        .update(membership)
        .set({ passcodeHash })
        .where(and(eq(membership.firmId, actor.firmId), eq(membership.userId, actor.userId)))
      await audit(tx, actor, 'passcode-set', ['person', actor.userId], now)
    },
    db,
  )
}

const settingsOf = ({ practiceId, timeZone, secondFactor, reminders }: typeof firm.$inferSelect) => ({
  practiceId,
  timeZone,
  secondFactor,
  reminders,
})

/** The practice that the firm works by, from now on, and its own time zone; visits that are planned or done keep theirs. @throws ApiProblem 412, 422 */
export async function changeFirm(
  tx: Transaction,
  actor: Actor,
  fields: z.output<typeof firmSchema>,
  version: number,
  now: string,
): Promise<number> {
  const [row] = await tx.select().from(firm).where(eq(firm.id, actor.firmId)).for('update')
  if (!row) throw new ApiProblem(404, 'not-found', t('register.not-there'))
  if (row.version !== version)
    throw new ApiProblem(412, 'changed-meanwhile', t('register.changed-meanwhile'), [], {
      current: settingsOf(row),
      version: row.version,
    })
  const [newest] = await tx
    .select({ version: practiceProfile.version })
    .from(practiceProfile)
    .where(and(eq(practiceProfile.firmId, actor.firmId), eq(practiceProfile.profileId, fields.practiceId)))
    .orderBy(desc(practiceProfile.version))
    .limit(1)
  if (!newest) throw new ApiProblem(422, 'invalid-fields', t('field.some-wrong'), [{ path: 'practiceId', message: t('field.choose') }])
  const next = {
    practiceId: fields.practiceId,
    timeZone: fields.timeZone ?? row.timeZone,
    secondFactor: fields.secondFactor ?? row.secondFactor,
    reminders: fields.reminders ?? row.reminders,
  }
  const changes = changesBetween(settingsOf(row), next)
  if (changes.length === 0) return version
  await tx
    .update(firm)
    .set({ ...next, practiceVersion: newest.version, version: version + 1 })
    .where(eq(firm.id, actor.firmId))
  await audit(tx, actor, 'changed', ['firm', actor.firmId], now, changes)
  return version + 1
}

/** What the firm works by, and whether one has set a passcode. */
export async function firmSettings(tx: Transaction, actor: Actor) {
  const [row] = await tx
    .select({
      practiceId: firm.practiceId,
      timeZone: firm.timeZone,
      secondFactor: firm.secondFactor,
      reminders: firm.reminders,
      version: firm.version,
      data: practiceProfile.data,
    })
    .from(firm)
    .innerJoin(
      practiceProfile,
      and(
        eq(practiceProfile.firmId, firm.id),
        eq(practiceProfile.profileId, firm.practiceId),
        eq(practiceProfile.version, firm.practiceVersion),
      ),
    )
    .where(eq(firm.id, actor.firmId))
  const [own] = await tx
    .select({ hash: membership.passcodeHash })
    .from(membership)
    .where(and(eq(membership.firmId, actor.firmId), eq(membership.userId, actor.userId)))
  return {
    practiceId: row?.practiceId ?? '',
    timeZone: row?.timeZone ?? 'UTC',
    secondFactor: row?.secondFactor ?? false,
    reminders: row?.reminders ?? false,
    version: row?.version ?? 1,
    units: row?.data.units ?? ('metric' as const),
    hasPasscode: own?.hash != null,
  }
}
