import { z } from 'zod'
import { GAS_PRESET_IDS } from '../gas'
import { INSTANCES, MEASURAND_IDS, MEASURANDS, stationSchema } from '../measure'
import { QUANTITIES, toSi, unitsOf } from '../units'
import { ADJUSTER_FUNCTIONS, ADJUSTER_UNITS, CLOCKWISE, EFFECT_MEASURANDS, TABLE_USES, VISIT_STAGES } from './kinds'

/** The rows a target card is made of. New fields have defaults, so that cards written down before them are read as they stand. */

export const slug = z
  .string()
  .regex(/^[a-z0-9][a-z0-9-]*$/, 'Small letters, digits and hyphens only.')
  .max(60)
const text = (max: number) => z.string().trim().min(1, 'Missing.').max(max, `At most ${max} characters.`)
const may = (max: number) => z.string().max(max, `At most ${max} characters.`)

export const sourceSchema = z.strictObject({ doc: text(60), page: text(20) })
/** Where a value stands printed. Only cards from before sources were asked everywhere have none. */
const mayBeSourced = { source: sourceSchema.nullable().default(null) }

export const firingStateSchema = z.strictObject({
  id: slug,
  kind: z.enum(['off', 'standing', 'pilot', 'purge', 'ignition', 'rate']),
  order: z.number().int(),
  label: text(60),
  nominalInputW: z.number().positive().nullable(),
  basis: z.enum(['net', 'gross']).nullable(),
  sectionsOn: z.array(slug).max(12),
  howToForce: text(400).nullable().meta({ description: 'How to bring the burner into this state.' }),
  howToReturn: text(400)
    .nullable()
    .default(null)
    .meta({ description: 'How to get back to the customer’s own control: what must not stay behind.' }),
  minutesToRate: z.number().min(0).max(120).nullable(),
})
export type FiringState = z.infer<typeof firingStateSchema>

const conditionSchema = z.strictObject({
  gas: z.enum(GAS_PRESET_IDS).optional(),
  altitudeM: z.strictObject({ min: z.number().optional(), max: z.number().optional() }).optional(),
  flueLengthM: z.strictObject({ min: z.number().optional(), max: z.number().optional() }).optional(),
  output: text(40).optional(),
})
export type Condition = z.infer<typeof conditionSchema>

const printedSchema = z.strictObject({
  unit: z.string().min(1),
  min: z.number().optional(),
  nominal: z.number().optional(),
  max: z.number().optional(),
  goal: z.number().optional(),
})

export const limitSchema = z
  .strictObject({
    measurandId: z.enum(MEASURAND_IDS),
    stationId: stationSchema,
    firingStateId: slug,
    sectionId: slug.optional(),
    when: z.array(conditionSchema).max(20),
    min: z.number().optional(),
    nominal: z.number().optional(),
    max: z.number().optional(),
    goal: z.number().optional(),
    method: text(300).nullable().default(null).meta({ description: 'How it is read: wet or dry, where, what never.' }),
    hard: z.boolean().meta({ description: 'Outside it the appliance is not left running; nobody can override it.' }),
    printed: printedSchema,
    source: sourceSchema,
  })
  .superRefine((limit, context) => {
    const { quantity, stations } = MEASURANDS[limit.measurandId]
    if (!stations.includes(limit.stationId))
      context.addIssue({ code: 'custom', path: ['stationId'], message: 'This measurand is not taken at this station.' })
    if (!unitsOf(quantity).some((unit) => unit === limit.printed.unit)) {
      context.addIssue({ code: 'custom', path: ['printed', 'unit'], message: `Not a unit of ${quantity}.` })
      return
    }
    for (const key of ['min', 'nominal', 'max', 'goal'] as const) {
      const printed = limit.printed[key]
      const si = limit[key]
      const same =
        printed === undefined
          ? si === undefined
          : si !== undefined && Math.abs(toSi(printed, limit.printed.unit, quantity) - si) <= 1e-6 * Math.max(1, Math.abs(si))
      if (!same) context.addIssue({ code: 'custom', path: [key], message: 'The printed value and its SI value differ.' })
    }
    const { min = -Infinity, nominal = min, max = Infinity } = limit
    if (limit.min === undefined && limit.max === undefined)
      context.addIssue({ code: 'custom', path: ['min'], message: 'A limit needs a minimum or a maximum.' })
    if (!(min <= nominal && (nominal === -Infinity || nominal <= max) && min <= max))
      context.addIssue({ code: 'custom', path: ['max'], message: 'Minimum, nominal and maximum are out of order.' })
  })
export type Limit = z.infer<typeof limitSchema>

