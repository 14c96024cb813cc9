import { defineEvent, LICENSED } from '../kit'

export const visitClosed = defineEvent({
  type: 'visit.closed',
  emit: LICENSED,
  afterClosing: 'refused',
  moves: [],
  turns: 'closed',
  notYet: (_, { state, gatesOf }) => {
    if (state.status !== 'open') return { code: 'not-started', gates: [] }
    if (state.appliances.some((a) => !a.outcome)) return { code: 'no-outcome', gates: [] }
    // An outcome set earlier may have been overtaken by what happened since.
    const gates = state.appliances.flatMap((a) => (a.outcome?.outcome === 'in-normal-service' ? gatesOf(a.applianceId) : []))
    return gates.length > 0 ? { code: 'overtaken', gates } : null
  },
  apply: (h, { data, at, authorId, authorName }) =>
    h.visit.set({ status: 'closed', closedAt: at, closedBy: authorName, closedById: authorId, nextDueOn: data.nextDueOn }),
})
