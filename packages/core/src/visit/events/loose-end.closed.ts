import { LOOSE_END_KINDS } from '../../procedure'
import { defineEvent, WORKERS } from '../kit'

export const looseEndClosed = defineEvent({
  type: 'loose-end.closed',
  emit: WORKERS,
  afterClosing: 'refused',
  moves: ['ends'],
  apply: (h, { data: { looseEndId, leakCheck } }) => {
    const i = h.visit.now.looseEnds.findIndex((l) => l.id === looseEndId)
    const end = h.visit.now.looseEnds[i]
    if (!end) return h.odd('no-such-loose-end')
    if (end.closedAt) return h.odd('closed-already')
    if (LOOSE_END_KINDS[end.kind].gasJoint && !leakCheck?.tight) return h.breach('gas-joint-without-leak-check')
    h.visit.own('looseEnds')[i] = { ...end, closedAt: h.stamp.at, closedBy: h.stamp.by, leakCheck: leakCheck?.method ?? null }
  },
})
