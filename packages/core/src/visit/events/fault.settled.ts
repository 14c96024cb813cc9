import { CONFIRMED, defineEvent } from '../kit'
import { putFault } from '../putFault'

/** What the fault was, as somebody answers for it: proved, since it runs with the remedy and not without, or as good as. */
export const faultSettled = defineEvent({
  type: 'fault.settled',
  emit: CONFIRMED,
  afterClosing: 'refused',
  moves: [],
  apply: putFault,
})
