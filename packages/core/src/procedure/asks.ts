import type { Station } from '../measure'

/** What a bad answer forbids: burning at all, leaving the appliance in normal service, or nothing by itself. */
export type Forbids = 'firing' | 'leaving' | null

interface Observation {
  readonly stationId: Station
  /** The first is the good one. */
  readonly answers: readonly [string, string, ...string[]]
  readonly forbids: Forbids
}

/** Things that are looked at or proved rather than measured, with the answers they can have. */
const TABLE = {
  // Arriving
  'people-out': { stationId: 'room', answers: ['all-out', 'not-yet'], forbids: 'firing' },
  'supply-shut': { stationId: 'meter', answers: ['shut', 'not-safe-to-reach'], forbids: null },
  'supplier-called': { stationId: 'meter', answers: ['called', 'not-needed'], forbids: null },
  ventilated: { stationId: 'room', answers: ['clear', 'still-gas'], forbids: 'firing' },
  'occupants-well': { stationId: 'room', answers: ['well', 'symptoms'], forbids: 'firing' },
  'smell-of-gas': { stationId: 'room', answers: ['none', 'present'], forbids: 'firing' },
  'emergency-control': { stationId: 'meter', answers: ['reachable', 'not-reachable'], forbids: null },
  'flue-terminal': { stationId: 'flue', answers: ['sound', 'not-sound'], forbids: 'firing' },
  'spillage-signs': { stationId: 'room', answers: ['none', 'present'], forbids: 'firing' },
  ventilation: { stationId: 'room', answers: ['clear', 'not-clear'], forbids: 'firing' },
  'data-plate': { stationId: 'burner', answers: ['matches', 'differs'], forbids: 'firing' },
  'water-damage': { stationId: 'valve', answers: ['none', 'control-stood-in-water'], forbids: 'firing' },
  'boiler-filled': { stationId: 'water', answers: ['filled', 'dry-and-hot'], forbids: 'firing' },
  'lpg-low': { stationId: 'room', answers: ['above-ground', 'cellar-or-pit'], forbids: 'firing' },
  'room-allowed': { stationId: 'room', answers: ['allowed', 'forbidden'], forbids: 'leaving' },
  'fibre-dust': { stationId: 'chamber', answers: ['known-free', 'treat-as-fibre'], forbids: null },
  // Never on a sheet: asked where far too much CO was read
  'high-co': { stationId: 'flue', answers: ['cause-mended', 'cause-not-found'], forbids: 'firing' },
  // Breakdown
  'burner-runs': { stationId: 'burner', answers: ['runs', 'drops-out', 'does-not-light'], forbids: null },
  'fault-shows': { stationId: 'room', answers: ['shows', 'not-today'], forbids: null },
  'start-died': {
    stationId: 'electrics',
    answers: ['no-demand', 'no-fan', 'air-not-proved', 'no-spark', 'no-gas', 'no-flame', 'flame-not-proved', 'drops-later'],
    forbids: null,
  },
  'polarity-earth': { stationId: 'electrics', answers: ['right', 'wrong'], forbids: 'leaving' },
  'drain-clear': { stationId: 'water', answers: ['clear', 'was-blocked', 'blocked'], forbids: 'leaving' },
  electrodes: { stationId: 'electrics', answers: ['sound', 'cleaned', 'renewed', 'cracked-or-wet'], forbids: 'leaving' },
  repaired: { stationId: 'burner', answers: ['repaired', 'part-needed', 'cause-not-found'], forbids: null },
  'ruled-out': { stationId: 'room', answers: ['cause-proved', 'not-proved'], forbids: null },
  // Power and gas off
  'tester-before': { stationId: 'electrics', answers: ['proves', 'does-not'], forbids: null },
  dead: { stationId: 'electrics', answers: ['dead', 'live'], forbids: null },
  'tester-after': { stationId: 'electrics', answers: ['proves', 'does-not'], forbids: null },
  'gas-shut': { stationId: 'valve', answers: ['shut', 'not-shut'], forbids: null },
  // Tightness
  'let-by': { stationId: 'meter', answers: ['holds', 'rises'], forbids: null },
  'component-rated': { stationId: 'pipe', answers: ['all-rated', 'disconnected', 'over-rated'], forbids: 'firing' },
  // Clean or adjust
  condition: { stationId: 'chamber', answers: ['sound', 'dirty', 'starved', 'mis-set', 'leaking', 'measured-wrongly'], forbids: null },
  // New valve, other gas, adaptation
  'burners-cleaned': { stationId: 'burner', answers: ['cleaned', 'clean-already', 'left'], forbids: null },
  'pilot-cleaned': { stationId: 'burner', answers: ['cleaned', 'clean-already', 'left'], forbids: null },
  'gas-part-suits': { stationId: 'pipe', answers: ['suits', 'does-not'], forbids: 'firing' },
  'valve-same': { stationId: 'valve', answers: ['same', 'differs'], forbids: 'firing' },
  'leads-marked': { stationId: 'electrics', answers: ['marked', 'not-marked'], forbids: null },
  'outlet-restrictor': { stationId: 'valve', answers: ['kept', 'none-fitted', 'lost'], forbids: 'firing' },
  'orifice-fitted': { stationId: 'burner', answers: ['for-this-gas', 'not-changed'], forbids: 'firing' },
  'regulator-suits': { stationId: 'inlet', answers: ['suits', 'does-not'], forbids: 'firing' },
  'gas-label': { stationId: 'burner', answers: ['changed', 'not-changed'], forbids: 'leaving' },
  'calibration-saved': { stationId: 'valve', answers: ['saved', 'not-saved'], forbids: 'leaving' },
  'rates-agree': { stationId: 'burner', answers: ['neither-moves', 'still-moving'], forbids: null },
  // Supply
  'others-seen-burning': { stationId: 'inlet', answers: ['seen-burning', 'alone-on-the-line', 'not-seen'], forbids: null },
  // First fire
  'water-flow': { stationId: 'water', answers: ['flows', 'no-flow'], forbids: 'firing' },
  'ignition-quality': { stationId: 'burner', answers: ['smooth', 'late', 'rough', 'bang'], forbids: 'leaving' },
  // Burner
  'flame-picture': {
    stationId: 'burner',
    answers: ['steady', 'yellow-tips', 'yellow', 'lifting', 'flashback', 'rolls-out'],
    forbids: 'leaving',
  },
  'primary-air': { stationId: 'burner', answers: ['set-and-locked', 'moved-and-marked', 'seized'], forbids: null },
  'seat-proof': { stationId: 'valve', answers: ['holds', 'lets-by'], forbids: 'leaving' },
  'valve-proving': { stationId: 'valve', answers: ['passes', 'fails', 'none-fitted'], forbids: 'leaving' },
  // Never on a sheet: asked after an air shutter was turned
  'shutter-mark': { stationId: 'burner', answers: ['marked-and-dated', 'not-marked'], forbids: null },
  'governor-stop': { stationId: 'valve', answers: ['has-travel', 'at-stop'], forbids: null },
  // Flue
  'flue-joints': { stationId: 'flue', answers: ['sound', 'leaking'], forbids: 'leaving' },
  'spillage-test': { stationId: 'room', answers: ['none', 'spills'], forbids: 'leaving' },
  'co-steady': { stationId: 'flue', answers: ['steady', 'climbing'], forbids: 'leaving' },
  exchanger: { stationId: 'chamber', answers: ['sound', 'deformed-tight', 'cracked'], forbids: 'leaving' },
  'blower-flame': { stationId: 'burner', answers: ['unchanged', 'changes'], forbids: 'leaving' },
  // Water
  'relief-valve': { stationId: 'water', answers: ['discharges-free', 'weeps', 'plugged'], forbids: 'leaving' },
  siphon: { stationId: 'water', answers: ['clear', 'blocked'], forbids: 'leaving' },
  'water-line': { stationId: 'water', answers: ['steady', 'surges'], forbids: null },
  // Pilot
  'pilot-relights': { stationId: 'burner', answers: ['relights', 'does-not'], forbids: 'leaving' },
  // Restoring
  'case-closed': { stationId: 'room', answers: ['closed-and-sealed', 'open'], forbids: 'leaving' },
  'sampling-hole': { stationId: 'flue', answers: ['sealed', 'open'], forbids: 'leaving' },
  'own-controls': { stationId: 'electrics', answers: ['runs', 'does-not'], forbids: 'leaving' },
  'controls-report': { stationId: 'electrics', answers: ['all-report', 'one-missing'], forbids: null },
  'parts-counted': { stationId: 'room', answers: ['none-left-over', 'left-over'], forbids: null },
  // Handing over
  explained: { stationId: 'room', answers: ['explained', 'nobody-there'], forbids: null },
  'lid-label': { stationId: 'room', answers: ['fitted', 'not-fitted'], forbids: null },
  consent: { stationId: 'room', answers: ['agreed', 'refused', 'nothing-to-agree'], forbids: null },
} as const satisfies Record<string, Observation>

