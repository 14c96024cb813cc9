import { type MeasurandId, medianOf, type Sample, type Station } from '../measure'
import { pressedThrough, type Seen, type SequenceEvent } from '../sequence'

/** What of a start a channel can show. */
export const START_LANES = ['fan', 'igniter', 'coil', 'burner', 'inlet', 'flame', 'flue'] as const
export type StartLane = (typeof START_LANES)[number]

interface Shows {
  readonly lane: StartLane
  /** More than this away from rest is on, SI: well above noise, well below anything that works. */
  readonly least: number
}
const SHOWS: Partial<Record<MeasurandId, Shows>> = {
  'pressure.fanSuction': { lane: 'fan', least: 10 },
  'pressure.chamberDifferential': { lane: 'fan', least: 10 },
  'pressure.chamber': { lane: 'fan', least: 10 },
  'pressure.venturi': { lane: 'fan', least: 10 },
  'fan.speed': { lane: 'fan', least: 3 },
  'motor.current': { lane: 'fan', least: 0.05 },
  'igniter.current': { lane: 'igniter', least: 0.2 },
  'igniter.voltage': { lane: 'igniter', least: 5 },
  'valve.supplyAc': { lane: 'coil', least: 5 },
  'valve.supplyDc': { lane: 'coil', least: 5 },
  'coil.holdVoltage': { lane: 'coil', least: 0.05 },
  'pressure.manifold': { lane: 'burner', least: 15 },
  'pressure.valveOutlet': { lane: 'burner', least: 15 },
  'pressure.working': { lane: 'inlet', least: 12 },
  'pressure.standing': { lane: 'inlet', least: 12 },
  'flame.current': { lane: 'flame', least: 0.4e-6 },
  'o2.flue': { lane: 'flue', least: 0.01 },
}
/** Which lane of a start a figure is, if any. `laneOf('flame.current')` → `'flame'` */
export const laneOf = (measurandId: MeasurandId): StartLane | null => SHOWS[measurandId]?.lane ?? null
/** The figures that a channel can be put to for a start, in the order of the lanes. */
export const START_FIGURES = Object.keys(SHOWS) as readonly MeasurandId[]

/** One channel over a start: what it reads where, and its samples, s. */
export interface Lane {
  readonly measurandId: MeasurandId
  readonly stationId: Station
  readonly samples: readonly Sample[]
}

/** An air switch makes at about half of the purge's pressure; a run-down shows when it has lost as much. */
const PROVED_SHARE = 0.5
/** Speed goes with the root of a pressure. */
const PROVED_SPEED = 0.7
const REST_S = 3
/** A flame that flickers for less is none. */
const LEAST_ON_S = 0.7

/** When a channel went on and off again, s. */
interface Span {
  readonly onS: number
  readonly offS: number | null
  /** Middle of what it showed meanwhile, away from rest. */
  readonly level: number
}

const crossing = (a: Sample, b: Sample, at: number): number =>
  b.value === a.value ? b.s : a.s + ((at - a.value) / (b.value - a.value)) * (b.s - a.s)

/** Lanes that rest at no value of their own: what they show before a start is rest. The others rest at zero, or are on already. */
const RESTS_ANYWHERE: readonly StartLane[] = ['inlet', 'flue']

/** Deviations from what the channel showed at rest before the start; a dip of the inlet counts as its depth. */
function away({ measurandId, samples }: Lane, fromS: number): Sample[] {
  const shows = SHOWS[measurandId]
  const before = samples.filter((p) => p.s <= fromS && p.s > fromS - REST_S)
  const middle = medianOf((before.length > 0 ? before : samples.slice(0, 3)).map((p) => p.value))
  const falls = shows !== undefined && RESTS_ANYWHERE.includes(shows.lane)
  const rest = falls || Math.abs(middle) < (shows?.least ?? 0) ? middle : 0
  return samples.filter((p) => p.s >= fromS - REST_S).map((p) => ({ s: p.s, value: falls ? rest - p.value : Math.abs(p.value - rest) }))
}

