import type { Cause, Check, FaultMap } from './map'
import { type Finding, LEAST, pOf, pOfBoth, sharesOf } from './likelihood'
import type { Access, Circumstance, Symptom } from './symptoms'

const { exp, log, log2, max } = Math

/** Odds of a part that was renewed already, of a cause that the maker’s code names. */
const FACTORS = { replaced: 0.3, code: 2.5 } as const
/** What was not there before the work is most likely what the work touched: its odds times so much, and at least so much of all, however rare it is by itself. */
const TOUCHED = { times: 7, least: 0.7 } as const
/** Two things broken at once, over what chance alone would give. */
const DOUBLE = 0.06
/** No map knows everything. */
const UNKNOWN = 0.03
const LEAVES_SOUND = 0.6
/** Surer than this, no further check is worth its minutes. */
export const SURE = 0.96
/** As good as found, when nothing that is left is worth its minutes. */
const AS_GOOD_AS = 0.8
/** A check that was made more than once counts this much each time; nobody makes it a fourth time. */
const AGAIN = 0.85
const MOST_TIMES = 3
/** Bits that a second look has to tell before it is asked for. */
const SECOND_LOOK = 0.05
/** A bit more of knowing is worth so many minutes, against what a wrong part costs: while nothing stands out, and when one cause does. */
const MINUTES_FOR_A_BIT = { open: 80, likely: 25 } as const
/** The same of what comes and goes: no run proves that it is gone, so that a wrong part is found out weeks later. */
const OF_WHAT_COMES_AND_GOES = { open: 160, likely: 120 } as const
const RULED_OUT = 0.01
/** A finding that everything together foretold less often than this contradicts the others. */
const SURPRISING = 0.045
/** Minutes to get there: shut and prove the gas, take the case off, stand by a live part; and to close up again. */
const SETUP: Readonly<Record<Access, number>> = { open: 0, 'gas-shut': 2, 'case-off': 3, live: 4 }
const CLOSE_UP = 2
/** A minute beside a live part is dearer than one in front of the case. */
const RISK: Readonly<Record<Access, number>> = { open: 1, 'gas-shut': 1, 'case-off': 1.05, live: 1.25 }
const UNKNOWN_ID = '?'

/** What is known beside the findings. */
export interface Background {
  readonly symptom: Symptom
  /** Causes that the card’s code names, in the maker’s order. */
  readonly code?: readonly string[] | undefined
  /** Odds of this model, by cause: the card’s overrides. */
  readonly card?: Readonly<Record<string, number>> | undefined
  /** Kinds of things that were touched before the symptom was first seen. */
  readonly disturbed?: readonly string[] | undefined
  /** Causes whose part was renewed already. */
  readonly replaced?: readonly string[] | undefined
  readonly circumstances?: readonly Circumstance[] | undefined
  /** It comes and goes: a check on the day may find nothing. */
  readonly intermittent?: boolean | undefined
}

export interface Odds {
  readonly cause: Cause
  /** Probability that it is this alone or with another, 0 to 1. */
  readonly p: number
  /** Findings that spoke most for and against it, the strongest first: base-2 logarithm of how many times likelier or less likely they made it. */
  readonly because: readonly { readonly checkId: string; readonly bits: number }[]
  readonly ruledOutBy: string | null
}

export type Way = 'book' | 'short'

export type Next =
  | {
      readonly code: 'check'
      readonly check: Check
      readonly gain: number
      readonly minutes: number
      /** What it has to be made before. */
      readonly before: Check | null
      /** It was made, and does not fit the others: once more. */
      readonly again: boolean
    }
  /** The cause is found, or as good as. */
  | { readonly code: 'found'; readonly causeIds: readonly string[] }
  /** No check that is left would tell more: what is left is a guess, with its odds, the likeliest first. */
  | { readonly code: 'guess'; readonly causeIds: readonly string[]; readonly odds: number; readonly barred: readonly string[] }

