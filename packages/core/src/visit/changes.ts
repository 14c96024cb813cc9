import type { MeasurandId, Station } from '../measure'
import type { ApplianceState, VisitState } from './state'
import type { VerdictStatus } from './verdict'

/** What a step from one state to the next changed, by the keys of what is kept beside the log. */
export interface VisitChanges {
  /** Figures whose value, verdict, as found or as left changed. */
  readonly keys: readonly { readonly applianceId: string; readonly key: string }[]
  /** Appliances whose outcome changed. */
  readonly appliances: readonly string[]
  /** Appliances at whose screws something was turned, or is known to have been turned otherwise; when the visit closes, all that were turned. */
  readonly turned: readonly string[]
  /** Loose ends, and things taken apart, that were opened or closed. */
  readonly ends: readonly string[]
}

const outcomeOf = (a: ApplianceState | undefined): string | null => a?.outcome?.outcome ?? null

/** What changed between two states of one visit. What is the same object is not looked into. */
export function changesBetween(before: VisitState, after: VisitState): VisitChanges {
  const keys: { applianceId: string; key: string }[] = []
  const appliances: string[] = []
  const turned: string[] = []
  for (const now of after.appliances) {
    const was = before.appliances.find((a) => a.applianceId === now.applianceId)
    const closes = before.status !== after.status && now.adjustments.length > 0
    if (closes || (was && was.adjustments !== now.adjustments)) turned.push(now.applianceId)
    if (was === now) continue
    if (outcomeOf(was) !== outcomeOf(now)) appliances.push(now.applianceId)
    if (!was || (was.foundAndLeft === now.foundAndLeft && was.latest === now.latest)) {
      if (!was) keys.push(...now.foundAndLeft.map(({ key }) => ({ applianceId: now.applianceId, key })))
      continue
    }
    const old = new Map(was.foundAndLeft.map((f) => [f.key, f]))
    const fresh = new Map(now.foundAndLeft.map((f) => [f.key, f]))
    for (const key of new Set([...old.keys(), ...fresh.keys()]))
      if (old.get(key) !== fresh.get(key) || was.latest.get(key) !== now.latest.get(key)) keys.push({ applianceId: now.applianceId, key })
  }
  const ends = [...changedOf(before.looseEnds, after.looseEnds), ...changedOf(before.disturbed, after.disturbed)]
  return { keys, appliances, turned, ends }
}

function changedOf<T extends { readonly id: string }>(before: readonly T[], after: readonly T[]): string[] {
  if (before === after) return []
  const old = new Map(before.map((x) => [x.id, x]))
  return after.filter((x) => old.get(x.id) !== x).map((x) => x.id)
}

/** One figure as it is kept beside the log, for lists, trends and search: as found, as left, and how it stands. SI. */
export interface KeptValue {
  readonly applianceId: string
  readonly key: string
  readonly measurandId: MeasurandId
  readonly stationId: Station
  readonly firingStateId: string
  readonly asFoundSi: number | null
  readonly asLeftSi: number | null
  readonly status: VerdictStatus
  readonly because: string
  readonly minSi: number | null
  readonly maxSi: number | null
  readonly takenAt: string
}

/** What is kept of one figure; undefined when the log holds no valid one. */
export function keptValue(state: ApplianceState, key: string): KeptValue | undefined {
  const found = state.foundAndLeft.find((f) => f.key === key)
  const shown = found?.asLeft ?? found?.asFound
  if (!found || !shown) return undefined
  const { measurandId, stationId, firingStateId, verdict, takenAt } = shown
  return {
    applianceId: state.applianceId,
    key,
    measurandId,
    stationId,
    firingStateId,
    asFoundSi: found.asFound?.valueSi ?? null,
    asLeftSi: found.asLeft?.valueSi ?? null,
    status: verdict.status,
    because: verdict.because,
    minSi: verdict.band?.min ?? null,
    maxSi: verdict.band?.max ?? null,
    takenAt,
  }
}

/** Everything that is kept of a visit, made anew from its state. */
export const keptValues = (state: VisitState): KeptValue[] =>
  state.appliances.flatMap((a) => a.foundAndLeft.flatMap((f) => keptValue(a, f.key) ?? []))
