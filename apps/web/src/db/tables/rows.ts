import type { Fitting, PIPE_MATERIALS, PIPE_SIZES } from '@lucerna/core/supply'

/** Lists that a row keeps as JSON, as they are stored; the forms' schemas make them. */

/** One length of pipe of a gas supply; `from` is the one it connects to, null the meter. */
export type PipeRow = {
  id: string
  from: string | null
  material: (typeof PIPE_MATERIALS)[number]
  size: (typeof PIPE_SIZES)[number]['id']
  lengthM: number
} & Partial<Record<Fitting, number | undefined>>

/** One safety device of an appliance: expected by its card, or found. */
export interface SafetyRow {
  id: string
  label: string
  state: 'present' | 'absent' | 'unknown'
  setting: string | null
}
