import { actingRole, type Role } from '@lucerna/core/visit'
import { and, eq, isNull, sql } from 'drizzle-orm'
import { type Database, database, type Scope } from '@/db/client'
import { firm, membership, preference, user } from '@/db/schema'
import type { Units } from '@/ui/figures'

/** The signed-in person, with the firm they act for and the role they act in (a lapsed licence acts as an apprentice). */
export interface Actor extends Scope {
  readonly name: string
  readonly firmName: string
  readonly role: Role
  readonly heldRole: Role
  readonly licenceNumber: string | null
  readonly licenceUntil: string | null
  /** The units this person wants to see, whatever the practice says; null follows the practice. */
  readonly units: Units | null
  readonly farViewTones: boolean
}

/** The units to show to somebody under a practice. */
export const unitsFor = (actor: Pick<Actor, 'units'>, practice: Units): Units => actor.units ?? practice

/** The actor for a user id, or null when that user belongs to no firm (any more). */
export async function actorOf(userId: string, now: string, db: Database = database()): Promise<Actor | null> {
  return db.transaction(async (tx) => {
    await tx.execute(sql`select set_config('lucerna.user_id', ${userId}, true)`)
    const [own] = await tx
      .select()
      .from(membership)
      .where(and(eq(membership.userId, userId), isNull(membership.leftAt)))
      .limit(1)
    if (!own) return null
    await tx.execute(sql`select set_config('lucerna.firm_id', ${own.firmId}, true)`)
    const [row] = await tx
      .select({ firmName: firm.name, name: user.name, units: preference.units, tones: preference.farViewTones })
      .from(firm)
      .innerJoin(user, eq(user.id, userId))
      .leftJoin(preference, and(eq(preference.firmId, firm.id), eq(preference.userId, userId)))
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
      units: row.units === 'metric' || row.units === 'imperial' ? row.units : null,
      farViewTones: row.tones ?? false,
    }
  })
}
