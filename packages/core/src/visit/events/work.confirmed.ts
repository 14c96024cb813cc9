import { defineEvent, LICENSED } from '../kit'

/** A licensed person stands for somebody's provisional work. What was provisional after closing counts from here on (`fold.ts`). */
export const workConfirmed = defineEvent({
  type: 'work.confirmed',
  emit: LICENSED,
  afterClosing: { emit: LICENSED, newReport: true },
  moves: ['readings', 'verdicts', 'left'],
  confirms: (data) => data.eventIds,
  apply: (h, { data }) => {
    const confirmed = new Set(data.eventIds)
    h.visit.set({ unconfirmed: h.visit.now.unconfirmed.filter((id) => !confirmed.has(id)) })
  },
})
