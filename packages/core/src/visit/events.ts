import { z } from 'zod'
import { ADJUSTER_UNITS } from '../appliance'
import { readingSchema } from '../measure'
import { DEFECT_CLASSES } from '../practice'
import { answersOf, DISTURBED_KIND_IDS, JOB_KINDS, LOOSE_END_KIND_IDS, REFIT_CHECKS, SYMPTOM_KIND_IDS, TIMER_IDS } from '../procedure'
import { fail, ok, type Result } from '../result'

const reason = z.string().trim().min(3).max(2000)
const idText = z.string().min(1).max(80)

/** What may be in an event's `data`, by type; version 1 of each. New versions are added beside old ones, which are lifted when read. */
export const EVENT_DATA = {
  'visit.started': z.strictObject({
    jobKind: z.enum(JOB_KINDS),
    practice: z.strictObject({ id: idText, version: z.number().int().positive() }),
    cards: z
      .array(z.strictObject({ applianceId: z.uuid(), cardId: idText, version: z.number().int().positive() }))
      .min(1)
      .max(50),
  }),
  'instrument.zeroed': z.strictObject({ instrumentId: z.uuid(), place: z.enum(['clean-air', 'at-connection']) }),
  /** Out of calibration and used all the same: the reason is printed. */
  'instrument.allowed': z.strictObject({ instrumentId: z.uuid(), reason }),
  'instrument.response-seen': z.strictObject({ instrumentId: z.uuid(), how: z.enum(['bump-gas', 'light-off']) }),
  'observation.made': z
    .strictObject({ observationId: idText, answer: idText })
    .refine((o) => answersOf(o.observationId)?.includes(o.answer) ?? false, {
      path: ['answer'],
      message: 'Not an answer to this observation.',
    }),
  'state.commanded': z.strictObject({ firingStateId: idText }),
  'reading.taken': z.strictObject({ readings: z.array(readingSchema).min(1).max(20) }),
  'reading.corrected': z.strictObject({
    readingId: z.uuid(),
    reason,
    replacement: readingSchema.optional().meta({ description: 'The right reading; without it the old one is withdrawn.' }),
  }),
  'step.done': z.strictObject({}),
  'step.skipped': z.strictObject({ reason }),
  'step.not-applicable': z.strictObject({ reason }),
  'gate.overridden': z.strictObject({ gate: idText, reason }),
  'adjustment.made': z.strictObject({
    adjusterId: idText,
    direction: z.enum(['clockwise', 'anticlockwise']),
    amount: z.number().positive().max(100),
    unit: z.enum(ADJUSTER_UNITS),
    firingStateId: idText,
  }),
  'timer.started': z.strictObject({ timer: z.enum(TIMER_IDS), seconds: z.number().min(1).max(7200) }),
  'timer.ended': z.strictObject({ timer: z.enum(TIMER_IDS) }),
  /** One try to start: lit or not, and what was removed, bridged or open meanwhile. */
  'start.tried': z.strictObject({
    lit: z.boolean(),
    ignition: z.enum(['smooth', 'late', 'rough', 'bang']).optional(),
    configuration: z.string().trim().max(300).optional(),
  }),
  /** Live testing with a cover off: one stated test at a time; it hangs until it is ended. */
  'live-test.allowed': z.strictObject({ looseEndId: z.uuid(), test: z.string().trim().min(3).max(200) }),
  'item.disturbed': z.strictObject({
    itemId: z.uuid(),
    kind: z.enum(DISTURBED_KIND_IDS),
    label: z.string().trim().min(2).max(120),
    photoId: z.uuid().optional(),
  }),
  'item.refitted': z.strictObject({ itemId: z.uuid(), check: z.enum(REFIT_CHECKS), photoId: z.uuid().optional() }),
  'symptom.noted': z.strictObject({ symptomId: z.uuid(), kind: z.enum(SYMPTOM_KIND_IDS), text: z.string().trim().max(500) }),
  /** The drawing, and whose name stands under it, are in a side table that can be erased; the log holds the id. */
  'signature.given': z.strictObject({
    by: z.enum(['customer', 'technician']),
    outcome: z.enum(['signed', 'refused', 'nobody-there']),
    drawingId: z.uuid().optional(),
  }),
  /** A photograph; the picture itself follows by its id and can be erased. */
  'photo.taken': z.strictObject({ photoId: z.uuid(), caption: z.string().trim().max(200).optional() }),
  'loose-end.opened': z.strictObject({
    looseEndId: z.uuid(),
    kind: z.enum(LOOSE_END_KIND_IDS),
    key: idText,
    label: z.string().min(1).max(200),
    restore: z.string().max(500).optional(),
  }),
  'loose-end.closed': z.strictObject({
    looseEndId: z.uuid(),
    leakCheck: z.strictObject({ method: z.enum(['detector', 'fluid', 'detector-and-fluid']), tight: z.boolean() }).optional(),
  }),
  'defect.found': z.strictObject({
    defectId: z.uuid(),
    class: z.enum(DEFECT_CLASSES),
    text: z.string().trim().min(3).max(2000),
    action: z.string().max(500),
  }),
  /** What was found is put right in the same visit, and how that was proved. */
  'defect.mended': z.strictObject({ defectId: z.uuid(), how: reason }),
  'part.fitted': z.strictObject({
    part: z.string().trim().min(2).max(200),
    number: z.string().trim().max(60).optional(),
    why: z.string().trim().max(500).optional(),
  }),
  'note.added': z.strictObject({ text: z.string().trim().min(1).max(5000) }),
  'work.confirmed': z.strictObject({ eventIds: z.array(z.uuid()).min(1).max(500) }),
  'appliance.outcome-set': z.strictObject({
    outcome: z.enum(['in-normal-service', 'left-isolated', 'handed-over']),
    reason: z.string().max(2000).optional(),
  }),
  'visit.closed': z.strictObject({ nextDueOn: z.iso.date().nullable() }),
  'visit.reopened': z.strictObject({ reason }),
} as const

