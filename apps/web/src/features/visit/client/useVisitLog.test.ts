/** @jest-environment jsdom */
import '@/test/browserParts'
import { act, cleanup, renderHook, waitFor } from '@testing-library/react'
import type { StoredEvent, VisitEvent } from '@lucerna/core/visit'
import { v7 as uuidv7 } from 'uuid'
import type { PostResult } from './post'
import { keep, remember, waiting } from './queue'
import { RETRY_MS } from './retry'
import { useVisitLog } from './useVisitLog'
import { type NewEvent, writeDown } from './writeDown'

/** A server as a device sees it: it has a log, and may be away, want a sign-in, or refuse. */
const server = {
  log: [] as StoredEvent[],
  mode: 'up' as 'up' | 'away' | 'sign-in',
  refuses: (_event: VisitEvent): string | null => null,
  /** Over what it breaks, whatever else is in the list. */
  breaksOver: null as string | null,
  posts: [] as (readonly VisitEvent[])[],
  /** Holds an answer back until let go. */
  hold: null as Promise<void> | null,
}
const stored = (event: VisitEvent, by = 'Tobias Achterberg'): StoredEvent => ({
  ...event,
  seq: server.log.length + 1,
  receivedAt: '2026-06-01T09:00:00.000Z',
  authorId: by,
  authorName: by,
  provisional: false,
})

// The pauses of earnest, a hundred times faster.
jest.mock('./retry', () => ({ RETRY_MS: [10, 20, 50, 100, 300] }))
jest.mock('./post', () => ({
  postEvents: async (_visitId: string, events: readonly VisitEvent[]): Promise<PostResult> => {
    server.posts.push(events)
    await server.hold
    if (server.mode !== 'up') return { kind: server.mode }
    if (events.some((e) => (e.data as { text?: string }).text === server.breaksOver))
      return { kind: 'broke', message: 'Something went wrong.' }
    const refused = new Map(
      events.flatMap((e, i) => {
        const why = server.refuses(e)
        return why === null ? [] : [[i, why] as const]
      }),
    )
    if (refused.size > 0) return { kind: 'refused', status: 422, refused }
    for (const e of events) if (!server.log.some((s) => s.id === e.id)) server.log.push(stored(e))
    const of = (e: VisitEvent) => server.log.find((s) => s.id === e.id)!
    return {
      kind: 'accepted',
      accepted: events.map((e) => ({ id: e.id, seq: of(e).seq!, receivedAt: of(e).receivedAt!, provisional: of(e).provisional })),
    }
  },
  fetchEvents: (_visitId: string, after: number) =>
    Promise.resolve(server.mode === 'up' ? server.log.filter((e) => (e.seq ?? 0) > after) : null),
}))

const TOBIAS = { userId: 'tobias', name: 'Tobias Achterberg', role: 'technician' } as const
const note = (text: string): NewEvent => ({ type: 'note.added', data: { text } as never })
const texts = (events: readonly { readonly type: string; readonly data: object }[]) =>
  events.map((e) => (e.data as { text?: string }).text ?? e.type)

let visitId = ''
const open = (initial: readonly StoredEvent[] = [], actor: Parameters<typeof useVisitLog>[2] = TOBIAS) =>
  renderHook(() => useVisitLog(visitId, initial, actor)).result
const onDevice = async () => texts((await waiting(visitId, 'tobias')).map((q) => q.event))
/** What somebody else has written meanwhile. */
const elsewhere = (text: string) => {
  const id = uuidv7()
  const event = { id, visitId, type: 'note.added', v: 1, at: '2026-06-01T09:00:00.000Z', deviceId: uuidv7(), deviceSeq: 0, data: { text } }
  server.log.push(stored(event as unknown as VisitEvent, 'Maren'))
}

beforeEach(() => {
  visitId = uuidv7()
  Object.assign(server, { log: [], mode: 'up', refuses: () => null, breaksOver: null, posts: [], hold: null })
})
afterEach(cleanup)

