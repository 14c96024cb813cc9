import type { Practice } from './schemas'

/**
 * Where practitioners disagree about how a thing is done. The first mode of each is what holds where a profile says nothing. What decides more than the way it
 * is done (limits, when to adjust, what is never left running) stands elsewhere in the profile.
 */
export const METHODS = {
  /** The pilot while its burner is cleaned. */
  'pilot-cleaning': ['isolate', 'leave-lit'],
  /** Where the volts of a gas valve's coil are read. */
  'coil-volts': ['at-valve', 'at-board'],
  /** Which rates are measured: all that the card names and ignition too, or the highest and the lowest. */
  'rates-measured': ['all', 'high-low'],
  /** What a burner is set by. */
  'set-by': ['gauge-first', 'analyser-alone'],
  /** Ferrules and flares. */
  'ferrule-flare': ['dry', 'sealant-outside'],
  /** How an interrupter in a thermocouple's lead is proved. */
  interrupter: ['millivolts', 'continuity'],
  /** How a thermistor is proved. */
  thermistor: ['table', 'moves'],
  /** Electrodes. */
  electrodes: ['by-card', 'renew-always'],
  /** How the exchanger is cleaned. */
  'exchanger-cleaning': ['by-card', 'dry', 'wet'],
  /** What proves that it is dead. */
  'dead-test': ['two-pole', 'indicator-first'],
  /** Who has to agree before a burner part is removed or added. */
  'burner-inserts': ['all-agree', 'customer'],
  /** In which order rates are set where the card says nothing. */
  'set-order': ['max-first', 'min-first'],
  /** How a pilot valve's seat is proved, once unburnt gas has cleared. */
  'pilot-seat': ['detector', 'flame'],
  /** A control that finds the mixture itself: its own calibration first, or menu steps at once. */
  'automatic-calibration': ['try-first', 'straight-to-manual'],
} as const satisfies Record<string, readonly [string, string, ...string[]]>
export type MethodId = keyof typeof METHODS
export const METHOD_IDS = Object.keys(METHODS) as MethodId[]

/** Which way a profile does a thing, and who says so; null where it is the usual way by nobody's word. */
export function methodOf(practice: Pick<Practice, 'methods'>, id: MethodId): { readonly mode: string; readonly source: string | null } {
  return practice.methods?.[id] ?? { mode: METHODS[id][0], source: null }
}
