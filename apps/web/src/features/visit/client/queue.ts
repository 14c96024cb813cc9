import type { StoredEvent, VisitEvent } from '@lucerna/core/visit'
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

/** An event that the server has: kept too, so that a page opened again without a network shows all that was acknowledged. */
interface KnownEvent {
  readonly id: string
  readonly visitId: string
  readonly userId: string
  readonly keptAt: number
  readonly event: StoredEvent
}

class DeviceStore extends Dexie {
  events!: EntityTable<QueuedEvent, 'id'>
  photos!: EntityTable<QueuedPhoto, 'id'>
  known!: EntityTable<KnownEvent, 'id'>
  facts!: EntityTable<{ key: string; value: string | number }, 'key'>

  constructor() {
    super('lucerna')
    this.version(1).stores({ events: 'id, [visitId+userId]', facts: 'key' })
    this.version(2).stores({ photos: 'id, [visitId+userId]' })
    this.version(3).stores({ known: 'id, [visitId+userId], keptAt' })
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

/** Logs of visits are kept on the device for two weeks. */
const KEPT_MS = 14 * 86_400_000

/** Keeps what the server has of a visit's log. */
export const remember = (visitId: string, userId: string, events: readonly StoredEvent[], now: number): Promise<unknown> =>
  device().known.bulkPut(events.map((event) => ({ id: event.id, visitId, userId, keptAt: now, event })))

/** What this person's device knows of a visit's log, in the order of the server; what is old is let go. */
export async function remembered(visitId: string, userId: string, now: number): Promise<StoredEvent[]> {
  const { known } = device()
  await known
    .where('keptAt')
    .below(now - KEPT_MS)
    .delete()
  const found = await known.where({ visitId, userId }).toArray()
  return found.map((k) => k.event).sort((a, b) => (a.seq ?? 0) - (b.seq ?? 0))
}

/** Forgets all logs that the server has anyway. */
export const forgetLogs = (): Promise<void> => device().known.clear()
