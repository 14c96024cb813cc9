import type { VisitEvent } from '@lucerna/core/visit'
import Dexie, { type EntityTable } from 'dexie'
import { v7 as uuidv7 } from 'uuid'

/** Why the server refused something: kept where the technician sees it, the rest goes on. */
interface Parked {
  readonly status: number
  readonly message: string
}

interface Queued {
  readonly id: string
  readonly visitId: string
  /** Who wrote it: another person signing in on this device must not post it under their name. */
  readonly userId: string
  readonly parked: Parked | null
}

/** An event that this device has written down and the server has not acknowledged yet. */
export interface QueuedEvent extends Queued {
  readonly event: VisitEvent
}

/** A picture that this device has and the server has not yet. */
export interface QueuedPhoto extends Queued {
  readonly kind: 'photo' | 'signature'
  readonly applianceId: string | null
  readonly caption: string
  readonly picture: Blob
}

class DeviceStore extends Dexie {
  events!: EntityTable<QueuedEvent, 'id'>
  photos!: EntityTable<QueuedPhoto, 'id'>
  facts!: EntityTable<{ key: string; value: string | number }, 'key'>

  constructor() {
    super('lucerna')
    this.version(1).stores({ events: 'id, [visitId+userId]', facts: 'key' })
    this.version(2).stores({ photos: 'id, [visitId+userId]' })
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

/** This device's id. */
export const thisDevice = async (): Promise<string> => (await nextDeviceNumbers(0)).deviceId

/** Keeps events on the device until they are acknowledged. */
export const keep = (events: readonly QueuedEvent[]): Promise<unknown> => device().events.bulkPut([...events])

/** Lets go of what the server has acknowledged, or of what the technician has thrown away. */
export const letGo = (ids: readonly string[]): Promise<void> => device().events.bulkDelete([...ids])

/** What still waits for this person and visit, in the device's own order. */
export const waiting = async (visitId: string, userId: string): Promise<QueuedEvent[]> =>
  (await device().events.where({ visitId, userId }).toArray()).sort((a, b) => a.event.deviceSeq - b.event.deviceSeq)

/** The same three for pictures. */
export const keepPhoto = (photo: QueuedPhoto): Promise<unknown> => device().photos.put(photo)
export const letPhotoGo = (id: string): Promise<void> => device().photos.delete(id)
export const waitingPhotos = (visitId: string, userId: string): Promise<QueuedPhoto[]> =>
  device().photos.where({ visitId, userId }).sortBy('id')