function spansOf(lane: Lane, fromS: number): Span[] {
  const least = SHOWS[lane.measurandId]?.least ?? Infinity
  const all = away(lane, fromS)
  const spans: Span[] = []
  let on: number | null = null
  const close = (offS: number | null, untilS: number) => {
    if (on === null) return
    const onS = on
    on = null
    if (untilS - onS < LEAST_ON_S) return
    const during = all.filter((p) => p.s > onS && p.s < untilS).map((p) => p.value)
    if (during.length > 0) spans.push({ onS, offS, level: medianOf(during) })
  }
  all.forEach((p, i) => {
    const before = all[i - 1]
    // What is on from the first is no start: it has to go off before.
    if (on === null && p.value >= least && before && before.value < least) on = crossing(before, p, least)
    else if (on !== null && p.value < least && before) {
      const s = crossing(before, p, least)
      close(s, s)
    }
  })
  const end = all.at(-1)?.s
  if (on !== null && end !== undefined) close(null, end)
  return spans
}

/** When a fan had come up to where its switch makes, and when it had run down again to there, s. */
function fanTimes(lane: Lane, span: Span, fromS: number): { provedS: number | null; downS: number | null } {
  const share = lane.measurandId === 'fan.speed' || lane.measurandId === 'motor.current' ? PROVED_SPEED : PROVED_SHARE
  const mine = away(lane, fromS).filter((p) => p.s >= span.onS - 1 && (span.offS === null || p.s <= span.offS))
  const made = share * Math.max(...mine.map((p) => p.value))
  const at = mine.findIndex((p, i) => i > 0 && p.value >= made && mine[i - 1]!.value < made)
  const proved = at > 0 ? crossing(mine[at - 1]!, mine[at]!, made) : null
  // While it still gathers way, what is half of it nobody knows.
  const last = mine.at(-1)
  const gathering = proved === null || (span.offS === null && last !== undefined && last.s - proved < 1.5)
  return { provedS: gathering ? null : proved, downS: span.offS }
}

/**
 * What of a start its channels show, with times that are better than a thumb's: rise of fan, igniter, coil and flame, the burner's pressure or the dip of the inlet
 * where the valve opened, and their ends. What no channel shows is left out.
 *
 * @param fromS when the call was, or somewhat before. Times of the answer are ms.
 * @example
 * seenInLanes(sequenceOf(larch28), [{ measurandId: 'flame.current', stationId: 'electrics', samples }], 100) // [{ id: 'flame-proved', atMs: 124_300 }, …]
 */
export function seenInLanes(chain: readonly SequenceEvent[], lanes: readonly Lane[], fromS: number): Seen[] {
  const found = new Map<string, number>()
  const tell = (id: string, s: number | null | undefined) => {
    if (s !== null && s !== undefined && !found.has(id) && chain.some((e) => e.id === id)) found.set(id, s * 1000)
  }
  const of = (lane: StartLane) =>
    lanes
      .filter((l) => laneOf(l.measurandId) === lane)
      .map((l) => ({ lane: l, spans: spansOf(l, fromS) }))
      .find((x) => x.spans.length > 0)
  const [fan, igniter, coil, burner, inlet, flame] = (['fan', 'igniter', 'coil', 'burner', 'inlet', 'flame'] as const).map(of)
  const lit = flame?.spans[0]
  const flameRead = lanes.some((l) => laneOf(l.measurandId) === 'flame')
  if (fan) {
    const span = fan.spans[0]!
    tell('fan', span.onS)
    const { provedS, downS } = fanTimes(fan.lane, span, fromS)
    tell('air-proved', provedS)
    // A fan that stops without a flame before it has purged nothing.
    if (downS !== null && (lit ? lit.offS !== null && lit.offS < downS : !flameRead)) tell('post-purge', downS)
  }
  const sparks = igniter?.spans[0]
  tell('pre-purge', sparks?.onS)
  tell('igniter', sparks?.onS)
  const opened = coil?.spans[0] ?? burner?.spans[0] ?? inlet?.spans[0]
  tell('gas-valve', opened?.onS)
  tell('flame-proved', lit?.onS)
  // A trial that failed is no stop: only what shuts behind a flame is.
  const flameEnd = lit?.offS ?? null
  const shut = flameRead ? flameEnd : (coil?.spans.at(-1)?.offS ?? burner?.spans.at(-1)?.offS)
  const coilEnd =
    flameEnd === null ? null : (coil?.spans.find((x) => x.offS !== null && Math.abs(x.offS - flameEnd) < 10)?.offS ?? flameEnd)
  tell('valve-shuts', flameRead ? coilEnd : shut)
  return [...found].map(([id, atMs]) => ({ id, atMs })).sort((a, b) => a.atMs - b.atMs)
}

