import { GAS_PRESET_IDS } from '@lucerna/core/gas'
import { MEASURAND_IDS, stationSchema } from '@lucerna/core/measure'
import { FITTINGS, PIPE_MATERIALS, PIPE_SIZES } from '@lucerna/core/supply'
import { z } from 'zod'
import { timeZoneSchema } from '@/ui/timeZone'

/** What sites, supplies and appliances are made of: the same schemas check forms and requests. Messages are keys of the message files. */

const line = (max: number) => z.string().trim().min(1, 'field.missing').max(max, 'field.too-long')
const mayLine = (max: number) =>
  z
    .string()
    .trim()
    .max(max, 'field.too-long')
    .transform((s) => s || null)
    .nullable()
const number = (min: number, max: number) => z.number('field.number').min(min, 'field.out-of-range').max(max, 'field.out-of-range')

/** A calendar day that exists and is neither before any burner nor in the future (a day of grace for other time zones). */
const pastDay = z.iso
  .date('field.bad-date')
  .refine((day) => day >= '1900-01-01', 'field.too-early')
  .refine((day) => Date.parse(day) <= Date.now() + 86_400_000, 'field.in-future')

export const siteSchema = z
  .strictObject({
    name: line(120),
    address: line(200),
    timeZone: timeZoneSchema,
    altitudeM: number(-430, 6000),
    latitudeDeg: number(-90, 90).nullable(),
    longitudeDeg: number(-180, 180).nullable(),
    contact: mayLine(120),
    contactPhone: mayLine(40),
    contactEmail: z.union([z.literal('').transform(() => null), z.email('field.email').max(200, 'field.too-long')]).nullable(),
    accessNotes: mayLine(2000),
    hazards: mayLine(2000),
    emergencyNumber: mayLine(60).default(null),
    practiceId: z.string().max(60).nullable(),
  })
  .refine((s) => (s.latitudeDeg === null) === (s.longitudeDeg === null), {
    path: ['longitudeDeg'],
    message: 'field.both-coordinates',
    // Said together with what else is wrong, not only after that is mended.
    when: ({ value }) => typeof value === 'object' && value !== null && 'latitudeDeg' in value && 'longitudeDeg' in value,
  })
export type SiteFields = z.output<typeof siteSchema>

export const METER_KINDS = ['diaphragm', 'rotary', 'turbine', 'ultrasonic', 'none'] as const
const SIZES = PIPE_SIZES.map((s) => s.id)
const FITTING_IDS = Object.keys(FITTINGS) as (keyof typeof FITTINGS)[]

/** One length of pipe, as the pipe calculations take it. */
const pipeRowSchema = z.strictObject({
  id: line(20),
  from: mayLine(20),
  material: z.enum(PIPE_MATERIALS, 'field.choose'),
  size: z.enum(SIZES, 'field.choose'),
  lengthM: number(0, 2000),
  ...(Object.fromEntries(
    FITTING_IDS.map((id) => [id, z.int('field.number').min(0, 'field.out-of-range').max(99, 'field.out-of-range').optional()]),
  ) as Record<keyof typeof FITTINGS, z.ZodOptional<z.ZodInt>>),
})
export type PipeRow = z.output<typeof pipeRowSchema>

const pressure = number(0, 1_000_000).nullable()

export const supplySchema = z
  .strictObject({
    gas: z.enum(GAS_PRESET_IDS, 'field.choose'),
    meter: mayLine(200),
    meterKind: z.enum(METER_KINDS).nullable(),
    meterSize: mayLine(40),
    meterSerial: mayLine(60),
    dialVolumeM3: number(1e-5, 100).nullable(),
    regulatorOwner: z.enum(['supplier', 'technician'], 'field.choose'),
    regulator: mayLine(120),
    nominalPressurePa: pressure,
    standingPressurePa: pressure,
    workingPressurePa: pressure,
    measuredOn: pastDay.nullable(),
    pipes: z.array(pipeRowSchema).max(200, 'field.too-many'),
  })
  .superRefine((s, context) => {
    const ids = s.pipes.map((p) => p.id)
    s.pipes.forEach((p, i) => {
      if (ids.indexOf(p.id) !== i) context.addIssue({ code: 'custom', path: ['pipes', i, 'id'], message: 'field.twice' })
      if (p.from !== null && (p.from === p.id || !ids.includes(p.from)))
        context.addIssue({ code: 'custom', path: ['pipes', i, 'from'], message: 'field.no-such-pipe' })
    })
    if ((s.standingPressurePa !== null || s.workingPressurePa !== null) && s.measuredOn === null)
      context.addIssue({ code: 'custom', path: ['measuredOn'], message: 'field.measured-when' })
  })
export type SupplyFields = z.output<typeof supplySchema>

/** One safety device: those that the card expects, and what else was found; *absent* is a finding, not a gap. */
const safetyRowSchema = z.strictObject({
  id: line(60),
  label: line(120),
  state: z.enum(['present', 'absent', 'unknown'], 'field.choose'),
  setting: mayLine(60),
})
export type SafetyRow = z.output<typeof safetyRowSchema>

export const PAPER_KINDS = ['sticker', 'slip', 'report', 'other'] as const

/** An old paper of an appliance: what it says and when, with any figures on it. */
export const paperSchema = z
  .strictObject({
    kind: z.enum(PAPER_KINDS, 'field.choose'),
    doneOn: pastDay,
    who: mayLine(120),
    words: mayLine(2000),
    figures: z
      .array(
        z.strictObject({
          measurandId: z.enum(MEASURAND_IDS, 'field.choose'),
          stationId: stationSchema,
          firingStateId: z.string().min(1, 'field.choose').max(60),
          valueSi: z.number('field.number'),
          text: line(60),
        }),
      )
      .max(30, 'field.too-many'),
    photoId: z.uuid().nullable(),
  })
  .refine((p) => p.words !== null || p.figures.length > 0 || p.photoId !== null, { path: ['words'], message: 'field.nothing-copied' })
export type PaperFields = z.output<typeof paperSchema>

export const applianceSchema = z.strictObject({
  supplyId: z.uuid('field.choose'),
  cardId: z.string().min(1, 'field.choose').max(60),
  cardVersion: z.int().positive(),
  name: line(120),
  serial: line(60),
  position: line(200),
  flueLengthM: number(0, 200).nullable(),
  installedOn: pastDay.nullable(),
  safeties: z.array(safetyRowSchema).max(40, 'field.too-many'),
  remark: mayLine(2000),
})
export type ApplianceFields = z.output<typeof applianceSchema>
