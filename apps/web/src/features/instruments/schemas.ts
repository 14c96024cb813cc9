import { CHECK_KINDS, type CheckKind, CHANNELS, INSTRUMENT_KINDS } from '@lucerna/core/measure'
import { z } from 'zod'

/** What instruments and their checks are made of: the same schemas check forms, requests and imports. Messages are keys of the message files. */

const line = (max: number) => z.string().trim().min(1, 'field.missing').max(max, 'field.too-long')
const mayLine = (max: number) =>
  z
    .string()
    .trim()
    .max(max, 'field.too-long')
    .transform((s) => s || null)
    .nullable()
const day = z.iso.date('field.bad-date').refine((d) => d >= '1990-01-01', 'field.too-early')
const days = z.int('field.number').min(1, 'field.out-of-range').max(3660, 'field.out-of-range').nullable()

const channelSchema = z
  .strictObject({
    id: line(30),
    channel: z.enum(CHANNELS, 'field.choose'),
    origin: z.enum(['measured', 'computed'], 'field.choose'),
    min: z.number('field.number'),
    max: z.number('field.number'),
    resolution: z.number('field.number').positive('field.out-of-range'),
    absolute: z.number('field.number').min(0, 'field.out-of-range'),
    relative: z.number('field.number').min(0, 'field.out-of-range').max(1, 'field.out-of-range'),
    combine: z.enum(['larger', 'sum'], 'field.choose'),
  })
  .refine((c) => c.min < c.max, { path: ['max'], message: 'field.below-minimum', when: ({ issues }) => issues.length === 0 })
  .refine((c) => c.absolute > 0 || c.relative > 0, {
    path: ['absolute'],
    message: 'field.no-accuracy',
    when: ({ issues }) => issues.length === 0,
  })

export const instrumentFieldsSchema = z
  .strictObject({
    kind: z.enum(INSTRUMENT_KINDS, 'field.choose'),
    maker: line(60),
    model: line(60),
    serial: line(60),
    channels: z.array(channelSchema).min(1, 'field.no-channel').max(30, 'field.too-many'),
    calibratedOn: day.refine((d) => Date.parse(d) <= Date.now() + 86_400_000, 'field.in-future'),
    calibrationDueOn: day,
    certificate: mayLine(80),
    heldBy: z.string().max(80).nullable(),
    batteryDays: days,
    trapDays: days,
    remark: mayLine(2000),
  })
  .superRefine((i, context) => {
    if (i.calibrationDueOn <= i.calibratedOn)
      context.addIssue({ code: 'custom', path: ['calibrationDueOn'], message: 'field.before-calibration' })
    const ids = i.channels.map((c) => c.id)
    ids.forEach((id, n) => {
      if (ids.indexOf(id) < n) context.addIssue({ code: 'custom', path: ['channels', n, 'id'], message: 'field.twice' })
    })
  })
export type InstrumentFields = z.output<typeof instrumentFieldsSchema>

/** Checks that put something on a channel and look at what it shows. */
export const READ_CHECKS: readonly CheckKind[] = ['calibration', 'zero', 'bump']

export const checkSchema = z
  .strictObject({
    id: z.uuid().optional(),
    kind: z.enum(CHECK_KINDS, 'field.choose'),
    on: day.refine((d) => Date.parse(d) <= Date.now() + 86_400_000, 'field.in-future'),
    passed: z.boolean(),
    /** One row for each channel that was read. */
    readings: z
      .array(z.strictObject({ channelId: line(30), appliedSi: z.number('field.number'), shownSi: z.number('field.number') }))
      .max(30, 'field.too-many'),
    dueOn: day.nullable(),
    certificate: mayLine(80),
    note: mayLine(500),
  })
  .superRefine((c, context) => {
    if (c.kind === 'calibration' && c.passed && (c.dueOn === null || c.dueOn <= c.on))
      context.addIssue({ code: 'custom', path: ['dueOn'], message: 'field.before-calibration' })
    if (!READ_CHECKS.includes(c.kind) && c.readings.length > 0)
      context.addIssue({ code: 'custom', path: ['readings'], message: 'field.no-readings-here' })
    if (!c.passed && c.note === null) context.addIssue({ code: 'custom', path: ['note'], message: 'field.failed-why' })
  })
export type CheckFields = z.output<typeof checkSchema>
