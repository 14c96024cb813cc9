import type { EventType, VisitEvent } from '@lucerna/core/visit'
import { v7 as uuidv7 } from 'uuid'
import { keep, nextDeviceNumbers, type QueuedEvent } from './queue'

/** A new event before it has its envelope. */
export type NewEvent = {
  [T in EventType]: {
    readonly type: T
    readonly data: Extract<VisitEvent, { type: T }>['data']
    readonly applianceId?: string
    readonly stepId?: string
  }
}[EventType]

/** Gives new events their envelopes and keeps them on the device before anything else happens with them. */
export async function writeDown(visitId: string, userId: string, fresh: readonly NewEvent[]): Promise<QueuedEvent[]> {
  const at = new Date().toISOString()
  const { deviceId, firstSeq } = await nextDeviceNumbers(fresh.length)
  const made = fresh.map((e, i): QueuedEvent => {
    const id = uuidv7()
    return { id, visitId, userId, parked: null, event: { id, visitId, v: 1, at, deviceId, deviceSeq: firstSeq + i, ...e } as VisitEvent }
  })
  await keep(made)
  return made
}