/** Everything has to be at rest for so long before a start that nobody called for is one: a hose put to a running fan is none. */
const QUIET_S = 10

/**
 * From when a start can be told by channels alone: when all that rests at zero has done so for ten seconds; null while something is on.
 *
 * @example restingFrom([{ measurandId: 'flame.current', stationId: 'electrics', samples }], 100, 118) // 110
 */
export function restingFrom(lanes: readonly Lane[], fromS: number, nowS: number): number | null {
  const on = lanes
    .flatMap(({ measurandId, samples }) => {
      const shows = SHOWS[measurandId]
      return !shows || RESTS_ANYWHERE.includes(shows.lane) ? [] : samples.filter((p) => p.s >= fromS && Math.abs(p.value) >= shows.least)
    })
    .map((p) => p.s)
    .sort((a, b) => a - b)
  let before = fromS
  for (const s of [...on, nowS]) {
    if (s - before >= QUIET_S) return before + QUIET_S
    before = s
  }
  return null
}

/**
 * What was pressed and what channels show of one start, put together in the order of the chain: a channel's time goes before a thumb's; something that stands
 * before what came earlier in the chain is left out.
 *
 * @example
 * together(chain, [{ id: 'call', atMs: 0 }], [{ id: 'fan', atMs: 900 }]) // [{ id: 'call', atMs: 0 }, { id: 'fan', atMs: 900 }]
 */
export function together(chain: readonly SequenceEvent[], pressed: readonly Seen[], shown: readonly Seen[]): Seen[] {
  const all: Seen[] = []
  for (const { id } of pressedThrough(chain)) {
    const channel = shown.find((s) => s.id === id)
    const one = channel ?? pressed.find((s) => s.id === id)
    if (!one) continue
    // A thumb comes late: what was pressed before this was not later than the channel says this was.
    if (channel)
      for (let i = all.length - 1; i >= 0 && all[i]!.atMs > one.atMs && !shown.includes(all[i]!); i--)
        all[i] = { ...all[i]!, atMs: one.atMs }
    const before = all.at(-1)
    if (!before || one.atMs >= before.atMs) all.push(one)
  }
  const [first] = all
  return first && first.id !== 'call' ? [{ id: 'call', atMs: first.atMs }, ...all] : all
}

/** A start as it is kept: what happened when, s from its call; what its channels showed. */
export interface StartSeen {
  /** When it was called for, s on its samples' clock. */
  readonly fromS: number
  readonly events: readonly { readonly id: string; readonly s: number }[]
  readonly lanes: readonly Lane[]
}

/** What is worth saying of a start beside one that was good. */
export interface StartFinding {
  readonly code: 'later' | 'weaker' | 'deeper-dip'
  /** An event of the chain, or the figure that showed it. */
  readonly what: string
  readonly now: number
  readonly before: number
}
/** Later by so much, and by this share. */
const LATER = { seconds: 0.7, share: 0.25 } as const
/** Less than this share of what it was. */
const WEAKER: Partial<Record<StartLane, number>> = { flame: 0.75, coil: 0.9, igniter: 0.85, fan: 0.8 }
const DIP = { share: 1.3, pa: 30 } as const