export type ObservationId = keyof typeof TABLE
export const OBSERVATIONS: Readonly<Record<ObservationId, Observation>> = TABLE
export const OBSERVATION_IDS = Object.keys(TABLE) as [ObservationId, ...ObservationId[]]

/** Things that a card or a burner kind names: `joint.valve-inlet`, `safety.limit`, `item.rope-seal`, `sequence.fan`, `own.switches.0`. */
const FAMILIES = {
  joint: { answers: ['tight', 'leaks', 'no-gas-yet'], good: ['tight', 'no-gas-yet'], forbids: 'firing' },
  item: { answers: ['sound', 'cleaned', 'renewed', 'left'], good: ['sound', 'cleaned', 'renewed'], forbids: null },
  safety: { answers: ['acted', 'failed', 'bridged', 'removed', 'never-fitted'], good: ['acted'], forbids: 'leaving' },
  sequence: { answers: ['seen', 'not-seen'], good: ['seen'], forbids: null },
  // Never on a sheet: asked where the outlet of a shut valve shows pressure. Zero would not prove the seat either.
  'outlet-shut': { answers: ['others-running', 'vented-zero', 'comes-back'], good: ['others-running', 'vented-zero'], forbids: 'leaving' },
  own: { answers: ['good', 'bad'], good: ['good'], forbids: null },
  // What was done about a danger: a refusal is a fact that is written down, not a finding about the appliance.
  danger: { answers: ['done', 'refused', 'not-possible'], good: ['done', 'refused', 'not-possible'], forbids: null },
} as const satisfies Record<string, { answers: readonly [string, string, ...string[]]; good: readonly string[]; forbids: Forbids }>
export type AskFamily = keyof typeof FAMILIES
export const ASK_FAMILIES = Object.keys(FAMILIES) as AskFamily[]

