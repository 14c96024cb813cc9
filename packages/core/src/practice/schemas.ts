import { z } from 'zod'
import { APPLIANCE_TYPES, BURNER_KINDS, FLUE_TYPES } from '../appliance'
import { GAS_PRESET_IDS } from '../gas'
import { MEASURAND_IDS, stationSchema } from '../measure'
import { type MethodId, METHODS } from './methods'
import { DEFECT_CLASSES } from './profile'

const sourced = { source: z.string().min(1) }

const chosen = <M extends readonly [string, ...string[]]>(modes: M) =>
  z.strictObject({ mode: z.enum(modes), source: z.string().min(1) }).optional()

/** The ways of a profile, each with its source; a way that is not named is the usual one. */
const methodsSchema = z
  .strictObject({
    'pilot-cleaning': chosen(METHODS['pilot-cleaning']),
    'coil-volts': chosen(METHODS['coil-volts']),
    'rates-measured': chosen(METHODS['rates-measured']),
    'set-by': chosen(METHODS['set-by']),
    'ferrule-flare': chosen(METHODS['ferrule-flare']),
    interrupter: chosen(METHODS.interrupter),
    thermistor: chosen(METHODS.thermistor),
    electrodes: chosen(METHODS.electrodes),
    'exchanger-cleaning': chosen(METHODS['exchanger-cleaning']),
    'dead-test': chosen(METHODS['dead-test']),
    'burner-inserts': chosen(METHODS['burner-inserts']),
    'set-order': chosen(METHODS['set-order']),
    'pilot-seat': chosen(METHODS['pilot-seat']),
    'automatic-calibration': chosen(METHODS['automatic-calibration']),
  } satisfies Record<MethodId, unknown>)
  .optional()
  .meta({ description: 'How things are done where practitioners disagree; what is not named is done the usual way.' })

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