export interface Reasoned {
  readonly odds: readonly Odds[]
  /** Two causes at once, where that is likelier than one in ten. */
  readonly both: readonly { readonly causeIds: readonly [string, string]; readonly p: number }[]
  readonly unknown: number
  /** A finding that does not fit the others, to be made again; the one whose absence makes the rest agree most. */
  readonly contradicts: string | null
  /** Findings that look like a wrong method. */
  readonly wrongMethod: readonly { readonly checkId: string; readonly words: string }[]
  /** Findings that the map does not know: kept, and counted for nothing. */
  readonly notUnderstood: readonly string[]
}

interface Hypothesis {
  readonly a: string
  readonly b: string | null
  readonly prior: number
}

/** P(result | hypothesis) by check and result. */
type Tables = Map<string, ReadonlyMap<string, Float64Array>>
/** What a map says of a symptom does not change: worked out once, whoever asks. */
const TABLES = new WeakMap<FaultMap, Map<string, Tables>>()

function tablesOf(map: FaultMap, key: string): Tables {
  const ofMap = TABLES.get(map) ?? new Map<string, Tables>()
  TABLES.set(map, ofMap)
  const known = ofMap.get(key) ?? (new Map() as Tables)
  ofMap.set(key, known)
  return known
}

/** Hypotheses of a symptom with their prior probabilities: each cause alone, pairs, and something that the map does not know. */
function hypotheses(map: FaultMap, about: Background): Hypothesis[] {
  const singles = map.causes.flatMap((c): Hypothesis[] => {
    const base = c.priors[about.symptom]
    if (base === undefined) return []
    let w = base * (about.card?.[c.id] ?? 1)
    if (about.replaced?.includes(c.id)) w *= FACTORS.replaced
    if (about.code?.includes(c.id)) w *= FACTORS.code
    for (const x of about.circumstances ?? []) w *= c.favours[x] ?? 1
    return [{ a: c.id, b: null, prior: w }]
  })
  const all = singles.reduce((sum, h) => sum + h.prior, 0) || 1
  const touched = new Set(map.causes.flatMap((c) => (c.disturbedBy.some((k) => about.disturbed?.includes(k)) ? [c.id] : [])))
  const share = singles.reduce((sum, h) => (touched.has(h.a) ? sum + h.prior / all : sum), 0)
  const now = max(TOUCHED.least, (TOUCHED.times * share) / (1 - share + TOUCHED.times * share))
  const lift = share > 0 && share < 1 ? { touched: now / share, other: (1 - now) / (1 - share) } : { touched: 1, other: 1 }
  const normed = singles.map((h) => ({ ...h, prior: (h.prior / all) * (touched.has(h.a) ? lift.touched : lift.other) }))
  const pairs = normed.flatMap((x, i) => normed.slice(i + 1).map((y) => ({ a: x.a, b: y.a, prior: DOUBLE * x.prior * y.prior * 2 })))
  return [...normed, ...pairs, { a: UNKNOWN_ID, b: null, prior: UNKNOWN }]
}

/** Reasons over one symptom of one map; cheap to make anew whenever something is found. */
export class Diagnosis {
  private readonly all: readonly Hypothesis[]
  private readonly checks: ReadonlyMap<string, Check>
  private readonly causes: ReadonlyMap<string, Cause>
  private readonly findings: readonly Finding[]
  private readonly times = new Map<string, number>()
  private readonly weights: Float64Array
  private readonly found = new Map<Finding, Float64Array>()
  private readonly tables: Tables
  readonly result: Reasoned

  /**
   * @param findings in the order in which they were made. What was made again counts again, a little less; what was corrected stands in place of what it was.
   * @example
   * const d = new Diagnosis(premixMap, { symptom: 'no-ignition' }, [{ checkId: 'inlet-dip', result: 'none' }])
   * d.result.odds[0]?.cause.id // 'valve'
   */
  constructor(
    readonly map: FaultMap,
    readonly about: Background,
    findings: readonly Finding[],
  ) {
    this.checks = new Map(map.checks.map((c) => [c.id, c]))
    this.causes = new Map(map.causes.map((c) => [c.id, c]))
    this.all = hypotheses(map, about)
    this.tables = tablesOf(map, `${about.symptom} ${about.intermittent ?? false}`)
    for (const f of findings) this.times.set(f.checkId, (this.times.get(f.checkId) ?? 0) + 1)
    const notUnderstood: string[] = []
    this.findings = findings.filter((f) => {
      const check = this.checks.get(f.checkId)
      const known = check !== undefined && sharesOf(check, f) !== null
      if (!known) notUnderstood.push(f.checkId)
      return known
    })
    this.weights = this.weigh(this.findings)
    this.result = {
      odds: this.odds(),
      both: this.pairs(),
      unknown: this.share((h) => h.a === UNKNOWN_ID),
      contradicts: this.contradiction(),
      wrongMethod: this.findings.flatMap((f) => {
        const check = this.checks.get(f.checkId)!
        const shares = sharesOf(check, f)!
        const wrong = check.results.find((r) => r.wrongMethod && (shares[r.id] ?? 0) > 0.5)
        return wrong ? [{ checkId: f.checkId, words: wrong.wrongMethod! }] : []
      }),
      notUnderstood,
    }
  }

