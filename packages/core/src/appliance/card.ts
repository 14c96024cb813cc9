import { z } from 'zod'
import { GAS_PRESET_IDS } from '../gas'
import { MEASURAND_IDS, MEASURANDS, stationSchema } from '../measure'
import { toSi, unitsOf } from '../units'

export const BURNER_KINDS = [
  'atmospheric',
  'induced-draught',
  'modulating-furnace',
  'premix-pneumatic',
  'premix-adapted',
  'multi-valve',
  'forced-draught',
] as const
export const APPLIANCE_TYPES = ['combination-boiler', 'boiler', 'steam-boiler', 'furnace', 'water-heater'] as const
export const FLUE_TYPES = ['room-sealed', 'open-flued'] as const

const slug = z
  .string()
  .regex(/^[a-z0-9][a-z0-9-]*$/)
  .max(60)
const sourceSchema = z.strictObject({ doc: z.string().min(1), page: z.string().min(1) })

const firingStateSchema = z.strictObject({
  id: slug,
  kind: z.enum(['off', 'standing', 'pilot', 'purge', 'ignition', 'rate']),
  order: z.number().int(),
  label: z.string().min(1),
  nominalInputW: z.number().positive().nullable(),
  basis: z.enum(['net', 'gross']).nullable(),
  sectionsOn: z.array(z.string()),
  howToForce: z.string().min(1).nullable().meta({ description: 'How to bring the burner into this state, and back.' }),
  minutesToRate: z.number().min(0).nullable(),
})
export type FiringState = z.infer<typeof firingStateSchema>

const conditionSchema = z.strictObject({
  gas: z.enum(GAS_PRESET_IDS).optional(),
  altitudeM: z.strictObject({ min: z.number().optional(), max: z.number().optional() }).optional(),
  flueLengthM: z.strictObject({ min: z.number().optional(), max: z.number().optional() }).optional(),
  output: z.string().optional(),
})

const printedSchema = z.strictObject({
  unit: z.string().min(1),
  min: z.number().optional(),
  nominal: z.number().optional(),
  max: z.number().optional(),
  goal: z.number().optional(),
})

const limitSchema = z
  .strictObject({
    measurandId: z.enum(MEASURAND_IDS),
    stationId: stationSchema,
    firingStateId: slug,
    sectionId: z.string().optional(),
    when: z.array(conditionSchema),
    min: z.number().optional(),
    nominal: z.number().optional(),
    max: z.number().optional(),
    goal: z.number().optional(),
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

const adjusterSchema = z.strictObject({
  id: slug,
  label: z.string().min(1),
  function: z.enum(['governor', 'throttle', 'offset', 'click', 'air-shutter', 'menu']),
  clockwise: z.enum(['more-gas', 'less-gas', 'more-air', 'less-air', 'unknown']),
  unit: z.enum(['turn', 'click', 'step']),
  actsAt: z.array(slug).meta({ description: 'Firing states in which it acts most.' }),
  tool: z.string(),
  cap: z.string().nullable().meta({ description: 'What has to come off first and go back on: a loose end.' }),
  keepOff: z.string().nullable().meta({ description: 'The neighbour that must not be touched.' }),
  source: sourceSchema,
})
export type Adjuster = z.infer<typeof adjusterSchema>

/** A target card: what the maker wants of one model. Numbered versions, each immutable. */
export const cardSchema = z
  .strictObject({
    id: slug,
    version: z.number().int().positive(),
    maker: z.string().min(1),
    model: z.string().min(1),
    variant: z.string().nullable(),
    document: z.strictObject({ number: z.string().min(1), title: z.string().min(1), issued: z.iso.date() }),
    burnerKind: z.enum(BURNER_KINDS),
    applianceType: z.enum(APPLIANCE_TYPES),
    condensing: z.boolean(),
    flueType: z.enum(FLUE_TYPES),
    category: z.string(),
    ratings: z
      .array(
        z.strictObject({
          gas: z.enum(GAS_PRESET_IDS),
          inputMaxNetW: z.number().positive(),
          inputMaxGrossW: z.number().positive(),
          inputMinNetW: z.number().positive(),
          inputMinGrossW: z.number().positive(),
          orifice: z.string().nullable(),
          source: sourceSchema,
        }),
      )
      .min(1),
    firingStates: z.array(firingStateSchema).min(2),
    limits: z.array(limitSchema),
    supply: z.array(
      z.strictObject({
        gas: z.enum(GAS_PRESET_IDS),
        inletMaxPa: z.number().positive(),
        regulatorIsTechnicians: z.boolean(),
        source: sourceSchema,
      }),
    ),
    adjusters: z.array(adjusterSchema),
    probe: z.string().min(1).meta({ description: 'Where the flue gas probe goes.' }),
    testPoints: z.array(z.strictObject({ stationId: stationSchema, label: z.string(), how: z.string(), closes: z.string() })),
    safeties: z.array(z.strictObject({ id: slug, label: z.string(), setting: z.string().nullable() })),
    serviceList: z.array(z.strictObject({ id: slug, label: z.string(), renewAlways: z.boolean(), gap: z.string().nullable() })),
    faultCodes: z.array(z.strictObject({ code: z.string(), meaning: z.string(), page: z.string() })),
    kit: z.array(z.strictObject({ part: z.string(), number: z.string(), when: z.string() })),
  })
  .superRefine((card, context) => {
    const states = new Set(card.firingStates.map((state) => state.id))
    for (const needed of ['off', 'standing'])
      if (!states.has(needed)) context.addIssue({ code: 'custom', path: ['firingStates'], message: `State "${needed}" is missing.` })
    card.limits.forEach((limit, i) => {
      if (!states.has(limit.firingStateId))
        context.addIssue({ code: 'custom', path: ['limits', i, 'firingStateId'], message: 'No such firing state on this card.' })
    })
  })
export type Card = z.infer<typeof cardSchema>
export type GasId = Card['ratings'][number]['gas']

/** The rates of a card, from the largest to the smallest: the order in which they are measured and set. */
export const ratesOf = (card: Pick<Card, 'firingStates'>): FiringState[] =>
  card.firingStates.filter((state) => state.kind === 'rate').sort((a, b) => b.order - a.order)

/** A firing state of a card by id. */
export const firingState = (card: Pick<Card, 'firingStates'>, id: string): FiringState | undefined =>
  card.firingStates.find((state) => state.id === id)
