import { z } from 'zod'
import { ADJUSTER_UNITS } from '../appliance'
import { CIRCUMSTANCES, RATES, SERVICES, SYMPTOMS } from '../faults'
import { packedSchema } from '../live'
import { CHANNELS, MEASURAND_IDS, readingSchema, specialReadingSchema, stationSchema } from '../measure'
import { DEFECT_CLASSES } from '../practice'
import {
  DISTURBED_KIND_IDS,
  GROWTHS,
  JOB_KINDS,
  LOOSE_END_KIND_IDS,
  REFIT_CHECKS,
  SYMPTOM_KIND_IDS,
  TIMER_IDS,
  acceptsAnswer,
} from '../procedure'
import { SEQUENCE_EVENT_IDS } from '../sequence'
import { daySchema, idSchema, instantSchema, rawTextSchema, textSchema } from '../shapes'
import { RUN_FIGURES } from './events/run.read'
import { RUN_CONSENTS } from './events/run.started'

const version = z.number().int().positive().max(1_000_000)

const WEATHERS = ['calm', 'wind', 'rain', 'frost'] as const
const OFTEN = ['always', 'daily', 'weekly', 'once'] as const

const stepId = z.string().refine((id) => SEQUENCE_EVENT_IDS.includes(id), 'No step of any sequence of operation.')

/** What a start was, on one time line from its call. */
export const startRecordSchema = z.strictObject({
  at: instantSchema,
  /** Steps of the sequence with their time, s after the call. */
  events: z.array(z.strictObject({ id: stepId, s: z.number().min(0).max(3600) })).max(40),
  outcome: z.enum(['lit', 'died']),
  /** The step that did not come. */
  diedAt: stepId.nullable(),
  lanes: z
    .array(
      z.strictObject({
        instrumentId: idSchema.optional(),
        channelId: rawTextSchema(1, 60),
        measurandId: z.enum(MEASURAND_IDS),
        stationId: stationSchema,
        chunks: z.array(packedSchema).min(1).max(20),
      }),
    )
    .max(8),
})
export type StartRecord = z.infer<typeof startRecordSchema>

/** One channel of a kept trace: at most two hours, packed. */
const keptChannel = z.strictObject({
  instrumentId: idSchema.optional(),
  channelId: rawTextSchema(1, 60),
  channel: z.enum(CHANNELS),
  /** What it was read as, where that is known. */
  measurandId: z.enum(MEASURAND_IDS).optional(),
  chunks: z.array(packedSchema).min(1).max(120),
})
const TRACE_BYTES = 60_000

/** What a start was tried with. Only one with gas can light, and only such a one counts when it does not. */
const START_GAS = ['on', 'shut', 'fan-only'] as const
/** How something stood during a start. */
const STOOD = ['off', 'bridged', 'open'] as const

/**
 * What every type of event holds, in its newest version. Apart from what the events do (`events/<type>.ts`), so that a page that folds a visit is not sent what only the
 * checking of one needs.
 */
