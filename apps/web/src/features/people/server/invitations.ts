import { hashPassword } from 'better-auth/crypto'
import { createHash, randomBytes } from 'node:crypto'
import { and, desc, eq, isNull, sql } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import type { z } from 'zod'
import { type Database, database, inFirm, isoInstant, mayConnect, type Transaction } from '@/db/client'
import { firm, invitation, membership, user } from '@/db/schema'
import { reindex } from '@/features/search/server'
import type { Actor } from '@/server/actor'
import { audit } from '@/server/audit'
import { parseFields } from '@/server/fields'
import { ApiProblem } from '@/server/problem'
import { isId } from '@/server/isId'
import { isGuessable } from '@/server/guessable'
import { dateAt } from '@/ui/dates'
import { t } from '@/messages/all'
import { type invitationSchema, joinSchema } from '../schemas'
import { HERE, sendMail } from '@/server/mail'

const DAYS = 7
const hashOf = (secret: string): string => createHash('sha256').update(secret).digest('hex')

/**
 * Invites somebody by mail. A standing invitation of the same address is replaced: its link stops working.
 *
 * @throws ApiProblem 409 already in the firm
 */
export async function invite(tx: Transaction, actor: Actor, fields: z.output<typeof invitationSchema>, now: string): Promise<string> {
  const [known] = await tx
    .select({ id: membership.id })
    .from(membership)
    .innerJoin(user, eq(user.id, membership.userId))
    .where(and(eq(membership.firmId, actor.firmId), eq(user.email, fields.email), isNull(membership.leftAt)))
  if (known) throw new ApiProblem(422, 'invalid-fields', t('field.some-wrong'), [{ path: 'email', message: t('field.already-in-firm') }])
  await tx
    .update(invitation)
    .set({ revokedAt: now })
    .where(
      and(
        eq(invitation.firmId, actor.firmId),
        eq(invitation.email, fields.email),
        isNull(invitation.acceptedAt),
        isNull(invitation.revokedAt),
      ),
    )
  const id = uuidv7()
  const secret = randomBytes(24).toString('base64url')
  const expiresAt = new Date(Date.parse(now) + DAYS * 86_400_000).toISOString()
  await tx.insert(invitation).values({
    id,
    firmId: actor.firmId,
    ...fields,
    secretHash: hashOf(secret),
    invitedBy: actor.userId,
    createdAt: now,
    expiresAt,
  })
  await sendMail(
    tx,
    actor.firmId,
    {
      kind: 'invitation',
      userId: null,
      toName: fields.name,
      toAddress: fields.email,
      subject: t('mail.invitation.subject', { firm: actor.firmName }),
      body: t('mail.invitation.body', {
        name: fields.name,
        by: actor.name,
        firm: actor.firmName,
        role: t(`role.${fields.role}`).toLowerCase(),
        link: `${HERE}/join/${actor.firmId}.${secret}`,
        until: dateAt(expiresAt, actor.timeZone),
      }),
    },
    now,
  )
  await audit(tx, actor, 'invited', ['invitation', id], now, [{ field: 'role', from: null, to: fields.role }])
  return id
}

/** Takes an invitation back; its link stops working. */
export async function revokeInvitation(tx: Transaction, actor: Actor, id: string, now: string): Promise<void> {
  const [row] = await tx
    .update(invitation)
    .set({ revokedAt: now })
    .where(and(eq(invitation.firmId, actor.firmId), eq(invitation.id, id), isNull(invitation.acceptedAt), isNull(invitation.revokedAt)))
    .returning({ id: invitation.id })
  if (!row) throw new ApiProblem(404, 'not-found', t('register.not-there'))
  await audit(tx, actor, 'invitation-revoked', ['invitation', id], now)
}

export interface InvitationShown {
  readonly id: string
  readonly name: string
  readonly email: string
  readonly role: string
  readonly expiresAt: string
}

/** Invitations that nobody has taken up yet, newest first; expired ones too, to be sent again. */
export async function standingInvitations(tx: Transaction, actor: Actor): Promise<InvitationShown[]> {
  const rows = await tx
    .select()
    .from(invitation)
    .where(and(eq(invitation.firmId, actor.firmId), isNull(invitation.acceptedAt), isNull(invitation.revokedAt)))
    .orderBy(desc(invitation.createdAt))
  return rows.map((r) => ({ id: r.id, name: r.name, email: r.email, role: r.role, expiresAt: isoInstant(r.expiresAt) }))
}

