import { type Card } from '@lucerna/core/appliance'
import type { Instrument } from '@lucerna/core/measure'
import { SHIPPED_PRACTICES } from '@lucerna/core/practice'
import { type JobKind, runSheet } from '@lucerna/core/procedure'
import { foldVisit, sheetsOf, type StoredEvent, type VisitContext, type VisitEvent } from '@lucerna/core/visit'
import { playSheet, soundValues } from '@lucerna/sim/technician'
import { demoInstruments } from '@/seed/world'
import { type VisitDesk } from '@/features/visit/parts/context'

/** A visit with its desk as the screen has it, without a server: of any card and job, before anything was done or after. */

export const VISIT = '00000000-0000-7000-8000-000000000001'
export const APPLIANCE = '00000000-0000-7000-8000-000000000002'
const DEVICE = '00000000-0000-7000-8000-000000000003'

export const asStored = (events: readonly VisitEvent[]): StoredEvent[] =>
  events.map((e, i) => ({ ...e, seq: i + 1, receivedAt: e.at, authorId: 'a', authorName: 'Tobias Achterberg', provisional: false }))

export function visitOf(card: Card, job: JobKind) {
  const imperial = card.ratings[0]!.gas === 'pipeline-gas-na'
  const practice = SHIPPED_PRACTICES.find((p) => p.id === (imperial ? 'imperial-oxygen' : 'metric-ratio'))!
  const facts = { gas: card.ratings[0]!.gas, altitudeM: 12 }
  const sheet = runSheet(job, card, practice, facts)
  if (!sheet.ok) return null
  let n = 100
  const newId = () => `00000000-0000-7000-8000-${String(++n).padStart(12, '0')}`
  const instruments = demoInstruments(practice.id).map((spec): Instrument => ({
    ...spec,
    id: newId(),
    serial: 'T1',
    calibratedAt: '2026-01-01T00:00:00.000Z',
    calibrationDueAt: '2027-01-01T00:00:00.000Z',
    certificate: null,
  }))
  const context: VisitContext = {
    jobKind: job,
    appliances: [{ id: APPLIANCE, name: card.model, card, facts, lastVisit: {} }],
    practice,
    instruments,
  }
  const played = playSheet({
    visitId: VISIT,
    applianceId: APPLIANCE,
    jobKind: job,
    card,
    practice,
    steps: sheet.value,
    instruments,
    deviceId: DEVICE,
    startedAt: new Date('2026-06-01T08:00:00.000Z'),
    newId,
    valueOf: soundValues(card, facts, practice),
  })
  return {
    card,
    practice,
    context,
    steps: sheet.value,
    events: asStored(played.events),
    add: played.add,
    all: () => asStored(played.events),
  }
}
export type Visit = NonNullable<ReturnType<typeof visitOf>>

export function deskOf({ practice, context }: Visit, events: readonly StoredEvent[]): VisitDesk {
  const visit = foldVisit(VISIT, events, context)
  return {
    context,
    appliance: context.appliances[0]!,
    visit,
    state: visit.appliances[0]!,
    steps: sheetsOf(context, visit)[APPLIANCE] ?? [],
    sheets: sheetsOf(context, visit),
    units: practice.units,
    timeZone: 'Europe/Zurich',
    role: 'technician',
    events,
    instruments: { instrumentIds: context.instruments.map((i) => i.id), preferred: {} },
    chooseInstruments: () => undefined,
    openDialog: () => undefined,
    tryOut: () => visit,
    record: () => Promise.resolve(),
    confirmers: [],
    allSent: true,
    catchUp: () => Promise.resolve(true),
    goTo: () => undefined,
    explain: () => undefined,
    photos: {
      queued: [],
      add: () => Promise.resolve(),
      tryAgain: () => undefined,
      discard: () => undefined,
      flush: () => undefined,
      ownSignature: () => Promise.resolve(null),
      keepOwnSignature: () => Promise.resolve(),
    },
    queuedPhotos: [],
    prefill: null,
    finishStep: () => undefined,
  }
}
