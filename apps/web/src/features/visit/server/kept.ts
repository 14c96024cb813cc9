import { instrumentsOf, type StoredEvent, VisitFold } from '@lucerna/core/visit'
import type { Transaction } from '@/db/client'
import { loadFrame, type VisitFrame } from './load'
import { loadEvents } from './log'
import { lockVisit, type StandingRow } from './row'

/**
 * Folds of visits that grow, kept in each process so that an event costs what it changes and not the whole log. A kept fold is only used under the visit's
 * row lock, and only if it proves fresh: what judges it has the same versions, and its newest event is the one that the database has in that place.
 * Otherwise it is caught up, or made anew. So any number of processes may serve a visit, and none of them may be trusted after a crash.
 */
export interface KeptVisit {
  readonly frame: VisitFrame
  readonly standing: string
  fold: VisitFold
  lastSeq: number
  lastEventId: string | null
}

/** Events in all kept folds together, at most: some two kilobytes each. */
const MOST_EVENTS = 60_000

const shared = globalThis as typeof globalThis & { lucernaFolds?: Map<string, KeptVisit> }
const kept = (): Map<string, KeptVisit> => (shared.lucernaFolds ??= new Map())

/** The fold of a visit, locked for this transaction and brought up to date. 404 for what is not this firm's. */
export async function keptVisit(
  tx: Transaction,
  firmId: string,
  visitId: string,
): Promise<{ readonly at: StandingRow; readonly visit: KeptVisit }> {
  const known = kept().get(visitId)
  // Sent together; what is behind is asked for as if the fold were good, and thrown away if it is not.
  const [at, behind] = await Promise.all([lockVisit(tx, firmId, visitId), known ? loadEvents(tx, firmId, visitId, known.lastSeq) : []])
  if (known && known.standing === at.standing && goesOn(known, at, behind)) {
    known.fold.append(behind)
    Object.assign(known, { lastSeq: at.row.lastSeq, lastEventId: at.lastEventId })
    return { at, visit: keep(visitId, { ...known, frame: { ...known.frame, row: at.row } }) }
  }
  const events = await loadEvents(tx, firmId, visitId)
  return { at, visit: keep(visitId, await freshVisit(tx, at, events, [])) }
}

/** Whether a kept fold and what came behind it lead to the database's newest event without a gap. */
function goesOn(known: KeptVisit, { row, lastEventId }: StandingRow, behind: readonly StoredEvent[]): boolean {
  if (known.lastSeq + behind.length !== row.lastSeq) return false
  return (behind.at(-1)?.id ?? known.lastEventId) === lastEventId
}

/** A fold from the beginning. `named`: instruments that are about to be named. */
export async function freshVisit(
  tx: Transaction,
  { row, standing, lastEventId }: StandingRow,
  events: readonly StoredEvent[],
  named: readonly string[],
): Promise<KeptVisit> {
  const frame = await loadFrame(tx, row, [...events.flatMap(instrumentsOf), ...named])
  const fold = new VisitFold(row.id, frame.context)
  fold.append(events)
  return { frame, standing, fold, lastSeq: row.lastSeq, lastEventId }
}

/** Keeps a fold, and lets those go that were used longest ago. */
export function keep(visitId: string, visit: KeptVisit): KeptVisit {
  const all = kept()
  all.delete(visitId)
  all.set(visitId, visit)
  let events = 0
  for (const v of all.values()) events += v.lastSeq
  for (const [id, v] of all) {
    if (events <= MOST_EVENTS || id === visitId) break
    events -= v.lastSeq
    all.delete(id)
  }
  return visit
}

/** Forgets a fold that may have gone further than the database. */
export const forget = (visitId: string): void => void kept().delete(visitId)
