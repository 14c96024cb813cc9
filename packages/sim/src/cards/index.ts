import { adapt24 } from './adapt24'
import { drift40 } from './drift40'
import { drift60m } from './drift60m'
import { drift80 } from './drift80'
import { larch18, larch18Before } from './larch18'
import { larch28 } from './larch28'
import { larch28Propane } from './larch28Propane'
import { quartet300 } from './quartet300'
import { stag95 } from './stag95'
import { stag210 } from './stag210'
import { torch450 } from './torch450'
import { well190 } from './well190'

/** The target cards of the demo world, one for each appliance of it. Makers and values are invented. */
export const DEMO_CARDS = [
  larch28,
  larch18,
  drift80,
  larch28Propane,
  adapt24,
  stag95,
  stag210,
  drift60m,
  quartet300,
  torch450,
  well190,
  drift40,
] as const
/** Issues that a newer one replaced; histories may still be pinned to them. */
export const OLDER_CARDS = [larch18Before] as const
export { drift80, larch18, larch28 }
