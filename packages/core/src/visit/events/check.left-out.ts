import { defineEvent, WORKERS } from '../kit'
import { putFault } from '../putFault'

/** A check that was not made, and why. */
export const checkLeftOut = defineEvent({
  type: 'check.left-out',
  emit: WORKERS,
  afterClosing: 'refused',
  moves: [],
  apply: putFault,
})
