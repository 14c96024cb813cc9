import { defineEvent, WORKERS } from '../kit'
import { putFault } from '../putFault'

/** One time that a fault happened, as somebody saw or told it. */
export const occurrenceNoted = defineEvent({
  type: 'occurrence.noted',
  emit: WORKERS,
  afterClosing: 'refused',
  moves: [],
  makes: 'occurrenceId',
  apply: putFault,
})
