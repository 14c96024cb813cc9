import { actingRole, type Role } from '@lucerna/core/visit'
import { eq, sql } from 'drizzle-orm'
import { headers } from 'next/headers'
import { redirect } from 'next/navigation'
import { cache } from 'react'
import { type Database, database, type Scope } from '@/db/client'
import { firm, membership, user } from '@/db/schema'
import { auth } from './auth'

/** The signed-in person, with the firm they act for and the role they act in (a lapsed licence acts as an apprentice). */
export interface Actor extends Scope {
  readonly name: string
  readonly firmName: string
  readonly role: Role
  readonly heldRole: Role
  readonly licenceNumber: string | null
  readonly licenceUntil: string | null
}

/** The actor for a user id, or null when that user belongs to no firm. */
export async function actorOf(userId: string, now: string, db: Database = database()): Promise<Actor | null> {
  return db.transaction(async (tx) => {
    await tx.execute(sql`select set_config('lucerna.user_id', ${userId}, true)`)
    const [own] = await tx.select().from(membership).where(eq(membership.userId, userId)).limit(1)
    if (!own) return null
    await tx.execute(sql`select set_config('lucerna.firm_id', ${own.firmId}, true)`)
    const [row] = await tx
      .select({ firmName: firm.name, name: user.name })
      .from(firm)
      .innerJoin(user, eq(user.id, userId))
      .where(eq(firm.id, own.firmId))
    if (!row) return null
    return {
      userId,
      firmId: own.firmId,
      name: row.name,
      firmName: row.firmName,
      heldRole: own.role,
      role: actingRole(own.role, own.licenceUntil, now),
      licenceNumber: own.licenceNumber,
      licenceUntil: own.licenceUntil,
    }
  })
}

/** The actor of the running request, or null; asked once a request. */
export const currentActor = cache(async (): Promise<Actor | null> => {
  const session = await auth().api.getSession({ headers: await headers() })
  return session ? actorOf(session.user.id, new Date().toISOString()) : null
})

/** For pages: the actor, or off to the sign-in page and back here afterwards. */
export async function requireActor(returnTo: string): Promise<Actor> {
  const actor = await currentActor()
  if (!actor) redirect(`/sign-in?next=${encodeURIComponent(returnTo)}`)
  return actor
}
