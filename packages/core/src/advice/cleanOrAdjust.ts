/** What a burner’s condition may be, as the question *clean or adjust?* answers it. */
export const CONDITIONS = ['sound', 'dirty', 'starved', 'mis-set', 'leaking', 'measured-wrongly'] as const
export type Condition = (typeof CONDITIONS)[number]

/** What readings say of it, each against its card, its practice or its own past. */
export const SIGNS = {
  differential: ['low', 'normal', 'high'],
  inlet: ['low', 'normal'],
  input: ['low', 'normal', 'high'],
  pressure: ['low', 'normal', 'high'],
  mixtureHigh: ['rich', 'normal', 'lean'],
  mixtureLow: ['rich', 'normal', 'lean'],
  co: ['normal', 'high'],
  flue: ['cool', 'normal', 'hot'],
  /** Flue gas that does not suit the clocked rate, or jumps in the trace. */
  dilution: ['none', 'seen'],
  /** Oxygen of the combustion air. */
  intake: ['clean', 'flue-gas'],
  /** The zero, the fuel setting, the pair of O₂ and CO₂. */
  instrument: ['plausible', 'doubtful'],
} as const
export type Sign = keyof typeof SIGNS
type SignState = (typeof SIGNS)[Sign][number]
export type Signs = Readonly<{ [S in Sign]?: (typeof SIGNS)[S][number] }>

/** How often each is met where the question is asked; typical, the reasoning starts from it and soon leaves it. */
const PRIOR: Readonly<Record<Condition, number>> = {
  sound: 0.4,
  dirty: 0.22,
  'mis-set': 0.16,
  starved: 0.1,
  leaking: 0.05,
  'measured-wrongly': 0.07,
}

type Table = Readonly<Record<Condition, readonly number[]>>
/**
 * How likely each state of a sign is where a burner is in that condition, in the order of {@link SIGNS}. Fan-assisted burners; where a hood hides the chamber, the
 * differential is not asked. Typical engineering judgement, clamped so that no single sign proves anything.
 */
const LIKELY: Readonly<Record<Sign, Table>> = {
  differential: {
    sound: [0.05, 0.9, 0.05],
    dirty: [0.05, 0.2, 0.75],
    'mis-set': [0.06, 0.86, 0.08],
    starved: [0.1, 0.85, 0.05],
    leaking: [0.5, 0.45, 0.05],
    'measured-wrongly': [0.3, 0.45, 0.25],
  },
  inlet: {
    sound: [0.03, 0.97],
    dirty: [0.06, 0.94],
    'mis-set': [0.06, 0.94],
    starved: [0.92, 0.08],
    leaking: [0.06, 0.94],
    'measured-wrongly': [0.2, 0.8],
  },
  input: {
    sound: [0.04, 0.92, 0.04],
    dirty: [0.45, 0.5, 0.05],
    'mis-set': [0.32, 0.36, 0.32],
    starved: [0.85, 0.13, 0.02],
    leaking: [0.1, 0.8, 0.1],
    'measured-wrongly': [0.3, 0.4, 0.3],
  },
  pressure: {
    sound: [0.03, 0.94, 0.03],
    dirty: [0.05, 0.9, 0.05],
    'mis-set': [0.42, 0.16, 0.42],
    starved: [0.85, 0.13, 0.02],
    leaking: [0.06, 0.88, 0.06],
    'measured-wrongly': [0.3, 0.4, 0.3],
  },
  mixtureHigh: {
    sound: [0.04, 0.92, 0.04],
    dirty: [0.55, 0.35, 0.1],
    'mis-set': [0.42, 0.16, 0.42],
    starved: [0.05, 0.25, 0.7],
    leaking: [0.1, 0.25, 0.65],
    'measured-wrongly': [0.2, 0.3, 0.5],
  },
  mixtureLow: {
    sound: [0.05, 0.9, 0.05],
    dirty: [0.35, 0.5, 0.15],
    'mis-set': [0.42, 0.2, 0.38],
    starved: [0.07, 0.68, 0.25],
    leaking: [0.1, 0.25, 0.65],
    'measured-wrongly': [0.2, 0.3, 0.5],
  },
  co: {
    sound: [0.95, 0.05],
    dirty: [0.3, 0.7],
    'mis-set': [0.45, 0.55],
    starved: [0.7, 0.3],
    leaking: [0.7, 0.3],
    'measured-wrongly': [0.75, 0.25],
  },
  flue: {
    sound: [0.05, 0.9, 0.05],
    dirty: [0.08, 0.37, 0.55],
    'mis-set': [0.15, 0.6, 0.25],
    starved: [0.45, 0.5, 0.05],
    leaking: [0.5, 0.45, 0.05],
    'measured-wrongly': [0.45, 0.4, 0.15],
  },
  dilution: {
    sound: [0.97, 0.03],
    dirty: [0.96, 0.04],
    'mis-set': [0.96, 0.04],
    starved: [0.95, 0.05],
    leaking: [0.5, 0.5],
    'measured-wrongly': [0.4, 0.6],
  },
  intake: {
    sound: [0.98, 0.02],
    dirty: [0.97, 0.03],
    'mis-set': [0.97, 0.03],
    starved: [0.97, 0.03],
    leaking: [0.3, 0.7],
    'measured-wrongly': [0.85, 0.15],
  },
  instrument: {
    sound: [0.97, 0.03],
    dirty: [0.96, 0.04],
    'mis-set': [0.96, 0.04],
    starved: [0.96, 0.04],
    leaking: [0.93, 0.07],
    'measured-wrongly': [0.3, 0.7],
  },
}

