import type { Role } from '@lucerna/core/visit'
import type { Actor } from './actor'
import { ApiProblem } from './problem'
import { t } from '@/messages/all'

/** Who may do what outside a visit; inside a visit the one table is core's EMIT_TABLE. */
const GAS_WORK = {
  /** Enter and change sites, supplies, appliances and photographs. */
  'register.write': ['lead', 'technician', 'apprentice', 'planner'],
  'register.remove': ['lead', 'technician', 'planner'],
  'visit.plan': ['lead', 'technician', 'planner'],
  'follow-up.close': ['lead', 'technician'],
  'work.confirm': ['lead', 'technician'],
  'instrument.write': ['lead', 'technician'],
  'instrument.check': ['lead', 'technician', 'apprentice'],
  'card.from-plate': ['lead', 'technician'],
  'label.print': ['lead', 'technician', 'planner'],
  'report.share': ['lead', 'technician', 'planner'],
} as const satisfies Record<string, readonly Role[]>

/** Office work is not gas work: it goes by the role somebody holds, so that a lead with a lapsed licence can still enter the new one. */
const OFFICE = {
  'people.manage': ['lead'],
  'firm.settings': ['lead'],
  'mail.read': ['lead'],
  'audit.read': ['lead'],
  'personal-data.erase': ['lead'],
  'document.write': ['lead'],
  'import.run': ['lead', 'planner'],
} as const satisfies Record<string, readonly Role[]>

export type Deed = keyof typeof GAS_WORK | keyof typeof OFFICE
export const DEEDS = [...Object.keys(GAS_WORK), ...Object.keys(OFFICE)] as Deed[]

/** Whether somebody may do something now. */
export const may = (actor: Pick<Actor, 'role' | 'heldRole'>, deed: Deed): boolean =>
  deed in GAS_WORK
    ? (GAS_WORK[deed as keyof typeof GAS_WORK] as readonly Role[]).includes(actor.role)
    : (OFFICE[deed as keyof typeof OFFICE] as readonly Role[]).includes(actor.heldRole)

/** @throws ApiProblem 403 */
export function mustMay(actor: Actor, deed: Deed): void {
  if (!may(actor, deed)) throw new ApiProblem(403, 'role', t('problem.role', { role: t(`role.${actor.role}`).toLowerCase() }))
}