export const EVENT_DATA = {
  'visit.started': z.strictObject({
    jobKind: z.enum(JOB_KINDS),
    practice: z.strictObject({ id: rawTextSchema(1, 80), version }),
    cards: z
      .array(z.strictObject({ applianceId: idSchema, cardId: rawTextSchema(1, 80), version }))
      .min(1)
      .max(50),
  }),
  'job.grown': z.strictObject({ work: z.enum(GROWTHS), reason: textSchema(3, 500) }),
  'complaint.noted': z
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
  'code.shown': z.strictObject({ code: textSchema(1, 30) }),
  'instruments.chosen': z.strictObject({
    instrumentIds: z.array(idSchema).max(50),
    preferred: z.partialRecord(z.enum(CHANNELS), idSchema),
  }),
  'instrument.zeroed': z.strictObject({
    instrumentId: idSchema,
    place: z.enum(['clean-air', 'at-connection']),
    /** The connection at which a pressure port was zeroed; one that hangs elsewhere is zeroed there again. */
    stationId: stationSchema.optional(),
    sectionId: rawTextSchema(1, 60).optional(),
    /** The gas cells alone: the draught port was not. */
    gasOnly: z.literal(true).optional(),
  }),
  'channel.connected': z.strictObject({
    instrumentId: idSchema,
    channelId: rawTextSchema(1, 60),
    measurandId: z.enum(MEASURAND_IDS),
    stationId: stationSchema,
    sectionId: rawTextSchema(1, 60).optional(),
  }),
  'instrument.allowed': z.strictObject({ instrumentId: idSchema, reason: textSchema(3, 2000) }),
  'instrument.response-seen': z.strictObject({ instrumentId: idSchema, how: z.enum(['bump-gas', 'light-off']) }),
  'observation.made': z
    .strictObject({
      observationId: rawTextSchema(1, 80),
      answer: rawTextSchema(1, 80),
      /** Where, and how large. */
      detail: textSchema(1, 300).optional(),
      /** Answered in one go with others that were as listed. */
      together: z.literal(true).optional(),
    })
    .refine((o) => acceptsAnswer(o.observationId, o.answer), {
      path: ['answer'],
      message: 'Not an answer to this observation.',
    }),
  'state.commanded': z.strictObject({ firingStateId: rawTextSchema(1, 80) }),
  'reading.taken': z.strictObject({ readings: z.array(readingSchema).min(1).max(20) }),
  'reading.corrected': z.strictObject({
    readingId: idSchema,
    reason: textSchema(3, 2000),
    replacement: readingSchema.optional().meta({ description: 'The right reading; without it the old one is withdrawn.' }),
  }),
  'special.read': specialReadingSchema,
  'step.done': z.strictObject({}),
  'step.skipped': z.strictObject({ reason: textSchema(3, 2000) }),
  'step.not-applicable': z.strictObject({ reason: textSchema(3, 2000) }),
  'gate.overridden': z.strictObject({ gate: rawTextSchema(1, 80), reason: textSchema(3, 2000) }),
  'adjustment.made': z.strictObject({
    adjusterId: rawTextSchema(1, 80),
    direction: z.enum(['clockwise', 'anticlockwise']),
    amount: z.number().positive().max(100),
    unit: z.enum(ADJUSTER_UNITS),
    firingStateId: rawTextSchema(1, 80),
  }),
  'adjustment.corrected': z.strictObject({
    adjustmentId: idSchema,
    adjusterId: rawTextSchema(1, 80),
    direction: z.enum(['clockwise', 'anticlockwise']),
    amount: z.number().min(0).max(100).meta({ description: 'As it was really made; 0: it was not made.' }),
  }),
  'timer.started': z.strictObject({ timer: z.enum(TIMER_IDS), seconds: z.number().min(1).max(7200) }),
  'timer.ended': z.strictObject({ timer: z.enum(TIMER_IDS) }),
  'start.tried': z
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
  'start.recorded': startRecordSchema.extend({ startId: idSchema }),
  'trace.kept': z
    .strictObject({
      traceId: idSchema,
      /** Figures that were read from it. */
      readingIds: z.array(idSchema).max(20),
      /** The file that it came from; absent where instruments sent it. */
      file: textSchema(1, 120).optional(),
      channels: z.array(keptChannel).min(1).max(12),
    })
    .refine((d) => d.channels.reduce((n, c) => n + c.chunks.reduce((m, k) => m + k.data.length, 0), 0) <= TRACE_BYTES, {
      path: ['channels'],
      message: `More than ${TRACE_BYTES} characters of trace: keep less of it, or thin it.`,
    }),
  'run.started': z.strictObject({
    runId: idSchema,
    name: textSchema(2, 60),
    firingStateId: rawTextSchema(1, 80).optional(),
    /** A burner part is removed or added: that alters a certified appliance. */
    alters: z.boolean(),
    consents: z.array(z.enum(RUN_CONSENTS)).max(3),
  }),
  'run.read': z.strictObject({
    runId: idSchema,
    figures: z
      .array(z.strictObject({ measurandId: z.enum(RUN_FIGURES), valueSi: z.number() }))
      .min(1)
      .max(RUN_FIGURES.length),
  }),
  'run.ended': z.strictObject({ runId: idSchema }),
  'live-test.allowed': z.strictObject({ looseEndId: idSchema, test: textSchema(3, 200) }),
  'item.disturbed': z.strictObject({
    itemId: idSchema,
    kind: z.enum(DISTURBED_KIND_IDS),
    label: textSchema(2, 120),
    photoId: idSchema.optional(),
  }),
  'item.refitted': z.strictObject({ itemId: idSchema, check: z.enum(REFIT_CHECKS), photoId: idSchema.optional() }),
  'symptom.noted': z.strictObject({ symptomId: idSchema, kind: z.enum(SYMPTOM_KIND_IDS), text: textSchema(0, 500) }),
  'fault.described': z.strictObject({
    faultId: idSchema,
    symptom: z.enum(SYMPTOMS),
    code: textSchema(1, 30).optional(),
    intermittent: z.boolean(),
    circumstances: z.array(z.enum(CIRCUMSTANCES)).max(CIRCUMSTANCES.length),
    /** Causes whose part was renewed before. */
    renewed: z.array(rawTextSchema(1, 60)).max(40),
  }),
  'check.made': z
    .strictObject({
      faultId: idSchema,
      checkId: rawTextSchema(1, 60),
      result: rawTextSchema(1, 60).optional(),
      valueSi: z.number().min(-1e9).max(1e12).optional(),
      /** Standard uncertainty of the figure, SI. */
      u: z.number().min(0).max(1e12).optional(),
      /** As it was typed, with its unit. */
      text: textSchema(1, 60).optional(),
      instrumentId: idSchema.optional(),
    })
    .refine((c) => (c.result === undefined) !== (c.valueSi === undefined), { path: ['result'], message: 'A result, or a value.' }),
  'check.left-out': z.strictObject({ faultId: idSchema, checkId: rawTextSchema(1, 60), reason: textSchema(0, 300) }),
  'check.withdrawn': z.strictObject({ faultId: idSchema, entryId: idSchema }),
  'fault.settled': z.strictObject({ faultId: idSchema, causeIds: z.array(rawTextSchema(1, 60)).min(1).max(3), proved: z.boolean() }),
  'occurrence.noted': z.strictObject({
    faultId: idSchema,
    occurrenceId: idSchema,
    happenedAt: instantSchema,
    service: z.enum(SERVICES).optional(),
    rate: z.enum(RATES).optional(),
    weather: z.enum(['calm', 'wind', 'rain', 'frost']).optional(),
    code: textSchema(1, 30).optional(),
  }),
  'notice.given': z.strictObject({
    noticeId: idSchema,
    defectIds: z.array(idSchema).min(1).max(50),
    labelled: z.boolean(),
    acknowledged: z.enum(['signed', 'refused', 'nobody-there']),
    drawingId: idSchema.optional(),
  }),
  'signature.given': z.strictObject({
    by: z.enum(['customer', 'technician']),
    outcome: z.enum(['signed', 'refused', 'nobody-there']),
    drawingId: idSchema.optional(),
  }),
  'photo.taken': z.strictObject({ photoId: idSchema, caption: textSchema(0, 200).optional() }),
  'loose-end.opened': z.strictObject({
    looseEndId: idSchema,
    kind: z.enum(LOOSE_END_KIND_IDS),
    key: rawTextSchema(1, 80),
    label: rawTextSchema(1, 200),
    restore: rawTextSchema(0, 500).optional(),
    /** How it was before, as a picture. */
    photoId: idSchema.optional(),
  }),
  'loose-end.closed': z.strictObject({
    looseEndId: idSchema,
    leakCheck: z.strictObject({ method: z.enum(['detector', 'fluid', 'detector-and-fluid']), tight: z.boolean() }).optional(),
  }),
  'defect.found': z.strictObject({
    defectId: idSchema,
    class: z.enum(DEFECT_CLASSES),
    text: textSchema(3, 2000),
    action: rawTextSchema(0, 500),
  }),
  'defect.mended': z.strictObject({ defectId: idSchema, how: textSchema(3, 2000) }),
  'part.fitted': z.strictObject({ part: textSchema(2, 200), number: textSchema(0, 60).optional(), why: textSchema(0, 500).optional() }),
  'part.needed': z.strictObject({
    needId: idSchema,
    part: textSchema(2, 200),
    number: textSchema(0, 60).optional(),
    why: textSchema(0, 500).optional(),
    backOn: daySchema.optional(),
  }),
  'note.added': z.strictObject({ text: textSchema(1, 5000) }),
  'work.confirmed': z.strictObject({ eventIds: z.array(idSchema).min(1).max(500) }),
  'appliance.outcome-set': z.strictObject({
    outcome: z.enum(['in-normal-service', 'left-isolated', 'handed-over']),
    reason: rawTextSchema(0, 2000).optional(),
  }),
  'visit.closed': z.strictObject({ nextDueOn: daySchema.nullable() }),
  'visit.reopened': z.strictObject({ reason: textSchema(3, 2000) }),
} as const

export type EventType = keyof typeof EVENT_DATA
/** What an event of a type holds. */
export type DataOf<T extends EventType> = z.output<(typeof EVENT_DATA)[T]>