/** Answers beside the first that are no finding either. */
const ALSO_GOOD: Partial<Record<ObservationId, readonly string[]>> = {
  'component-rated': ['disconnected'],
  'outlet-restrictor': ['none-fitted'],
  'others-seen-burning': ['alone-on-the-line'],
  'valve-proving': ['none-fitted'],
  'primary-air': ['moved-and-marked'],
  'supplier-called': ['not-needed'],
  consent: ['nothing-to-agree'],
  exchanger: ['deformed-tight'],
  // Only offered where the card allows them on the gas that burns.
  'flame-picture': ['yellow-tips'],
  // Facts rather than findings: what follows from them is measured or asked elsewhere.
  condition: ['dirty', 'starved', 'mis-set', 'leaking', 'measured-wrongly'],
  'fault-shows': ['not-today'],
  'burner-runs': ['drops-out', 'does-not-light'],
  'start-died': ['no-fan', 'air-not-proved', 'no-spark', 'no-gas', 'no-flame', 'flame-not-proved', 'drops-later'],
  'drain-clear': ['was-blocked'],
  'burners-cleaned': ['clean-already'],
  'pilot-cleaned': ['clean-already'],
  electrodes: ['cleaned', 'renewed'],
  'fibre-dust': ['treat-as-fibre'],
  'supply-shut': ['not-safe-to-reach'],
  explained: ['nobody-there'],
}