  /** P(result | hypothesis), with what comes and goes thinned to what shows on the day. */
  private p(check: Check, result: string, h: Hypothesis): number {
    // What the map does not know leaves what it asks about mostly sound.
    if (h.a === UNKNOWN_ID) return LEAVES_SOUND * (check.otherwise[result] ?? LEAST) + (1 - LEAVES_SOUND) / check.results.length
    const plain = h.b === null ? pOf(check, result, h.a) : pOfBoth(check, result, h.a, h.b)
    if (!this.about.intermittent || check.moving) return plain
    const shows = max(this.causes.get(h.a)?.shows ?? 1, h.b === null ? 0 : (this.causes.get(h.b)?.shows ?? 1))
    return shows * plain + (1 - shows) * max(LEAST, check.otherwise[result] ?? LEAST)
  }

  private table(check: Check): ReadonlyMap<string, Float64Array> {
    const known = this.tables.get(check.id)
    if (known) return known
    const made = new Map(check.results.map((r) => [r.id, Float64Array.from(this.all, (h) => this.p(check, r.id, h))]))
    this.tables.set(check.id, made)
    return made
  }

  /** Likelihood of a finding under each hypothesis. */
  private likelihoods(f: Finding): Float64Array {
    const known = this.found.get(f)
    if (known) return known
    const check = this.checks.get(f.checkId)!
    const table = this.table(check)
    const sum = new Float64Array(this.all.length)
    for (const [result, share] of Object.entries(sharesOf(check, f)!)) {
      const p = table.get(result)!
      for (let i = 0; i < sum.length; i++) sum[i]! += share * p[i]!
    }
    this.found.set(f, sum)
    return sum
  }

  private weigh(findings: readonly Finding[]): Float64Array {
    const weights = Float64Array.from(this.all, (h) => log(max(1e-12, h.prior)))
    for (const f of findings) {
      const likely = this.likelihoods(f)
      // The same hand errs in the same way now and then.
      const share = (this.times.get(f.checkId) ?? 1) > 1 ? AGAIN : 1
      for (let i = 0; i < weights.length; i++) weights[i]! += share * log(likely[i]!)
    }
    const top = max(...weights)
    let all = 0
    for (let i = 0; i < weights.length; i++) all += weights[i] = exp(weights[i]! - top)
    for (let i = 0; i < weights.length; i++) weights[i]! /= all
    return weights
  }

  private share(which: (h: Hypothesis) => boolean, weights = this.weights): number {
    return this.all.reduce((sum, h, i) => (which(h) ? sum + weights[i]! : sum), 0)
  }

  private odds(): readonly Odds[] {
    const prior = this.weigh([])
    const without = this.findings.map((f) => ({ f, weights: this.weigh(this.findings.filter((x) => x !== f)) }))
    return this.map.causes
      .filter((c) => c.priors[this.about.symptom] !== undefined)
      .map((cause) => {
        const has = (h: Hypothesis) => h.a === cause.id || h.b === cause.id
        const p = this.share(has)
        const because = without
          .map(({ f, weights }) => ({ checkId: f.checkId, bits: logit(p) - logit(this.share(has, weights)) }))
          .filter((b) => Math.abs(b.bits) >= 0.3)
          .sort((x, y) => Math.abs(y.bits) - Math.abs(x.bits))
        const against = because.filter((b) => b.bits < 0)
        const out = p < RULED_OUT && this.share(has, prior) > RULED_OUT
        return { cause, p, because, ruledOutBy: out ? (against[0]?.checkId ?? null) : null }
      })
      .sort((x, y) => y.p - x.p)
  }

