import type { StoredEvent, VisitEvent } from '@lucerna/core/visit'
import { type DBSchema, type IDBPDatabase, openDB } from 'idb'
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

/** Of one person's work on one visit. */
const OF_VISIT = '[visitId+userId]'
type OfVisit = Record<typeof OF_VISIT, [visitId: string, userId: string]>

interface DeviceStore extends DBSchema {
  events: { key: string; value: QueuedEvent; indexes: OfVisit }
  photos: { key: string; value: QueuedPhoto; indexes: OfVisit }
  known: { key: string; value: KnownEvent; indexes: OfVisit & { keptAt: number } }
  facts: { key: string; value: { key: string; value: string | number | Blob } }
}

/** Ten times the number that an earlier way of keeping counted; what a device has from then stays. */
const VERSION = 40

let store: Promise<IDBPDatabase<DeviceStore>> | undefined
const device = (): Promise<IDBPDatabase<DeviceStore>> =>
  (store ??= openDB<DeviceStore>('lucerna', VERSION, {
    upgrade(db) {
      const has = (name: 'events' | 'photos' | 'known' | 'facts') => db.objectStoreNames.contains(name)
      for (const name of ['events', 'photos'] as const)
        if (!has(name)) db.createObjectStore(name, { keyPath: 'id' }).createIndex(OF_VISIT, ['visitId', 'userId'])
      if (!has('known')) {
        const known = db.createObjectStore('known', { keyPath: 'id' })
        known.createIndex(OF_VISIT, ['visitId', 'userId'])
        known.createIndex('keptAt', 'keptAt')
      }
      if (!has('facts')) db.createObjectStore('facts', { keyPath: 'key' })
    },
    // Another page of this device wants a newer form: it is not kept waiting, and asked for again at the next need.
    blocking() {
      void store?.then((db) => db.close())
      store = undefined
    },
    terminated() {
      store = undefined
    },
  }))

type Kept = 'events' | 'photos' | 'known'

/** All of them or none, in one transaction. */
async function putAll<Name extends Kept>(name: Name, rows: readonly DeviceStore[Name]['value'][]): Promise<void> {
  const tx = (await device()).transaction(name, 'readwrite')
  await Promise.all([...rows.map((row) => tx.store.put(row)), tx.done])
}
async function deleteAll(name: Kept, ids: readonly string[]): Promise<void> {
  const tx = (await device()).transaction(name, 'readwrite')
  await Promise.all([...ids.map((id) => tx.store.delete(id)), tx.done])
}

/** This device's id and the next number in its own order; both survive a reload. */
export async function nextDeviceNumbers(count: number): Promise<{ deviceId: string; firstSeq: number }> {
  const tx = (await device()).transaction('facts', 'readwrite')
  const [known, next] = await Promise.all([tx.store.get('deviceId'), tx.store.get('nextSeq')])
  const deviceId = (known?.value as string | undefined) ?? uuidv7()
  const firstSeq = (next?.value as number | undefined) ?? 0
  await Promise.all([
    tx.store.put({ key: 'deviceId', value: deviceId }),
    tx.store.put({ key: 'nextSeq', value: firstSeq + count }),
    tx.done,
  ])
  return { deviceId, firstSeq }
}

/** This device's id. */
export const thisDevice = async (): Promise<string> => (await nextDeviceNumbers(0)).deviceId

/** Keeps events on the device until they are acknowledged. */
export const keep = (events: readonly QueuedEvent[]): Promise<void> => putAll('events', events)

/** Lets go of what the server has acknowledged, or of what the technician has discarded. */
export const letGo = (ids: readonly string[]): Promise<void> => deleteAll('events', ids)

/** What still waits for this person and visit, in the device's own order. */
export const waiting = async (visitId: string, userId: string): Promise<QueuedEvent[]> =>
  (await (await device()).getAllFromIndex('events', OF_VISIT, [visitId, userId])).sort((a, b) => a.event.deviceSeq - b.event.deviceSeq)

/** The same three for pictures. */
export const keepPhoto = (photo: QueuedPhoto): Promise<void> => putAll('photos', [photo])
export const letPhotoGo = (id: string): Promise<void> => deleteAll('photos', [id])
export const waitingPhotos = async (visitId: string, userId: string): Promise<QueuedPhoto[]> =>
  (await (await device()).getAllFromIndex('photos', OF_VISIT, [visitId, userId])).sort((a, b) => (a.id < b.id ? -1 : 1))

/** Logs of visits are kept on the device for two weeks. */
const KEPT_MS = 14 * 86_400_000

/** Keeps what the server has of a visit's log. */
export const remember = (visitId: string, userId: string, events: readonly StoredEvent[], now: number): Promise<void> =>
  putAll(
    'known',
    events.map((event) => ({ id: event.id, visitId, userId, keptAt: now, event })),
  )

/** What this person's device knows of a visit's log, in the order of the server; what is old is let go. */
export async function remembered(visitId: string, userId: string, now: number): Promise<StoredEvent[]> {
  const db = await device()
  await deleteAll('known', await db.getAllKeysFromIndex('known', 'keptAt', IDBKeyRange.upperBound(now - KEPT_MS, true)))
  const found = await db.getAllFromIndex('known', OF_VISIT, [visitId, userId])
  return found.map((k) => k.event).sort((a, b) => (a.seq ?? 0) - (b.seq ?? 0))
}

const signatureOf = (userId: string): string => `signature.${userId}`

/** The signature that this person drew last on this device, to sign with once more. */
export async function ownSignature(userId: string): Promise<Blob | null> {
  const found = (await (await device()).get('facts', signatureOf(userId)))?.value
  return found instanceof Blob ? found : null
}
export const keepOwnSignature = async (userId: string, drawing: Blob): Promise<void> =>
  void (await (await device()).put('facts', { key: signatureOf(userId), value: drawing }))

/** Forgets all logs, which the server has anyway, and everybody's own signature. */
export async function forgetPeople(): Promise<void> {
  const db = await device()
  await Promise.all([db.clear('known'), db.delete('facts', IDBKeyRange.bound(signatureOf(''), signatureOf('\uffff')))])
}
