import { and, desc, eq, isNull } from 'drizzle-orm'
import { randomBytes } from 'node:crypto'
import { isoInstant, type Transaction } from '@/db/client'
import { appliance, publicLink, user } from '@/db/schema'
import { personName } from '@/db/personName'
import type { Actor } from '@/server/actor'
import { audit } from '@/server/audit'
import { env } from '@/env'
import { ApiProblem } from '@/server/problem'
import { t } from '@/messages/all'

export interface Link {
  readonly token: string
  readonly createdAt: string
  readonly by: string
  readonly revokedAt: string | null
}

export const linkUrl = (token: string): string => new URL(`/l/${token}`, env().PUBLIC_URL).toString()

/** All links that labels of an appliance were printed with, the newest first. */
export async function linksOf(tx: Transaction, firmId: string, applianceId: string): Promise<Link[]> {
  const rows = await tx
    .select({ l: publicLink, by: personName })
    .from(publicLink)
    .innerJoin(user, eq(user.id, publicLink.createdBy))
    .where(and(eq(publicLink.firmId, firmId), eq(publicLink.subjectId, applianceId)))
    .orderBy(desc(publicLink.createdAt))
    .limit(50)
  return rows.map(({ l, by }) => ({
    token: l.token,
    by,
    createdAt: isoInstant(l.createdAt),
    revokedAt: l.revokedAt && isoInstant(l.revokedAt),
  }))
}

/** The link that stands, or a new one. 132 random bits: it cannot be guessed. @throws ApiProblem 404 */
export async function standingLink(tx: Transaction, actor: Actor, applianceId: string, now: string): Promise<string> {
  const [unit] = await tx
    .select({ id: appliance.id })
    .from(appliance)
    .where(and(eq(appliance.firmId, actor.firmId), eq(appliance.id, applianceId), isNull(appliance.deletedAt)))
    .for('update')
  if (!unit) throw new ApiProblem(404, 'not-found', t('register.not-there'))
  const standing = (await linksOf(tx, actor.firmId, applianceId)).find((l) => l.revokedAt === null)
  if (standing) return standing.token
  const token = randomBytes(17).toString('base64url').slice(0, 22)
  await tx
    .insert(publicLink)
    .values({ token, firmId: actor.firmId, kind: 'lid-label', subjectId: applianceId, createdAt: now, createdBy: actor.userId })
  await audit(tx, actor, 'link-made', ['appliance', applianceId], now)
  return token
}

/** Makes a link lead nowhere, for good. @throws ApiProblem 404 */
export async function revokeLink(tx: Transaction, actor: Actor, token: string, now: string): Promise<void> {
  const [row] = await tx
    .update(publicLink)
    .set({ revokedAt: now })
    .where(and(eq(publicLink.firmId, actor.firmId), eq(publicLink.token, token), isNull(publicLink.revokedAt)))
    .returning({ subjectId: publicLink.subjectId, kind: publicLink.kind })
  if (!row) throw new ApiProblem(404, 'not-found', t('register.not-there'))
  await audit(tx, actor, 'link-revoked', [row.kind === 'report' ? 'visit' : 'appliance', row.subjectId], now)
}

/** The address inside the firm that a link leads to; null when it is revoked, unknown, or another firm's. */
export async function whereTo(tx: Transaction, firmId: string, token: string): Promise<string | null> {
  const [row] = await tx
    .select({ subjectId: publicLink.subjectId, kind: publicLink.kind })
    .from(publicLink)
    .where(and(eq(publicLink.firmId, firmId), eq(publicLink.token, token), isNull(publicLink.revokedAt)))
  if (!row) return null
  return row.kind === 'report' ? `/visits/${row.subjectId}/report` : `/appliances/${row.subjectId}`
}
