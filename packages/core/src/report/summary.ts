import { isGoodAnswer } from '../procedure'
import type { Report, ReportLine } from './model'

type Unit = Report['appliances'][number]
type Observation = Unit['observations'][number]
type Defect = Report['defects'][number]

/**
 * How a place was left, the worst first: `danger` an immediate danger is not mended, `at-risk` a risk is not, `open` the visit is not finished, `not-in-service` something was
 * left off or referred, `attention` all is in service and something waits, `safe` all is in service and nothing does.
 */
export type Safety = 'danger' | 'at-risk' | 'open' | 'not-in-service' | 'attention' | 'safe'

/** Which appliance something is of. */
interface Of {
  readonly appliance: string
}
export type Found =
  | { readonly kind: 'defect'; readonly defect: Defect }
  | ({ readonly kind: 'fault'; readonly symptom: string; readonly causes: readonly string[]; readonly proved: boolean } & Of)
  | ({ readonly kind: 'code'; readonly code: string; readonly meaning: string | null } & Of)
  | ({ readonly kind: 'reading'; readonly line: ReportLine; readonly value: number } & Of)
  | ({ readonly kind: 'inspection'; readonly observation: Observation; readonly answer: Answered } & Of)
  | ({ readonly kind: 'never-fitted'; readonly observations: readonly Observation[] } & Of)
export type Done =
  | { readonly kind: 'part'; readonly part: Report['parts'][number] }
  | { readonly kind: 'mended'; readonly defect: Defect }
  | ({ readonly kind: 'became'; readonly work: string; readonly reason: string } & Of)
  | ({ readonly kind: 'put-right'; readonly observation: Observation } & Of)
  | ({ readonly kind: 'adjusted'; readonly label: string; readonly moves: number } & Of)
  | ({ readonly kind: 'steps'; readonly done: number; readonly skipped: number } & Of)
export type ToDo =
  | { readonly kind: 'defect'; readonly defect: Defect }
  | ({ readonly kind: 'outcome'; readonly outcome: string; readonly reason: string | null } & Of)
  | { readonly kind: 'order'; readonly order: Report['orders'][number] }
  | { readonly kind: 'loose-end'; readonly label: string; readonly appliance: string | null }
  | ({ readonly kind: 'reading'; readonly line: ReportLine; readonly value: number } & Of)
  | ({ readonly kind: 'fault'; readonly symptom: string; readonly bring: readonly string[] } & Of)
  | ({ readonly kind: 'not-read-again'; readonly lines: readonly ReportLine[] } & Of)
  | ({ readonly kind: 'inspection'; readonly observation: Observation } & Of)

interface Answered {
  readonly answer: string
  readonly said: string | null
  readonly detail: string | null
}

/** The half page that answers, from what a report says; nothing in it is judged anew. */
export interface Summary {
  readonly safety: Safety
  readonly left: readonly { readonly appliance: string; readonly outcome: string; readonly reason: string | null }[]
  readonly found: readonly Found[]
  readonly done: readonly Done[]
  readonly todo: readonly ToDo[]
  readonly inspected: { readonly count: number; readonly together: number; readonly exceptions: number }
  readonly readings: { readonly inside: number; readonly edge: number; readonly outside: number }
}

const NEVER_FITTED = 'never-fitted'
const isException = (o: Observation): boolean => !isGoodAnswer(o.id, o.answer)
const standing = (d: Defect): boolean => d.mended === null && d.class !== 'note'
const leftOf = (l: ReportLine): number | null => (l.neverValid === null ? (l.asLeft ?? l.asFound) : null)

function safetyOf(report: Report, todo: readonly ToDo[]): Safety {
  const is = (wanted: string) => report.defects.some((d) => d.mended === null && d.class === wanted)
  if (is('danger-now')) return 'danger'
  if (is('at-risk')) return 'at-risk'
  const outcomes = report.appliances.map((a) => a.outcome)
  if (outcomes.includes('open')) return 'open'
  if (outcomes.some((o) => o !== 'in-normal-service')) return 'not-in-service'
  return todo.length > 0 ? 'attention' : 'safe'
}

/** What stands out of an inspection: what was found first, if it was put right since, else how it was left. */
const firstBad = (o: Observation): Answered | null => o.before.find((b) => !isGoodAnswer(o.id, b.answer)) ?? (isException(o) ? o : null)

function foundAt(a: Unit): Found[] {
  const of = { appliance: a.name }
  const neverFitted = a.observations.filter((o) => o.answer === NEVER_FITTED)
  return [
    ...a.faults.map((f): Found => ({
      kind: 'fault',
      ...of,
      symptom: f.symptom,
      causes: f.settled?.causes ?? f.suspects.map((s) => s.cause),
      proved: f.settled?.proved ?? false,
    })),
    ...a.codes.map((c): Found => ({ kind: 'code', ...of, code: c.code, meaning: c.meaning })),
    ...a.observations.flatMap((o): Found[] => {
      const answer = o.answer === NEVER_FITTED ? null : firstBad(o)
      return answer ? [{ kind: 'inspection', ...of, observation: o, answer }] : []
    }),
    ...a.lines.flatMap((l): Found[] =>
      l.foundStatus === 'outside' && l.asFound !== null ? [{ kind: 'reading', ...of, line: l, value: l.asFound }] : [],
    ),
    ...(neverFitted.length > 0 ? [{ kind: 'never-fitted' as const, ...of, observations: neverFitted }] : []),
  ]
}