export type EventType = keyof typeof EVENT_DATA
export const EVENT_TYPES = Object.keys(EVENT_DATA) as EventType[]
type EventData<T extends EventType> = z.infer<(typeof EVENT_DATA)[T]>

const envelope = {
  id: z.uuid(),
  visitId: z.uuid(),
  applianceId: z.uuid().optional(),
  stepId: idText.optional(),
  v: z.literal(1),
  at: z.iso.datetime({ precision: 3 }),
  deviceId: z.uuid(),
  deviceSeq: z.number().int().min(0),
}

/** One event as a device posts it. */
export const visitEventSchema = z.discriminatedUnion(
  'type',
  EVENT_TYPES.map((type) => z.strictObject({ ...envelope, type: z.literal(type), data: EVENT_DATA[type] })) as unknown as [
    z.ZodObject<{ type: z.ZodLiteral<EventType> }>,
    ...z.ZodObject<{ type: z.ZodLiteral<EventType> }>[],
  ],
)

interface Envelope {
  readonly id: string
  readonly visitId: string
  readonly applianceId?: string | undefined
  readonly stepId?: string | undefined
  readonly v: 1
  readonly at: string
  readonly deviceId: string
  readonly deviceSeq: number
}
/** A posted event, by its type. */
export type VisitEvent = { [T in EventType]: Envelope & { readonly type: T; readonly data: EventData<T> } }[EventType]

/** What the server adds on acceptance; `null` seq is an event still in a device's queue. */
export type StoredEvent = VisitEvent & {
  readonly seq: number | null
  readonly receivedAt: string | null
  readonly authorId: string
  readonly authorName: string
  /** Accepted from somebody whose work a licensed person has to confirm. */
  readonly provisional: boolean
}

/**
 * One posted event, checked by shape. Problems carry the path of the first wrong field and a sentence; an unknown type is `unknown-event-type`.
 *
 * @example
 * parseEvent({ type: 'nonsense' }) // { ok: false, error: { code: 'unknown-event-type', path: ['type'], … } }
 */
export function parseEvent(input: unknown): Result<VisitEvent> {
  const type = typeof input === 'object' && input !== null && 'type' in input ? input.type : undefined
  if (typeof type !== 'string' || !(type in EVENT_DATA)) return fail('unknown-event-type', { type: String(type).slice(0, 60) }, ['type'])
  const parsed = visitEventSchema.safeParse(input)
  if (parsed.success) return ok(parsed.data as unknown as VisitEvent)
  const issue = parsed.error.issues[0]
  return fail(
    'invalid-event',
    { message: issue?.message ?? 'Invalid event' },
    (issue?.path ?? []).map((p) => (typeof p === 'number' ? p : String(p))),
  )
}
