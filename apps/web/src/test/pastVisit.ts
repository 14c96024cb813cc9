import { ratesOf } from '@lucerna/core/appliance'
import type { Instrument } from '@lucerna/core/measure'
import { SHIPPED_PRACTICES } from '@lucerna/core/practice'
import { runSheet } from '@lucerna/core/procedure'
import { unwrap } from '@lucerna/core/result'
import { foldVisit, type StoredEvent, type VisitContext, type VisitEvent } from '@lucerna/core/visit'
import { DEMO_CARDS } from '@lucerna/sim/cards'
import { seededRandom } from '@lucerna/sim/random'
import { pastService } from '@/seed/history'
import { idMaker } from '@/seed/ids'
import { demoInstruments } from '@/seed/world'

const DAY = new Date('2026-03-02T08:00:00.000Z')
const newId = idMaker(9)
const VISIT_ID = newId(DAY)
const APPLIANCE_ID = newId(DAY)

export type CardId = (typeof DEMO_CARDS)[number]['id']

/** A whole simulated service of one of the demo's appliances, with all that judges it; no database. */
export function pastVisit(cardId: CardId, practiceId: 'metric-ratio' | 'imperial-oxygen', altitudeM = 410) {
  const card = DEMO_CARDS.find((c) => c.id === cardId)!
  const practice = SHIPPED_PRACTICES.find((p) => p.id === practiceId)!
  const gas = card.ratings[0]!.gas
  const instruments = demoInstruments(practiceId).map((spec): Instrument => ({
    ...spec,
    id: newId(DAY),
    serial: 'T1',
    calibratedAt: '2026-01-01T00:00:00.000Z',
    calibrationDueAt: '2027-01-01T00:00:00.000Z',
    certificate: null,
  }))
  const facts = { gas, altitudeM }
  const steps = unwrap(runSheet('annual-service', card, practice, facts))
  const induced = card.burnerKind === 'induced-draught'
  const perRate = (of: (share: number) => number) =>
    Object.fromEntries(ratesOf(card).map((r, i, all) => [r.id, of(all.length === 1 ? 1 : 1 - i / (all.length - 1))]))
  const posted = pastService({
    visitId: VISIT_ID,
    applianceId: APPLIANCE_ID,
    card,
    gas,
    altitudeM,
    practice,
    steps,
    instruments,
    day: {
      at: DAY,
      fouling: 0.05,
      standingPa: induced ? 1790 : 2220,
      workingPa: induced ? 1700 : 2050,
      lambda: perRate((share) => (induced ? 1.62 - 0.1 * share : 1.35 - 0.07 * share)),
      manifoldPa: { stage2: 872, stage1: 423 },
    },
    random: seededRandom(4),
    newId,
    deviceId: newId(DAY),
  })
  const context: VisitContext = {
    jobKind: 'annual-service',
    appliances: [{ id: APPLIANCE_ID, name: card.model, card, facts, lastVisit: {} }],
    practice,
    instruments,
  }
  const stored = (events: readonly VisitEvent[]): StoredEvent[] =>
    events.map((e, i) => ({ ...e, seq: i + 1, receivedAt: e.at, authorId: 'a', authorName: 'A', provisional: false }))
  const fold = (events: readonly VisitEvent[] = posted) => {
    const visit = foldVisit(VISIT_ID, stored(events), context)
    return { visit, state: visit.appliances[0]! }
  }
  return { card, practice, instruments, steps, posted, context, appliance: context.appliances[0]!, fold }
}