  private pairs(): Reasoned['both'] {
    return this.all
      .flatMap((h, i) => (h.b !== null && this.weights[i]! > 0.1 ? [{ causeIds: [h.a, h.b] as const, p: this.weights[i]! }] : []))
      .sort((x, y) => y.p - x.p)
  }

  /** The finding to make again: what the others together foretold least, where that is hardly ever. */
  private contradiction(): string | null {
    if (this.findings.length < 2) return null
    let least: { id: string; p: number } | null = null
    for (const f of this.findings) {
      const rest = this.weigh(this.findings.filter((x) => x !== f))
      const p = this.likelihoods(f).reduce((sum, x, i) => sum + rest[i]! * x, 0)
      if (least === null || p < least.p) least = { id: f.checkId, p }
    }
    return least !== null && least.p < SURPRISING ? least.id : null
  }

  /** What each result of a check would leave: how likely it is to be seen, and the cause that would then be the likeliest. */
  outcomes(check: Check): readonly { readonly result: string; readonly p: number; readonly causeId: string; readonly then: number }[] {
    return [...this.table(check)].flatMap(([result, table]) => {
      const joint = table.map((x, i) => this.weights[i]! * x)
      const p = joint.reduce((a, b) => a + b, 0)
      const best = this.result.odds
        .map(({ cause: { id } }) => ({ causeId: id, then: this.share((h) => h.a === id || h.b === id, joint) / Math.max(1e-12, p) }))
        .sort((a, b) => b.then - a.then)[0]
      return best ? [{ result, p, ...best }] : []
    })
  }

  /** Bits that a check is expected to tell of the cause. */
  gain(check: Check): number {
    const before = entropy(this.weights)
    let after = 0
    for (const table of this.table(check).values()) {
      const joint = table.map((x, i) => this.weights[i]! * x)
      const p = joint.reduce((a, b) => a + b, 0)
      if (p > 1e-9) after += p * entropy(joint.map((x) => x / p))
    }
    return max(0, before - after)
  }

  /**
   * The next check: by the book the first of the maker’s order that is neither made nor skipped; the short way the one that tells most for its minutes, with what must come
   * before it, and with what is open left open.
   *
   * @param allowed what this person may do here: live tests are for those who are licensed.
   * @param skipped checks left out with a reason, or that cannot be made here.
   */
  next(way: Way, { allowed, skipped }: { readonly allowed: readonly Access[]; readonly skipped: readonly string[] }): Next {
    const made = new Set(this.findings.map((f) => f.checkId))
    const open = this.findings.map((f) => this.checks.get(f.checkId)!.access).at(-1) ?? 'open'
    const here = this.map.checks.filter(
      (c) => !made.has(c.id) && !skipped.includes(c.id) && (c.symptoms.length === 0 || c.symptoms.includes(this.about.symptom)),
    )
    const may = here.filter((c) => allowed.includes(c.access))
    const barred = here.filter((c) => !allowed.includes(c.access)).map((c) => c.id)
    if (way === 'book') {
      const order = this.map.book[this.about.symptom] ?? []
      const next = may.filter((c) => order.includes(c.id)).sort((a, b) => order.indexOf(a.id) - order.indexOf(b.id))[0]
      if (next) return this.asCheck(next, made, open)
      return this.conclude(barred)
    }
    if (this.top().p >= SURE) return this.conclude(barred)
    const again = this.repeatable(allowed, skipped)
    // What was found wrong is looked at once more as soon as that is worth it; what was found sound, only when nothing new is.
    const best = this.bestOf([...may, ...again.wrong], made, open) ?? this.bestOf(again.sound, made, open)
    return best ? this.asCheck(best, made, open) : this.conclude(barred)
  }

