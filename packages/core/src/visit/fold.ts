import { applyEvent } from './apply'
import type { VisitContext } from './context'
import { type Drafts, newDrafts } from './draft'
import type { StoredEvent } from './events'
import { show } from './judging'
import type { VisitState } from './state'

/** Log order: as the server accepted them; what still waits in the device's queue comes after, in the device's own order. */
const inOrder = (a: StoredEvent, b: StoredEvent): number =>
  a.seq !== b.seq ? (a.seq ?? Infinity) - (b.seq ?? Infinity) : a.deviceSeq - b.deviceSeq || (a.id < b.id ? -1 : 1)
const inLogOrder = (events: readonly StoredEvent[]): readonly StoredEvent[] =>
  events.every((e, i) => i === 0 || inOrder(events[i - 1]!, e) <= 0) ? events : [...events].sort(inOrder)

/**
 * The whole state of a visit from its log: nothing is stored that this cannot make again. Pure: the same log and context give the same state on
 * any machine. Total: whatever was stored is counted, and what it made of strange events is said as breaches and oddities. Events with an id seen
 * before are counted once.
 *
 * @example
 * foldVisit('0192…', events, { appliances: [larch], practice: metricRatio, instruments }).looseEnds.filter((l) => !l.closedAt)
 */
export const foldVisit = (visitId: string, events: readonly StoredEvent[], context: VisitContext): VisitState =>
  new VisitFold(visitId, context).advance(events)

/** A fold that goes on: events put behind those it has seen cost only what they change. */
export class VisitFold {
  private drafts!: Drafts
  private applied: { readonly id: string; readonly provisional: boolean }[] = []
  private seen = new Set<string>()

  constructor(
    private readonly visitId: string,
    private readonly context: VisitContext,
  ) {
    this.begin()
  }

  /**
   * The state after a log. If it begins with what was applied already, only the rest is applied; otherwise (an event came in between, a
   * provisional one was accepted as good) everything is done again.
   */
  advance(events: readonly StoredEvent[]): VisitState {
    const ordered = inLogOrder(events)
    const known = this.applied
    const goesOn =
      known.length <= ordered.length && known.every((k, i) => ordered[i]!.id === k.id && ordered[i]!.provisional === k.provisional)
    if (!goesOn) this.begin()
    for (let i = this.applied.length; i < ordered.length; i++) this.take(ordered[i]!)
    return this.state()
  }

  private begin(): void {
    this.applied = []
    this.seen = new Set()
    this.drafts = newDrafts(this.visitId, this.context)
  }

  private take(event: StoredEvent): void {
    this.applied.push({ id: event.id, provisional: event.provisional })
    if (this.seen.has(event.id)) return
    this.seen.add(event.id)
    if (event.provisional) this.drafts.visit.unconfirmed.push(event.id)
    applyEvent(this.drafts, event, this.drafts.visit.eventCount++)
  }

  private state(): VisitState {
    const appliances = this.context.appliances.map((a) => {
      const draft = this.drafts.appliances.get(a.id)!
      draft.shown ??= show(draft, this.drafts)
      return draft.shown
    })
    const { looseEnds, zeroed, allowed, responses, defects, parts, notes, overrides, corrections, breaches, unconfirmed } =
      this.drafts.visit
    const { disturbed, symptoms, timers, starts, signatures, photos, oddities } = this.drafts.visit
    // The draft goes on growing: what is handed out stands still.
    return {
      ...this.drafts.visit,
      looseEnds: [...looseEnds],
      zeroed: [...zeroed],
      allowed: [...allowed],
      responses: [...responses],
      defects: [...defects],
      parts: [...parts],
      notes: [...notes],
      overrides: [...overrides],
      corrections: [...corrections],
      breaches: [...breaches],
      unconfirmed: [...unconfirmed],
      disturbed: [...disturbed],
      symptoms: [...symptoms],
      timers: [...timers],
      starts: [...starts],
      signatures: [...signatures],
      photos: [...photos],
      oddities: [...oddities],
      appliances,
    }
  }
}
