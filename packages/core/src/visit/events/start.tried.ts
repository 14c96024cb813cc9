import { z } from 'zod'
import { textSchema } from '../../shapes'
import { defineEvent, WORKERS } from '../kit'
import { stoppedNow } from '../stops'

/** What a start was tried with. Only one with gas can light, and only such a one counts when it does not. */
const START_GAS = ['on', 'shut', 'fan-only'] as const
/** How something stood during a start. */
const STOOD = ['off', 'bridged', 'open'] as const

/** One try to start: with gas, with gas shut to see the spark, or with the fan alone; and what was off, bridged or open meanwhile. */
export const startTried = defineEvent({
  type: 'start.tried',
  data: z
    .strictObject({
      /** On where it is not said. */
      gas: z.enum(START_GAS).optional(),
      /** A flame. */
      lit: z.boolean(),
      /** The spark, or the fan, where that was what was tried. */
      seen: z.boolean().optional(),
      /** How often the control tried by itself within this one start. */
      tries: z.number().int().min(1).max(10).optional(),
      ignition: z.enum(['smooth', 'late', 'rough', 'bang']).optional(),
      stood: z
        .array(z.strictObject({ how: z.enum(STOOD), what: textSchema(1, 80) }))
        .max(10)
        .optional(),
      /** Anything else about how it stood. */
      configuration: textSchema(0, 300).optional(),
    })
    .refine((s) => !s.lit || (s.gas ?? 'on') === 'on', { path: ['lit'], message: 'Nothing lights without gas.' }),
  emit: WORKERS,
  afterClosing: 'refused',
  moves: [],
  apply: (h, { data }) => {
    const gas = data.gas ?? 'on'
    // Spark and fan are tried with the gas shut, stop or no stop.
    if (gas === 'on' && stoppedNow(h)) h.breach('fired-against-a-stop')
    h.visit.own('starts').push({
      applianceId: h.applianceId,
      gas,
      lit: data.lit,
      seen: data.seen ?? null,
      tries: data.tries ?? 1,
      ignition: data.ignition ?? null,
      stood: data.stood ?? [],
      configuration: data.configuration ?? null,
      index: h.index,
      ...h.stamp,
    })
  },
})
