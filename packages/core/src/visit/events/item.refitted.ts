import { z } from 'zod'
import { DISTURBED_KINDS, REFIT_CHECKS } from '../../procedure'
import { idSchema } from '../../shapes'
import { defineEvent, WORKERS } from '../kit'

export const itemRefitted = defineEvent({
  type: 'item.refitted',
  data: z.strictObject({ itemId: idSchema, check: z.enum(REFIT_CHECKS), photoId: idSchema.optional() }),
  emit: WORKERS,
  afterClosing: 'refused',
  moves: ['ends'],
  apply: (h, { data }) => {
    const i = h.visit.now.disturbed.findIndex((d) => d.id === data.itemId)
    const item = h.visit.now.disturbed[i]
    if (!item) return h.odd('no-such-item')
    if (item.refitted) return h.odd('refitted-already')
    if (!(DISTURBED_KINDS[item.kind].checks as readonly string[]).includes(data.check)) return h.breach('refitted-without-its-check')
    h.visit.own('disturbed')[i] = { ...item, refitted: { check: data.check, ...h.stamp } }
  },
})
