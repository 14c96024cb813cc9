/** @jest-environment jsdom */
import '@/test/browserParts'
import { act, cleanup, renderHook, waitFor } from '@testing-library/react'
import { v7 as uuidv7 } from 'uuid'
import type { PhotoResult } from './post'
import { keepPhoto, type QueuedPhoto, waitingPhotos } from './queue'
import { usePhotoQueue } from './usePhotoQueue'

const server = {
  has: [] as string[],
  mode: 'up' as 'up' | 'away' | 'sign-in',
  refuses: (_photo: QueuedPhoto) => false,
  asked: 0,
}

jest.mock('./retry', () => ({ RETRY_MS: [10, 20, 50] }))
jest.mock('./post', () => ({
  putPhoto: (photo: QueuedPhoto): Promise<PhotoResult> => {
    server.asked++
    if (server.mode !== 'up') return Promise.resolve({ kind: server.mode })
    if (server.refuses(photo)) return Promise.resolve({ kind: 'refused', status: 415, message: 'This is no photograph that can be read.' })
    server.has.push(photo.caption)
    return Promise.resolve({ kind: 'kept' })
  },
}))

let visitId = ''
const open = (userId = 'tobias') => renderHook(() => usePhotoQueue(visitId, userId)).result
const picture = (caption: string) => ({
  id: uuidv7(),
  kind: 'photo' as const,
  applianceId: null,
  caption,
  picture: new Blob([caption], { type: 'image/jpeg' }),
})
const onDevice = async () => (await waitingPhotos(visitId, 'tobias')).map((p) => p.caption)

beforeEach(() => {
  visitId = uuidv7()
  Object.assign(server, { has: [], mode: 'up', refuses: () => false, asked: 0 })
})
afterEach(cleanup)

test('a picture is on the device before it goes up, and is let go when the server has it', async () => {
  server.mode = 'away'
  const queue = open()
  await act(() => queue.current.add(picture('Lead, right pin')))
  expect(await onDevice()).toEqual(['Lead, right pin'])
  expect(queue.current.queued.map((p) => [p.caption, p.parked])).toEqual([['Lead, right pin', null]])
  server.mode = 'up'
  await waitFor(() => expect(server.has).toEqual(['Lead, right pin']))
  await waitFor(() => expect(queue.current.queued).toEqual([]))
  await waitFor(async () => expect(await onDevice()).toEqual([]))
})

test('one after the other, each once', async () => {
  const queue = open()
  await act(async () => {
    await Promise.all(['a', 'b', 'c'].map((caption) => queue.current.add(picture(caption))))
  })
  await waitFor(() => expect(queue.current.queued).toEqual([]))
  expect([...server.has].sort()).toEqual(['a', 'b', 'c'])
  expect(server.asked).toBe(3)
})

test('one that is refused stays with the reason and does not stand in the way of the next', async () => {
  server.refuses = (p) => p.caption === 'text file'
  const queue = open()
  await act(() => queue.current.add(picture('text file')))
  await act(() => queue.current.add(picture('a photograph')))
  await waitFor(() => expect(server.has).toEqual(['a photograph']))
  await waitFor(() => expect(queue.current.queued.map((p) => p.parked?.message)).toEqual(['This is no photograph that can be read.']))
  await waitFor(async () => expect(await onDevice()).toEqual(['text file']))
})

test('a refused one can be sent again, or thrown away', async () => {
  server.refuses = () => true
  const queue = open()
  await act(() => queue.current.add(picture('one')))
  await act(() => queue.current.add(picture('two')))
  await waitFor(() => expect(queue.current.queued.filter((p) => p.parked)).toHaveLength(2))
  const [one, two] = queue.current.queued
  server.refuses = () => false
  act(() => queue.current.tryAgain(one!.id))
  await waitFor(() => expect(server.has).toEqual(['one']))
  act(() => queue.current.discard(two!.id))
  expect(queue.current.queued).toEqual([])
  await waitFor(async () => expect(await onDevice()).toEqual([]))
})

test('a page opened again finds its pictures and sends them; another person’s are not sent under this name', async () => {
  await keepPhoto({ ...picture('before the reload'), visitId, userId: 'tobias', parked: null })
  await keepPhoto({ ...picture('of Maren'), visitId, userId: 'maren', parked: null })
  const queue = open()
  await waitFor(() => expect(server.has).toEqual(['before the reload']))
  await waitFor(() => expect(queue.current.queued).toEqual([]))
  expect(await waitingPhotos(visitId, 'maren')).toHaveLength(1)
})

test('back in the network it is tried at once; signed in again, on request', async () => {
  server.mode = 'sign-in'
  const queue = open()
  await act(() => queue.current.add(picture('waits for the sign-in')))
  expect(server.has).toEqual([])
  server.mode = 'up'
  act(() => queue.current.flush())
  await waitFor(() => expect(server.has).toEqual(['waits for the sign-in']))
  server.mode = 'away'
  await act(() => queue.current.add(picture('waits for the network')))
  server.mode = 'up'
  act(() => void window.dispatchEvent(new Event('online')))
  await waitFor(() => expect(server.has).toContain('waits for the network'))
})
