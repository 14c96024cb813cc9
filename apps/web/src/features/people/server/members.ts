import { licenceState, type Role } from '@lucerna/core/visit'
import { and, asc, eq, inArray, isNull, ne, sql } from 'drizzle-orm'
import type { z } from 'zod'
import { isoInstant, readFirm, type Transaction } from '@/db/client'
import { instrument, membership, user, visit } from '@/db/schema'
import { personName } from '@/db/personName'
import { reindex } from '@/features/search/server'
import type { Actor } from '@/server/actor'
import { audit, changesBetween } from '@/server/audit'
import { HERE, sendMail } from '@/server/mail'
import { ApiProblem } from '@/server/problem'
import { dayAt } from '@/ui/zoned'
import { t } from '@/messages/all'
import type { memberSchema } from '../schemas'
import { worksElsewhere } from './elsewhere'
import { endSessionsOf } from './sessions'

export interface Member {
  readonly userId: string
  readonly name: string
  readonly email: string
  readonly role: Role
  readonly licenceNumber: string | null
  readonly licenceUntil: string | null
  readonly licence: ReturnType<typeof licenceState>
  readonly hasPasscode: boolean
  readonly secondFactor: boolean
  readonly leftAt: string | null
  readonly version: number
}

const LEAD_FIRST: readonly Role[] = ['lead', 'technician', 'apprentice', 'planner', 'viewer']

/** The people of the firm; those who left are listed for a lead only. */
export async function listMembers(tx: Transaction, actor: Actor, now: string): Promise<Member[]> {
  const rows = await tx
    .select({ m: membership, name: personName, email: user.email, secondFactor: user.twoFactorEnabled })
    .from(membership)
    .innerJoin(user, eq(user.id, membership.userId))
    .where(and(eq(membership.firmId, actor.firmId), actor.heldRole === 'lead' ? undefined : isNull(membership.leftAt)))
    .orderBy(asc(personName))
  return rows
    .map(({ m, name, email, secondFactor }) => ({
      userId: m.userId,
      name,
      email,
      role: m.role,
      licenceNumber: m.licenceNumber,
      licenceUntil: m.licenceUntil,
      licence: licenceState(m.role, m.licenceUntil, dayAt(now, actor.timeZone)),
      hasPasscode: m.passcodeHash !== null,
      secondFactor,
      leftAt: m.leftAt && isoInstant(m.leftAt),
      version: m.version,
    }))
    .sort((a, b) => Number(a.leftAt !== null) - Number(b.leftAt !== null) || LEAD_FIRST.indexOf(a.role) - LEAD_FIRST.indexOf(b.role))
}

async function memberRow(tx: Transaction, firmId: string, userId: string) {
  const [row] = await tx
    .select()
    .from(membership)
    .where(and(eq(membership.firmId, firmId), eq(membership.userId, userId)))
    .for('update')
  if (!row) throw new ApiProblem(404, 'not-found', t('register.not-there'))
  return row
}

/** A firm without a lead could not be mended from inside. */
async function mustKeepALead(tx: Transaction, firmId: string, except: string): Promise<void> {
  const others = await tx
    .select({ id: membership.id })
    .from(membership)
    .where(and(eq(membership.firmId, firmId), eq(membership.role, 'lead'), isNull(membership.leftAt), ne(membership.userId, except)))
    .for('update')
  if (others.length === 0) throw new ApiProblem(409, 'last-lead', t('people.last-lead'))
}

const fieldsOf = (row: typeof membership.$inferSelect) => ({
  role: row.role,
  licenceNumber: row.licenceNumber,
  licenceUntil: row.licenceUntil,
})