/** Answers that are no longer offered but still read from earlier visits, and bar what they barred. */
const FORMER: Partial<Record<AskFamily, readonly string[]>> = { safety: ['absent'] }

const isFixed = (id: string): id is ObservationId => Object.hasOwn(TABLE, id)
/** The family of an id like `joint.valve-inlet`. `familyOf('item.rope')` → `'item'`. */
export function familyOf(id: string): AskFamily | undefined {
  const dot = id.indexOf('.')
  if (dot < 0 || dot === id.length - 1) return undefined
  const head = id.slice(0, dot)
  return Object.hasOwn(FAMILIES, head) ? (head as AskFamily) : undefined
}

/** The answers that something can have, the good one first; undefined for what nobody asks. `answersOf('joint.tee')` → `['tight', 'leaks', 'no-gas-yet']`. */
export function answersOf(id: string): readonly [string, string, ...string[]] | undefined {
  if (isFixed(id)) return OBSERVATIONS[id].answers
  const family = familyOf(id)
  return family && FAMILIES[family].answers
}

/** Whether something can be answered so, now or in a visit of long ago. `acceptsAnswer('safety.limit', 'absent')` → `true`. */
export function acceptsAnswer(id: string, answer: string): boolean {
  const family = familyOf(id)
  return (answersOf(id)?.includes(answer) ?? false) || ((family && FORMER[family]?.includes(answer)) ?? false)
}

/** Whether an answer is no finding. `isGoodAnswer('exchanger', 'deformed-tight')` → `true`. */
export function isGoodAnswer(id: string, answer: string): boolean {
  const family = familyOf(id)
  if (family) return (FAMILIES[family].good as readonly string[]).includes(answer)
  return isFixed(id) && (answer === OBSERVATIONS[id].answers[0] || (ALSO_GOOD[id]?.includes(answer) ?? false))
}

/** Bad answers that forbid less than the others of their question: a finding that is put right or left with a reason. */
const ONLY_A_FINDING: Partial<Record<string, readonly string[]>> = {
  'relief-valve': ['weeps'],
  // An old appliance never had a spill switch: that is told to the customer. Removed, bridged or failed is another matter.
  safety: ['never-fitted'],
}

/** Answers that want their place and size said. */
const WANTS_DETAIL: Readonly<Record<string, readonly string[]>> = { exchanger: ['cracked'], joint: ['leaks'], 'flue-joints': ['leaking'] }
/** Whether an answer is only half said without where and how large. `wantsDetail('exchanger', 'cracked')` → `true` */
export const wantsDetail = (id: string, answer: string): boolean => WANTS_DETAIL[familyOf(id) ?? id]?.includes(answer) ?? false

/**
 * What a bad answer forbids; without an answer, what the worst one does. An own step's proof that cannot be overridden says so itself.
 *
 * @example
 * forbidsOf('joint.tee') // 'firing'
 * forbidsOf('relief-valve', 'weeps') // null: a finding, not a stop
 * forbidsOf('safety.spill', 'never-fitted') // null, where 'removed' forbids leaving it running
 */
export function forbidsOf(id: string, answer?: string): Forbids {
  const family = familyOf(id)
  if (answer !== undefined && ONLY_A_FINDING[family ?? id]?.includes(answer)) return null
  return family ? FAMILIES[family].forbids : isFixed(id) ? OBSERVATIONS[id].forbids : null
}

/** Answers that clean, renew or change something: readings from before no longer count as left. */
export const changesBurner = (id: string, answer: string): boolean =>
  (familyOf(id) === 'item' && (answer === 'cleaned' || answer === 'renewed')) ||
  (id === 'orifice-fitted' && answer === 'for-this-gas') ||
  (id === 'primary-air' && answer === 'moved-and-marked') ||
  (id === 'electrodes' && (answer === 'cleaned' || answer === 'renewed')) ||
  ((id === 'burners-cleaned' || id === 'pilot-cleaned') && answer === 'cleaned') ||
  (id === 'drain-clear' && answer === 'was-blocked')
