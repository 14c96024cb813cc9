import { type Card, type CardInput, cardSchema, type GasId, printedLimit } from '@lucerna/core/appliance'
import { presetGas } from '@lucerna/core/gas'
import type { Instance } from '@lucerna/core/measure'
import { toSi } from '@lucerna/core/units'

/** How the demo's cards are written down: short rows, each with the page it stands on. */

type State = CardInput['firingStates'][number]
type Place = Omit<Parameters<typeof printedLimit>[0], 'source'>
type Printed = Parameters<typeof printedLimit>[1]

const round = (w: number, to: number) => Math.round(w / to) * to

/** Rows of one document. */
export function book(doc: string) {
  const at = (page: string | number) => ({ doc, page: String(page) })
  /** Temperature in °C against kilohms, or any two columns in their printed units. */
  const thermistor = (
    page: string | number,
    title: string,
    rows: [number, number][],
    units: ['°C' | '°F', 'kΩ' | 'Ω'] = ['°C', 'kΩ'],
  ): NonNullable<CardInput['tables']>[number] => ({
    id: title.toLowerCase().replace(/[^a-z0-9]+/g, '-'),
    use: 'thermistor',
    title,
    tolerance: 0.05,
    columns: [
      { id: 'temperature', label: 'Temperature', quantity: 'temperature', unit: units[0] },
      { id: 'resistance', label: 'Resistance', quantity: 'resistance', unit: units[1] },
    ],
    rows,
    source: at(page),
  })
  return {
    at,
    limit: (
      page: string | number,
      measurandId: Place['measurandId'],
      stationId: Place['stationId'],
      firingStateId: string,
      printed: Printed,
      more: Partial<Place> = {},
    ) => printedLimit({ measurandId, stationId, firingStateId, source: at(page), ...more }, printed),
    /** A rating printed net in kilowatts; gross by the gas's own ratio. */
    netKw: (
      gas: GasId,
      minKw: number,
      maxKw: number,
      page: string | number,
      orifice: string | null = null,
      preset: string | null = null,
    ): CardInput['ratings'][number] => {
      const { grossToNet } = presetGas(gas)
      return {
        gas,
        inputMaxNetW: maxKw * 1000,
        inputMaxGrossW: round(maxKw * 1000 * grossToNet, 10),
        inputMinNetW: minKw * 1000,
        inputMinGrossW: round(minKw * 1000 * grossToNet, 10),
        orifice,
        preset,
        source: at(page),
      }
    },
    /** A rating printed gross in BTU/h; net by the gas's own ratio. */
    grossBtu: (
      gas: GasId,
      minBtu: number,
      maxBtu: number,
      page: string | number,
      orifice: string | null = null,
    ): CardInput['ratings'][number] => {
      const { grossToNet } = presetGas(gas)
      const [min, max] = [btu(minBtu), btu(maxBtu)]
      return {
        gas,
        inputMaxNetW: round(max / grossToNet, 10),
        inputMaxGrossW: max,
        inputMinNetW: round(min / grossToNet, 10),
        inputMinGrossW: min,
        orifice,
        source: at(page),
      }
    },
    supply: (
      gas: GasId,
      inletMax: number,
      unit: string,
      page: string | number,
      regulatorIsTechnicians = false,
    ): CardInput['supply'][number] => ({
      gas,
      inletMaxPa: Math.round(toSi(inletMax, unit, 'pressure')),
      regulatorIsTechnicians,
      source: at(page),
    }),
    adjuster: (page: string | number, a: Omit<CardInput['adjusters'][number], 'source'>): CardInput['adjusters'][number] => ({
      ...a,
      source: at(page),
    }),
    point: (
      page: string | number,
      stationId: Place['stationId'],
      label: string,
      how: string,
      closes: string,
      sectionId: string | null = null,
    ) => ({
      stationId,
      label,
      how,
      closes,
      sectionId,
      source: at(page),
    }),
    safety: (
      page: string | number,
      id: string,
      label: string,
      setting: string | null,
      reset: 'automatic' | 'manual' | 'replace' | null,
      proveBy: string,
    ) => ({
      id,
      label,
      setting,
      reset,
      proveBy,
      source: at(page),
    }),
    service: (page: string | number, id: string, label: string, renewAlways = false, gap: string | null = null) => ({
      id,
      label,
      renewAlways,
      gap,
      source: at(page),
    }),
    code: (code: string, meaning: string, page: string | number, ...causes: string[]) => ({ code, meaning, page: String(page), causes }),
    /** Where a check of the fault map is made on this model, and what is right there. */
    check: (
      page: string | number,
      check: string,
      leads: string,
      [min, max, unit]: readonly [number | undefined, number | undefined, string] | readonly [] = [],
      minutes: number | null = null,
    ): NonNullable<CardInput['faultChecks']>[number] => ({
      check,
      leads,
      ...(min !== undefined && { min }),
      ...(max !== undefined && { max }),
      unit: unit ?? null,
      minutes,
      source: at(page),
    }),
    /** The same of certain sensors. */
    sensors: (of: Instance[], page: string | number, title: string, rows: [number, number][]) => ({
      ...thermistor(page, title, rows),
      sensors: of,
    }),
    thermistor,
  }
}

export const btu = (perHour: number): number => Math.round(toSi(perHour, 'BTU/h', 'power'))

const plain = (id: 'off' | 'standing', order: number, label: string): State => ({
  id,
  kind: id,
  order,
  label,
  nominalInputW: null,
  basis: null,
  sectionsOn: [],
  howToForce: null,
  minutesToRate: null,
})
/** The two states that every card has. */
export const RESTING: readonly State[] = [plain('off', 0, 'Off'), plain('standing', 1, 'Standing')]

/** A rate or an ignition state. */
export const rate = (
  id: string,
  order: number,
  label: string,
  nominalInputW: number,
  basis: 'net' | 'gross',
  force: [to: string, back: string] | null,
  minutesToRate: number | null,
  more: Partial<State> = {},
): State => ({
  id,
  kind: 'rate',
  order,
  label,
  nominalInputW,
  basis,
  sectionsOn: [],
  howToForce: force?.[0] ?? null,
  howToReturn: force?.[1] ?? null,
  minutesToRate,
  ...more,
})

export const gasIs = (gas: GasId) => [{ gas }]

export const write = (card: CardInput): Card => cardSchema.parse(card)
