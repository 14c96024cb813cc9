import { ARRIVE } from './arrive'
import { DEAD } from './dead'
import { FLUE } from './flue'
import { GASWAY_STEPS } from './gasway'
import { PRESSURES } from './pressures'
import { RESTORE } from './restore'
import { SAFETIES } from './safeties'
import type { Rule } from './parts'

export { ask, heldAt, type Job, need, type Rule } from './parts'

/**
 * The rules, in the order of a visit. Each says for which jobs and appliances it holds and what it asks for; nothing else decides what stands on a
 * sheet. A step without a figure, an answer or a clock does not exist.
 */
export const RULES: readonly Rule[] = [...ARRIVE, ...GASWAY_STEPS, ...PRESSURES, ...DEAD, ...FLUE, ...SAFETIES, ...RESTORE]