/** "One turn changes the burner pressure by about 1.0 mbar", "an eighth of a turn changes CO2 by about 0.15 %": a size, the direction stands beside it. */
const typicalEffectSchema = z
  .strictObject({
    measurandId: z.enum(EFFECT_MEASURANDS),
    change: z.number().positive().meta({ description: 'By so much, in its unit, either way.' }),
    unit: z.string(),
    per: z.number().positive().max(100).meta({ description: 'For so much of the adjuster, in the unit that it moves by.' }),
  })
  .superRefine(({ measurandId, unit }, context) => {
    const { quantity } = MEASURANDS[measurandId]
    if (!unitsOf(quantity).some((u) => u === unit))
      context.addIssue({ code: 'custom', path: ['unit'], message: `Not a unit of ${quantity}.` })
  })

export const adjusterSchema = z.strictObject({
  id: slug,
  label: text(80),
  function: z.enum(ADJUSTER_FUNCTIONS),
  clockwise: z.enum(CLOCKWISE),
  unit: z.enum(ADJUSTER_UNITS),
  actsAt: z.array(slug).meta({ description: 'Firing states in which it acts most.' }),
  sectionId: slug.nullable().default(null),
  tool: may(120),
  cap: text(120).nullable().meta({ description: 'What has to come off first and go back on: a loose end.' }),
  keepOff: text(120).nullable().meta({ description: 'The neighbour that must not be touched.' }),
  travel: z
    .number()
    .positive()
    .nullable()
    .default(null)
    .meta({ description: 'From stop to stop, in its own unit; null where the maker gives none.' }),
  typicalEffect: typicalEffectSchema.optional().meta({
    description: 'What it does by the maker’s own figures, at the largest rate in which it acts; left out where the maker prints none.',
  }),
  insideCase: z.boolean().default(false).meta({ description: 'Only reached with the case open: the final reading is taken closed.' }),
  source: sourceSchema,
})
export type Adjuster = z.infer<typeof adjusterSchema>

const cell = z.number().nullable()
export const tableSchema = z
  .strictObject({
    id: slug,
    use: z.enum(TABLE_USES),
    title: text(120),
    when: conditionSchema.default({}),
    firingStateId: slug
      .nullable()
      .default(null)
      .meta({ description: 'The state in which it is read: fan only, purge, a rate; null: at the rates.' }),
    sensors: z
      .array(z.enum(INSTANCES))
      .max(10)
      .default([])
      .meta({ description: 'Of which sensors a thermistor table is; none named: of all.' }),
    tolerance: z.number().positive().max(1).nullable().default(null).meta({
      description: 'How far a thermistor may be off, as a fraction of the table; null: the maker gives none, and it is not judged.',
    }),
    columns: z
      .array(z.strictObject({ id: slug, label: text(60), quantity: z.enum(QUANTITIES), unit: z.string() }))
      .min(2)
      .max(12),
    rows: z.array(z.array(cell)).min(1).max(100),
    source: sourceSchema,
  })
  .superRefine((table, context) => {
    table.columns.forEach((column, i) => {
      if (!unitsOf(column.quantity).some((u) => u === column.unit))
        context.addIssue({ code: 'custom', path: ['columns', i, 'unit'], message: `Not a unit of ${column.quantity}.` })
    })
    table.rows.forEach((row, i) => {
      if (row.length !== table.columns.length)
        context.addIssue({ code: 'custom', path: ['rows', i], message: `A row has ${table.columns.length} cells.` })
      if (row[0] === null)
        context.addIssue({ code: 'custom', path: ['rows', i, 0], message: 'The first cell says where the row stands: it cannot be empty.' })
    })
  })
export type CardTable = z.infer<typeof tableSchema>

/** A step without a reading, an observation or a proof does not exist. */
const ownNeedSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('reading'),
    measurandId: z.enum(MEASURAND_IDS),
    stationId: stationSchema,
    firingStateId: slug,
  }),
  z.strictObject({ kind: z.literal('observation'), question: text(200), good: text(60), bad: text(60) }),
  z.strictObject({ kind: z.literal('proof'), what: text(200), passes: text(200) }),
])

export const ownStepSchema = z.strictObject({
  id: slug,
  label: text(120),
  why: text(300),
  stage: z.enum(VISIT_STAGES),
  place: z.enum(['first', 'last']).meta({ description: 'Before or after the common steps of its stage.' }),
  firingStateId: slug.nullable().default(null),
  needs: z.array(ownNeedSchema).min(1).max(12),
  overridable: z.boolean().default(true),
  source: sourceSchema,
})
export type OwnStep = z.infer<typeof ownStepSchema>

