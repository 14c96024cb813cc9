import { and, desc, eq, inArray, isNotNull, ne, sql } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import type { z } from 'zod'
import { type Database, database, inFirm, isoInstant, type Transaction } from '@/db/client'
import { appliance, lockoutNote, site } from '@/db/schema'
import type { Actor } from '@/server/actor'
import { allowed, type Allowance } from '@/server/attempts'
import { audit } from '@/server/audit'
import { preparePhoto } from '@/server/picture'
import { ApiProblem } from '@/server/problem'
import { instantAt } from '@/ui/zoned'
import { t } from '@/messages/all'
import type { tellSchema } from '../schemas'

/** An appliance hardly locks out more often; a child with a phone might. */
const BY_LABEL: Allowance = { most: 6, seconds: 3600 }
const FROM: Allowance = { most: 30, seconds: 3600 }
/** Older than this nobody remembers to the hour, ms; and clocks differ a little. */
const OLDEST_MS = 60 * 86_400_000
const AHEAD_MS = 5 * 60_000
/** So many of the newest are shown. */
const SHOWN = 20

/** What the code on a lid stands for, to somebody who is not signed in: nothing but which appliance, whose it is to look after, and whom to call. */
export interface Lid {
  readonly firmId: string
  readonly pass: string
  readonly firmName: string
  readonly applianceId: string
  readonly appliance: string
  readonly timeZone: string
  readonly emergencyNumber: string | null
}

/** The appliance of a label that was not revoked; null where there is none. */
export async function lidOf(token: string, db: Database = database()): Promise<Lid | null> {
  if (!/^[\w-]{22}$/.test(token)) return null
  const [row] = await db.execute<Record<string, string | null>>(sql`select * from lid_label(${token})`)
  return row
    ? {
        firmId: row.firm_id!,
        pass: row.pass!,
        firmName: row.firm_name!,
        applianceId: row.appliance_id!,
        appliance: row.appliance_name!,
        timeZone: row.time_zone!,
        emergencyNumber: row.emergency_number ?? null,
      }
    : null
}

/**
 * Keeps that an appliance locked out, as somebody told who need not sign in. Counted by label and by source before anything is decoded.
 *
 * @throws ApiProblem 404 no such label, 415 no picture, 422 a time that cannot be, 429
 */
export async function tellLockout(
  token: string,
  { service, at, code }: z.output<typeof tellSchema>,
  picture: Buffer | null,
  from: { readonly source: string; readonly now: string },
  db: Database = database(),
): Promise<void> {
  const lid = await lidOf(token, db)
  if (!lid) throw new ApiProblem(404, 'not-found', t('tell.nowhere'))
  const nowMs = Date.parse(from.now)
  for (const [key, most] of [
    [`tell:${token}`, BY_LABEL],
    [`tell-from:${from.source}`, FROM],
  ] as const)
    if (!(await allowed(key, most, nowMs, db))) throw new ApiProblem(429, 'too-many', t('tell.too-many'))
  const happenedAt = at === null ? from.now : instantAt(at.slice(0, 10), at.slice(11), lid.timeZone)
  const ago = nowMs - Date.parse(happenedAt)
  if (!(ago > -AHEAD_MS && ago < OLDEST_MS))
    throw new ApiProblem(422, 'invalid-fields', t('tell.bad-time'), [{ path: 'at', message: t('tell.bad-time') }])
  const small = picture && (await preparePhoto(picture)).files.full
  await inFirm(
    { firmId: lid.firmId, userId: '', pass: lid.pass },
    (tx) =>
      tx.insert(lockoutNote).values({
        id: uuidv7(),
        firmId: lid.firmId,
        applianceId: lid.applianceId,
        happenedAt,
        toldAt: from.now,
        service,
        code,
        picture: small,
        state: 'new',
      }),
    db,
  )
}

export interface NoteShown {
  readonly id: string
  readonly applianceId: string
  readonly happenedAt: string
  readonly service: (typeof lockoutNote.$inferSelect)['service']
  readonly code: string | null
  readonly hasPicture: boolean
  readonly state: 'new' | 'taken' | 'dismissed'
}

/** What customers told of some appliances and nobody put aside, the newest first. */
export async function notesOf(tx: Transaction, firmId: string, applianceIds: readonly string[]): Promise<NoteShown[]> {
  if (applianceIds.length === 0) return []
  const rows = await tx
    .select({
      id: lockoutNote.id,
      applianceId: lockoutNote.applianceId,
      happenedAt: lockoutNote.happenedAt,
      service: lockoutNote.service,
      code: lockoutNote.code,
      hasPicture: sql<boolean>`${lockoutNote.picture} is not null`,
      state: lockoutNote.state,
    })
    .from(lockoutNote)
    .where(and(eq(lockoutNote.firmId, firmId), inArray(lockoutNote.applianceId, [...applianceIds]), ne(lockoutNote.state, 'dismissed')))
    .orderBy(desc(lockoutNote.happenedAt))
    .limit(SHOWN)
  return rows.map((r) => ({ ...r, happenedAt: isoInstant(r.happenedAt) }))
}

/** Takes a note over, or puts it aside; or neither again. @throws ApiProblem 404 */
export async function reviewNote(tx: Transaction, actor: Actor, id: string, state: NoteShown['state'], now: string): Promise<void> {
  const [row] = await tx
    .update(lockoutNote)
    .set({ state, reviewedAt: now, reviewedBy: actor.userId })
    .where(and(eq(lockoutNote.firmId, actor.firmId), eq(lockoutNote.id, id)))
    .returning({ applianceId: lockoutNote.applianceId })
  if (!row) throw new ApiProblem(404, 'not-found', t('register.not-there'))
  if (state !== 'new') await audit(tx, actor, `lock-out-${state}`, ['appliance', row.applianceId], now)
}

/** The picture of a note. @throws ApiProblem 404 */
export async function notePicture(tx: Transaction, actor: Actor, id: string): Promise<Buffer> {
  const [row] = await tx
    .select({ picture: lockoutNote.picture })
    .from(lockoutNote)
    .where(and(eq(lockoutNote.firmId, actor.firmId), eq(lockoutNote.id, id), isNotNull(lockoutNote.picture)))
  if (!row?.picture) throw new ApiProblem(404, 'not-found', t('register.not-there'))
  return row.picture
}

/** Appliances with notes that nobody has looked at, the newest first. */
export async function newNotes(tx: Transaction, firmId: string) {
  const rows = await tx
    .select({
      applianceId: appliance.id,
      applianceName: appliance.name,
      siteName: site.name,
      timeZone: site.timeZone,
      count: sql<number>`count(*)::int`,
      newest: sql<string>`max(${lockoutNote.happenedAt})`,
    })
    .from(lockoutNote)
    .innerJoin(appliance, eq(appliance.id, lockoutNote.applianceId))
    .innerJoin(site, eq(site.id, appliance.siteId))
    .where(and(eq(lockoutNote.firmId, firmId), eq(lockoutNote.state, 'new')))
    .groupBy(appliance.id, site.id)
    .orderBy(sql`max(${lockoutNote.happenedAt}) desc`)
    .limit(SHOWN)
  return rows.map((r) => ({ ...r, newest: isoInstant(r.newest) }))
}
