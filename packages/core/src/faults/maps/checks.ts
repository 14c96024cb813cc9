import type { CheckPart } from './build'
import { CHECKS_AROUND } from './checksAround'
import { CHECKS_OF_FLAME } from './checksOfFlame'
import { CHECKS_OF_START } from './checksOfStart'

/** Every check that any of the maps asks for. Measured on the appliance as it is; nothing fires with the flue apart, and no safety device is bridged. */
export const CHECKS: readonly CheckPart[] = [...CHECKS_OF_START, ...CHECKS_OF_FLAME, ...CHECKS_AROUND]
