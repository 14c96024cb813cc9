import { type Permission, type Role, ROLES } from './kit'
import type { EventType } from './eventData'
import { EVENT_TYPES, specOf } from './registry'

export { type Role, ROLES }

/** Who may emit what while a visit is open: the one table (role × type), read off the types themselves. */
export const EMIT_TABLE: Readonly<Record<Role, Readonly<Record<EventType, Permission>>>> = Object.fromEntries(
  ROLES.map((role) => [role, Object.fromEntries(EVENT_TYPES.map((type) => [type, specOf(type).emit[role]]))]),
) as Record<Role, Record<EventType, Permission>>

/**
 * Whether a role may emit a type, and whether it stands at once. After closing only corrections, notes, confirming and reopening by a lead are left.
 *
 * @example
 * mayEmit('apprentice', 'reading.corrected', true) // 'provisional'
 */
export function mayEmit(role: Role, type: EventType, closed: boolean): Permission {
  if (!closed) return EMIT_TABLE[role][type]
  const { afterClosing } = specOf(type)
  return afterClosing === 'refused' ? 'no' : afterClosing.emit[role]
}

/**
 * The role somebody acts in: a lapsed licence acts as an apprentice.
 *
 * @param licenceUntil ISO date of expiry; null for roles that need none.
 * @example
 * actingRole('technician', '2026-01-31', '2026-02-01') // 'apprentice'
 */
export function actingRole(role: Role, licenceUntil: string | null, today: string): Role {
  if (role !== 'lead' && role !== 'technician') return role
  return licenceUntil !== null && licenceUntil >= today ? role : 'apprentice'
}

/** Whether a role may open the work of its firm at all; everyone of the firm may read. */
export const mayStartVisits = (role: Role): boolean => EMIT_TABLE[role]['visit.started'] !== 'no'

/** A licence is warned about this many days before it lapses. */
export const LICENCE_WARNING_DAYS = 60

/**
 * How a person's licence stands: `none` for roles that need none, `missing` or `lapsed` (acts as an apprentice), `soon` within
 * {@link LICENCE_WARNING_DAYS}, else `valid`. A licence holds through its last day.
 *
 * @param until ISO date of the last day it holds; null when none is on record.
 * @example
 * licenceState('technician', '2026-03-01', '2026-02-01') // 'soon'
 */
export function licenceState(role: Role, until: string | null, today: string): 'none' | 'missing' | 'lapsed' | 'soon' | 'valid' {
  if (role !== 'lead' && role !== 'technician') return 'none'
  if (until === null) return 'missing'
  if (until < today) return 'lapsed'
  return Date.parse(until) - Date.parse(today) <= LICENCE_WARNING_DAYS * 86_400_000 ? 'soon' : 'valid'
}
