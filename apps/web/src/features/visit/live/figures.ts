import { type LiveFigure, type LiveHint, liveHints, STALE_S, type Standing, standingOf } from '@lucerna/core/live'
import { type Channel, type MeasurandId, MEASURANDS, medianOf } from '@lucerna/core/measure'
import type { Need } from '@lucerna/core/procedure'
import { type Band, instrumentFor, type InstrumentSet, readingKey, type VisitContext } from '@lucerna/core/visit'
import { type LiveChannel, type LiveView, METER_READER } from './LiveBoard'

/** One figure of a step as its instrument shows it now. */
export interface LiveNeed {
  readonly channel: LiveChannel
  readonly standing: Standing
  readonly hint: LiveHint | null
  /** What would be recorded, SI. */
  readonly valueSi: number | null
  /** Settled, and nothing speaks against it. */
  readonly ready: boolean
}

/** A sensor says nothing of what it was just put into for so long, s. */
const DEAD_S: Partial<Record<Channel, number>> = { o2: 8, co2: 8, co: 8, no: 8, pressure: 5, draught: 5 }
const OTHER_DEAD_S = 2
/** A clocked meter: long enough for its smallest step to be a hundredth of what passed, and for the hand's part of the time not to count. */
const METER = { seconds: 100, steps: 50, halves: 0.01 } as const

/**
 * Which channel reads which figure of a step: the instrument that the person said, its ports in the order in which the step asks; what has to be read goes
 * before what may be.
 *
 * @example assigned(step.needs, set, context, view) // Map { 'pressure.working@inlet/max' → channel p }
 */
export function assigned(
  needs: readonly Need[],
  set: InstrumentSet,
  { instruments }: Pick<VisitContext, 'instruments'>,
  view: LiveView,
): Map<string, LiveChannel> {
  const channels = [...view.channels.values()]
  const taken = new Set<string>()
  const found = new Map<string, LiveChannel>()
  for (const need of [...needs.filter((n) => !n.optional), ...needs.filter((n) => n.optional)]) {
    const { channel } = MEASURANDS[need.measurandId]
    if (NOT_SHOWN.includes(need.measurandId)) continue
    const counts = channel === 'meterIndex' || need.measurandId === 'time.metered'
    const read = instrumentFor(need.measurandId, set, instruments)
    const wanted = counts ? METER_READER : read.kind === 'one' ? read.instrument : null
    if (!wanted || !channel) continue
    const kind = counts ? 'meterIndex' : channel
    const mine = channels.filter((c) => c.instrument.serial === wanted.serial && c.spec.channel === kind && (counts || !taken.has(c.key)))
    // What somebody put to this place reads it; what was put to another does not.
    const one = mine.find((c) => hangsAt(view, c, need)) ?? mine.find((c) => !view.hangs.has(c.key))
    if (!one) continue
    taken.add(one.key)
    found.set(readingKey(need), one)
  }
  return found
}

/** What a pressure did while a clock ran: told from its trace, not by the gauge's own figure. */
const CHANGES: Partial<Record<MeasurandId, 1 | -1>> = { 'pressure.letByRise': 1, 'pressure.seatRise': 1, 'pressure.tightnessFall': -1 }
/** Worked out of other figures, or of a start: no channel shows them. */
const NOT_SHOWN: readonly MeasurandId[] = ['pressure.ignitionDip', 'pressure.valveDrop']

/** Whether a channel's own value is this figure: a change over a clock, or what is worked out, is not. */
export const showsItself = (measurandId: MeasurandId): boolean => !NOT_SHOWN.includes(measurandId) && CHANGES[measurandId] === undefined

/**
 * CO in the room as a personal alarm shows it, SI, once it has reached a level; null below it, or where none is heard. Over its range counts as its range.
 *
 * @example roomCo(view, 30e-6) // 45e-6
 */
export function roomCo({ channels, at }: LiveView, levelSi: number): number | null {
  const worn = [...channels.values()].find((c) => c.instrument.kind === 'co-alarm' && at / 1000 - c.trace.heardS <= STALE_S)
  const value = worn?.trace.status === 'over-range' ? worn.spec.max : worn?.trace.last?.value
  return value !== undefined && value >= levelSi ? value : null
}

const hangsAt = ({ hangs }: LiveView, { key }: LiveChannel, need: Need): boolean => {
  const at = hangs.get(key)
  return at !== undefined && at.stationId === need.stationId && (at.sectionId ?? null) === (need.sectionId ?? null)
}

/**
 * What passed through a meter lately, m³ and s: of the time since a moment no more than is needed, and enough only once both halves of it say the same rate.
 * A burner that has just lit, or a second one that comes on, is waited for.
 */
function clocked({ trace, spec }: LiveChannel, sinceS: number): { volumeM3: number; seconds: number; enough: boolean } | null {
  const all = trace.samples.filter((p) => p.s >= sinceS)
  const last = all.at(-1)
  if (!last) return null
  const short = all.findLast((p) => last.s - p.s >= METER.seconds && last.value - p.value >= METER.steps * spec.resolution)
  const first = short ?? all[0]!
  const [volumeM3, seconds] = [last.value - first.value, last.s - first.s]
  if (seconds <= 0) return null
  const half = all.find((p) => p.s >= first.s + seconds / 2) ?? last
  const early = (half.value - first.value) / Math.max(1, half.s - first.s)
  const late = (last.value - half.value) / Math.max(1, last.s - half.s)
  const one = spec.resolution / (seconds / 2)
  return { volumeM3, seconds, enough: short !== undefined && Math.abs(early - late) <= METER.halves * late + 2 * one }
}

