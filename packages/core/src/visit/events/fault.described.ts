import { defineEvent, WORKERS } from '../kit'
import { putFault } from '../putFault'

/** A fault that is looked for: what it does, and what is known of it beside the checks. Said again, it stands in place of what was said before. */
export const faultDescribed = defineEvent({
  type: 'fault.described',
  emit: WORKERS,
  afterClosing: 'refused',
  moves: [],
  makes: 'faultId',
  apply: putFault,
})
