import { EVENT_TYPES, type EventType } from './events'

export const ROLES = ['lead', 'technician', 'apprentice', 'planner', 'viewer'] as const
export type Role = (typeof ROLES)[number]

/** `provisional`: stored, and waits for a licensed person to confirm it. */
type Permission = 'yes' | 'provisional' | 'no'

const licensedOnly: readonly EventType[] = ['visit.closed', 'work.confirmed']
const leadOnly: readonly EventType[] = ['visit.reopened']
const provisionalForApprentice: readonly EventType[] = [
  'adjustment.made',
  'gate.overridden',
  'instrument.allowed',
  'live-test.allowed',
  'defect.found',
  'defect.mended',
  'part.fitted',
  'appliance.outcome-set',
]

const permission = (role: Role, type: EventType): Permission => {
  if (role === 'planner' || role === 'viewer') return 'no'
  if (leadOnly.includes(type)) return role === 'lead' ? 'yes' : 'no'
  if (role !== 'apprentice') return 'yes'
  if (licensedOnly.includes(type)) return 'no'
  return provisionalForApprentice.includes(type) ? 'provisional' : 'yes'
}

/** Who may emit what: the one table (role × type). */
export const EMIT_TABLE: Readonly<Record<Role, Readonly<Record<EventType, Permission>>>> = Object.fromEntries(
  ROLES.map((role) => [role, Object.fromEntries(EVENT_TYPES.map((type) => [type, permission(role, type)]))]),
) as Record<Role, Record<EventType, Permission>>

/**
 * The role somebody acts in: a lapsed licence acts as an apprentice.
 *
 * @param licenceUntil ISO date of expiry; null for roles that need none.
 * @example
 * actingRole('technician', '2026-01-31', '2026-02-01T09:00:00.000Z') // 'apprentice'
 */
export function actingRole(role: Role, licenceUntil: string | null, now: string): Role {
  if (role !== 'lead' && role !== 'technician') return role
  return licenceUntil !== null && licenceUntil >= now.slice(0, 10) ? role : 'apprentice'
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
 * licenceState('technician', '2026-03-01', '2026-02-01T09:00:00.000Z') // 'soon'
 */
export function licenceState(role: Role, until: string | null, now: string): 'none' | 'missing' | 'lapsed' | 'soon' | 'valid' {
  if (role !== 'lead' && role !== 'technician') return 'none'
  if (until === null) return 'missing'
  if (until < now.slice(0, 10)) return 'lapsed'
  return Date.parse(until) - Date.parse(now.slice(0, 10)) <= LICENCE_WARNING_DAYS * 86_400_000 ? 'soon' : 'valid'
}
