import type { Card } from '../../appliance'
import { type FaultMap, faultMapSchema } from '../map'
import { buildMap } from './build'
import { CAUSES } from './causes'
import { CHECKS } from './checks'
import { KIND_MAPS } from './kinds'

export { causeIdOf } from './called'

/** The fault maps that ship: one for each burner kind. */
export const FAULT_MAPS: readonly FaultMap[] = KIND_MAPS.map((kind) => faultMapSchema.parse(buildMap(kind, CAUSES, CHECKS)))

/** The map of a burner kind. `faultMapOf('premix-pneumatic').id` → `'premix-pneumatic'` */
export const faultMapOf = (kind: Card['burnerKind']): FaultMap => FAULT_MAPS.find((m) => m.burnerKinds.includes(kind))!
