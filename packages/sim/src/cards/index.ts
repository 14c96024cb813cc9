import { drift80 } from './drift80'
import { larch18 } from './larch18'
import { larch28 } from './larch28'

/** The target cards of the demo world. Makers and values are invented. */
export const DEMO_CARDS = [larch28, larch18, drift80] as const
export { drift80, larch18, larch28 }
