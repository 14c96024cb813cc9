import { z } from 'zod'
import { textSchema } from '../../shapes'
import { defineEvent, WORKERS } from '../kit'

const SERVICES = ['heating', 'hot-water', 'both', 'none'] as const
const WEATHERS = ['calm', 'wind', 'rain', 'frost'] as const
const OFTEN = ['always', 'daily', 'weekly', 'once'] as const

/** What is complained of, in what circumstances, and what was changed already: only what was said, all of it may be left out but one. */
export const complaintNoted = defineEvent({
  type: 'complaint.noted',
  data: z
    .strictObject({
      text: textSchema(2, 1000).optional(),
      toldBy: textSchema(1, 120).optional(),
      since: textSchema(1, 120).optional(),
      service: z.enum(SERVICES).optional(),
      weather: z.enum(WEATHERS).optional(),
      often: z.enum(OFTEN).optional(),
      /** What others changed before, and who. */
      changed: textSchema(2, 500).optional(),
    })
    .refine((c) => Object.values(c).some((v) => v !== undefined), { path: ['text'], message: 'Nothing was said.' }),
  emit: WORKERS,
  afterClosing: 'refused',
  moves: [],
  apply: (h, { data }) => {
    h.visit.own('complaints').push({
      text: data.text ?? null,
      toldBy: data.toldBy ?? null,
      since: data.since ?? null,
      service: data.service ?? null,
      weather: data.weather ?? null,
      often: data.often ?? null,
      changed: data.changed ?? null,
      applianceId: h.applianceId,
      ...h.stamp,
    })
  },
})
