import { z } from 'zod'
import {
  adjusterSchema,
  faultCodeSchema,
  firingStateSchema,
  faultCheckSchema,
  kitSchema,
  limitSchema,
  mapOverrideSchema,
  ownStepSchema,
  ratingSchema,
  safetySchema,
  serviceItemSchema,
  slug,
  sourceSchema,
  supplyLimitSchema,
  tableSchema,
  testPointSchema,
  timingSchema,
  traitsSchema,
} from './cardParts'
import { APPLIANCE_TYPES, BURNER_KINDS, FLUE_TYPES } from './kinds'

/** A target card: what the maker wants of one model. Numbered versions, each immutable. */
export const cardSchema = z
  .strictObject({
    id: slug,
    version: z.number().int().positive(),
    provisional: z
      .boolean()
      .default(false)
      .meta({ description: 'Made on site from the data plate alone: what the plate does not say is not judged. A lead completes it.' }),
    maker: z.string().min(1).max(60),
    model: z.string().min(1).max(80),
    variant: z.string().max(80).nullable(),
    document: z.strictObject({ number: z.string().min(1).max(60), title: z.string().min(1).max(160), issued: z.iso.date() }),
    burnerKind: z.enum(BURNER_KINDS),
    applianceType: z.enum(APPLIANCE_TYPES),
    condensing: z.boolean(),
    flueType: z.enum(FLUE_TYPES),
    category: z.string().max(60),
    traits: traitsSchema.nullable().default(null),
    timing: timingSchema.nullable().default(null),
    ratings: z.array(ratingSchema).min(1).max(12),
    sections: z
      .array(z.strictObject({ id: slug, label: z.string().min(1).max(60) }))
      .max(12)
      .default([]),
    firingStates: z.array(firingStateSchema).min(2).max(30),
    limits: z.array(limitSchema).max(400),
    supply: z.array(supplyLimitSchema).max(12),
    tables: z.array(tableSchema).max(30).default([]),
    adjusters: z.array(adjusterSchema).max(30),
    setOrder: z
      .enum(['max-first', 'min-first'])
      .nullable()
      .default(null)
      .meta({ description: 'In which order the maker has the rates set; null: the practice decides.' }),
    probe: z.string().min(1).max(300).meta({ description: 'Where the flue gas probe goes.' }),
    probeSource: sourceSchema.nullable().default(null),
    testPoints: z.array(testPointSchema).max(30),
    safeties: z.array(safetySchema).max(40),
    ownSteps: z.array(ownStepSchema).max(60).default([]),
    serviceList: z.array(serviceItemSchema).max(80),
    faultCodes: z.array(faultCodeSchema).max(200),
    mapOverrides: z.array(mapOverrideSchema).max(60).default([]),
    faultChecks: z.array(faultCheckSchema).max(60).default([]),
    kit: z.array(kitSchema).max(80),
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
/** A card as it may be written down: what has a default may be left out. */
export type CardInput = z.input<typeof cardSchema>
export type GasId = Card['ratings'][number]['gas']
