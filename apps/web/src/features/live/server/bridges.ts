import { and, desc, eq, isNull, sql } from 'drizzle-orm'
import { createHash, randomBytes } from 'node:crypto'
import { v7 as uuidv7 } from 'uuid'
import { z } from 'zod'
import { textSchema } from '@lucerna/core/shapes'
import { type Database, isoInstant, type Scope, type Transaction } from '@/db/client'
import { bridge, user } from '@/db/schema'
import { personName } from '@/db/personName'
import type { Actor } from '@/server/actor'
import { audit } from '@/server/audit'
import { ApiProblem } from '@/server/problem'
import { t } from '@/messages/all'

export const bridgeSchema = z.strictObject({ name: textSchema(1, 60) })
export const bridgeShape = z.object({
  id: z.uuid(),
  name: z.string(),
  by: z.string(),
  createdAt: z.iso.datetime(),
  lastSeenAt: z.iso.datetime().nullable(),
  revokedAt: z.iso.datetime().nullable(),
})
export type Bridge = z.infer<typeof bridgeShape>

const hashOf = (token: string): string => createHash('sha256').update(token).digest('hex')

/** All bridges of a firm, the newest first. */
export async function listBridges(tx: Transaction, firmId: string): Promise<Bridge[]> {
  const rows = await tx
    .select({ b: bridge, by: personName })
    .from(bridge)
    .innerJoin(user, eq(user.id, bridge.createdBy))
    .where(eq(bridge.firmId, firmId))
    .orderBy(desc(bridge.createdAt))
    .limit(100)
  return rows.map(({ b, by }) => ({
    id: b.id,
    name: b.name,
    by,
    createdAt: isoInstant(b.createdAt),
    lastSeenAt: b.lastSeenAt && isoInstant(b.lastSeenAt),
    revokedAt: b.revokedAt && isoInstant(b.revokedAt),
  }))
}

/** A new bridge with its token, which is shown this once: 192 random bits, of which only the hash is kept. */
export async function addBridge(tx: Transaction, actor: Actor, name: string, now: string): Promise<{ id: string; token: string }> {
  const id = uuidv7()
  const token = `lb_${randomBytes(24).toString('base64url')}`
  await tx.insert(bridge).values({ id, firmId: actor.firmId, name, tokenHash: hashOf(token), createdAt: now, createdBy: actor.userId })
  await audit(tx, actor, 'bridge-added', ['bridge', id], now)
  return { id, token }
}

/** Its token opens nothing any more, for good. @throws ApiProblem 404 */
export async function revokeBridge(tx: Transaction, actor: Actor, id: string, now: string): Promise<void> {
  const [row] = await tx
    .update(bridge)
    .set({ revokedAt: now })
    .where(and(eq(bridge.firmId, actor.firmId), eq(bridge.id, id), isNull(bridge.revokedAt)))
    .returning({ id: bridge.id })
  if (!row) throw new ApiProblem(404, 'not-found', t('register.not-there'))
  for (const [token, { by }] of good) if (by.bridgeId === id) good.delete(token)
  await audit(tx, actor, 'bridge-revoked', ['bridge', id], now)
}

/** For so long a token that was good is not asked about again, ms: a bridge posts twice a second. One that is revoked elsewhere is heard that much longer. */
const GOOD_MS = 3000
const good = new Map<string, { readonly by: Scope & { readonly bridgeId: string }; readonly untilMs: number }>()

/** Whose token this is: the one question that is asked before any firm is known. @throws ApiProblem 401 */
export async function bridgeOf(authorization: string | null, db: Database): Promise<Scope & { readonly bridgeId: string }> {
  const token = /^Bearer (lb_[\w-]{32})$/.exec(authorization ?? '')?.[1]
  const known = token && good.get(token)
  if (known && performance.now() < known.untilMs) return known.by
  if (token) good.delete(token)
  const [row] = token
    ? await db.execute<{ bridge_id: string; firm_id: string; pass: string }>(
        sql`select bridge_id, firm_id, pass from bridge_of_token(${hashOf(token)})`,
      )
    : []
  if (!row) throw new ApiProblem(401, 'token', t('live.problem.token'))
  const by = { bridgeId: row.bridge_id, firmId: row.firm_id, userId: '', pass: row.pass }
  if (token) good.set(token, { by, untilMs: performance.now() + GOOD_MS })
  return by
}
