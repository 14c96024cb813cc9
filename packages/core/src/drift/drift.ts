import type { MeasurandId } from '../measure'
import { DRIFT_LAWS, type DriftLaw } from './laws'

/** What one visit read of one figure, SI. As left differs where something was cleaned or set in between. */
export interface DriftPoint {
  readonly at: string
  readonly asFound: number | null
  readonly asLeft: number | null
}

export interface DriftBand {
  readonly min: number | null
  readonly max: number | null
}

/** When something is thought to happen: half of the chances lie before `median`, eight of ten between `from` and `until`. Null is later than is looked ahead. */
export interface DriftDate {
  readonly from: string | null
  readonly median: string | null
  readonly until: string | null
}

export interface Drift {
  readonly points: number
  readonly last: { readonly at: string; readonly value: number }
  /** Change in a year from the last value on, SI: the middle and the eighty per cent around it. */
  readonly yearly: { readonly low: number; readonly middle: number; readonly high: number }
  /** When it leaves its band if nothing is done, and on which side; null without a band, or where it hardly ever does within the horizon. It is in the past where it is outside already. */
  readonly leaves: (DriftDate & { readonly side: 'above' | 'below'; readonly chance: number }) | null
  /** How unlike its own past the newest value as found is: deviations of what was to be expected; null with fewer than three visits before. */
  readonly unlike: { readonly expected: number; readonly deviations: number } | null
}

const YEAR_MS = 365.25 * 86_400_000
// Called hundreds of thousands of times: taken out of the global object once.
const { abs, exp, log, log1p, max, min, sqrt } = Math

/** Nobody plans further, years. */
export const HORIZON_YEARS = 10
const RATES = 121
/** Scales of the rates looked at, to either side. */
const REACH = 9
const NOISES = [0.5, 0.7, 1, 1.4, 2, 2.8]
/** What is thought of them before: the usual noise, seldom far off. */
const NOISE_PRIOR = [0.12, 0.2, 0.28, 0.2, 0.12, 0.08]
/** Readings go wrong now and then: tails of a Student distribution with four degrees of freedom. */
const TAIL = 4
/** A drift is not a straight line: what wanders of itself in a year, in parts of the noise. */
const WANDER = 0.5
/** Dirt gathers where there is dirt: one way in four is as much shorter than a straight one. */
const HASTE = 0.65
/** Chances of the eighty per cent in the middle. */
const [LOW, HIGH] = [0.1, 0.9]

const follow = (law: DriftLaw, si: number): number => (law.logFloor === undefined ? si : log(max(si, 0) + law.logFloor))
const back = (law: DriftLaw, followed: number): number => (law.logFloor === undefined ? followed : exp(followed) - law.logFloor)

/** Logarithm of a Student density but for a constant. */
const logTail = (x: number, scale: number): number => -log(scale) - ((TAIL + 1) / 2) * log1p((x / scale) ** 2 / TAIL)

interface Step {
  /** From one value as left to the next as found, and how long between, years. */
  readonly change: number
  readonly years: number
  /** It begins where something was changed: its first value is another reading than that before. */
  readonly fresh: boolean
}

function stepsOf(points: readonly DriftPoint[], law: DriftLaw): Step[] {
  const steps: Step[] = []
  for (const [i, p] of points.entries()) {
    const before = points[i - 1]
    const [from, to] = [before && (before.asLeft ?? before.asFound), p.asFound ?? p.asLeft]
    if (!before || from === null || from === undefined || to === null) continue
    const years = (Date.parse(p.at) - Date.parse(before.at)) / YEAR_MS
    if (years > 1 / 365)
      steps.push({ change: follow(law, to) - follow(law, from), years, fresh: before.asLeft !== null && before.asLeft !== before.asFound })
  }
  return steps
}

/** Four of five go the way that the figure is known to go; those that go the other way go slowly. */
function logRate(rate: number, law: DriftLaw): number {
  if (law.way === undefined) return -abs(rate) / law.yearly
  const along = rate * law.way
  const slow = law.yearly / 2
  return along >= 0 ? log(0.8 / law.yearly) - along / law.yearly : log(0.2 / slow) + along / slow
}

interface Belief {
  readonly rates: readonly number[]
  readonly noises: readonly number[]
  /** By noise, then rate; all together one. */
  readonly weights: readonly (readonly number[])[]
}

