/** Temporary changes that hang until they are put back. A gas joint only closes with a leak check; a bridged safety stops firing. */
export const LOOSE_END_KINDS = {
  'test-point': { gasJoint: true },
  /** Up to the valve: proved tight before anything fires. */
  'gas-joint': { gasJoint: true },
  /** Beyond the valve: there is no gas in it until it fires, and it is proved then. */
  'outlet-joint': { gasJoint: true },
  'held-rate': { gasJoint: false },
  'adjuster-cap': { gasJoint: false },
  'cover-off': { gasJoint: false },
  'probe-hole': { gasJoint: false, byReading: true },
  selector: { gasJoint: false },
  parameter: { gasJoint: false },
  bridge: { gasJoint: false },
  'safety-bridge': { gasJoint: false },
  'live-test': { gasJoint: false },
  /** The blower's lead off to try the limit; a stage shut by its cock; a port of the chamber; an adapter in the place of an electrode. */
  'blower-lead': { gasJoint: false },
  'stage-shut': { gasJoint: false },
  'chamber-port': { gasJoint: false, byReading: true },
  'electrode-adapter': { gasJoint: false },
  /** A tool, a lamp or a spare that is inside: ticked back in. */
  'tool-out': { gasJoint: false },
  /** Water drawn down to try the low-water cut-out. */
  'water-drawn': { gasJoint: false },
} as const satisfies Record<string, { gasJoint: boolean; byReading?: true }>

export type LooseEndKind = keyof typeof LOOSE_END_KINDS
/** Whether it is opened by the reading itself and asks for no tap of its own. `opensByReading('chamber-port')` → `true` */
export const opensByReading = (kind: LooseEndKind): boolean => 'byReading' in LOOSE_END_KINDS[kind]
export const LOOSE_END_KIND_IDS = Object.keys(LOOSE_END_KINDS) as [LooseEndKind, ...LooseEndKind[]]

/** What was taken apart or disconnected today, and the checks that put it back for good; what opens the way of the flue gas makes its last check void. */
export const DISTURBED_KINDS = {
  lead: { checks: ['tug', 'continuity'], firing: false },
  earth: { checks: ['tug', 'continuity'], firing: true },
  tube: { checks: ['tug', 'look'], firing: false },
  seal: { checks: ['renewed', 'look'], firing: true, opensGasPath: true },
  screw: { checks: ['look', 'tug'], firing: false },
  part: { checks: ['look', 'tug'], firing: false },
  orientation: { checks: ['look'], firing: false },
  'gas-joint': { checks: ['leak-check'], firing: true },
  'outlet-joint': { checks: ['leak-check'], firing: false },
  flue: { checks: ['look', 'renewed'], firing: true, opensGasPath: true },
  'combustion-door': { checks: ['look', 'renewed'], firing: true, opensGasPath: true },
  /** The condensate trap and the drain: full of water again, or flue gas comes out there. */
  trap: { checks: ['look', 'renewed'], firing: true, opensGasPath: true },
} as const satisfies Record<string, { checks: readonly string[]; firing: boolean; opensGasPath?: true }>
export type DisturbedKind = keyof typeof DISTURBED_KINDS
export const DISTURBED_KIND_IDS = Object.keys(DISTURBED_KINDS) as [DisturbedKind, ...DisturbedKind[]]
/** Whether something open lets flue gas or false air through. `opensGasPath('trap')` → `true` */
export const opensGasPath = (kind: DisturbedKind): boolean => 'opensGasPath' in DISTURBED_KINDS[kind]
export const REFIT_CHECKS = ['tug', 'continuity', 'look', 'renewed', 'leak-check'] as const
export type RefitCheck = (typeof REFIT_CHECKS)[number]

/** What a technician or customer notices after the work, and which kinds of disturbed things it points to first. */
export const SYMPTOM_KINDS = {
  'no-start': ['lead', 'earth', 'tube'],
  lockout: ['earth', 'lead', 'tube', 'screw'],
  'co-high': ['seal', 'combustion-door', 'tube', 'orientation', 'screw'],
  noise: ['orientation', 'part', 'tube', 'screw'],
  'smell-of-gas': ['gas-joint', 'outlet-joint', 'tube', 'screw'],
  'smell-of-flue': ['flue', 'combustion-door', 'seal', 'trap'],
  water: ['trap', 'part', 'seal', 'tube'],
  other: [],
} as const satisfies Record<string, readonly DisturbedKind[]>
export type SymptomKind = keyof typeof SYMPTOM_KINDS
export const SYMPTOM_KIND_IDS = Object.keys(SYMPTOM_KINDS) as [SymptomKind, ...SymptomKind[]]

/** Waits that have to run out: names of the clocks that a step starts. */
export const TIMER_IDS = [
  'let-by',
  'stabilise',
  'tightness',
  'case-sweep',
  'spillage',
  'seat',
  'purge-wait',
  'warm-up',
  'check-in',
] as const
export type TimerId = (typeof TIMER_IDS)[number]
