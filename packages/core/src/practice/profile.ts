import { z } from 'zod'
import { APPLIANCE_TYPES, BURNER_KINDS, FLUE_TYPES, type Card, type InstalledFacts } from '../appliance'
import { GAS_PRESET_IDS } from '../gas'
import { MEASURAND_IDS, type MeasurandId, stationSchema, type Station } from '../measure'
import { methodsSchema } from './methods'

const sourced = { source: z.string().min(1) }

const profileLimitSchema = z.strictObject({
  measurandId: z.enum(MEASURAND_IDS),
  stationId: stationSchema,
  firingKinds: z.array(z.enum(['off', 'standing', 'pilot', 'purge', 'ignition', 'rate'])).optional(),
  burnerKinds: z.array(z.enum(BURNER_KINDS)).optional(),
  applianceTypes: z.array(z.enum(APPLIANCE_TYPES)).optional(),
  flueTypes: z.array(z.enum(FLUE_TYPES)).optional(),
  gases: z.array(z.enum(GAS_PRESET_IDS)).optional(),
  min: z.number().optional(),
  nominal: z.number().optional(),
  max: z.number().optional(),
  goal: z.number().optional(),
  hard: z.boolean(),
  ...sourced,
})
export type ProfileLimit = z.infer<typeof profileLimitSchema>

export const DEFECT_CLASSES = ['danger-now', 'at-risk', 'attention', 'note'] as const

/** A school of practice as data: every value with its source and date. A visit keeps the version that judged it. */
export const practiceSchema = z.strictObject({
  id: z.string().regex(/^[a-z0-9-]+$/),
  version: z.number().int().positive(),
  title: z.string(),
  dated: z.iso.date(),
  background: z
    .array(z.string())
    .meta({ description: 'Public documents to check in their current edition; never an authority by themselves.' }),
  units: z.enum(['metric', 'imperial']),
  emergencyNumber: z
    .string()
    .trim()
    .min(2)
    .max(60)
    .optional()
    .meta({ description: 'The gas emergency number to call, where a site does not have its own.' }),
  heatBasis: z.enum(['net', 'gross']),
  combustionBy: z.enum(['co2', 'o2']).meta({ description: 'Which of the two the school writes down; the other is computed.' }),
  coBy: z.enum(['ratio', 'air-free']),
  limits: z.array(profileLimitSchema),
  ambientCo: z.array(
    z.strictObject({ fromPpm: z.number().positive(), action: z.enum(['look', 'stop', 'evacuate', 'emergency']), ...sourced }),
  ),
  highCo: z
    .strictObject({ fromPpm: z.number().min(100).max(10_000), ...sourced })
    .optional()
    .meta({
      description: 'CO in the flue gas, as measured, from which one stops measuring: probe out, burner off, cause first. None without it.',
    }),
  neverFitted: z
    .strictObject({ mode: z.enum(['finding', 'record']), ...sourced })
    .optional()
    .meta({
      description:
        'A safety that an old appliance never had: a finding to answer before it is left running (as without this), or only a record.',
    }),
  outletShut: z
    .strictObject({ mode: z.enum(['explain', 'tolerate']), ...sourced })
    .optional()
    .meta({
      description: 'Pressure behind a shut valve: always to be explained (as without this), or tolerated inside the card’s figure.',
    }),
  startsAfterOpening: z
    .strictObject({ extra: z.number().int().min(0).max(10), ...sourced })
    .optional()
    .meta({ description: 'Failed starts more than usual that may be air in the line, after the gasway was open; none without this.' }),
  answersTogether: z
    .strictObject({ mode: z.enum(['together', 'safeties-alone', 'one-by-one']), ...sourced })
    .optional()
    .meta({
      description:
        'Looks that are as listed: answered in one go (as without this), in one go but for safety devices, or one by one. What decides life is answered one by one either way.',
    }),
  methods: methodsSchema,
  plateTolerance: z.strictObject({ below: z.number(), above: z.number(), ...sourced }),
  rateOrder: z.strictObject({ measure: z.enum(['max-first', 'min-first']), ...sourced }),
  oxygenBase: z
    .strictObject({ percent: z.union([z.literal(20.9), z.literal(20.95), z.literal(21)]), ...sourced })
    .optional()
    .meta({ description: 'Oxygen of dry air that CO air-free is told by; 20.95 % without it.' }),
  warmUp: z.strictObject({ blankingS: z.number(), minutes: z.number(), ...sourced }),
  adjustInside: z.strictObject({ mode: z.enum(['only-outside', 'centre']), ...sourced }),
  adaptedValve: z.strictObject({ first: z.enum(['automatic', 'manual']), ...sourced }),
  tightness: z.array(
    z.strictObject({
      applies: z.string(),
      letByPa: z.number(),
      letByS: z.number(),
      testPa: z.number(),
      stabiliseS: z.number(),
      testS: z.number(),
      maxFallPa: z.number(),
      meterKind: z.enum(['ultrasonic-or-none', 'small-diaphragm', 'large-diaphragm', 'any']),
      ...sourced,
    }),
  ),
  probeDistance: z.strictObject({ text: z.string(), ...sourced }),
  caseSweepMaxPpm: z.strictObject({ value: z.number(), ...sourced }),
  defectClasses: z.array(z.strictObject({ class: z.enum(DEFECT_CLASSES), name: z.string(), actions: z.array(z.string()), ...sourced })),
  cautions: z.array(z.string()),
})
export type Practice = z.infer<typeof practiceSchema>
export type DefectClass = (typeof DEFECT_CLASSES)[number]