/** Changes role and licence. @throws ApiProblem 404, 409 last lead, 410 left, 412 changed meanwhile */
export async function changeMember(
  tx: Transaction,
  actor: Actor,
  userId: string,
  fields: z.output<typeof memberSchema>,
  version: number,
  now: string,
): Promise<number> {
  const row = await memberRow(tx, actor.firmId, userId)
  if (row.leftAt) throw new ApiProblem(410, 'left', t('people.left-already'))
  if (row.version !== version)
    throw new ApiProblem(412, 'changed-meanwhile', t('register.changed-meanwhile'), [], { current: fieldsOf(row), version: row.version })
  const changes = changesBetween(fieldsOf(row), fields)
  if (changes.length === 0) return row.version
  if (row.role === 'lead' && fields.role !== 'lead') await mustKeepALead(tx, actor.firmId, userId)
  await tx
    .update(membership)
    .set({ ...fields, version: version + 1 })
    .where(and(eq(membership.firmId, actor.firmId), eq(membership.userId, userId)))
  await audit(tx, actor, 'changed', ['person', userId], now, changes)
  await reindex(tx, actor.firmId, 'person', [userId])
  return version + 1
}

/**
 * Takes somebody out of the firm, or back in. Who left is signed out everywhere, keeps their name on what they did, and what was planned for them
 * waits for somebody else.
 */
export async function markMember(tx: Transaction, actor: Actor, userId: string, left: boolean, now: string): Promise<void> {
  const row = await memberRow(tx, actor.firmId, userId)
  if ((row.leftAt !== null) === left) return
  if (userId === actor.userId) throw new ApiProblem(409, 'yourself', t('people.not-yourself'))
  if (left) {
    if (row.role === 'lead') await mustKeepALead(tx, actor.firmId, userId)
    await endSessionsOf(tx, userId, null, null)
    await tx
      .update(visit)
      .set({ assignedTo: null })
      .where(and(eq(visit.firmId, actor.firmId), eq(visit.assignedTo, userId), eq(visit.status, 'planned')))
    await tx
      .update(instrument)
      .set({ heldBy: null })
      .where(and(eq(instrument.firmId, actor.firmId), eq(instrument.heldBy, userId)))
  } else {
    const [known] = await tx.select({ email: user.email }).from(user).where(eq(user.id, userId))
    if (known?.email.endsWith('@erased.invalid')) throw new ApiProblem(410, 'erased', t('people.erased-already'))
    if (await worksElsewhere(tx, userId)) throw new ApiProblem(409, 'elsewhere', t('people.elsewhere'))
  }
  await tx
    .update(membership)
    .set({ leftAt: left ? now : null, version: row.version + 1 })
    .where(and(eq(membership.firmId, actor.firmId), eq(membership.userId, userId)))
  await audit(tx, actor, left ? 'left' : 'restored', ['person', userId], now)
  await reindex(tx, actor.firmId, 'person', [userId])
}

/**
 * For somebody who lost their authenticator and their recovery codes: the password alone opens again, every session ends, and a letter tells them.
 *
 * @throws ApiProblem 404, 409 they have none, or work elsewhere too
 */
export async function resetSecondFactor(tx: Transaction, actor: Actor, userId: string, now: string): Promise<void> {
  const row = await memberRow(tx, actor.firmId, userId)
  const [gone] = await tx.execute<{ gone: boolean }>(sql`select reset_second_factor(${userId}) as gone`)
  if (!gone?.gone) throw new ApiProblem(409, 'no-second-factor', t('member.no-second-factor'))
  const [person] = await tx.select({ name: user.name, email: user.email }).from(user).where(eq(user.id, userId))
  await sendMail(
    tx,
    actor.firmId,
    {
      kind: 'sign-in-changed',
      userId,
      toName: row.name ?? person!.name,
      toAddress: person!.email,
      subject: t('mail.sign-in-changed.subject'),
      body: t('mail.sign-in-changed.body', {
        name: row.name ?? person!.name,
        what: t('mail.second-factor-reset', { by: actor.name }),
        link: `${HERE}/forgot`,
      }),
    },
    now,
  )
  await audit(tx, actor, 'second-factor-reset', ['person', userId], now)
}

/** People who can be sent to a visit. */
export const sendable = (actor: Actor): Promise<{ id: string; name: string }[]> =>
  readFirm(actor, (tx) =>
    tx
      .select({ id: user.id, name: personName })
      .from(membership)
      .innerJoin(user, eq(user.id, membership.userId))
      .where(
        and(eq(membership.firmId, actor.firmId), isNull(membership.leftAt), inArray(membership.role, ['lead', 'technician', 'apprentice'])),
      )
      .orderBy(asc(personName)),
  )
