import { z } from 'zod'
import { idSchema, rawTextSchema } from '../shapes'
import { INSTANCES } from './instances'
import { type MeasurandId, MEASURAND_IDS, MEASURANDS } from './measurands'
import { stationSchema } from './stations'

/** What an instrument can show that is no number, and what cannot be reached at all. */
const SPECIAL_KINDS = ['open', 'short', 'over-range', 'not-reachable'] as const

export const specialSchema = z
  .discriminatedUnion('kind', [
    z.strictObject({ kind: z.enum(SPECIAL_KINDS) }),
    z.strictObject({ kind: z.literal('varies'), fromSi: z.number(), toSi: z.number() }),
  ])
  .meta({ description: 'Open circuit, short, over range, not reachable; or a value that varies while something is moved, SI.' })
export type Special = z.infer<typeof specialSchema>

/** One look at a figure that showed no number. */
export const specialReadingSchema = z.strictObject({
  readingId: idSchema,
  measurandId: z.enum(MEASURAND_IDS),
  stationId: stationSchema,
  firingStateId: rawTextSchema(1, 60),
  sectionId: rawTextSchema(1, 60).optional(),
  instanceId: z.enum(INSTANCES).optional(),
  special: specialSchema,
})
const CIRCUITS = ['resistance', 'voltage', 'current']

/**
 * What can be shown in the place of a number for a measurand: a circuit can be open or shorted, anything can vary, be over range or out of reach.
 *
 * @example
 * specialsOf('coil.resistance') // ['open', 'short', 'over-range', 'varies', 'not-reachable']
 * specialsOf('co.flue') // ['over-range', 'varies', 'not-reachable']
 */
export const specialsOf = (id: MeasurandId): readonly Special['kind'][] => [
  ...(MEASURANDS[id].quantity === 'resistance' ? (['open', 'short'] as const) : []),
  ...(CIRCUITS.includes(MEASURANDS[id].quantity) && MEASURANDS[id].quantity !== 'resistance' ? (['open'] as const) : []),
  'over-range',
  'varies',
  'not-reachable',
]
