import { z } from 'zod'
import { acceptsAnswer, changesBurner } from '../../procedure'
import { rawTextSchema } from '../../shapes'
import { MOVED_BY_WORK, touch } from '../draft'
import { defineEvent, WORKERS } from '../kit'
import { forbidsFiring } from '../stops'

export const observationMade = defineEvent({
  type: 'observation.made',
  data: z
    .strictObject({ observationId: rawTextSchema(1, 80), answer: rawTextSchema(1, 80) })
    .refine((o) => acceptsAnswer(o.observationId, o.answer), {
      path: ['answer'],
      message: 'Not an answer to this observation.',
    }),
  emit: WORKERS,
  afterClosing: 'refused',
  moves: ['observations', 'left'],
  apply: (h, { data }) => {
    if (!h.draft) return h.odd('no-appliance')
    h.draft.held.own('observations')[data.observationId] = { answer: data.answer, ...h.stamp }
    if (forbidsFiring(data.observationId, data.answer)) h.draft.forbidding.add(data.observationId)
    else h.draft.forbidding.delete(data.observationId)
    if (changesBurner(data.observationId, data.answer)) touch(h.draft, { index: h.index, stations: MOVED_BY_WORK })
  },
})
