import type { Card } from '../../appliance'
import type { FaultMapInput } from '../map'
import type { Symptom } from '../symptoms'

type CauseInput = FaultMapInput['causes'][number]
type CheckInput = FaultMapInput['checks'][number]
/** A cause as the library has it: its odds are its map’s. */
export type CausePart = Omit<CauseInput, 'priors'>
/** A check as the library has it: for every cause that shows in it, only the results that differ from a sound part. */
export interface CheckPart extends Omit<CheckInput, 'otherwise' | 'likelihoods' | 'results'> {
  /** The first is what a sound part shows. */
  readonly results: readonly CheckInput['results'][number][]
  readonly shows: Readonly<Record<string, Readonly<Record<string, number>>>>
}

/** Looks and readings of a sound part err this often. */
const ERRS = 0.06
const LEAST = 0.02

/** A whole row of a likelihood table: what is not named is rare, the rest is what a sound part shows. */
function row(check: CheckPart, given: Readonly<Record<string, number>>): Record<string, number> {
  const [usual, ...others] = check.results.map((r) => r.id)
  const shares = Object.fromEntries(others.map((id) => [id, Math.max(LEAST, given[id] ?? LEAST)]))
  const rest = 1 - Object.values(shares).reduce((a, b) => a + b, 0)
  if (rest >= LEAST) return { ...shares, [usual!]: round(rest) }
  // All of it is said: the rare ones take from the likeliest.
  const most = Object.keys(shares).reduce((a, b) => (shares[a]! >= shares[b]! ? a : b))
  return { ...shares, [most]: round(shares[most]! + rest - LEAST), [usual!]: LEAST }
}
const round = (x: number) => Math.round(x * 1e4) / 1e4

/** Whether a result tells of any cause of this map; "vessel empty" is nothing to offer on mains gas. */
const tells = (check: CheckPart, result: string, causes: ReadonlySet<string>): boolean =>
  Object.entries(check.shows).some(([cause, row]) => causes.has(cause) && (row[result] ?? 0) > LEAST)

export interface KindMap {
  readonly id: string
  readonly title: string
  readonly burnerKinds: readonly Card['burnerKind'][]
  readonly source: string
  /** By symptom: percent of each cause, and the maker’s order of checks. */
  readonly symptoms: Partial<Record<Symptom, { readonly percent: Readonly<Record<string, number>>; readonly book: readonly string[] }>>
}

/** One map from the library: only the causes and checks that its symptoms name, with whole tables. */
export function buildMap(kind: KindMap, causes: readonly CausePart[], checks: readonly CheckPart[]): FaultMapInput {
  const symptoms = Object.entries(kind.symptoms) as [Symptom, NonNullable<KindMap['symptoms'][Symptom]>][]
  const named = new Set(symptoms.flatMap(([, s]) => Object.keys(s.percent)))
  const inBook = new Set(symptoms.flatMap(([, s]) => s.book))
  const here = checks
    .filter((c) => inBook.has(c.id))
    .map((c) => ({ ...c, results: c.results.filter((r, i) => i === 0 || r.wrongMethod || tells(c, r.id, named)) }))
  return {
    id: kind.id,
    version: 1,
    title: kind.title,
    burnerKinds: [...kind.burnerKinds],
    source: kind.source,
    causes: causes
      .filter((c) => named.has(c.id))
      .map((c) => ({
        ...c,
        priors: Object.fromEntries(
          symptoms.flatMap(([id, s]) => {
            const all = Object.values(s.percent).reduce((a, b) => a + b, 0)
            const own = s.percent[c.id]
            return own === undefined ? [] : [[id, round(own / all)]]
          }),
        ),
      })),
    checks: here.map(({ shows, ...check }) => ({
      ...check,
      after: (check.after ?? []).filter((id) => inBook.has(id)),
      // A check that is in some orders only is asked for those.
      symptoms: symptoms.filter(([, s]) => s.book.includes(check.id)).map(([id]) => id),
      results: [...check.results],
      otherwise: row(
        { shows, ...check },
        Object.fromEntries(check.results.slice(1).map((r) => [r.id, Math.max(LEAST, ERRS / (check.results.length - 1))])),
      ),
      likelihoods: Object.fromEntries(
        Object.entries(shows).flatMap(([cause, given]) => (named.has(cause) ? [[cause, row({ shows, ...check }, given)]] : [])),
      ),
    })),
    book: Object.fromEntries(symptoms.map(([id, s]) => [id, [...s.book]])),
  }
}
