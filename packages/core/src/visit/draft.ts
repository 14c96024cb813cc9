import type { Station } from '../measure'
import type { VisitAppliance, VisitContext } from './context'
import type { Touch } from './foundAndLeft'
import { Held } from './held'
import { Judging } from './judging'
import type { ReadingGroup } from './groups'
import { forbidsFiring } from './stops'
import type { ApplianceState, LiveReading, Proof, VisitState } from './state'

type Mutable<T> = { -readonly [K in keyof T]: T[K] extends readonly (infer U)[] ? U[] : T[K] }
export type VisitDraft = Omit<Mutable<Omit<VisitState, 'appliances'>>, 'instrumentSets'> & {
  instrumentSets: Record<string, VisitState['instrumentSets'][string]>
}

type Own = Omit<ApplianceState, 'readings' | 'foundAndLeft' | 'latest'>
/** One appliance while its events are put in order. */
export interface ApplianceParts extends Mutable<Omit<Own, 'steps' | 'observations' | 'netTurns'>> {
  steps: Record<string, Own['steps'][string]>
  observations: Record<string, Own['observations'][string]>
  netTurns: Record<string, number>
  /** Readings as they stand, by simultaneous set, in the order in which the sets began. */
  groups: ReadingGroup[]
  touched: Touch[]
  /** Working pressures from meter to inlet, in order: what other figures at the same load are worked out with. */
  rungs: LiveReading[]
}

/** An appliance's parts, with indexes that are never handed out. */
export interface ApplianceDraft {
  readonly appliance: VisitAppliance
  readonly held: Held<ApplianceParts>
  readonly judging: Judging
  /** Where each set stands in `groups`. */
  readonly groupAt: Map<string, number>
  /** What was seen that stands against firing. */
  readonly forbidding: Set<string>
  /** When each device last read a key, ms. */
  readonly readBy: Map<string, ReadonlyMap<string, number>>
  /** The state made of what was lent last. */
  shown: { readonly of: Readonly<ApplianceParts>; readonly state: ApplianceState } | null
}

/** A visit while its events are put in order. */
export interface Drafts {
  readonly context: VisitContext
  readonly visit: Held<VisitDraft>
  readonly appliances: Map<string, ApplianceDraft>
  /** What was proved of each instrument, as long as nothing new was. */
  proved: { readonly stamp: number; readonly of: Map<string | undefined, Proof> }
  /** The newest time that an event so far was written down at, in ms. */
  lastAt: number
}

/** Trap, case or flue opened or closed: the flue gas is another. */
export const MOVED_BY_OPENING: readonly Station[] = ['flue']

/** Cleaning or renewing something in the burner: everything behind the supply may have moved. */
export const MOVED_BY_WORK: readonly Station[] = ['valve', 'burner', 'chamber', 'flue', 'electrics', 'water', 'air']

/** A visit before its first event: what earlier visits handed over hangs already. */
export const newDrafts = (visitId: string, context: VisitContext): Drafts => ({
  context,
  lastAt: -Infinity,
  proved: { stamp: -1, of: new Map() },
  visit: new Held<VisitDraft>({
    visitId,
    status: 'planned',
    jobKind: null,
    startedAt: null,
    closedAt: null,
    closedBy: null,
    closedById: null,
    nextDueOn: null,
    looseEnds: context.appliances.flatMap((a) =>
      (a.carried ?? []).map((c) => ({
        ...c,
        photoId: null,
        applianceId: a.id,
        closedAt: null,
        closedBy: null,
        leakCheck: null,
        carried: true,
      })),
    ),
    instrumentSets: {},
    zeroed: [],
    hoses: [],
    allowed: [],
    responses: [],
    defects: [],
    photos: [],
    parts: [],
    partsNeeded: [],
    notes: [],
    overrides: [],
    corrections: [],
    breaches: [],
    unconfirmed: [],
    disturbed: context.appliances.flatMap((a) =>
      (a.carriedApart ?? []).map((d) => ({ ...d, applianceId: a.id, photoId: null, index: -1, refitted: null, carried: true })),
    ),
    symptoms: [],
    faults: context.appliances.flatMap((a) => a.openFaults ?? []),
    runs: [],
    timers: [],
    starts: [],
    startsSeen: [],
    traces: [],
    complaints: [],
    codes: [],
    notices: [],
    signatures: [],
    oddities: [],
    eventCount: 0,
  }),
  appliances: new Map(
    context.appliances.map((appliance): [string, ApplianceDraft] => [
      appliance.id,
      {
        appliance,
        judging: new Judging(appliance, context),
        held: new Held<ApplianceParts>({
          applianceId: appliance.id,
          grown: [...(appliance.continued?.grown ?? [])],
          repairedIndex: null,
          steps: { ...appliance.continued?.steps },
          observations: { ...appliance.continued?.observations },
          answered: [],
          adjustments: [],
          specials: [],
          netTurns: {},
          commanded: null,
          litAt: null,
          outcome: null,
          groups: [],
          touched: [],
          rungs: [],
        }),
        groupAt: new Map(),
        forbidding: new Set(
          Object.entries(appliance.continued?.observations ?? {}).flatMap(([id, o]) => (forbidsFiring(id, o.answer) ? [id] : [])),
        ),
        readBy: new Map(),
        shown: null,
      },
    ]),
  ),
})

/** Drafts that go on by themselves from here: what is tried on them is not seen by these. */
export const forkDrafts = (drafts: Drafts): Drafts => ({
  ...drafts,
  visit: drafts.visit.fork(),
  appliances: new Map(
    [...drafts.appliances].map(([id, d]) => [
      id,
      {
        ...d,
        held: d.held.fork(),
        groupAt: new Map(d.groupAt),
        forbidding: new Set(d.forbidding),
        readBy: new Map(d.readBy),
        shown: d.shown,
      },
    ]),
  ),
})

/** Something in the appliance was touched: what was read before no longer counts as left. */
export const touch = (draft: ApplianceDraft, what: Touch): void => void draft.held.own('touched').push(what)

/** An appliance as it stands; figures are judged when they are asked for. */
export function stateOf(draft: ApplianceDraft): ApplianceState {
  const of = draft.held.lend()
  if (draft.shown?.of === of) return draft.shown.state
  const { groups, touched, rungs: _rungs, ...own } = of
  const judged = () => draft.judging.show(groups, touched, of.repairedIndex)
  const state: ApplianceState = {
    ...own,
    get readings() {
      return judged().readings
    },
    get foundAndLeft() {
      return judged().foundAndLeft
    },
    latest: new Map(),
  }
  // Not told with the rest: it is the readings once more, by key.
  Object.defineProperty(state, 'latest', { enumerable: false, get: () => judged().latest })
  draft.shown = { of, state }
  return state
}
