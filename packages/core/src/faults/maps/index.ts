import type { Card } from '../../appliance'
import { type FaultMap, faultMapSchema } from '../map'
import { american } from './american'
import { buildMap } from './build'
import { CAUSES } from './causes'
import { CHECKS } from './checks'
import { KIND_MAPS } from './kinds'

export { causeIdOf } from './called'

/** The fault maps that ship: one for each burner kind. */
export const FAULT_MAPS: readonly FaultMap[] = KIND_MAPS.map((kind) => faultMapSchema.parse(buildMap(kind, CAUSES, CHECKS)))
/** The same in American English. */
export const AMERICAN_FAULT_MAPS: readonly FaultMap[] = FAULT_MAPS.map(american)

/**
 * The map of a burner kind, in the words of a dialect: causes, checks and odds are the same.
 *
 * @example faultMapOf('premix-pneumatic').id // 'premix-pneumatic'
 * @example faultMapOf('forced-draught', 'en-US').title // 'Power burner'
 */
export const faultMapOf = (kind: Card['burnerKind'], dialect: 'en-GB' | 'en-US' = 'en-GB'): FaultMap =>
  (dialect === 'en-US' ? AMERICAN_FAULT_MAPS : FAULT_MAPS).find((m) => m.burnerKinds.includes(kind))!