test('what is recorded stands there at once, is kept on the device, goes up, and is let go when it is acknowledged', async () => {
  let answer = () => {}
  server.hold = new Promise((resolve) => (answer = resolve))
  const log = open()
  await act(() => log.current.record([note('Zeroed outdoors')]))
  expect(texts(log.current.events)).toEqual(['Zeroed outdoors'])
  expect(log.current).toMatchObject({ waitingCount: 1, status: 'sending' })
  expect(await onDevice()).toEqual(['Zeroed outdoors'])
  answer()
  await waitFor(() => expect(log.current).toMatchObject({ waitingCount: 0, status: 'kept' }))
  expect(texts(log.current.events)).toEqual(['Zeroed outdoors'])
  expect(log.current.events[0]).toMatchObject({ seq: 1, authorName: 'Tobias Achterberg', provisional: false })
  await waitFor(async () => expect(await onDevice()).toEqual([]))
})

test('nothing to record is nothing', async () => {
  const log = open()
  await act(() => log.current.record([]))
  expect(log.current.events).toEqual([])
  expect(server.posts).toEqual([])
})

test('with the server away everything stays, in order, and goes up when the network is back', async () => {
  server.mode = 'away'
  const log = open()
  await act(() => log.current.record([note('one')]))
  await act(() => log.current.record([note('two'), note('three')]))
  await waitFor(() => expect(log.current).toMatchObject({ status: 'away', waitingCount: 3 }))
  expect(texts(log.current.events)).toEqual(['one', 'two', 'three'])
  server.mode = 'up'
  act(() => void window.dispatchEvent(new Event('online')))
  await waitFor(() => expect(log.current).toMatchObject({ status: 'kept', waitingCount: 0 }))
  expect(texts(server.log)).toEqual(['one', 'two', 'three'])
})

test('it is tried again by itself, later each time, and without end', async () => {
  server.mode = 'away'
  const log = open()
  const tried: number[] = []
  await act(() => log.current.record([note('patience')]))
  for (let n = 1; n <= RETRY_MS.length + 3; n++) {
    await waitFor(() => expect(server.posts.length).toBeGreaterThanOrEqual(n))
    tried.push(performance.now())
  }
  const pauses = tried.slice(1).map((t, i) => t - tried[i]!)
  expect(pauses.slice(-3).every((p) => p > RETRY_MS.at(-1)! / 2)).toBe(true)
  server.mode = 'up'
  await waitFor(() => expect(texts(server.log)).toEqual(['patience']))
  await waitFor(() => expect(log.current).toMatchObject({ status: 'kept', waitingCount: 0 }))
})

test('with the screen closed nothing is tried; what waits is on the device', async () => {
  server.mode = 'away'
  const log = open()
  await act(() => log.current.record([note('for later')]))
  await waitFor(() => expect(log.current.status).toBe('away'))
  cleanup()
  const before = server.posts.length
  window.dispatchEvent(new Event('online'))
  await new Promise((resolve) => setTimeout(resolve, 2 * RETRY_MS[2]!))
  expect(server.posts).toHaveLength(before)
  expect(await onDevice()).toEqual(['for later'])
})

test('a page opened again finds what was not sent, before anything new, and sends it in the order in which it was written', async () => {
  server.mode = 'away'
  const first = open()
  await act(() => first.current.record([note('before the reload')]))
  cleanup()
  server.mode = 'up'
  const again = open()
  await waitFor(() => expect(texts(server.log)).toEqual(['before the reload']))
  expect(texts(again.current.events)).toEqual(['before the reload'])
  await act(() => again.current.record([note('after it')]))
  await waitFor(() => expect(texts(server.log)).toEqual(['before the reload', 'after it']))
})

test('what another person wrote on this device is not sent under this name', async () => {
  await writeDown(visitId, 'maren', [note('of Maren')])
  const log = open()
  await act(() => log.current.record([note('of Tobias')]))
  await waitFor(() => expect(log.current.status).toBe('kept'))
  expect(texts(server.log)).toEqual(['of Tobias'])
  expect(await waiting(visitId, 'maren')).toHaveLength(1)
})

