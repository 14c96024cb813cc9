import { defineEvent, LEADS } from '../kit'

export const visitReopened = defineEvent({
  type: 'visit.reopened',
  emit: LEADS,
  afterClosing: { emit: LEADS, newReport: false },
  moves: ['outcomes'],
  turns: 'reopened',
  apply: (h) => {
    h.visit.set({ status: 'open', closedAt: null, closedBy: null, closedById: null })
    for (const { held } of h.drafts.appliances.values()) held.set({ outcome: null })
  },
})
