import { z } from 'zod'
import { daySchema } from '../../shapes'
import { defineEvent, LICENSED } from '../kit'

export const visitClosed = defineEvent({
  type: 'visit.closed',
  data: z.strictObject({ nextDueOn: daySchema.nullable() }),
  emit: LICENSED,
  afterClosing: 'refused',
  moves: [],
  apply: (h, { data, at, authorId, authorName }) =>
    h.visit.set({ status: 'closed', closedAt: at, closedBy: authorName, closedById: authorId, nextDueOn: data.nextDueOn }),
})