describe('the server breaks', () => {
  test('over one event of a list: it is found by sending one by one, parked after the second time, and the rest goes up', async () => {
    server.breaksOver = 'poison'
    const log = open()
    await act(() => log.current.record([note('before'), note('poison'), note('after')]))
    await waitFor(() => expect(texts(server.log)).toEqual(['before', 'after']))
    await waitFor(() => expect(log.current.status).toBe('kept'))
    expect(log.current.parked.map((q) => [q.parked?.status, q.parked?.message])).toEqual([[500, 'Something went wrong.']])
    expect(await onDevice()).toEqual(['poison'])
    // Lists go up whole again.
    const before = server.posts.length
    await act(() => log.current.record([note('one'), note('two')]))
    await waitFor(() => expect(texts(server.log)).toContain('two'))
    expect(server.posts.slice(before).map((p) => p.length)).toEqual([2])
  })
})

describe('the device refuses', () => {
  test('what the visit’s own facts refuse is kept and shown, and never sent', async () => {
    const refused = (e: VisitEvent) => ((e.data as { text?: string }).text === 'not here' ? 'Not in this visit.' : null)
    const log = renderHook(() => useVisitLog(visitId, [], TOBIAS, refused)).result
    await act(() => log.current.record([note('here'), note('not here')]))
    await waitFor(() => expect(log.current.status).toBe('kept'))
    expect(texts(server.log)).toEqual(['here'])
    expect(log.current.parked.map((q) => q.parked)).toEqual([{ status: 422, message: 'Not in this visit.' }])
  })
})

describe('the server refuses', () => {
  test('the refused one is parked with the reason and kept, the others go up', async () => {
    server.refuses = (e) => ((e.data as { text?: string }).text === 'bad' ? 'Out of physical range.' : null)
    const log = open()
    await act(() => log.current.record([note('good'), note('bad'), note('good too')]))
    await waitFor(() => expect(log.current.status).toBe('kept'))
    expect(texts(server.log)).toEqual(['good', 'good too'])
    expect(log.current.parked.map((q) => q.parked)).toEqual([{ status: 422, message: 'Out of physical range.' }])
    expect(log.current.waitingCount).toBe(0)
    // It is no part of the visit until it is put right.
    expect(texts(log.current.events)).toEqual(['good', 'good too'])
    expect(await onDevice()).toEqual(['bad'])
  })

  test('a parked one survives a reload, can be sent again, or thrown away knowingly', async () => {
    server.refuses = (e) => ((e.data as { text?: string }).text?.startsWith('bad') ? 'No.' : null)
    const log = open()
    await act(() => log.current.record([note('bad one'), note('bad two')]))
    await waitFor(() => expect(log.current.parked).toHaveLength(2))
    cleanup()
    const again = open()
    await waitFor(() => expect(again.current.parked).toHaveLength(2))
    server.refuses = () => null
    const [one, two] = again.current.parked
    act(() => again.current.tryAgain(one!.id))
    await waitFor(() => expect(texts(server.log)).toEqual(['bad one']))
    act(() => again.current.discard(two!.id))
    expect(again.current.parked).toEqual([])
    await waitFor(async () => expect(await onDevice()).toEqual([]))
    expect(texts(server.log)).toEqual(['bad one'])
  })
})

test('the session has ended: everything waits, and goes up after signing in', async () => {
  server.mode = 'sign-in'
  const log = open()
  await act(() => log.current.record([note('still here')]))
  await waitFor(() => expect(log.current).toMatchObject({ status: 'sign-in', waitingCount: 1 }))
  server.mode = 'up'
  act(() => log.current.flush())
  await waitFor(() => expect(log.current.status).toBe('kept'))
  expect(texts(server.log)).toEqual(['still here'])
})

describe('a tap too many', () => {
  test('the same thing twice within a moment is recorded once', async () => {
    const log = open()
    await act(async () => {
      await Promise.all([log.current.record([note('tap')]), log.current.record([note('tap')])])
    })
    await waitFor(() => expect(log.current.status).toBe('kept'))
    expect(texts(server.log)).toEqual(['tap'])
  })

  test('different things at once are all recorded', async () => {
    const log = open()
    await act(async () => {
      await Promise.all(['a', 'b', 'c'].map((text) => log.current.record([note(text)])))
    })
    await waitFor(() => expect(log.current.waitingCount).toBe(0))
    expect(texts(server.log).sort()).toEqual(['a', 'b', 'c'])
  })

  test('the same thing again later is another one', async () => {
    const log = open()
    await act(() => log.current.record([note('quarter turn')]))
    const now = jest.spyOn(Date, 'now').mockReturnValue(Date.now() + 700)
    await act(() => log.current.record([note('quarter turn')]))
    now.mockRestore()
    await waitFor(() => expect(texts(server.log)).toEqual(['quarter turn', 'quarter turn']))
  })
})

