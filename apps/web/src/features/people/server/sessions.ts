import Bowser from 'bowser'
import { sql } from 'drizzle-orm'
import { isoInstant, type Transaction } from '@/db/client'
import type { Actor } from '@/server/actor'
import { audit } from '@/server/audit'
import { ApiProblem } from '@/server/problem'
import { t } from '@/messages/all'

interface KeptSession {
  readonly id: string
  readonly createdAt: string
  readonly updatedAt: string
  readonly expiresAt: string
  readonly ipAddress: string | null
  readonly userAgent: string | null
}

/** Where somebody is signed in, the newest first: oneself, or somebody who works in this firm and never worked in another. Of others the database tells nothing. */
export async function sessionsOf(tx: Transaction, userId: string): Promise<KeptSession[]> {
  const rows = await tx.execute<Record<string, string | null>>(
    sql`select id, created_at::text, updated_at::text, expires_at::text, ip_address, user_agent from sessions_of(${userId})`,
  )
  return rows.map((r) => ({
    id: r.id!,
    createdAt: isoInstant(r.created_at!),
    updatedAt: isoInstant(r.updated_at!),
    expiresAt: isoInstant(r.expires_at!),
    ipAddress: r.ip_address ?? null,
    userAgent: r.user_agent ?? null,
  }))
}

/** Ends one session, or all but one, of oneself or of somebody who works in this firm only. */
export async function endSessionsOf(tx: Transaction, userId: string, onlyId: string | null, butId: string | null): Promise<number> {
  const [row] = await tx.execute<{ gone: number }>(sql`select end_sessions_of(${userId}, ${onlyId}, ${butId}) as gone`)
  return row?.gone ?? 0
}

export interface SessionShown {
  readonly id: string
  readonly device: string
  readonly ipAddress: string | null
  readonly createdAt: string
  readonly seenAt: string
  readonly here: boolean
}

/** "Chromium on Linux", as far as the browser says. */
export function deviceName(userAgent: string | null): string {
  if (!userAgent) return t('session.unknown')
  const { browser, os } = Bowser.parse(userAgent)
  return browser.name ? t('session.device', { browser: browser.name, os: os.name ?? '?' }) : t('session.unknown')
}

/** Where one is signed in, the newest first. @param hereId the session of the request */
export async function listSessions(tx: Transaction, userId: string, hereId: string | null, now: Date): Promise<SessionShown[]> {
  return (await sessionsOf(tx, userId))
    .filter((s) => s.expiresAt > now.toISOString())
    .map((s) => ({
      id: s.id,
      device: deviceName(s.userAgent),
      ipAddress: s.ipAddress,
      createdAt: s.createdAt,
      seenAt: s.updatedAt,
      here: s.id === hereId,
    }))
}

/** Signs one of one's own sessions out. @throws ApiProblem 404 */
export async function endSession(tx: Transaction, actor: Actor, id: string): Promise<void> {
  if ((await endSessionsOf(tx, actor.userId, id, null)) === 0) throw new ApiProblem(404, 'not-found', t('register.not-there'))
}

/** Signs out everywhere, or everywhere but here. Answers how many sessions ended. */
export async function endSessions(tx: Transaction, actor: Actor, keepId: string | null, now: string): Promise<number> {
  const gone = await endSessionsOf(tx, actor.userId, null, keepId)
  await audit(tx, actor, 'signed-out-everywhere', ['person', actor.userId], now)
  return gone
}
