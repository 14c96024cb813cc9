import { z } from 'zod'
import { GAS_PRESET_IDS, presetGas } from '../gas'
import { APPLIANCE_TYPES, BURNER_KINDS, FLUE_TYPES } from './kinds'
import type { Card } from './cardSchema'
import { cardSchema } from './cardSchema'
import { printedLimit } from './printedLimit'

const line = (max: number) => z.string('field.missing').trim().min(1, 'field.missing').max(max, 'field.too-long')
const positive = (max: number) => z.number('field.number').positive('field.out-of-range').max(max, 'field.out-of-range')
const pressure = positive(1_000_000).nullable()

/** What a data plate says, SI. What it does not say is null, and nothing is judged by it. Messages are keys of the message files. */
export const plateSchema = z
  .strictObject({
    maker: line(60),
    model: line(80),
    burnerKind: z.enum(BURNER_KINDS, 'field.choose'),
    applianceType: z.enum(APPLIANCE_TYPES, 'field.choose'),
    flueType: z.enum(FLUE_TYPES, 'field.choose'),
    condensing: z.boolean(),
    pilot: z.enum(['none', 'standing', 'intermittent'], 'field.choose'),
    /** What proves the pilot; `unsupervised` where nothing ever did. */
    pilotSensor: z.enum(['thermocouple', 'generator', 'rod', 'unsupervised']).nullable(),
    gas: z.enum(GAS_PRESET_IDS, 'field.choose'),
    inputW: positive(20_000_000),
    inputMinW: positive(20_000_000).nullable(),
    basis: z.enum(['net', 'gross'], 'field.choose'),
    inletMinPa: pressure,
    inletMaxPa: pressure,
    manifoldMinPa: pressure,
    manifoldMaxPa: pressure,
  })
  .superRefine((p, context) => {
    const above = (low: number | null, high: number | null, path: string) => {
      if (low !== null && high !== null && low > high) context.addIssue({ code: 'custom', path: [path], message: 'field.below-minimum' })
    }
    above(p.inputMinW, p.inputW, 'inputW')
    above(p.inletMinPa, p.inletMaxPa, 'inletMaxPa')
    above(p.manifoldMinPa, p.manifoldMaxPa, 'manifoldMaxPa')
    if (p.pilot !== 'none' && p.pilotSensor === null) context.addIssue({ code: 'custom', path: ['pilotSensor'], message: 'field.choose' })
  })
export type Plate = z.output<typeof plateSchema>

/** Words that a card from a plate needs and no plate has. */
export interface PlateWords {
  readonly plate: string
  readonly fullRate: string
  readonly lowRate: string
  readonly off: string
  readonly standing: string
  readonly pilot: string
  readonly probe: string
}

const MEDIUM = {
  'combination-boiler': 'water',
  boiler: 'water',
  'steam-boiler': 'steam',
  furnace: 'air',
  'water-heater': 'stored-water',
} as const satisfies Record<Card['applianceType'], string>

/**
 * A provisional card from what the data plate says: gas, heat input, inlet range and burner pressure where they stand there, the kind of appliance, and
 * nothing else. It is marked as provisional until a lead issues a complete one.
 *
 * @param plate SI. @param id of the card. @param issued the day it was read.
 * @example
 * plateCard(plate, { id: 'plate-orrin-60', issued: '2026-11-28', words }).limits // the working pressure, if the plate has a range
 */
export function plateCard(
  plate: Plate,
  { id, issued, words }: { readonly id: string; readonly issued: string; readonly words: PlateWords },
): Card {
  const gas = presetGas(plate.gas)
  const source = { doc: words.plate, page: '–' }
  // The plate gives one basis; the other follows from the gas.
  const asNet = (w: number) => (plate.basis === 'net' ? w : (w * gas.netCvJPerM3) / gas.grossCvJPerM3)
  const asGross = (w: number) => (plate.basis === 'gross' ? w : (w * gas.grossCvJPerM3) / gas.netCvJPerM3)
  const low = plate.inputMinW
  const state = (
    stateId: string,
    kind: Card['firingStates'][number]['kind'],
    order: number,
    label: string,
    inputW: number | null = null,
  ) => ({
    id: stateId,
    kind,
    order,
    label,
    nominalInputW: inputW,
    basis: inputW === null ? null : plate.basis,
    sectionsOn: [],
    howToForce: null,
    minutesToRate: null,
  })
  const range = (min: number | null, max: number | null) => ({ unit: 'Pa', ...(min !== null && { min }), ...(max !== null && { max }) })
  const limits = [
    ...(plate.inletMinPa !== null || plate.inletMaxPa !== null
      ? [
          printedLimit(
            { measurandId: 'pressure.working', stationId: 'inlet', firingStateId: 'full', source },
            range(plate.inletMinPa, plate.inletMaxPa),
          ),
        ]
      : []),
    ...(plate.manifoldMinPa !== null || plate.manifoldMaxPa !== null
      ? [
          printedLimit(
            { measurandId: 'pressure.manifold', stationId: 'burner', firingStateId: 'full', source },
            range(plate.manifoldMinPa, plate.manifoldMaxPa),
          ),
        ]
      : []),
  ]
  return cardSchema.parse({
    id,
    version: 1,
    provisional: true,
    maker: plate.maker,
    model: plate.model,
    variant: null,
    document: { number: words.plate, title: `${plate.maker} ${plate.model}`, issued },
    burnerKind: plate.burnerKind,
    applianceType: plate.applianceType,
    condensing: plate.condensing,
    flueType: plate.flueType,
    category: '',
    traits: {
      medium: MEDIUM[plate.applianceType],
      power: plate.pilotSensor === 'generator' ? 'millivolt' : 'mains',
      pilot: plate.pilot,
      pilotSensor: plate.pilot === 'none' ? null : plate.pilotSensor,
      ratioControl:
        plate.burnerKind === 'premix-pneumatic' ? 'zero-governor' : plate.burnerKind === 'premix-adapted' ? 'electronic' : 'none',
      intakePort: false,
    },
    ratings: [
      {
        gas: plate.gas,
        inputMaxNetW: asNet(plate.inputW),
        inputMaxGrossW: asGross(plate.inputW),
        inputMinNetW: asNet(low ?? plate.inputW),
        inputMinGrossW: asGross(low ?? plate.inputW),
        orifice: null,
        source,
      },
    ],
    firingStates: [
      state('off', 'off', 0, words.off),
      state('standing', 'standing', 1, words.standing),
      ...(plate.pilot === 'standing' ? [state('pilot', 'pilot', 2, words.pilot)] : []),
      ...(low !== null && low < plate.inputW ? [state('low', 'rate', 3, words.lowRate, low)] : []),
      state('full', 'rate', 4, words.fullRate, plate.inputW),
    ],
    limits,
    supply: plate.inletMaxPa === null ? [] : [{ gas: plate.gas, inletMaxPa: plate.inletMaxPa, regulatorIsTechnicians: false, source }],
    adjusters: [],
    probe: words.probe,
    testPoints: [],
    safeties: [],
    serviceList: [],
    faultCodes: [],
    kit: [],
  })
}
