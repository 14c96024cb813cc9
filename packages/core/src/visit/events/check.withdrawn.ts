import { defineEvent, WORKERS } from '../kit'
import { putFault } from '../putFault'

/** An entry of a fault case that was a slip: a check, one left out, an occurrence; by the id of the case itself, what it was settled as. It stays in the log. */
export const checkWithdrawn = defineEvent({
  type: 'check.withdrawn',
  emit: WORKERS,
  afterClosing: 'refused',
  moves: [],
  apply: putFault,
})
