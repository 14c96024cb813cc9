import { type EventType, mayEmit, type Role, type StoredEvent, versionOf, type VisitEvent } from '@lucerna/core/visit'
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

/** Who writes. */
export interface Author {
  readonly userId: string
  readonly name: string
  readonly role: Role
}

const enveloped = (visitId: string, e: NewEvent, at: string, deviceId: string, deviceSeq: number): VisitEvent =>
  ({ id: uuidv7(), visitId, v: versionOf(e.type), at, deviceId, deviceSeq, ...e }) as VisitEvent

/** Gives new events their envelopes and keeps them on the device before anything else happens with them. */
export async function writeDown(visitId: string, userId: string, fresh: readonly NewEvent[]): Promise<QueuedEvent[]> {
  const at = new Date().toISOString()
  const { deviceId, firstSeq } = await nextDeviceNumbers(fresh.length)
  const made = fresh.map((e, i): QueuedEvent => {
    const event = enveloped(visitId, e, at, deviceId, firstSeq + i)
    return { id: event.id, visitId, userId, parked: null, event }
  })
  await keep(made)
  return made
}

/** An event as it stands in the log before the server has placed it; `placed` when it has. */
export const asStored = (
  event: VisitEvent,
  author: Author,
  placed?: Pick<StoredEvent, 'seq' | 'receivedAt' | 'provisional'>,
): StoredEvent => ({
  ...event,
  seq: placed?.seq ?? null,
  receivedAt: placed?.receivedAt ?? null,
  authorId: author.userId,
  authorName: author.name,
  provisional: placed?.provisional ?? mayEmit(author.role, event.type, false) === 'provisional',
})

/** Events as they would stand behind the log: for seeing what they come to before they are written down. */
export const tried = (visitId: string, author: Author, fresh: readonly NewEvent[], at: string): StoredEvent[] =>
  fresh.map((e, i) => asStored(enveloped(visitId, e, at, visitId, i), author))
