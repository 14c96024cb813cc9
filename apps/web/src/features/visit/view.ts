import { LINE_STATIONS, type MeasurandId, type Station } from '@lucerna/core/measure'
import { firingState } from '@lucerna/core/appliance'
import type { Step } from '@lucerna/core/procedure'
import {
  type ApplianceState,
  type Band,
  bandFor,
  firingStops,
  type Gate,
  type JudgedReading,
  missingIn,
  parkedIn,
  readingKey,
  type VisitAppliance,
  type VisitContext,
  type VisitState,
} from '@lucerna/core/visit'

/** What matters most at a station, in order: the line shows the first that was read. */
const SHOWN_AT: Partial<Record<Station, readonly MeasurandId[]>> = {
  meter: ['pressure.working', 'pressure.standing'],
  pipe: ['pressure.drop'],
  inlet: ['pressure.working', 'pressure.standing'],
  valve: ['pressure.valveOutlet', 'pressure.outletShut'],
  burner: ['pressure.manifold', 'pressure.fanSuction'],
  chamber: ['pressure.chamberDifferential', 'pressure.chamber'],
  flue: ['co2.flue', 'o2.flue', 'co.flue', 'ratio.coToCo2', 'co.airFree', 'temperature.flue'],
  room: ['co.ambient'],
}

const SEVERITY = { outside: 3, edge: 2, none: 1, inside: 0 } as const

export interface LineEntry {
  readonly station: Station
  readonly stepId: string | null
  readonly reading: JudgedReading | null
  /** What will be read here, when nothing has been yet. */
  readonly expected: { readonly measurandId: MeasurandId; readonly firingStateId: string } | null
  readonly band: Band | undefined
  readonly asFound: number | undefined
  readonly lastVisit: number | undefined
}

/**
 * The line from street to sky: for every station that this visit has something to say about, the reading that matters most. Something outside or
 * at the edge comes before something inside; nothing is shown twice.
 */
export function lineOf(appliance: VisitAppliance, state: ApplianceState, steps: readonly Step[], context: VisitContext): LineEntry[] {
  const latest = [...state.latest.values()]
  return LINE_STATIONS.flatMap((station): LineEntry[] => {
    const order = SHOWN_AT[station] ?? []
    const rank = (r: JudgedReading) =>
      [-SEVERITY[r.verdict.status] * (r.verdict.status === 'none' ? 0 : 1), order.indexOf(r.measurandId), -r.index] as const
    const [reading = null] = latest
      .filter((r) => r.stationId === station && order.includes(r.measurandId))
      .sort((a, b) => {
        const [x, y] = [rank(a), rank(b)]
        return x[0] - y[0] || x[1] - y[1] || x[2] - y[2]
      })
    const wanting = steps.find((s) => s.needs.some((n) => n.stationId === station))
    const need = wanting?.needs.find((n) => n.stationId === station)
    const expected = reading ?? need ?? null
    if (!expected && station !== 'pipe') return []
    const stepId = (reading && stepOfReading(steps, reading)) ?? wanting?.id ?? null
    const found = reading && state.foundAndLeft.find((f) => f.key === reading.key)
    return [
      {
        station,
        stepId,
        reading,
        expected: reading || !need ? null : { measurandId: need.measurandId, firingStateId: need.firingStateId },
        band: reading ? reading.verdict.band : need ? bandFor(appliance, context.practice, need) : undefined,
        asFound: found?.asFound && found.asFound.readingId !== reading?.readingId ? found.asFound.valueSi : undefined,
        lastVisit: expected ? appliance.lastVisit[readingKey(expected)] : undefined,
      },
    ]
  })
}

/** The step that a reading belongs to. */
const stepOfReading = (steps: readonly Step[], r: Pick<JudgedReading, 'stationId' | 'firingStateId' | 'measurandId'>): string | undefined =>
  (
    steps.find((s) =>
      s.needs.some((n) => n.measurandId === r.measurandId && n.stationId === r.stationId && n.firingStateId === r.firingStateId),
    ) ?? steps.find((s) => s.stationId === r.stationId && s.firingStateId === r.firingStateId)
  )?.id

export interface SheetEntry {
  readonly step: Step
  /** `parked`: it waits for a burner that does not run. */
  readonly status: 'done' | 'skipped' | 'not-applicable' | 'open' | 'locked' | 'parked'
  /** Why it is locked: a code of the message files. */
  readonly lock: { readonly code: string; readonly params: Gate['params'] } | null
}

/** The run sheet with what is done, what is open and what is locked, and why. */
export function sheetOf(
  appliance: VisitAppliance,
  state: ApplianceState,
  visit: VisitState,
  steps: readonly Step[],
  context: VisitContext,
): SheetEntry[] {
  const [stop] = firingStops(appliance, state, visit, context)
  const parked = parkedIn(appliance, state, steps)
  const hangs = visit.looseEnds.some((l) => !l.closedAt) || visit.disturbed.some((d) => !d.refitted)
  return steps.map((step) => {
    const mark = state.steps[step.id]
    // What was done is to do again when a figure of it was withdrawn.
    const lacks = mark?.status === 'done' && !mark.carried && missingIn(step, state, visit, context).length > 0
    if (mark && !lacks && !(step.kind === 'loose-ends' && hangs)) return { step, status: mark.status, lock: null }
    if (step.kind === 'finish' && visit.status === 'closed') return { step, status: 'done', lock: null }
    if (parked.includes(step)) return { step, status: 'parked', lock: null }
    if (step.firingStateId && stop) return { step, status: 'locked', lock: { code: `gate.${stop.code}`, params: stop.params } }
    const first = step.after.find((id) => !state.steps[id])
    if (first) return { step, status: 'locked', lock: { code: 'lock.after', params: { step: first } } }
    return { step, status: 'open', lock: null }
  })
}

/** The step to stand at when a visit is opened: the first open one. */
export const firstOpen = (sheet: readonly SheetEntry[]): string =>
  (sheet.find((e) => e.status === 'open' && (e.step.kind !== 'loose-ends' || sheet.every((x) => x.status !== 'locked'))) ?? sheet.at(-1))
    ?.step.id ?? 'finish'

export interface Settling {
  /** Seconds since the rate was commanded. */
  readonly atRateS: number
  /** Seconds still to wait until the card expects the plateau. */
  readonly waitS: number
  /** In the first minute after light-off: flue readings are void. */
  readonly blanked: boolean
}

/**
 * How far a forced rate has settled by the clock: time at rate is apart from time since light-off.

 */
export function settlingOf(
  appliance: VisitAppliance,
  state: ApplianceState,
  context: VisitContext,
  firingStateId: string,
  now: number,
): Settling | null {
  if (state.commanded?.firingStateId !== firingStateId) return null
  const atRateS = Math.max(0, (now - Date.parse(state.commanded.at)) / 1000)
  const minutes = firingState(appliance.card, firingStateId)?.minutesToRate ?? 0
  const sinceLightOff = state.litAt ? (now - Date.parse(state.litAt)) / 1000 : Infinity
  return { atRateS, waitS: Math.max(0, minutes * 60 - atRateS), blanked: sinceLightOff < context.practice.warmUp.blankingS }
}

/** Whether a step has everything it asked for. */
export const stepComplete = (step: Step, state: ApplianceState, visit: VisitState, context: VisitContext): boolean =>
  missingIn(step, state, visit, context).length === 0