/** How much of the difference of two readings is neither drift nor chance of one of them. */
const spreadOf = (noise: number, years: number): number => noise * sqrt(2 + WANDER ** 2 * years)

/** A way from one change to the next: its steps, and all of it as one, which tells the rate better than they do, for what a reading errs at the end of a step it errs back in the next. */
interface Way {
  readonly change: number
  readonly years: number
  readonly steps: readonly Step[]
  /** How much of what steps and way say together counts: they say some of it twice. Of n steps there is n(n+1)(n+2)/12 to learn, and they say n/2 + n²/2: (n + 2)/6 of it, of one step all. */
  readonly counts: number
}

function waysOf(steps: readonly Step[]): Way[] {
  const ways: Step[][] = []
  for (const s of steps) {
    const way = ways.at(-1)
    if (way && !s.fresh) way.push(s)
    else ways.push([s])
  }
  return ways.map((own) => ({
    change: own.reduce((sum, s) => sum + s.change, 0),
    years: own.reduce((sum, s) => sum + s.years, 0),
    steps: own,
    counts: own.length === 1 ? 1 : min(1, (own.length + 2) / 6),
  }))
}

/** What is believed of rate and noise after the steps between visits. */
function believe(steps: readonly Step[], law: DriftLaw): Belief {
  const rates = Array.from({ length: RATES }, (_, i) => {
    // Finer around none, where most are.
    const x = (2 * i) / (RATES - 1) - 1
    return law.yearly * REACH * x * abs(x)
  })
  const noises = NOISES.map((n) => n * law.noise)
  const ways = waysOf(steps)
  const widths = rates.map((_, i) => (rates[min(i + 1, RATES - 1)]! - rates[max(i - 1, 0)]!) / 2)
  const logs = noises.map((noise, n) =>
    rates.map((rate, r) => {
      const prior = log(NOISE_PRIOR[n]!) + logRate(rate, law) + log(widths[r]!)
      const unlikely = (s: Pick<Step, 'change' | 'years'>) => logTail(s.change - rate * s.years, spreadOf(noise, s.years))
      return ways.reduce(
        (sum, w) => sum + w.counts * (w.steps.reduce((x, step) => x + unlikely(step), 0) + (w.steps.length > 1 ? unlikely(w) : 0)),
        prior,
      )
    }),
  )
  const most = max(...logs.flat())
  const raw = logs.map((row) => row.map((l) => exp(l - most)))
  const sum = raw.flat().reduce((a, b) => a + b, 0)
  return { rates, noises, weights: raw.map((row) => row.map((w) => w / sum)) }
}

/** A value below which some of the chances lie. */
function quantile(list: readonly { readonly value: number; readonly weight: number }[], share: number): number {
  const sorted = list.toSorted((a, b) => a.value - b.value)
  const all = sorted.reduce((s, x) => s + x.weight, 0)
  let sum = 0
  for (const { value, weight } of sorted) if ((sum += weight) >= share * all) return value
  return sorted.at(-1)?.value ?? Number.NaN
}

/** Values of a normal distribution that stand for the ninths of it: where the last value truly was, and how the drift bends. */
const NINTHS = [-1.593, -0.967, -0.589, -0.282, 0, 0.282, 0.589, 0.967, 1.593]

/** Years until it crosses a limit, with the chances; infinite where it goes the other way. */
function crossings(
  belief: Belief,
  last: number,
  limit: number,
  above: boolean,
  from: number,
): { readonly value: number; readonly weight: number }[] {
  const marginal = belief.rates
    .map((rate, r) => ({ rate, weight: belief.weights.reduce((s, row) => s + row[r]!, 0) }))
    .filter((x) => x.weight > 1e-6)
  const noise = belief.noises.reduce((s, n, i) => s + n * belief.weights[i]!.reduce((a, b) => a + b, 0), 0)
  return marginal.flatMap(({ rate, weight }) =>
    NINTHS.flatMap((z) => {
      const start = last + z * from * noise
      const way = above ? limit - start : start - limit
      const speed = above ? rate : -rate
      if (way <= 0) return [{ value: 0, weight: weight / NINTHS.length }]
      if (speed <= 0) return [{ value: Infinity, weight: weight / NINTHS.length }]
      const straight = way / speed
      // What wanders of itself on the way makes it earlier or later.
      const blur = (WANDER * noise * sqrt(straight)) / speed
      const ways = [straight - min(blur, straight * 0.6), straight, straight + min(blur, straight * 0.6), straight * HASTE]
      return ways.map((value) => ({ value, weight: weight / NINTHS.length / ways.length }))
    }),
  )
}

