import type { VisitEvent } from '@lucerna/core/visit'
import Dexie, { type EntityTable } from 'dexie'
import { v7 as uuidv7 } from 'uuid'

/** An event that this device has written down and the server has not acknowledged yet. */
export interface QueuedEvent {
  readonly id: string
  readonly visitId: string
  /** Who wrote it: another person signing in on this device must not post it under their name. */
  readonly userId: string
  readonly event: VisitEvent
  /** Refused by the server: kept where the technician sees it, the rest goes on. */
  readonly parked: { readonly status: number; readonly message: string } | null
}

class DeviceStore extends Dexie {
  events!: EntityTable<QueuedEvent, 'id'>
  facts!: EntityTable<{ key: string; value: string | number }, 'key'>

  constructor() {
    super('lucerna')
    this.version(1).stores({ events: 'id, [visitId+userId]', facts: 'key' })
  }
}

let store: DeviceStore | undefined
const device = (): DeviceStore => (store ??= new DeviceStore())

/** This device's id and the next number in its own order; both survive a reload. */
export async function nextDeviceNumbers(count: number): Promise<{ deviceId: string; firstSeq: number }> {
  const { facts } = device()
  return device().transaction('rw', facts, async () => {
    const deviceId = ((await facts.get('deviceId'))?.value as string | undefined) ?? uuidv7()
    const firstSeq = ((await facts.get('nextSeq'))?.value as number | undefined) ?? 0
    await facts.bulkPut([
      { key: 'deviceId', value: deviceId },
      { key: 'nextSeq', value: firstSeq + count },
    ])
    return { deviceId, firstSeq }
  })
}

/** Keeps events on the device until they are acknowledged. */
export const keep = (events: readonly QueuedEvent[]): Promise<unknown> => device().events.bulkPut([...events])

/** Lets go of what the server has acknowledged, or of what the technician has thrown away. */
export const letGo = (ids: readonly string[]): Promise<void> => device().events.bulkDelete([...ids])

/** What still waits for this person and visit, in the device's own order. */
export const waiting = async (visitId: string, userId: string): Promise<QueuedEvent[]> =>
  (await device().events.where({ visitId, userId }).toArray()).sort((a, b) => a.event.deviceSeq - b.event.deviceSeq)
