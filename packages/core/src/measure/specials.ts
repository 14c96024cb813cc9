import { type MeasurandId, MEASURANDS } from './measurands'
import type { Special } from './schemas'

const CIRCUITS = ['resistance', 'voltage', 'current']

/**
 * What can be shown in the place of a number for a measurand: a circuit can be open or shorted, anything can vary, be over range or out of reach.
 *
 * @example
 * specialsOf('coil.resistance') // ['open', 'short', 'over-range', 'varies', 'not-reachable']
 * specialsOf('co.flue') // ['over-range', 'varies', 'not-reachable']
 */
export const specialsOf = (id: MeasurandId): readonly Special['kind'][] => [
  ...(MEASURANDS[id].quantity === 'resistance' ? (['open', 'short'] as const) : []),
  ...(CIRCUITS.includes(MEASURANDS[id].quantity) && MEASURANDS[id].quantity !== 'resistance' ? (['open'] as const) : []),
  'over-range',
  'varies',
  'not-reachable',
]
