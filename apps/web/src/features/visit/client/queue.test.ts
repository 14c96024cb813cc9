import 'fake-indexeddb/auto'
import type { StoredEvent, VisitEvent } from '@lucerna/core/visit'
import {
  forgetPeople,
  keep,
  keepOwnSignature,
  keepPhoto,
  letGo,
  letPhotoGo,
  nextDeviceNumbers,
  ownSignature,
  type QueuedEvent,
  type QueuedPhoto,
  remember,
  remembered,
  thisDevice,
  waiting,
  waitingPhotos,
} from './queue'
import { writeDown } from './writeDown'

const DAY = 86_400_000
const NOW = Date.parse('2026-11-27T10:00:00.000Z')

const queued = (id: string, deviceSeq: number, more: Partial<QueuedEvent> = {}): QueuedEvent => ({
  id,
  visitId: 'v1',
  userId: 'tobias',
  parked: null,
  event: { id, visitId: 'v1', deviceSeq } as unknown as VisitEvent,
  ...more,
})
const photo = (id: string, more: Partial<QueuedPhoto> = {}): QueuedPhoto => ({
  id,
  visitId: 'v1',
  userId: 'tobias',
  parked: null,
  kind: 'photo',
  applianceId: null,
  caption: 'Stain under the valve',
  picture: new Blob(['x']),
  ...more,
})
const stored = (id: string, seq: number): StoredEvent => ({ id, visitId: 'v1', seq }) as unknown as StoredEvent

describe('events wait on the device', () => {
  test('in the order in which they were written, whatever order they were kept in', async () => {
    await keep([queued('c', 12), queued('a', 3), queued('b', 7)])
    expect((await waiting('v1', 'tobias')).map((q) => q.id)).toEqual(['a', 'b', 'c'])
  })

  test('for their own visit and their own writer only: nobody posts another’s work under their name', async () => {
    await keep([queued('of-maren', 20, { userId: 'maren' }), queued('of-another-visit', 21, { visitId: 'v2' })])
    expect((await waiting('v1', 'tobias')).map((q) => q.id)).not.toContain('of-maren')
    expect((await waiting('v1', 'maren')).map((q) => q.id)).toEqual(['of-maren'])
    expect((await waiting('v2', 'tobias')).map((q) => q.id)).toEqual(['of-another-visit'])
  })

  test('a parked one is kept with what the server said; what was acknowledged goes', async () => {
    await keep([queued('b', 7, { parked: { status: 422, message: 'Out of physical range.' } })])
    await letGo(['a', 'c'])
    expect(await waiting('v1', 'tobias')).toEqual([
      expect.objectContaining({ id: 'b', parked: { status: 422, message: 'Out of physical range.' } }),
    ])
  })
})

test('a device keeps its name and counts on; two writers at once never get the same number', async () => {
  const deviceId = await thisDevice()
  const taken = await Promise.all(Array.from({ length: 20 }, (_, i) => nextDeviceNumbers(i % 3)))
  expect(new Set(taken.map((t) => t.deviceId))).toEqual(new Set([deviceId]))
  const numbers = taken.flatMap(({ firstSeq }, i) => Array.from({ length: i % 3 }, (_, k) => firstSeq + k))
  expect(new Set(numbers).size).toBe(numbers.length)
  expect((await nextDeviceNumbers(1)).firstSeq).toBe(Math.max(...numbers) + 1)
})

test('writing down: envelopes with ids, one time and numbers in a row, kept before anything else happens', async () => {
  const made = await writeDown('v3', 'ilse', [
    { type: 'step.done', stepId: 'zero', data: {} },
    { type: 'note.added', data: { text: 'Key under the mat', kind: 'remark' } as never },
  ])
  expect(made.map((q) => [q.event.type, q.event.visitId, q.event.v, q.parked])).toEqual([
    ['step.done', 'v3', 1, null],
    ['note.added', 'v3', 1, null],
  ])
  expect(made[1]!.event.deviceSeq).toBe(made[0]!.event.deviceSeq + 1)
  expect(made[0]!.event.at).toBe(made[1]!.event.at)
  expect(made[0]!.id).toBe(made[0]!.event.id)
  expect(await waiting('v3', 'ilse')).toEqual(made)
})

test('pictures wait likewise, by visit and writer', async () => {
  await keepPhoto(photo('p2'))
  await keepPhoto(photo('p1'))
  await keepPhoto(photo('p3', { userId: 'maren' }))
  expect((await waitingPhotos('v1', 'tobias')).map((p) => p.id)).toEqual(['p1', 'p2'])
  await letPhotoGo('p1')
  expect((await waitingPhotos('v1', 'tobias')).map((p) => p.id)).toEqual(['p2'])
})

describe('what the server has is known on the device too', () => {
  test('in the server’s order, once each, for the one who was signed in', async () => {
    await remember('v1', 'tobias', [stored('k3', 3), stored('k1', 1)], NOW)
    await remember('v1', 'tobias', [stored('k2', 2), stored('k3', 3)], NOW)
    expect((await remembered('v1', 'tobias', NOW)).map((e) => e.id)).toEqual(['k1', 'k2', 'k3'])
    expect(await remembered('v1', 'maren', NOW)).toEqual([])
    expect(await remembered('v9', 'tobias', NOW)).toEqual([])
  })

  test('for two weeks', async () => {
    expect(await remembered('v1', 'tobias', NOW + 13 * DAY)).toHaveLength(3)
    expect(await remembered('v1', 'tobias', NOW + 15 * DAY)).toEqual([])
  })

  test('valid until somebody signs in anew; what was not sent yet stays', async () => {
    await remember('v1', 'tobias', [stored('k4', 4)], NOW)
    await keepOwnSignature('tobias', new Blob(['ink']))
    await keepOwnSignature('maren', new Blob(['other ink']))
    expect(await ownSignature('tobias')).not.toBeNull()
    expect(await ownSignature('ruben')).toBeNull()
    await forgetPeople()
    expect(await Promise.all(['tobias', 'maren'].map(ownSignature))).toEqual([null, null])
    expect(await thisDevice()).toMatch(/-7/)
    expect(await remembered('v1', 'tobias', NOW)).toEqual([])
    expect((await waiting('v1', 'tobias')).map((q) => q.id)).toEqual(['b'])
    expect(await waitingPhotos('v1', 'tobias')).toHaveLength(1)
  })
})
