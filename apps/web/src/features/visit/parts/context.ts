'use client'

import type { Step } from '@lucerna/core/procedure'
import {
  type ApplianceState,
  type EventType,
  type Gate,
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
import { askText } from '@/ui/askText'
import { t } from '@/ui/words'
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
export type DialogName = 'sheet' | 'note' | 'photos' | 'skip' | 'keys' | 'parked' | 'how' | 'far' | 'instruments'

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

/** Name of a firing state as the card prints it. */
export const rateLabel = (appliance: VisitAppliance, id: string | null): string =>
  appliance.card.firingStates.find((s) => s.id === id)?.label ?? id ?? ''

/** Title of a step. `stepTitle(step, appliance)` → "Flue gas at Maximum"; a maker's own step has its own words. */
export const stepTitle = (step: Pick<Step, 'kind' | 'firingStateId' | 'own' | 'stationId'>, appliance: VisitAppliance): string =>
  step.own?.label ??
  t(`step.${step.kind}.title`, {
    rate: rateLabel(appliance, step.firingStateId).toLowerCase(),
    where: placeText(appliance, step.stationId, step.firingStateId),
  })

/** Where and at what rate: "flue, maximum"; a state that is no rate goes without saying. */
function placeText(appliance: VisitAppliance, station: string | null, state: string | null): string {
  const rate = appliance.card.firingStates.find((s) => s.id === state && s.kind === 'rate')
  return [station && t(`station.${station}`).toLowerCase(), rate?.label.toLowerCase()].filter(Boolean).join(', ')
}

/** A gate in words, with its parameters put into words too. */
export function gateText(gate: Pick<Gate, 'code' | 'params'>, appliance: VisitAppliance, steps: readonly Step[]): string {
  const p = gate.params
  const step = steps.find((s) => s.id === p.step)
  return t(`gate.${gate.code}`, {
    ...p,
    ...(p.measurand !== undefined && { measurand: t(`measurand.${p.measurand}`) }),
    where: placeText(appliance, p.station === undefined ? null : String(p.station), p.state === undefined ? null : String(p.state)),
    ...(p.observation !== undefined && {
      observation: askText(steps.flatMap((s) => s.asks).find((a) => a.id === p.observation) ?? { id: String(p.observation), label: null }),
    }),
    ...(p.answer !== undefined && { answer: t(`answer.${p.answer}`) }),
    ...(p.timer !== undefined && { timer: t(`timer.${p.timer}`) }),
    ...(p.action !== undefined && { action: t(`ambient-co.${p.action}`) }),
    ...(p.kind !== undefined && { kind: t(`instrument.${p.kind}`) }),
    ...(step && { step: stepTitle(step, appliance) }),
  })
}
