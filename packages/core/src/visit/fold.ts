import { applyEvent } from './apply'
import { changesBetween, type VisitChanges } from './changes'
import type { VisitContext } from './context'
import { type Drafts, forkDrafts, newDrafts, stateOf } from './draft'
import { specOf, type StoredEvent } from './registry'
import type { VisitState } from './state'

/** Log order: as the server accepted them; what still waits in the device's queue comes after, in the device's own order. */
const inOrder = (a: StoredEvent, b: StoredEvent): number =>
  a.seq !== b.seq ? (a.seq ?? Infinity) - (b.seq ?? Infinity) : a.deviceSeq - b.deviceSeq || (a.id < b.id ? -1 : 1)
const inLogOrder = (events: readonly StoredEvent[]): readonly StoredEvent[] =>
  events.every((e, i) => i === 0 || inOrder(events[i - 1]!, e) <= 0) ? events : [...events].sort(inOrder)

/** A state, and what it changed against the one before; the latter is worked out when it is asked for. */
export interface Advance {
  readonly state: VisitState
  readonly changed: VisitChanges
}

/**
 * The whole state of a visit from its log: nothing is stored that this cannot make again. Pure: the same log and context give the same state on
 * any machine. Total: whatever was stored is counted, and what it made of strange events is said as breaches and oddities. Events with an id seen
 * before are counted once.
 *
 * @example
 * foldVisit('0192…', events, { appliances: [larch], practice: metricRatio, instruments }).looseEnds.filter((l) => !l.closedAt)
 */
export const foldVisit = (visitId: string, events: readonly StoredEvent[], context: VisitContext): VisitState =>
  new VisitFold(visitId, context).advance(events).state

/** A fold that goes on: events put behind those it has seen cost only what they change. */
export class VisitFold {
  private drafts: Drafts
  private seen = new Set<string>()
  private applied: StoredEvent[] = []
  /** Provisional work on a closed visit: it counts when it is confirmed. */
  private awaiting = new Map<string, StoredEvent>()
  private given: readonly StoredEvent[] = []
  private last: StoredEvent | undefined
  private shown: { readonly parts: readonly unknown[]; readonly state: VisitState } | null = null

  constructor(
    private readonly visitId: string,
    private readonly context: VisitContext,
  ) {
    this.drafts = newDrafts(visitId, context)
  }

  /** The log so far, in the order in which it was applied. */
  log(): readonly StoredEvent[] {
    return this.applied
  }

  /**
   * The state after a log, and what changed. A log only grows: if the list ends, as far as it was given before, with the same event, only what is new
   * is applied. An event that belongs before others makes everything be done again.
   */
  advance(events: readonly StoredEvent[]): Advance {
    const before = this.state()
    const known = this.given.length
    const goesOn = known <= events.length && (known === 0 || events[known - 1] === this.given[known - 1])
    const fresh = inLogOrder(goesOn ? events.slice(known) : events)
    this.given = events
    const [first] = fresh
    if (!goesOn || (first && this.last && inOrder(first, this.last) < 0)) {
      this.begin()
      this.take(inLogOrder(events))
    } else this.take(fresh)
    return advanced(before, this.state())
  }

  /** The state after more events of the same log, which come behind those applied so far. */
  append(events: readonly StoredEvent[]): Advance {
    const before = this.state()
    this.take(events)
    return advanced(before, this.state())
  }

  /** The state as it would be with events that are not in the log yet; the fold itself stays where it is. */
  with(events: readonly StoredEvent[]): VisitState {
    return events.length === 0 ? this.state() : this.fork().append(inLogOrder(events)).state
  }

  /** Another fold that goes on by itself from here. */
  fork(): VisitFold {
    const other = new VisitFold(this.visitId, this.context)
    Object.assign(other, {
      drafts: forkDrafts(this.drafts),
      seen: new Set(this.seen),
      applied: [...this.applied],
      awaiting: new Map(this.awaiting),
      given: this.given,
      last: this.last,
    })
    return other
  }

  /** The state as it stands; the same object until something changes. */
  state(): VisitState {
    const appliances = this.context.appliances.map((a) => stateOf(this.drafts.appliances.get(a.id)!))
    const visit = this.drafts.visit.lend()
    const parts = [visit, ...appliances]
    if (this.shown?.parts.length === parts.length && this.shown.parts.every((p, i) => p === parts[i])) return this.shown.state
    const state: VisitState = { ...visit, appliances }
    this.shown = { parts, state }
    return state
  }

  private begin(): void {
    this.seen = new Set()
    this.applied = []
    this.awaiting = new Map()
    this.last = undefined
    this.drafts = newDrafts(this.visitId, this.context)
  }

  private take(events: readonly StoredEvent[]): void {
    const { drafts } = this
    for (const event of events) {
      this.last = event
      if (this.seen.has(event.id)) continue
      this.seen.add(event.id)
      this.applied.push(event)
      const index = drafts.visit.now.eventCount
      drafts.visit.set({ eventCount: index + 1 })
      if (event.provisional) drafts.visit.own('unconfirmed').push(event.id)
      if (event.provisional && drafts.visit.now.status === 'closed') {
        this.awaiting.set(event.id, event)
        continue
      }
      applyEvent(drafts, event, index)
      for (const id of specOf(event.type).confirms?.(event.data) ?? []) {
        const waited = this.awaiting.get(id)
        if (!waited) continue
        this.awaiting.delete(id)
        applyEvent(drafts, waited, index)
      }
    }
  }
}

function advanced(before: VisitState, state: VisitState): Advance {
  let changed: VisitChanges | null = null
  return {
    state,
    get changed() {
      return (changed ??= changesBetween(before, state))
    },
  }
}
