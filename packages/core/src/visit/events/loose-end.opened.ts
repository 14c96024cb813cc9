import { z } from 'zod'
import { LOOSE_END_KIND_IDS } from '../../procedure'
import { idSchema, rawTextSchema } from '../../shapes'
import { defineEvent, WORKERS } from '../kit'
import { openLooseEnd } from '../marks'

export const looseEndOpened = defineEvent({
  type: 'loose-end.opened',
  data: z.strictObject({
    looseEndId: idSchema,
    kind: z.enum(LOOSE_END_KIND_IDS),
    key: rawTextSchema(1, 80),
    label: rawTextSchema(1, 200),
    restore: rawTextSchema(0, 500).optional(),
    /** How it was before, as a picture. */
    photoId: idSchema.optional(),
  }),
  emit: WORKERS,
  afterClosing: 'refused',
  moves: ['ends'],
  makes: 'looseEndId',
  apply: (h, { data: { looseEndId: id, restore, photoId, ...end } }) =>
    openLooseEnd(h, { id, ...end, restore: restore ?? null, photoId: photoId ?? null }),
})
