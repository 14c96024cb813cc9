import type { Station } from '../measure'
import type { VisitAppliance, VisitContext } from './context'
import { foundAndLeft, type Moved, movedAt, type Touch } from './foundAndLeft'
import type { ReadingGroup } from './groups'
import { judgeGroup } from './judgeGroup'
import type { FoundAndLeft, JudgedReading } from './state'

/** Everything judged of one appliance, as of some readings and touches. */
interface Shown {
  readonly groups: readonly ReadingGroup[]
  readonly touched: readonly Touch[]
  readonly repairedIndex: number | null
  readonly readings: readonly JudgedReading[]
  /** In the order of the log. */
  readonly byKey: ReadonlyMap<string, readonly JudgedReading[]>
  readonly found: ReadonlyMap<string, FoundAndLeft>
  readonly foundAndLeft: readonly FoundAndLeft[]
  readonly latest: ReadonlyMap<string, JudgedReading>
}

const NOTHING: Shown = {
  groups: [],
  touched: [],
  repairedIndex: null,
  readings: [],
  byKey: new Map(),
  found: new Map(),
  foundAndLeft: [],
  latest: new Map(),
}

const NOT_BURNING: readonly string[] = ['off', 'standing']

/**
 * The judge of one appliance. It judges when it is asked, each set of readings once, and keeps everything that nothing under it has changed; what it says
 * depends on nothing but what it is given.
 */
export class Judging {
  private readonly judged = new WeakMap<ReadingGroup, readonly JudgedReading[]>()
  private last: Shown = NOTHING

  constructor(
    private readonly appliance: VisitAppliance,
    private readonly context: VisitContext,
  ) {}

  /** Readings with their verdicts, and as found and as left of every key. */
  show(groups: readonly ReadingGroup[], touched: readonly Touch[], repairedIndex: number | null): Shown {
    const { last } = this
    if (last.groups === groups && last.touched === touched && last.repairedIndex === repairedIndex) return last
    const byKey = new Map(last.byKey)
    const changed = new Set<string>()
    const onlyGrew = last.groups.every((g, i) => groups[i] === g)
    // After a correction sets may stand in other places: what is in both stays.
    const [before, now] = onlyGrew ? [null, null] : [new Set(last.groups), new Set(groups)]
    const gone = now ? last.groups.filter((g) => !now.has(g)) : []
    const fresh = before ? groups.filter((g) => !before.has(g)) : groups.slice(last.groups.length)
    for (const r of gone.flatMap((g) => this.judge(g))) {
      changed.add(r.key)
      byKey.set(
        r.key,
        (byKey.get(r.key) ?? []).filter((x) => x !== r),
      )
    }
    for (const r of fresh.flatMap((g) => this.judge(g))) {
      changed.add(r.key)
      const list = byKey.get(r.key) ?? []
      const at = list.findLastIndex((x) => x.order <= r.order) + 1
      byKey.set(r.key, at === list.length ? [...list, r] : [...list.slice(0, at), r, ...list.slice(at)])
    }
    for (const key of changed) if (byKey.get(key)?.length === 0) byKey.delete(key)
    const readings = (onlyGrew ? fresh : groups).flatMap((g) => this.judge(g))
    const moved = touched !== last.touched || repairedIndex !== last.repairedIndex
    const found = this.found(byKey, touched, repairedIndex, moved ? new Set([...changed, ...byKey.keys()]) : changed)
    return (this.last = {
      groups,
      touched,
      repairedIndex,
      byKey,
      found,
      readings: onlyGrew ? [...last.readings, ...readings] : readings,
      foundAndLeft: found === last.found && onlyGrew ? last.foundAndLeft : inOrder(found, byKey),
      latest: changed.size === 0 ? last.latest : new Map([...byKey].map(([key, list]) => [key, list.at(-1)!])),
    })
  }

  private judge(group: ReadingGroup): readonly JudgedReading[] {
    let judged = this.judged.get(group)
    if (!judged) this.judged.set(group, (judged = judgeGroup(this.appliance, this.context, group)))
    return judged
  }

  /** As found and as left; what comes out as before stays the same object, and if all does, the same map. */
  private found(
    byKey: Shown['byKey'],
    touched: readonly Touch[],
    repairedIndex: number | null,
    keys: ReadonlySet<string>,
  ): ReadonlyMap<string, FoundAndLeft> {
    const before = this.last.found
    const moves = new Map<string, Moved | undefined>()
    const moved = (station: Station, atRest: boolean) => {
      const at = `${station} ${atRest}`
      if (!moves.has(at)) moves.set(at, movedAt(touched, station, atRest))
      return moves.get(at)
    }
    const since = repairedIndex === null ? [] : touched.filter((t) => t.index > repairedIndex)
    const firstRun = (station: Station, atRest: boolean) =>
      repairedIndex === null || atRest ? null : { index: repairedIndex, moved: movedAt(since, station, atRest) }
    let found: Map<string, FoundAndLeft> | null = null
    for (const key of keys) {
      const list = byKey.get(key)
      const old = before.get(key)
      const [first] = list ?? []
      const atRest = first !== undefined && NOT_BURNING.includes(first.firingStateId)
      const now = list && first && foundAndLeft(key, list, moved(first.stationId, atRest), firstRun(first.stationId, atRest))
      if (now && old && same(now, old)) continue
      found ??= new Map(before)
      if (now) found.set(key, now)
      else found.delete(key)
    }
    return found ?? before
  }
}

const same = (a: FoundAndLeft, b: FoundAndLeft): boolean =>
  a.asFound === b.asFound && a.afterWork === b.afterWork && a.asLeft === b.asLeft && a.status === b.status && a.firstRun === b.firstRun

const inOrder = (found: Shown['found'], byKey: Shown['byKey']): FoundAndLeft[] => {
  const first = (f: FoundAndLeft) => byKey.get(f.key)?.[0]?.order ?? 0
  return [...found.values()].sort((a, b) => first(a) - first(b) || (a.key < b.key ? -1 : 1))
}
