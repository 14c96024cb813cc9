import type { Drafts } from './draft'
import type { Happening } from './kit'
import { specOf, type StoredEvent } from './registry'

/** A device's clock may be a little off; more is said. */
const CLOCK_MS = 60_000

/** Puts one event behind those before it; strange ones are counted and said as breaches and oddities. Never throws on stored events. */
export function applyEvent(drafts: Drafts, event: StoredEvent, index: number): void {
  const { visit } = drafts
  const sole = drafts.appliances.size === 1 ? [...drafts.appliances.keys()][0] : undefined
  const applianceId = event.applianceId ?? sole ?? null
  const said = { eventId: event.id, type: event.type, at: event.at }
  const spec = specOf(event.type)
  const happening: Happening = {
    drafts,
    visit,
    draft: applianceId === null ? undefined : drafts.appliances.get(applianceId),
    applianceId,
    index,
    stamp: { at: event.at, by: event.authorName },
    breach: (code) => void visit.own('breaches').push({ ...said, code }),
    odd: (code) => void visit.own('oddities').push({ ...said, code }),
  }
  const at = Date.parse(event.at)
  if (at < drafts.lastAt - CLOCK_MS) happening.odd('clock-backwards')
  if (event.receivedAt !== null && at > Date.parse(event.receivedAt) + CLOCK_MS) happening.odd('clock-ahead')
  drafts.lastAt = Math.max(drafts.lastAt, at)
  const { status } = visit.now
  if (status === 'closed' && spec.afterClosing === 'refused') happening.breach('after-closing')
  if (status === 'planned' && spec.turns !== 'begun') happening.breach('before-start')
  spec.apply(happening, event)
}