/**
 * The profile's limit for a place and kind of firing on a kind of appliance: the one that names most facts wins, undefined when it has none.
 *
 * @example
 * profileLimit(metricRatio, card, 'natural-gas-h', 'ratio.coToCo2', 'flue', 'rate')?.max // 0.004 on a premix boiler
 */
export function profileLimit(
  practice: Pick<Practice, 'limits'>,
  card: Pick<Card, 'burnerKind' | 'applianceType' | 'flueType'>,
  gas: Card['ratings'][number]['gas'],
  measurandId: MeasurandId,
  stationId: Station,
  firingKind: 'off' | 'standing' | 'pilot' | 'purge' | 'ignition' | 'rate',
): ProfileLimit | undefined {
  const fits = practice.limits.filter(
    (l) =>
      l.measurandId === measurandId &&
      l.stationId === stationId &&
      (!l.firingKinds || l.firingKinds.includes(firingKind)) &&
      (!l.burnerKinds || l.burnerKinds.includes(card.burnerKind)) &&
      (!l.applianceTypes || l.applianceTypes.includes(card.applianceType)) &&
      (!l.flueTypes || l.flueTypes.includes(card.flueType)) &&
      (!l.gases || l.gases.includes(gas)),
  )
  const named = (l: ProfileLimit) => [l.firingKinds, l.burnerKinds, l.applianceTypes, l.flueTypes, l.gases].filter(Boolean).length
  return fits.reduce<ProfileLimit | undefined>((best, l) => (best === undefined || named(l) > named(best) ? l : best), undefined)
}

/** What the profile says to do about CO in the room, or undefined below its lowest level. `ambientCoAction(metricRatio, 40e-6)` → `'stop'`. */
export function ambientCoAction(
  practice: Pick<Practice, 'ambientCo'>,
  coFraction: number,
): Practice['ambientCo'][number]['action'] | undefined {
  // Rounded far below any cell's resolution: 30 ppm read as 29.999999 must still stop the work.
  const ppm = Math.round(coFraction * 1e9) / 1000
  return [...practice.ambientCo].sort((a, b) => b.fromPpm - a.fromPpm).find((level) => ppm >= level.fromPpm)?.action
}

/**
 * The practice's tightness test for an installation with its appliances connected: the row for the kind of meter, and where that is not known the
 * strictest of them. Undefined when the practice has none.
 *
 * @example
 * tightnessTest(metricRatio, { gas: 'natural-gas-h', altitudeM: 410, meterKind: 'ultrasonic-or-none' })?.maxFallPa // 800
 */
export function tightnessTest(
  practice: Pick<Practice, 'tightness'>,
  facts: Pick<InstalledFacts, 'meterKind'>,
): Practice['tightness'][number] | undefined {
  const rows = practice.tightness
  const connected = rows.filter((r) => r.meterKind !== 'any')
  const strictest = [...connected].sort((a, b) => a.maxFallPa - b.maxFallPa)[0]
  return connected.find((r) => r.meterKind === facts.meterKind) ?? strictest ?? rows[0]
}
