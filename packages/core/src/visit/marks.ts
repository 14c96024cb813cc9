import type { Checking, Happening } from './kit'
import type { LooseEnd, StepMark } from './state'

/** A mark on a step has to name a step of the sheet. */
export function checkStep(event: { readonly stepId?: string | undefined }, { facts, owner, wrong }: Checking): void {
  if (!owner || !event.stepId || !facts.knowsStep(owner.id, event.stepId)) wrong('stepId', 'unknown-step')
}

/** Marks a step as settled one way or the other. */
export function markStep(h: Happening, stepId: string | undefined, status: StepMark['status'], reason: string | null): void {
  if (!h.draft || !stepId) return h.breach('no-step')
  h.draft.held.own('steps')[stepId] = { status, reason, ...h.stamp }
}

/** Hangs a loose end up; the same one twice is one. */
export function openLooseEnd(h: Happening, end: Pick<LooseEnd, 'id' | 'key' | 'kind' | 'label' | 'restore' | 'photoId'>): void {
  if (h.visit.now.looseEnds.some((l) => l.id === end.id)) return h.odd('opened-already')
  h.visit.own('looseEnds').push({
    ...end,
    applianceId: h.applianceId,
    openedAt: h.stamp.at,
    openedBy: h.stamp.by,
    closedAt: null,
    closedBy: null,
    leakCheck: null,
    carried: false,
  })
}
