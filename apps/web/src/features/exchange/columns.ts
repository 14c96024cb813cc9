import { GAS_PRESET_IDS } from '@lucerna/core/gas'
import type { Quantity } from '@lucerna/core/units'
import { METER_KINDS } from '@/features/places'

/** The registers as tables: one list of columns is the CSV's header, its reading and its writing, and the documentation. */
export interface Column {
  /** Header in the file; its unit is part of the name. */
  readonly name: string
  /** Field of the register, or what it is looked up by. */
  readonly field: string
  readonly kind: 'text' | 'number' | 'integer' | 'day' | 'choice' | 'json'
  readonly quantity?: Quantity
  readonly unit?: string
  readonly choices?: readonly string[]
  readonly required?: boolean
}

const text = (name: string, field = name, required = false): Column => ({ name, field, kind: 'text', required })
const number = (name: string, field: string, quantity: Quantity, unit: string, required = false): Column => ({
  name,
  field,
  kind: 'number',
  quantity,
  unit,
  required,
})
const ID: Column = text('id')

export const TABLE_KINDS = ['sites', 'supplies', 'appliances', 'instruments'] as const
export type TableKind = (typeof TABLE_KINDS)[number]

export const COLUMNS: Readonly<Record<TableKind, readonly Column[]>> = {
  sites: [
    ID,
    text('name', 'name', true),
    text('address', 'address', true),
    text('time_zone', 'timeZone', true),
    number('altitude_m', 'altitudeM', 'length', 'm', true),
    number('latitude_deg', 'latitudeDeg', 'ratio', '1'),
    number('longitude_deg', 'longitudeDeg', 'ratio', '1'),
    text('contact'),
    text('contact_phone', 'contactPhone'),
    text('contact_email', 'contactEmail'),
    text('access_notes', 'accessNotes'),
    text('hazards'),
    text('emergency_number', 'emergencyNumber'),
    text('practice', 'practiceId'),
  ],
  supplies: [
    ID,
    text('site', 'site', true),
    text('site_address', 'siteAddress'),
    { name: 'gas', field: 'gas', kind: 'choice', choices: GAS_PRESET_IDS, required: true },
    text('meter'),
    { name: 'meter_kind', field: 'meterKind', kind: 'choice', choices: METER_KINDS },
    text('meter_size', 'meterSize'),
    text('meter_serial', 'meterSerial'),
    number('dial_volume_l', 'dialVolumeM3', 'volume', 'L'),
    { name: 'regulator_owner', field: 'regulatorOwner', kind: 'choice', choices: ['supplier', 'technician'], required: true },
    text('regulator'),
    number('nominal_pressure_mbar', 'nominalPressurePa', 'pressure', 'mbar'),
    number('standing_pressure_mbar', 'standingPressurePa', 'pressure', 'mbar'),
    number('working_pressure_mbar', 'workingPressurePa', 'pressure', 'mbar'),
    { name: 'measured_on', field: 'measuredOn', kind: 'day' },
    { name: 'pipes', field: 'pipes', kind: 'json' },
  ],
  appliances: [
    ID,
    text('site', 'site', true),
    text('site_address', 'siteAddress'),
    text('supply_id', 'supplyId'),
    text('card', 'cardId', true),
    { name: 'card_version', field: 'cardVersion', kind: 'integer' },
    text('name', 'name', true),
    text('serial', 'serial', true),
    text('position', 'position', true),
    number('flue_length_m', 'flueLengthM', 'length', 'm'),
    { name: 'installed_on', field: 'installedOn', kind: 'day' },
    text('remark'),
    { name: 'safeties', field: 'safeties', kind: 'json' },
  ],
  instruments: [
    ID,
    {
      name: 'kind',
      field: 'kind',
      kind: 'choice',
      choices: ['analyser', 'manometer', 'multimeter', 'gas-detector', 'thermometer'],
      required: true,
    },
    text('maker', 'maker', true),
    text('model', 'model', true),
    text('serial', 'serial', true),
    text('carried_by_email', 'heldBy'),
    { name: 'calibrated_on', field: 'calibratedOn', kind: 'day', required: true },
    { name: 'calibration_due_on', field: 'calibrationDueOn', kind: 'day', required: true },
    text('certificate'),
    { name: 'battery_days', field: 'batteryDays', kind: 'integer' },
    { name: 'trap_days', field: 'trapDays', kind: 'integer' },
    text('remark'),
    { name: 'channels', field: 'channels', kind: 'json', required: true },
  ],
}

/** Larger imports are found by search a little later than they are there. */
export const INDEXED_AT_ONCE = 2000