/** Minutes that it takes to see each, with what has to be open; typical. */
const MINUTES: Readonly<Record<Sign, number>> = {
  differential: 4,
  inlet: 4,
  input: 4,
  pressure: 4,
  mixtureHigh: 6,
  mixtureLow: 8,
  co: 6,
  flue: 6,
  dilution: 3,
  intake: 3,
  instrument: 4,
}

export interface CleanOrAdjust {
  /** Every condition with its probability, the likeliest first; they sum to one. */
  readonly odds: readonly { readonly condition: Condition; readonly p: number }[]
  /** The likeliest, when it is at least twice as likely as the next and more likely than not; null: not yet to be said. */
  readonly verdict: Condition | null
  /** Signs that speak for the likeliest, the strongest first. */
  readonly because: readonly Sign[]
  /** What would tell most for its time, of what is not known yet; null when everything is, or when nothing more is worth its time. */
  readonly next: Sign | null
}

/**
 * Clean or adjust? Before any screw: from what the readings say, how likely the burner is dirty, starved, mis-set, leaking, or measured wrongly, and which test
 * would prove it. A burner that is adjusted while dirty or starved is set wrong twice.
 *
 * @param signs what is known; what is absent was not looked at.
 * @param offered what can be looked at on this appliance (a hood has no chamber differential).
 * Source: Bayes over single conditions; likelihoods are typical and part of this program, not of any maker.
 *
 * @example
 * cleanOrAdjust({ differential: 'high', mixtureHigh: 'rich', co: 'high', inlet: 'normal' }).verdict // 'dirty'
 */
export function cleanOrAdjust(signs: Signs, offered: readonly Sign[] = Object.keys(SIGNS) as Sign[]): CleanOrAdjust {
  const known = (Object.keys(signs) as Sign[]).filter((s) => signs[s] !== undefined)
  const posterior = bayes(
    PRIOR,
    known.map((s) => [s, signs[s]!] as const),
  )
  const odds = CONDITIONS.map((condition) => ({ condition, p: posterior[condition] })).sort((a, b) => b.p - a.p)
  const [first, second] = odds as [(typeof odds)[0], (typeof odds)[0]]
  const sure = known.length > 0 && first.p > 0.5 && first.p >= 2 * second.p
  const because = known
    .map((s) => ({ s, weight: Math.log(likely(s, signs[s]!, first.condition)) - Math.log(likely(s, signs[s]!, second.condition)) }))
    .filter(({ weight }) => weight > 0.2)
    .sort((a, b) => b.weight - a.weight)
    .map(({ s }) => s)
  const rest = offered.filter((s) => !known.includes(s))
  const worth = rest.map((s) => ({ s, gain: informationOf(posterior, s) / MINUTES[s] })).sort((a, b) => b.gain - a.gain)[0]
  return { odds, verdict: sure ? first.condition : null, because, next: worth && worth.gain > 0.004 && first.p < 0.9 ? worth.s : null }
}

type Odds = Readonly<Record<Condition, number>>
function likely(sign: Sign, state: SignState, condition: Condition): number {
  const at = (SIGNS[sign] as readonly SignState[]).indexOf(state)
  return LIKELY[sign][condition][at] ?? 0.02
}
function bayes(prior: Odds, known: readonly (readonly [Sign, SignState])[]): Odds {
  const weights = CONDITIONS.map((c) => known.reduce((w, [s, state]) => w * likely(s, state, c), prior[c]))
  const sum = weights.reduce((a, b) => a + b, 0)
  return Object.fromEntries(CONDITIONS.map((c, i) => [c, weights[i]! / sum])) as Record<Condition, number>
}
const entropy = (odds: Odds): number => CONDITIONS.reduce((h, c) => h - (odds[c] > 0 ? odds[c] * Math.log(odds[c]) : 0), 0)
/** How much a sign would tell on average, in nats. */
function informationOf(odds: Odds, sign: Sign): number {
  return SIGNS[sign].reduce((gain, state) => {
    const p = CONDITIONS.reduce((sum, c) => sum + odds[c] * likely(sign, state, c), 0)
    return gain - p * entropy(bayes(odds, [[sign, state]]))
  }, entropy(odds))
}