describe('two devices', () => {
  test('what the server tells of is fetched, once, and stands in the log', async () => {
    const log = open()
    elsewhere('at the meter')
    act(() => log.current.heard(1))
    await waitFor(() => expect(texts(log.current.events)).toEqual(['at the meter']))
    act(() => log.current.heard(1))
    expect(texts(log.current.events)).toEqual(['at the meter'])
  })

  test('what came in between is not jumped over', async () => {
    elsewhere('first, elsewhere')
    const log = open()
    await act(() => log.current.record([note('second, here')]))
    await waitFor(() => expect(log.current.status).toBe('kept'))
    expect(log.current.events.map((e) => e.seq)).toEqual([2])
    await act(() => log.current.catchUp().then(() => {}))
    expect(log.current.events.map((e) => e.seq).sort()).toEqual([1, 2])
  })

  test('told of others while our own is on its way, it catches up afterwards', async () => {
    let answer = () => {}
    server.hold = new Promise((resolve) => (answer = resolve))
    const log = open()
    await act(() => log.current.record([note('ours')]))
    elsewhere('theirs')
    act(() => log.current.heard(2))
    answer()
    await waitFor(() => expect(texts(log.current.events).sort()).toEqual(['ours', 'theirs']))
  })

  test('with the server away it says that it could not', async () => {
    server.mode = 'away'
    const log = open()
    expect(await log.current.catchUp()).toBe(false)
  })
})

test('more than a hundred wait: they go up a hundred at a time, in order', async () => {
  const made = await writeDown(
    visitId,
    'tobias',
    Array.from({ length: 230 }, (_, i) => note(String(i))),
  )
  expect(made).toHaveLength(230)
  const log = open()
  await waitFor(() => expect(log.current).toMatchObject({ status: 'kept', waitingCount: 0 }))
  await waitFor(() => expect(server.log).toHaveLength(230))
  expect(server.posts.map((p) => p.length)).toEqual([100, 100, 30])
  expect(texts(server.log)).toEqual(Array.from({ length: 230 }, (_, i) => String(i)))
})

describe('a document kept on the device is older than the log', () => {
  test('what was acknowledged since is known here, and is there with the server away', async () => {
    elsewhere('in the document')
    elsewhere('acknowledged later')
    const [old] = server.log
    await remember(visitId, 'tobias', server.log, Date.now())
    server.mode = 'away'
    const log = open([old!])
    await waitFor(() => expect(texts(log.current.events)).toEqual(['in the document', 'acknowledged later']))
  })

  test('what is acknowledged now is known the next time', async () => {
    const log = open()
    await act(() => log.current.record([note('kept')]))
    await waitFor(() => expect(log.current.status).toBe('kept'))
    cleanup()
    server.mode = 'away'
    const again = open()
    await waitFor(() => expect(texts(again.current.events)).toEqual(['kept']))
    expect(again.current.waitingCount).toBe(0)
  })
})

test('an apprentice’s work is provisional from the first moment', async () => {
  server.mode = 'away'
  const log = open([], { userId: 'ilse', name: 'Ilse', role: 'apprentice' })
  await act(() =>
    log.current.record([
      {
        type: 'adjustment.made',
        data: { adjusterId: 'throttle', direction: 'clockwise', amount: 0.25, unit: 'turn', firingStateId: 'max' },
      } as never,
    ]),
  )
  expect(log.current.events.map((e) => e.provisional)).toEqual([true])
})

test('an event kept by an earlier try that the server has already is not there twice', async () => {
  const [made] = await writeDown(visitId, 'tobias', [note('sent, but the answer was lost')])
  server.log.push(stored(made!.event))
  await keep([made!])
  const log = open(server.log)
  await waitFor(() => expect(log.current).toMatchObject({ status: 'kept', waitingCount: 0 }))
  await waitFor(async () => expect(await onDevice()).toEqual([]))
  expect(texts(log.current.events)).toEqual(['sent, but the answer was lost'])
  expect(server.log).toHaveLength(1)
})
