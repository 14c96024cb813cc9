import { EMIT_TABLE } from '@lucerna/core/visit'
import { verifyPassword } from 'better-auth/crypto'
import { and, asc, eq, isNotNull, isNull } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import type { z } from 'zod'
import { type Database, database, inFirm, readFirm, signInDatabase } from '@/db/client'
import { membership, user } from '@/db/schema'
import { personName } from '@/db/personName'
import { appendEvents, type Appended } from '@/features/visit/server'
import { type Actor, actorOf } from '@/server/actorOf'
import { allowed, forgive, PASSCODE } from '@/server/attempts'
import { audit } from '@/server/audit'
import { ApiProblem } from '@/server/problem'
import { dayAt } from '@/ui/zoned'
import { t } from '@/messages/all'
import type { confirmationSchema } from '../schemas'

/** Who could confirm work on this device: licensed people of the firm who have set a passcode. */
export const confirmers = (actor: Actor, now: string, db: Database = database()): Promise<{ id: string; name: string }[]> =>
  readFirm(
    actor,
    async (tx) => {
      const rows = await tx
        .select({ id: user.id, name: personName, role: membership.role, until: membership.licenceUntil })
        .from(membership)
        .innerJoin(user, eq(user.id, membership.userId))
        .where(and(eq(membership.firmId, actor.firmId), isNull(membership.leftAt), isNotNull(membership.passcodeHash)))
        .orderBy(asc(personName))
      return rows
        .filter(
          (r) =>
            (r.role === 'lead' || r.role === 'technician') &&
            r.until !== null &&
            r.until >= dayAt(now, actor.timeZone) &&
            r.id !== actor.userId,
        )
        .map(({ id, name }) => ({ id, name }))
    },
    db,
  )

/**
 * A licensed person confirms an apprentice's work on the apprentice's device: the event is the confirmer's own.
 *
 * @throws ApiProblem 403 wrong passcode or no licence, 404 visit or person, 422, 429 too many tries
 */
export async function confirmByPasscode(
  actor: Actor,
  visitId: string,
  { confirmerId, passcode, eventIds, deviceId }: z.output<typeof confirmationSchema>,
  now: string,
  db: Database = database(),
  accounts: Database = signInDatabase(),
): Promise<Appended> {
  const key = `passcode:${actor.firmId}:${confirmerId}`
  if (!(await allowed(key, PASSCODE, Date.parse(now), db))) throw new ApiProblem(429, 'too-many', t('passcode.too-many'))
  const confirmer = await actorOf(confirmerId, now, accounts)
  const hash =
    confirmer?.firmId === actor.firmId
      ? await inFirm(
          actor,
          async (tx) => {
            const [row] = await tx
              .select({ hash: membership.passcodeHash })
              .from(membership)
              .where(and(eq(membership.firmId, actor.firmId), eq(membership.userId, confirmerId), isNull(membership.leftAt)))
            return row?.hash ?? null
          },
          db,
        )
      : null
  if (!confirmer || !hash || !(await verifyPassword({ hash, password: passcode })))
    throw new ApiProblem(403, 'wrong-passcode', t('passcode.wrong'), [{ path: 'passcode', message: t('passcode.wrong') }])
  if (EMIT_TABLE[confirmer.role]['work.confirmed'] !== 'yes') throw new ApiProblem(403, 'role', t('passcode.no-licence'))
  await forgive(key, db)
  return inFirm(
    confirmer,
    async (tx) => {
      const appended = await appendEvents(
        tx,
        confirmer,
        visitId,
        {
          events: [{ id: uuidv7(), visitId, type: 'work.confirmed', v: 1, at: now, deviceId, deviceSeq: 0, data: { eventIds } }],
        },
        now,
      )
      await audit(tx, confirmer, 'confirmed', ['visit', visitId], now)
      return appended
    },
    db,
  )
}