/** How far a channel was away from rest while it was on; for the inlet the deepest dip. */
export function levelOf(lane: Lane): number | null {
  const first = lane.samples[0]
  if (!first) return null
  if (laneOf(lane.measurandId) === 'inlet') return Math.max(0, ...away(lane, first.s + REST_S / 2).map((p) => p.value))
  const spans = spansOf(lane, first.s + REST_S / 2)
  return spans.length === 0 ? null : Math.max(...spans.map((x) => x.level))
}

/** What a fan's channel showed between air proved and the valve's opening; null where one of them was not seen. */
function purgeLevel({ events, fromS }: StartSeen, { samples }: Lane): number | null {
  const at = (id: string) => events.find((e) => e.id === id)?.s
  const [proved, opened] = [at('air-proved'), at('gas-valve')]
  if (proved === undefined || opened === undefined) return null
  // The last half of the purge: it has come up by then.
  const from = fromS + (proved + opened) / 2
  const purge = samples.filter((p) => p.s >= from && p.s <= fromS + opened).map((p) => Math.abs(p.value))
  return purge.length === 0 ? null : medianOf(purge)
}

/**
 * What came later or weaker in a start than in the last good one of the same appliance, the worst first. Steps are compared from the step before that both
 * starts have, so that one late step does not make all behind it late.
 *
 * @example
 * compareStarts(today, lastYear) // [{ code: 'later', what: 'flame-proved', now: 3.4, before: 1.2 }, { code: 'weaker', what: 'flame.current', … }]
 */
export function compareStarts(now: StartSeen, good: StartSeen): StartFinding[] {
  const found: StartFinding[] = []
  const both = now.events.filter((e) => good.events.some((g) => g.id === e.id))
  both.forEach((e, i) => {
    const before = both[i - 1]
    // How long a burner is left to run is nobody's weakness.
    if (!before || e.id === 'valve-shuts' || e.id === 'rate-reached' || before.id === 'call') return
    const at = (id: string) => good.events.find((g) => g.id === id)!.s
    const [is, was] = [e.s - before.s, at(e.id) - at(before.id)]
    if (is - was > Math.max(LATER.seconds, LATER.share * was)) found.push({ code: 'later', what: e.id, now: is, before: was })
  })
  for (const lane of now.lanes) {
    const kind = laneOf(lane.measurandId)
    const same = good.lanes.find((l) => l.measurandId === lane.measurandId && l.stationId === lane.stationId)
    // A fan goes with the rate once the burner burns: it is compared while it purges.
    const level = kind === 'fan' ? purgeLevel : (_: StartSeen, l: Lane) => levelOf(l)
    const [is, was] = [level(now, lane), same ? level(good, same) : null]
    if (is === null || was === null || !kind) continue
    if (kind === 'inlet') {
      if (is > DIP.share * was + DIP.pa) found.push({ code: 'deeper-dip', what: lane.measurandId, now: is, before: was })
    } else if (is < (WEAKER[kind] ?? 0) * was) found.push({ code: 'weaker', what: lane.measurandId, now: is, before: was })
  }
  return found.sort((a, b) => Math.abs(b.now / b.before - 1) - Math.abs(a.now / a.before - 1))
}

/**
 * Where a start died: the first step of the chain behind the last that was seen; null where its flame was proved.
 *
 * @example diedAt(chain, [{ id: 'call', atMs: 0 }, { id: 'fan', atMs: 1200 }]) // 'air-proved'
 */
export function diedAt(chain: readonly SequenceEvent[], seen: readonly Seen[]): string | null {
  const pressed = pressedThrough(chain)
  const last = pressed.findLastIndex((e) => seen.some((s) => s.id === e.id))
  return pressed[last + 1]?.id ?? null
}