  /** The check that tells most for its minutes, of those that are worth them. */
  private bestOf(checks: readonly Check[], made: ReadonlySet<string>, open: Access): Check | undefined {
    const worth = checks.map((check) => {
      const minutes = this.minutes(check, made, open)
      const gain = made.has(check.id) ? AGAIN * this.gain(check) - SECOND_LOOK : this.gain(check)
      return { check, gain, minutes, worth: gain / (minutes * RISK[check.access]) }
    })
    const forABit = (this.about.intermittent ? OF_WHAT_COMES_AND_GOES : MINUTES_FOR_A_BIT)[this.top().p < AS_GOOD_AS ? 'open' : 'likely']
    return worth.filter((w) => w.gain * forABit >= w.minutes * RISK[w.check.access]).sort((a, b) => b.worth - a.worth)[0]?.check
  }

  /** Checks that may be made once more: a second look at what everything hangs on is cheaper than a wrong part. */
  private repeatable(
    allowed: readonly Access[],
    skipped: readonly string[],
  ): { readonly wrong: readonly Check[]; readonly sound: readonly Check[] } {
    const all = [...this.times].flatMap(([id, n]) => {
      const check = this.checks.get(id)
      if (!check || !allowed.includes(check.access) || skipped.includes(id)) return []
      const shares = this.findings.flatMap((f) => (f.checkId === id ? [sharesOf(check, f)!] : []))
      const differ = new Set(shares.map((s) => JSON.stringify(s))).size > 1
      const usual = check.results[0]!.id
      // Twice; a third time only where the two differ.
      return n < 2 || (n < MOST_TIMES && differ) ? [{ check, wrong: differ || (shares.at(-1)?.[usual] ?? 0) < 0.5 }] : []
    })
    return { wrong: all.flatMap((x) => (x.wrong ? [x.check] : [])), sound: all.flatMap((x) => (x.wrong ? [] : [x.check])) }
  }

  /** What must come before a check and is not made yet, the first of it first. */
  private before(check: Check, made: ReadonlySet<string>): readonly Check[] {
    return check.after.flatMap((id) => {
      const c = this.checks.get(id)
      return !c || made.has(id) ? [] : [...this.before(c, made), c]
    })
  }

  private minutes(check: Check, made: ReadonlySet<string>, open: Access): number {
    const chain = [...this.before(check, made), check]
    let minutes = 0
    let at = open
    for (const c of chain) {
      minutes += c.minutes + changeOver(at, c)
      at = c.access
    }
    return minutes
  }

  private asCheck(check: Check, made: ReadonlySet<string>, open: Access): Next {
    const [first] = this.before(check, made)
    const now = first ?? check
    return {
      code: 'check',
      check: now,
      gain: this.gain(now),
      minutes: now.minutes + changeOver(open, now),
      before: first ? check : null,
      again: false,
    }
  }

  private top(): { readonly ids: readonly string[]; readonly p: number } {
    const at = this.weights.indexOf(max(...this.weights))
    const h = this.all[at]!
    const ids = [h.a, ...(h.b === null ? [] : [h.b])].filter((id) => id !== UNKNOWN_ID)
    return { ids, p: h.b === null ? this.share((x) => x.a === h.a || x.b === h.a) : this.weights[at]! }
  }

  private conclude(barred: readonly string[]): Next {
    const top = this.top()
    if (top.p >= AS_GOOD_AS && top.ids.length > 0) return { code: 'found', causeIds: top.ids }
    const ranked = this.result.odds.filter((o) => o.p >= 0.05).map((o) => o.cause.id)
    const [first, second] = this.result.odds
    return { code: 'guess', causeIds: ranked, odds: first && second ? first.p / max(1e-6, second.p) : Infinity, barred }
  }
}

/** Minutes from what is open now to what a check needs. What is shut or off stays so until something has to fire with the case on. */
function changeOver(at: Access, check: Check): number {
  if (check.access === at) return 0
  if (check.access === 'open') return check.firing ? CLOSE_UP : 0
  if (at === 'live' && check.access === 'case-off') return 0
  if (at === 'case-off' && check.access === 'live') return SETUP.live - SETUP['case-off']
  return SETUP[check.access]
}

const entropy = (weights: Float64Array): number => weights.reduce((sum, w) => (w > 1e-12 ? sum - w * log2(w) : sum), 0)
const logit = (p: number): number => log2(max(1e-9, p) / max(1e-9, 1 - p))