const dateAfter = (at: string, years: number): string | null =>
  years > HORIZON_YEARS ? null : new Date(Date.parse(at) + years * YEAR_MS).toISOString().slice(0, 10)

/** How far the newest value as found is from what the visits before let expect. */
function unlikeness(points: readonly DriftPoint[], law: DriftLaw): Drift['unlike'] {
  const newest = points.at(-1)
  const before = points.slice(0, -1)
  const value = newest?.asFound ?? newest?.asLeft
  const last = before.at(-1)
  const from = last && (last.asLeft ?? last.asFound)
  if (before.length < 3 || !newest || value === null || value === undefined || from === null || from === undefined || !last) return null
  const belief = believe(stepsOf(before, law), law)
  const years = (Date.parse(newest.at) - Date.parse(last.at)) / YEAR_MS
  const cells = belief.weights.flatMap((row, n) => row.map((weight, r) => ({ rate: belief.rates[r]!, noise: belief.noises[n]!, weight })))
  const rate = cells.reduce((s, c) => s + c.weight * c.rate, 0)
  const spread = cells.reduce((s, c) => s + c.weight * (spreadOf(c.noise, years) ** 2 + ((c.rate - rate) * years) ** 2), 0)
  const expected = follow(law, from) + rate * years
  return { expected: back(law, expected), deviations: (follow(law, value) - expected) / sqrt(spread) }
}

/**
 * How a figure of one appliance drifts, and when it leaves its band if nothing is done.
 *
 * The change from each visit (as left) to the next (as found) is drift and chance; what a technician changed in a visit is neither. Rate and noise are estimated together (Bayes on a grid, tails of a Student
 * distribution so that one wrong reading does not carry it away) from what is typical of the figure, and the day follows from the last value as left.
 *
 * @param measurandId one of `DRIFT_LAWS`; null for others
 * @param points visits by time, at least two with a value
 * @param band limits of the newest, SI
 * @returns null with fewer than two visits a day apart
 * @example
 * driftOf('pressure.chamberDifferential', visits, { min: 100, max: null })?.leaves?.median // '2029-04-02'
 */
export function driftOf(measurandId: MeasurandId, points: readonly DriftPoint[], band: DriftBand): Drift | null {
  const law = DRIFT_LAWS[measurandId]
  if (!law) return null
  const told = points.filter((p) => p.asFound !== null || p.asLeft !== null).toSorted((a, b) => Date.parse(a.at) - Date.parse(b.at))
  const steps = stepsOf(told, law)
  const newest = told.at(-1)
  if (!newest || steps.length === 0) return null
  const value = (newest.asLeft ?? newest.asFound)!
  const last = follow(law, value)
  const belief = believe(steps, law)
  const rates = belief.rates.map((rate, r) => ({ value: rate, weight: belief.weights.reduce((s, row) => s + row[r]!, 0) }))
  const inAYear = (share: number) => back(law, last + quantile(rates, share)) - value
  const sides = (['above', 'below'] as const).flatMap((side) => {
    const limit = side === 'above' ? band.max : band.min
    if (limit === null) return []
    const times = crossings(belief, last, follow(law, limit), side === 'above', 0.9)
    const chance = times.reduce((s, x) => s + (x.value <= HORIZON_YEARS ? x.weight : 0), 0) / times.reduce((s, x) => s + x.weight, 0)
    return [{ side, times, chance }]
  })
  const likely = sides.toSorted((a, b) => b.chance - a.chance)[0]
  const at = (share: number) => dateAfter(newest.at, quantile(likely!.times, share))
  // Where it may well never happen, all that is left out lies before the first day.
  const until = likely ? at(HIGH) : null
  return {
    points: told.length,
    last: { at: newest.at, value },
    yearly: { low: inAYear(LOW), middle: inAYear(0.5), high: inAYear(HIGH) },
    leaves:
      likely && likely.chance >= LOW
        ? { side: likely.side, chance: likely.chance, from: at(until === null ? 1 - (HIGH - LOW) : LOW), median: at(0.5), until }
        : null,
    unlike: unlikeness(told, law),
  }
}
