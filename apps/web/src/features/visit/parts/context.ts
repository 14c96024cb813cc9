'use client'

import type { Step } from '@lucerna/core/procedure'
import {
  type ApplianceState,
  type EventType,
  type InstrumentSet,
  mayEmit,
  readingKey,
  type Role,
  type StoredEvent,
  type VisitAppliance,
  type VisitContext,
  type VisitState,
} from '@lucerna/core/visit'
import { createContext, useContext } from 'react'
import type { Units } from '@/ui/figures'
import type { QueuedEvent, QueuedPhoto } from '../client/queue'
import type { PhotoQueue } from '../client/usePhotoQueue'
import type { NewEvent } from '../client/writeDown'

/** What every part of the visit screen works with. */
export interface VisitDesk {
  readonly context: VisitContext
  readonly appliance: VisitAppliance
  readonly visit: VisitState
  readonly state: ApplianceState
  readonly steps: readonly Step[]
  readonly units: Units
  readonly timeZone: string
  readonly role: Role
  /** The run sheets of all appliances of the visit. */
  readonly sheets: Readonly<Record<string, readonly Step[]>>
  /** The log as this device knows it. */
  readonly events: readonly StoredEvent[]
  /** What this person measures with in this visit. */
  readonly instruments: InstrumentSet
  readonly chooseInstruments: (set: InstrumentSet) => void
  /** The visit as it would be with events that are not written down: the same fold. */
  readonly tryOut: (events: readonly NewEvent[], at: string) => VisitState
  readonly record: (events: readonly NewEvent[]) => Promise<void>
  /** Licensed people with a passcode, who could confirm work on this device. */
  readonly confirmers: readonly { readonly id: string; readonly name: string }[]
  /** Whether the server has everything that was written down here. */
  readonly allSent: boolean
  readonly catchUp: () => Promise<boolean>
  /** To a step, of another appliance too. */
  readonly goTo: (stepId: string, applianceId?: string) => void
  readonly photos: PhotoQueue
  readonly queuedPhotos: readonly QueuedPhoto[]
  readonly prefill: Prefill | null
  readonly finishStep: (step: Step) => void
  readonly openDialog: (name: DialogName) => void
  readonly explain: (readingId: string | null) => void
}

/** What opens over a visit. */
export type DialogName =
  | 'sheet'
  | 'figure'
  | 'correct'
  | 'grow'
  | 'runs'
  | 'faults'
  | 'note'
  | 'photos'
  | 'skip'
  | 'keys'
  | 'parked'
  | 'how'
  | 'far'
  | 'instruments'
  | 'connect'
  | 'trace-file'

/** Typed figures of an event that the server refused, back in their fields. */
export interface Prefill {
  /** Of the refused event. */
  readonly id: string
  readonly stepId: string
  readonly applianceId: string | null
  /** By reading key. */
  readonly texts: Readonly<Record<string, string>>
}

/** What can be put right by hand: the figures of a refused reading. */
export const prefillOf = (q: QueuedEvent): Prefill | null =>
  q.event.type === 'reading.taken' && q.event.stepId
    ? {
        id: q.id,
        stepId: q.event.stepId,
        applianceId: q.event.applianceId ?? null,
        texts: Object.fromEntries(
          q.event.data.readings.map((r) => [
            readingKey(r),
            r.entered ? `${r.entered.text} ${/[a-z]/i.test(r.entered.text) ? '' : r.entered.unit}`.trim() : '',
          ]),
        ),
      }
    : null

const DeskContext = createContext<VisitDesk | null>(null)
export const DeskProvider = DeskContext.Provider

export function useDesk(): VisitDesk {
  const desk = useContext(DeskContext)
  if (!desk) throw new Error('Outside a visit')
  return desk
}

/** Whether the role may emit a type at all, be it provisionally. */
export const may = (role: Role, type: EventType): boolean => mayEmit(role, type, false) !== 'no'

export { gateKey, gateText, rateLabel, stepTitle } from '../gateText'
