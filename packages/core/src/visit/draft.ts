import type { Adjuster } from '../appliance'
import type { Reading } from '../measure'
import type { VisitAppliance, VisitContext } from './context'
import type { StoredEvent } from './events'
import type { Touch } from './foundAndLeft'
import type { ApplianceState, FoundAndLeft, JudgedReading, LiveReading, StepMark, VisitState } from './state'

type Mutable<T> = { -readonly [K in keyof T]: T[K] extends readonly (infer U)[] ? U[] : T[K] }
export type VisitDraft = Mutable<Omit<VisitState, 'appliances'>>

/** One appliance while its events are put in order; what is judged is kept by group and only made anew where something changed. */
export interface ApplianceDraft {
  readonly appliance: VisitAppliance
  readonly adjusters: readonly Adjuster[]
  readonly state: Omit<Mutable<ApplianceState>, 'readings' | 'foundAndLeft'> & {
    steps: Record<string, StepMark>
    observations: Record<string, { answer: string; at: string; by: string }>
    netTurns: Record<string, number>
  }
  readonly live: LiveReading[]
  readonly touched: Touch[]
  /** Groups of readings, in the order in which they came; a reading without a group is one by itself. */
  readonly groups: Map<string, LiveReading[]>
  readonly judged: Map<string, readonly JudgedReading[]>
  readonly found: Map<string, FoundAndLeft>
  /** Readings by key, in log order: what found-and-left looks at. */
  readonly byKey: Map<string, JudgedReading[]>
  stale: Set<string>
  touchedSince: boolean
  shown: ApplianceState | null
}

/** A visit while its events are put in order. */
export interface Drafts {
  readonly context: VisitContext
  readonly visit: VisitDraft
  readonly appliances: Map<string, ApplianceDraft>
  /** The newest time that an event so far was written down at, in ms. */
  lastAt: number
}

/** A visit before its first event: what earlier visits handed over hangs already. */
export const newDrafts = (visitId: string, context: VisitContext): Drafts => ({
  context,
  lastAt: -Infinity,
  visit: {
    visitId,
    status: 'planned',
    jobKind: null,
    startedAt: null,
    closedAt: null,
    closedBy: null,
    nextDueOn: null,
    looseEnds: context.appliances.flatMap((a) =>
      (a.carried ?? []).map((c) => ({ ...c, applianceId: a.id, closedAt: null, closedBy: null, leakCheck: null, carried: true })),
    ),
    zeroed: [],
    allowed: [],
    responses: [],
    defects: [],
    photos: [],
    parts: [],
    notes: [],
    overrides: [],
    corrections: [],
    breaches: [],
    unconfirmed: [],
    disturbed: context.appliances.flatMap((a) =>
      (a.carriedApart ?? []).map((d) => ({ ...d, applianceId: a.id, photoId: null, index: -1, refitted: null, carried: true })),
    ),
    symptoms: [],
    timers: [],
    starts: [],
    signatures: [],
    oddities: [],
    eventCount: 0,
  },
  appliances: new Map(
    context.appliances.map((appliance) => [
      appliance.id,
      {
        appliance,
        adjusters: appliance.card.adjusters,
        state: {
          applianceId: appliance.id,
          steps: { ...appliance.continued?.steps },
          observations: { ...appliance.continued?.observations },
          adjustments: [],
          netTurns: {},
          commanded: null,
          litAt: null,
          outcome: null,
        },
        live: [],
        touched: [],
        groups: new Map(),
        judged: new Map(),
        found: new Map(),
        byKey: new Map(),
        stale: new Set(),
        touchedSince: false,
        shown: null,
      },
    ]),
  ),
})

/** Readings of one group are judged together; one without a group is by itself. */
export const groupOf = (r: LiveReading): string => r.groupId ?? r.id

export function touch(draft: ApplianceDraft, what: Touch): void {
  draft.touched.push(what)
  draft.touchedSince = true
}

export function put(draft: ApplianceDraft, reading: LiveReading): void {
  draft.live.push(reading)
  const key = groupOf(reading)
  const list = draft.groups.get(key)
  if (list) list.push(reading)
  else draft.groups.set(key, [reading])
  stale(draft, key)
}

export const stale = (draft: ApplianceDraft, group: string): void => {
  draft.stale.add(group)
  draft.shown = null
}

/** After a correction: the groups are made anew, in order, and all of them judged again. Rare. */
export function regroup(draft: ApplianceDraft): void {
  for (const key of draft.groups.keys()) stale(draft, key)
  draft.groups.clear()
  for (const r of draft.live) {
    const key = groupOf(r)
    const list = draft.groups.get(key)
    if (list) list.push(r)
    else draft.groups.set(key, [r])
    stale(draft, key)
  }
}

export const live = (reading: Reading, event: StoredEvent, applianceId: string, index: number): LiveReading => ({
  ...reading,
  applianceId,
  eventId: event.id,
  authorName: event.authorName,
  deviceId: event.deviceId,
  index,
})