/** Middle of what was shown in the first seconds of a test, s. */
const FIRST_S = 5

/** How far a pressure has changed since its clock began; it counts when the clock is out. */
function changed(
  { channel, standing, hint }: Pick<LiveNeed, 'channel' | 'standing' | 'hint'>,
  sign: 1 | -1,
  clock: { readonly fromMs: number; readonly out: boolean } | null,
): LiveNeed {
  const fromS = (clock?.fromMs ?? Infinity) / 1000
  const first = channel.trace.samples.filter((p) => p.s >= fromS && p.s <= fromS + FIRST_S).map((p) => p.value)
  const now = standing.middle ?? standing.value
  const value = first.length > 0 && now !== null ? sign * (now - medianOf(first)) : null
  const ready = clock?.out === true && value !== null && standing.state === 'settled' && hint === null
  const state = standing.state === 'settled' && !ready ? 'waiting' : standing.state
  return { channel, hint, standing: { ...standing, state, value }, valueSi: value, ready }
}

/**
 * The figures of a step as their instruments show them, with what they give away about each other.
 *
 * @param at when the burner lit and when rate, place or screw changed last, ms.
 */
export function liveFigures(
  needs: readonly Need[],
  channels: ReadonlyMap<string, LiveChannel>,
  view: LiveView,
  at: {
    readonly lightOffMs: number | null
    readonly sinceMs: number
    readonly firing: boolean
    /** The clock of the step: from when, and whether it has run out. */
    readonly clock: { readonly fromMs: number; readonly out: boolean } | null
  },
  known: { readonly bandOf: (need: Need) => Band | undefined; readonly before: (need: Need) => number | null },
): ReadonlyMap<string, LiveNeed> {
  const seen = new Map<string, LiveFigure>()
  for (const need of needs) {
    const channel = channels.get(readingKey(need))
    if (!channel) continue
    const band = known.bandOf(need)
    const usual = MEASURANDS[need.measurandId].usual
    const { min, max } = { min: band?.min ?? usual?.min, max: band?.max ?? usual?.max }
    seen.set(readingKey(need), {
      measurandId: need.measurandId,
      stationId: need.stationId,
      channel: channel.spec.channel,
      samples: channel.trace.samples.slice(-200),
      raw: channel.raw,
      expected: min !== undefined && max !== undefined ? { min, max } : null,
      before: known.before(need),
    })
  }
  // What else hangs somewhere tells too: two hoses that were changed over show each other's figure.
  for (const [key, place] of view.hangs) {
    const channel = view.channels.get(key)
    if (!channel || [...channels.values()].includes(channel)) continue
    const need = { ...place, firingStateId: needs[0]?.firingStateId ?? '', optional: true }
    const band = known.bandOf(need)
    const before = known.before(need)
    const { min, max } = { min: band?.min ?? before, max: band?.max ?? before }
    if (min === null || min === undefined || max === null || max === undefined) continue
    seen.set(key, {
      measurandId: place.measurandId,
      stationId: place.stationId,
      channel: channel.spec.channel,
      samples: channel.trace.samples.slice(-200),
      raw: channel.raw,
      expected: { min, max },
      before,
    })
  }
  const hints = liveHints(seen, at.firing)
  return new Map(
    needs.flatMap((need): [string, LiveNeed][] => {
      const key = readingKey(need)
      const channel = channels.get(key)
      if (!channel) return []
      const kind = channel.spec.channel
      const sinceS = at.sinceMs / 1000 + (DEAD_S[kind] ?? OTHER_DEAD_S)
      const standing = standingOf(channel.trace, kind, {
        nowS: view.at / 1000,
        sinceS,
        ...(MEASURANDS[need.measurandId].lightOffBlanking && at.lightOffMs !== null && { lightOffS: at.lightOffMs / 1000 }),
      })
      const hint = hints.get(key) ?? null
      if (kind === 'meterIndex') {
        const passed = standing.state === 'stale' ? null : clocked(channel, sinceS)
        const value = passed && (need.measurandId === 'time.metered' ? passed.seconds : passed.volumeM3)
        const state = standing.state === 'stale' ? 'stale' : passed?.enough ? 'settled' : 'waiting'
        const filled = passed ? Math.min(1, passed.seconds / METER.seconds) : 0
        return [[key, { channel, hint, standing: { ...standing, state, value, filled }, valueSi: value, ready: passed?.enough === true }]]
      }
      const sign = CHANGES[need.measurandId]
      if (sign !== undefined) return [[key, changed({ channel, standing, hint }, sign, at.clock)]]
      const there = standing.state !== 'stale' && standing.state !== 'status' && standing.state !== 'none'
      return [
        [
          key,
          {
            channel,
            hint,
            standing,
            valueSi: there ? (standing.middle ?? standing.value) : null,
            ready: standing.state === 'settled' && hint === null && standing.climbing !== true,
          },
        ],
      ]
    }),
  )
}
