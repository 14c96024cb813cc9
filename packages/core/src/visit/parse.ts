import { z } from 'zod'
import { fail, ok, type Result } from '../result'
import { idSchema, instantSchema, rawTextSchema } from '../shapes'
import { EVENT_DATA, type EventType } from './eventData'
import { EVENT_TYPES, isType, lifted, versionOf, type VisitEvent } from './registry'

const envelope = {
  id: idSchema,
  visitId: idSchema,
  applianceId: idSchema.optional(),
  stepId: rawTextSchema(1, 80).optional(),
  v: z.number().int().min(1).max(1000),
  at: instantSchema,
  deviceId: idSchema,
  deviceSeq: z
    .number()
    .int()
    .min(0)
    .max(2 ** 31 - 1),
}

const schemas = Object.fromEntries(
  EVENT_TYPES.map((type) => [type, z.strictObject({ ...envelope, type: z.literal(type), data: EVENT_DATA[type] })]),
) as unknown as Record<EventType, z.ZodObject<{ type: z.ZodLiteral<EventType> }>>

/** One event as a device posts it. */
export const visitEventSchema = z.discriminatedUnion(
  'type',
  Object.values(schemas) as [(typeof schemas)[EventType], ...(typeof schemas)[EventType][]],
)

/**
 * One posted event, checked by shape and lifted to the newest version of its type. Problems carry the path of the first wrong field and a sentence; an
 * unknown type is `unknown-event-type`.
 *
 * @example
 * parseEvent({ type: 'nonsense' }) // { ok: false, error: { code: 'unknown-event-type', path: ['type'], … } }
 */
export function parseEvent(input: unknown): Result<VisitEvent> {
  const raw = typeof input === 'object' && input !== null ? (input as Readonly<Record<string, unknown>>) : {}
  const { type, v } = raw
  if (!isType(type)) return fail('unknown-event-type', { type: (typeof type === 'string' ? type : typeof type).slice(0, 60) }, ['type'])
  if (typeof v === 'number' && v > versionOf(type))
    return fail('invalid-event', { message: 'A newer version than this program knows.' }, ['v'])
  const parsed = schemas[type].safeParse(typeof v === 'number' && Number.isInteger(v) && v > 0 ? lifted(type, raw, v) : raw)
  if (parsed.success) return ok(parsed.data as unknown as VisitEvent)
  const issue = parsed.error.issues[0]
  return fail(
    'invalid-event',
    { message: issue?.message ?? 'Invalid event' },
    (issue?.path ?? []).map((p) => (typeof p === 'number' ? p : String(p))),
  )
}
