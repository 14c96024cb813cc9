import { subMonths } from 'date-fns/subMonths'
import { and, eq, isNotNull, isNull, lt, ne, or, type SQL, sql } from 'drizzle-orm'
import type { PgTable } from 'drizzle-orm/pg-core'
import type { z } from 'zod'
import { type Database, database, inFirm, signInDatabase, type Transaction } from '@/db/client'
import { firm, importJob, invitation, lockoutNote, mail, membership, site, user } from '@/db/schema'
import { RETENTION_KINDS, type RetentionPeriods } from '@/db/tables/people'
import type { Actor } from '@/server/actor'
import { audit } from '@/server/audit'
import { ApiProblem } from '@/server/problem'
import { t } from '@/messages/all'
import type { retentionSchema } from '../schemas'
import { eraseContact, erasePerson } from './personalData'

export type RetentionKind = (typeof RETENTION_KINDS)[number]
/** Nothing goes by itself until a lead says so. */
const KEEP_ALL: RetentionPeriods = { letters: null, invitations: null, imports: null, notes: null, contacts: null, people: null }
type Deeds = Pick<Actor, 'firmId' | 'userId'>

/** What of a kind is older than an instant: where it is, and which rows. What is still at work (a letter on its way, a note that nobody looked at) stays. */
function old(kind: RetentionKind, firmId: string, before: string): { readonly table: PgTable; readonly which: SQL } {
  const which = (...all: (SQL | undefined)[]): SQL => and(...all)!
  switch (kind) {
    case 'letters':
      return { table: mail, which: which(eq(mail.firmId, firmId), lt(mail.createdAt, before)) }
    case 'invitations':
      return {
        table: invitation,
        which: which(
          eq(invitation.firmId, firmId),
          lt(invitation.createdAt, before),
          or(isNotNull(invitation.acceptedAt), isNotNull(invitation.revokedAt), lt(invitation.expiresAt, before)),
        ),
      }
    case 'imports':
      return {
        table: importJob,
        which: which(eq(importJob.firmId, firmId), lt(importJob.updatedAt, before), ne(importJob.state, 'importing')),
      }
    case 'notes':
      return {
        table: lockoutNote,
        which: which(eq(lockoutNote.firmId, firmId), lt(lockoutNote.toldAt, before), ne(lockoutNote.state, 'new')),
      }
    case 'contacts':
      return {
        table: site,
        which: which(
          eq(site.firmId, firmId),
          lt(site.deletedAt, before),
          isNull(site.contactErasedAt),
          or(isNotNull(site.contact), isNotNull(site.contactPhone), isNotNull(site.contactEmail)),
        ),
      }
    case 'people':
      return {
        table: membership,
        which: which(
          eq(membership.firmId, firmId),
          lt(membership.leftAt, before),
          // Who was erased already has no more to lose.
          sql`not exists (select 1 from ${user} u where u.id = ${membership.userId} and u.email like '%@erased.invalid')`,
          or(isNull(membership.name), ne(membership.name, t('people.erased-name'))),
        ),
      }
  }
}

const limit = (months: number, now: string): string => subMonths(new Date(now), months).toISOString()

/** How many of each kind would go now under some periods: the rehearsal. */
export async function wouldGo(
  tx: Transaction,
  firmId: string,
  periods: RetentionPeriods,
  now: string,
): Promise<Record<RetentionKind, number>> {
  const counts = await Promise.all(
    RETENTION_KINDS.map(async (kind) => {
      const months = periods[kind]
      if (months === null) return [kind, 0] as const
      const { table, which } = old(kind, firmId, limit(months, now))
      const [row] = await tx
        .select({ n: sql<number>`count(*)::int` })
        .from(table)
        .where(which)
      return [kind, row?.n ?? 0] as const
    }),
  )
  return Object.fromEntries(counts) as Record<RetentionKind, number>
}

/** Lets go what is older than the firm's periods, and writes down how many of each. Visits, their logs and reports are records of gas safety: none of it is theirs. */
export async function sweep(tx: Transaction, by: Deeds, now: string): Promise<Record<RetentionKind, number>> {
  const { periods } = await retentionOf(tx, by.firmId)
  const gone = { letters: 0, invitations: 0, imports: 0, notes: 0, contacts: 0, people: 0 }
  for (const kind of RETENTION_KINDS) {
    const months = periods[kind]
    if (months === null) continue
    const { table, which } = old(kind, by.firmId, limit(months, now))
    if (kind === 'contacts') {
      const sites = await tx.select({ id: site.id }).from(site).where(which)
      for (const { id } of sites) await eraseContact(tx, by, id, now)
      gone[kind] = sites.length
    } else if (kind === 'people') {
      const people = await tx.select({ id: membership.userId }).from(membership).where(which)
      for (const { id } of people) await erasePerson(tx, by, id, now)
      gone[kind] = people.length
    } else
      gone[kind] = (
        await tx
          .delete(table)
          .where(which)
          .returning({ one: sql`1` })
      ).length
  }
  if (Object.values(gone).some((n) => n > 0))
    await audit(
      tx,
      by,
      'swept',
      ['firm', by.firmId],
      now,
      RETENTION_KINDS.filter((k) => gone[k] > 0).map((field) => ({ field, from: gone[field], to: 0 })),
    )
  return gone
}

/** The firm's periods; a kind without one is kept. */
export async function retentionOf(
  tx: Transaction,
  firmId: string,
): Promise<{ readonly periods: RetentionPeriods; readonly version: number }> {
  const [row] = await tx.select({ retention: firm.retention, version: firm.version }).from(firm).where(eq(firm.id, firmId))
  const { by: _, ...periods } = { by: '', ...KEEP_ALL, ...row?.retention }
  return { periods, version: row?.version ?? 1 }
}

/** Sets the periods. Nothing goes by it at once: the next night does. @throws ApiProblem 412 */
export async function setRetention(
  tx: Transaction,
  actor: Actor,
  periods: z.output<typeof retentionSchema>,
  version: number,
  now: string,
): Promise<number> {
  const before = await retentionOf(tx, actor.firmId)
  if (before.version !== version)
    throw new ApiProblem(412, 'changed-meanwhile', t('register.changed-meanwhile'), [], {
      current: before.periods,
      version: before.version,
    })
  const kept = RETENTION_KINDS.every((k) => periods[k] === null)
  await tx
    .update(firm)
    .set({ retention: kept ? null : { ...periods, by: actor.userId }, version: version + 1 })
    .where(eq(firm.id, actor.firmId))
  const changes = RETENTION_KINDS.filter((k) => before.periods[k] !== periods[k]).map((field) => ({
    field,
    from: before.periods[field],
    to: periods[field],
  }))
  await audit(tx, actor, 'changed', ['firm', actor.firmId], now, changes)
  return version + 1
}

/** Sweeps the firms whose time it is. Answers how many. */
export async function sweepAll(accounts: Database = signInDatabase(), db: Database = database()): Promise<number> {
  const due = await accounts.execute<{ firm_id: string; person: string; pass: string }>(sql`select * from firms_to_sweep()`)
  for (const { firm_id: firmId, person: userId, pass } of due)
    await inFirm({ firmId, userId, pass }, (tx) => sweep(tx, { firmId, userId }, new Date().toISOString()), db)
  return due.length
}