function doneAt(a: Unit): Done[] {
  const of = { appliance: a.name }
  const moves = new Map<string, number>()
  for (const x of a.adjustments) moves.set(x.label, (moves.get(x.label) ?? 0) + 1)
  const counted = a.steps.filter((s) => s.status === 'done').length
  const skipped = a.steps.filter((s) => s.status === 'skipped').length
  return [
    ...a.grown.map((g): Done => ({ kind: 'became', ...of, work: g.work, reason: g.reason })),
    ...a.observations.flatMap((o): Done[] => (firstBad(o) && !isException(o) ? [{ kind: 'put-right', ...of, observation: o }] : [])),
    ...[...moves].map(([label, n]): Done => ({ kind: 'adjusted', ...of, label, moves: n })),
    ...(counted + skipped > 0 ? [{ kind: 'steps' as const, ...of, done: counted, skipped }] : []),
  ]
}

function toDoAt(a: Unit): ToDo[] {
  const of = { appliance: a.name }
  const unread = a.lines.filter((l) => l.change === 'not-measured-again' && l.neverValid === null && l.because !== 'no-band')
  return [
    ...(a.outcome !== 'in-normal-service' && a.outcome !== 'open'
      ? [{ kind: 'outcome' as const, ...of, outcome: a.outcome, reason: a.outcomeReason }]
      : []),
    ...a.lines.flatMap((l): ToDo[] => {
      const value = leftOf(l)
      return l.status === 'outside' && value !== null && l.change !== 'not-measured-again'
        ? [{ kind: 'reading', ...of, line: l, value }]
        : []
    }),
    ...(unread.length > 0 ? [{ kind: 'not-read-again' as const, ...of, lines: unread }] : []),
    ...a.observations.flatMap((o): ToDo[] =>
      isException(o) && o.answer !== NEVER_FITTED ? [{ kind: 'inspection', ...of, observation: o }] : [],
    ),
    ...a.faults.flatMap((f): ToDo[] => (f.settled ? [] : [{ kind: 'fault', ...of, symptom: f.symptom, bring: f.bring }])),
  ]
}

const CLASSES = ['danger-now', 'at-risk', 'attention', 'note']
const byClass = (a: Defect, b: Defect): number => CLASSES.indexOf(a.class) - CLASSES.indexOf(b.class)

/**
 * What somebody wants to know first: safe or not, how it was left, what was found, what was done, what is to be done.
 *
 * @param report as it was frozen, or a preview; those of before tell no verdict of as found, so readings that were outside then are not among what was found
 * @example
 * summarise(report).safety // 'safe'
 */
export function summarise(report: Report): Summary {
  const { appliances } = report
  const defects = report.defects.toSorted(byClass)
  const observations = appliances.flatMap((a) => a.observations)
  const todo: ToDo[] = [
    ...defects.filter(standing).map((defect): ToDo => ({ kind: 'defect', defect })),
    ...report.orders.map((order): ToDo => ({ kind: 'order', order })),
    ...report.looseEnds.flatMap((l): ToDo[] =>
      l.closedAt === null ? [{ kind: 'loose-end', label: l.label, appliance: l.appliance }] : [],
    ),
    ...appliances.flatMap(toDoAt),
  ]
  const counted = (status: ReportLine['status']) =>
    appliances.flatMap((a) => a.lines).filter((l) => l.status === status && l.neverValid === null).length
  return {
    safety: safetyOf(report, todo),
    left: appliances.map((a) => ({ appliance: a.name, outcome: a.outcome, reason: a.outcomeReason })),
    found: [...defects.map((defect): Found => ({ kind: 'defect', defect })), ...appliances.flatMap(foundAt)],
    done: [
      ...report.parts.map((part): Done => ({ kind: 'part', part })),
      ...defects.filter((d) => d.mended !== null).map((defect): Done => ({ kind: 'mended', defect })),
      ...appliances.flatMap(doneAt),
    ],
    todo,
    inspected: {
      count: observations.length,
      together: observations.filter((o) => o.together).length,
      exceptions: observations.filter(isException).length,
    },
    readings: { inside: counted('inside'), edge: counted('edge'), outside: counted('outside') },
  }
}

/** Figures that mean something without a limit of their own: what the burner does with the gas. */
const MEANT: ReadonlySet<string> = new Set([
  'input.gross',
  'input.net',
  'o2.flue',
  'co2.flue',
  'co.flue',
  'co.airFree',
  'ratio.coToCo2',
  'temperature.flue',
  'air.lambda',
  'efficiency.net',
  'efficiency.gross',
  'temperature.rise',
])

/** Whether a line belongs to what is read: it has a limit, it was set or could not be read, or it means something by itself. The rest is an annex. */
export const isTold = (l: ReportLine): boolean =>
  l.because !== 'no-band' || l.neverValid !== null || (l.change === 'measured-again' && l.asFound !== null) || MEANT.has(l.measurandId)