/** The parts of an invitation's link; null when it is none. */
function readToken(token: string): { firmId: string; secret: string } | null {
  const [firmId = '', secret = ''] = token.replaceAll('%2E', '.').split('.')
  return isId(firmId) && /^[\w-]{32}$/.test(secret) ? { firmId: firmId.toLowerCase(), secret } : null
}

/** Nobody is signed in yet: the link itself says which firm, and its secret proves it. */
async function byToken<T>(
  token: string,
  now: string,
  work: (tx: Transaction, row: typeof invitation.$inferSelect, firmName: string) => Promise<T>,
  db: Database,
): Promise<T> {
  const parts = readToken(token)
  if (!parts) throw new ApiProblem(404, 'no-such-invitation', t('join.unknown'))
  mayConnect(db)
  const [shown] = await db.execute<{ pass: string | null }>(
    sql`select invitation_pass(${parts.firmId}::uuid, ${hashOf(parts.secret)}) as pass`,
  )
  if (!shown?.pass) throw new ApiProblem(404, 'no-such-invitation', t('join.unknown'))
  return inFirm(
    { firmId: parts.firmId, userId: '', pass: shown.pass },
    async (tx) => {
      const [row] = await tx
        .select({ i: invitation, firmName: firm.name })
        .from(invitation)
        .innerJoin(firm, eq(firm.id, invitation.firmId))
        .where(and(eq(invitation.firmId, parts.firmId), eq(invitation.secretHash, hashOf(parts.secret))))
        .for('update', { of: invitation })
      if (!row) throw new ApiProblem(404, 'no-such-invitation', t('join.unknown'))
      if (row.i.acceptedAt) throw new ApiProblem(410, 'invitation-used', t('join.used'))
      if (row.i.revokedAt) throw new ApiProblem(410, 'invitation-revoked', t('join.revoked'))
      if (isoInstant(row.i.expiresAt) < now) throw new ApiProblem(410, 'invitation-expired', t('join.expired'))
      return work(tx, row.i, row.firmName)
    },
    db,
  )
}

/** What an invitation offers. @throws ApiProblem 404 unknown, 410 used, revoked or expired */
export const readInvitation = (token: string, now: string, db: Database = database()) =>
  byToken(token, now, async (_tx, row, firmName) => ({ name: row.name, email: row.email, role: row.role, firmName }), db)

/**
 * Takes an invitation up: makes the account (or gives one that left everywhere a new password) and the membership.
 *
 * @throws ApiProblem 404, 410, 409 the address belongs to another firm, 422 password
 */
export const join = (token: string, body: unknown, now: string, db: Database = database()): Promise<{ email: string }> =>
  byToken(
    token,
    now,
    async (tx, row) => {
      const { password } = parseFields(joinSchema, body)
      if (isGuessable(password, [row.name, row.email]))
        throw new ApiProblem(422, 'invalid-fields', t('field.some-wrong'), [{ path: 'password', message: t('field.password-guessable') }])
      const hash = await hashPassword(password)
      const [taken] = await tx.execute<{ person: string | null }>(
        sql`select take_up_invitation(${row.secretHash}, ${uuidv7()}, ${uuidv7()}, ${hash}) as person`,
      )
      const userId = taken?.person
      if (!userId) throw new ApiProblem(409, 'address-taken', t('join.taken'))
      // The name is this firm's: who worked elsewhere signed there under another.
      const membershipRow = {
        name: row.name,
        role: row.role,
        licenceNumber: row.licenceNumber,
        licenceUntil: row.licenceUntil,
        leftAt: null,
      }
      await tx
        .insert(membership)
        .values({ id: uuidv7(), firmId: row.firmId, userId, ...membershipRow })
        .onConflictDoUpdate({ target: [membership.firmId, membership.userId], set: membershipRow })
      await tx
        .update(invitation)
        .set({ acceptedAt: now })
        .where(and(eq(invitation.firmId, row.firmId), eq(invitation.id, row.id)))
      await audit(tx, { firmId: row.firmId, userId }, 'joined', ['person', userId], now)
      await reindex(tx, row.firmId, 'person', [userId])
      return { email: row.email }
    },
    db,
  )
