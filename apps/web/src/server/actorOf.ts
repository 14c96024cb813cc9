import { actingRole, type Role } from '@lucerna/core/visit'
import { sql } from 'drizzle-orm'
import { type Database, database, mayConnect, type Scope, signInDatabase } from '@/db/client'
import { type Dialect, dialectOfUnits, isDialect } from '@/ui/dialect'
import type { Units } from '@/ui/figures'
import { dayAt } from '@/ui/zoned'

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
  /** The firm's own time zone: what "today" is for licences, calibrations and lists. A visit's day is its site's. */
  readonly timeZone: string
  /** What the firm's practice counts in. */
  readonly practiceUnits: Units
  readonly farViewTones: boolean
  /** The dialect this person chose; null follows the practice profile of the firm. */
  readonly chosenDialect: Dialect | null
  /** The dialect that the program speaks to this person. */
  readonly dialect: Dialect
  /** The firm asks for a second factor and this person has none yet: until then nothing else is shown. */
  readonly secondFactorDue: boolean
}

/** The units to show to somebody where no site says otherwise. */
export const unitsOf = (actor: Pick<Actor, 'units' | 'practiceUnits'>): Units => actor.units ?? actor.practiceUnits

/** The units to show to somebody under a practice. */
export const unitsFor = (actor: Pick<Actor, 'units'>, practice: Units): Units => actor.units ?? practice

interface ActingRow extends Record<string, unknown> {
  readonly user_id: string
  readonly name: string
  readonly session_updated_at: string | Date | null
  readonly firm_id: string
  readonly firm_name: string
  readonly role: Role
  readonly licence_number: string | null
  readonly licence_until: string | null
  readonly units: string | null
  readonly far_view_tones: boolean
  readonly dialect: string | null
  readonly practice_units: string | null
  readonly firm_time_zone: string
  readonly pass: string
  readonly second_factor_due: boolean
}

const COLUMNS = sql.raw(
  'user_id, name, session_updated_at, firm_id, firm_name, role, licence_number, licence_until::text, units, far_view_tones, dialect, practice_units, firm_time_zone, pass, second_factor_due',
)

const actorFrom = (row: ActingRow, now: string): Actor => {
  const chosenDialect = isDialect(row.dialect) ? row.dialect : null
  const practiceUnits = row.practice_units === 'imperial' ? 'imperial' : 'metric'
  return {
    userId: row.user_id,
    firmId: row.firm_id,
    pass: row.pass,
    name: row.name,
    firmName: row.firm_name,
    heldRole: row.role,
    role: actingRole(row.role, row.licence_until, dayAt(now, row.firm_time_zone)),
    licenceNumber: row.licence_number,
    licenceUntil: row.licence_until,
    units: row.units === 'metric' || row.units === 'imperial' ? row.units : null,
    timeZone: row.firm_time_zone,
    practiceUnits,
    farViewTones: row.far_view_tones,
    chosenDialect,
    secondFactorDue: row.second_factor_due,
    dialect: chosenDialect ?? dialectOfUnits(practiceUnits),
  }
}

/** The actor for a user id, or null when that user belongs to no firm (any more). Only the role of sign-in may ask so: an id proves nothing. */
export async function actorOf(userId: string, now: string, db: Database = signInDatabase()): Promise<Actor | null> {
  mayConnect(db)
  const [row] = await db.execute<ActingRow>(sql`select ${COLUMNS} from acting_person(${userId}::text, null)`)
  return row ? actorFrom(row, now) : null
}

/** The actor of a session that holds, by its token, and when the session was last renewed; null when there is no such session, or no firm to act for. */
export async function actorOfToken(
  token: string,
  now: string,
  db: Database = database(),
): Promise<{ readonly actor: Actor; readonly renewedAt: Date } | null> {
  mayConnect(db)
  const [row] = await db.execute<ActingRow>(sql`select ${COLUMNS} from acting_session(${token}::text)`)
  return row?.session_updated_at ? { actor: actorFrom(row, now), renewedAt: new Date(row.session_updated_at) } : null
}
