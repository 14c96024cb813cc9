import { defineEvent, WORKERS } from '../kit'
import { putFault } from '../putFault'

/** What a check of a fault case showed: one of its results, or a figure. What the map does not know is kept and counts for nothing. */
export const checkMade = defineEvent({
  type: 'check.made',
  emit: WORKERS,
  afterClosing: 'refused',
  moves: [],
  instruments: (data) => ({ 'data.instrumentId': data.instrumentId }),
  apply: putFault,
})