/** What the sheet depends on beside the burner kind. */
export const traitsSchema = z.strictObject({
  medium: z.enum(['water', 'steam', 'air', 'stored-water']),
  power: z.enum(['mains', 'low-voltage', 'millivolt']),
  pilot: z.enum(['none', 'standing', 'intermittent']),
  pilotSensor: z
    .enum(['thermocouple', 'generator', 'rod', 'unsupervised'])
    .nullable()
    .meta({ description: 'What proves the pilot; `unsupervised` on old appliances that never had anything; null without a pilot.' }),
  ratioControl: z.enum(['none', 'zero-governor', 'one-to-one', 'amplified', 'electronic']),
  intakePort: z.boolean(),
  refractory: z.boolean().default(false).meta({ description: 'Lined or roped with fibre: hazardous dust until known.' }),
  yellowTips: z
    .boolean()
    .default(false)
    .meta({ description: 'The maker calls slight yellow tips right on LPG; on natural gas they never are.' }),
})
export type Traits = z.infer<typeof traitsSchema>

export const timingSchema = z.strictObject({
  prePurgeS: z.number().min(0).max(600).nullable(),
  ignitionTrialS: z.number().min(0).max(300).nullable(),
  ignitionTries: z.number().int().min(1).max(10).nullable(),
  flameLossS: z.number().min(0).max(300).nullable(),
  postPurgeS: z.number().min(0).max(900).nullable(),
  failedStartsMax: z.number().int().min(1).max(20).nullable(),
  source: sourceSchema,
})

export const ratingSchema = z.strictObject({
  gas: z.enum(GAS_PRESET_IDS),
  inputMaxNetW: z.number().positive(),
  inputMaxGrossW: z.number().positive(),
  inputMinNetW: z.number().positive(),
  inputMinGrossW: z.number().positive(),
  orifice: text(120).nullable(),
  preset: text(200)
    .nullable()
    .default(null)
    .meta({ description: 'What is preset by hand before the first start with this gas, after a change to it.' }),
  source: sourceSchema,
})

export const supplyLimitSchema = z.strictObject({
  gas: z.enum(GAS_PRESET_IDS),
  inletMaxPa: z.number().positive(),
  regulatorIsTechnicians: z.boolean(),
  source: sourceSchema,
})

export const testPointSchema = z.strictObject({
  stationId: stationSchema,
  label: text(80),
  how: text(300),
  closes: text(300),
  port: z.enum(['plus', 'minus']).nullable().default(null).meta({ description: 'Which side of a differential gauge it takes.' }),
  sectionId: slug.nullable().default(null),
  ...mayBeSourced,
})

export const safetySchema = z.strictObject({
  id: slug,
  label: text(120),
  setting: text(60).nullable(),
  reset: z.enum(['automatic', 'manual', 'replace']).nullable().default(null),
  proveBy: text(300).nullable().default(null).meta({ description: 'How it is made to act, where that is safe.' }),
  ...mayBeSourced,
})

export const serviceItemSchema = z.strictObject({
  id: slug,
  label: text(120),
  renewAlways: z.boolean(),
  method: text(300).nullable().default(null).meta({ description: 'How the maker wants it done: dry or wet, which way, what never.' }),
  gap: text(40).nullable().meta({ description: 'As printed: "4 mm", "3.5–4.5 mm", "4 ±0.5 mm".' }),
  ...mayBeSourced,
})

export const faultCodeSchema = z.strictObject({
  code: text(30),
  meaning: text(200),
  page: may(20),
  causes: z.array(slug).max(12).default([]),
})

export const kitSchema = z.strictObject({
  part: text(120),
  number: text(60),
  when: may(200),
  variants: z.array(text(60)).max(20).default([]).meta({ description: 'Of which variants; none named: of all.' }),
})

/** What the maker says of a check of the fault map: where it is made on this model, and what is right there. */
export const faultCheckSchema = z
  .strictObject({
    check: slug.meta({ description: 'A check of the fault map of this burner kind.' }),
    leads: text(200).nullable().default(null).meta({ description: 'Where the leads, the gauge or the eye go on this model.' }),
    min: z.number().optional().meta({ description: 'Right from here on, in the unit as printed.' }),
    max: z.number().optional(),
    unit: z.string().min(1).nullable().default(null),
    minutes: z.number().positive().max(240).nullable().default(null).meta({ description: 'How long it takes on this model.' }),
    source: sourceSchema,
  })
  .superRefine(({ min, max, unit }, context) => {
    if ((min ?? -Infinity) > (max ?? Infinity))
      context.addIssue({ code: 'custom', path: ['max'], message: 'Minimum and maximum are out of order.' })
    if ((min !== undefined || max !== undefined) && unit === null)
      context.addIssue({ code: 'custom', path: ['unit'], message: 'A value needs its unit.' })
  })

export const mapOverrideSchema = z.strictObject({
  cause: slug,
  oddsFactor: z.number().positive().max(100).meta({ description: 'How much likelier than the family’s prior this cause is here.' }),
  source: sourceSchema,
})
