import type { VisitEvent } from '@lucerna/core/visit'
import { postEvents } from './post'

const events = [{ id: 'a' }, { id: 'b' }] as unknown as VisitEvent[]
const answer = (status: number, body: unknown) => {
  globalThis.fetch = jest.fn(async () => new Response(typeof body === 'string' ? body : JSON.stringify(body), { status }))
}
const before = globalThis.fetch
afterAll(() => {
  globalThis.fetch = before
})

test('accepted events come back with their places', async () => {
  answer(200, { accepted: [{ id: 'a', seq: 4, receivedAt: 'now', provisional: false }], lastSeq: 4 })
  expect(await postEvents('v', events)).toMatchObject({ kind: 'accepted', accepted: [{ seq: 4 }] })
})

test.each([[502], [503], [429]])('a %p means: keep everything, try again', async (status) => {
  answer(status, {})
  expect(await postEvents('v', events)).toEqual({ kind: 'away' })
})

test('a 500 means that the server broke over what it was sent', async () => {
  answer(500, { status: 500, detail: 'Something went wrong on our side.' })
  expect(await postEvents('v', events)).toEqual({ kind: 'broke', message: 'Something went wrong on our side.' })
})

test('no network, or an answer that makes no sense, is the same', async () => {
  globalThis.fetch = jest.fn(async () => {
    throw new TypeError('failed')
  })
  expect(await postEvents('v', events)).toEqual({ kind: 'away' })
  answer(200, '<html>')
  expect(await postEvents('v', events)).toEqual({ kind: 'away' })
})

test('401 asks to sign in', async () => {
  answer(401, {})
  expect(await postEvents('v', events)).toEqual({ kind: 'sign-in' })
})

test('a refusal names the offenders once each; one that names none refuses all', async () => {
  answer(422, {
    status: 422,
    detail: 'd',
    errors: [
      { index: 1, path: 'x', message: 'first' },
      { index: 1, path: 'y', message: 'second' },
    ],
  })
  expect(await postEvents('v', events)).toEqual({ kind: 'refused', status: 422, refused: new Map([[1, 'first']]) })
  answer(404, { status: 404, detail: 'gone', errors: [] })
  expect(await postEvents('v', events)).toEqual({
    kind: 'refused',
    status: 404,
    refused: new Map([
      [0, 'gone'],
      [1, 'gone'],
    ]),
  })
})

test.each([409, 413, 422])('a %p without a word about which is found by sending one by one', async (status) => {
  answer(status, { status, detail: 'one of them', errors: [] })
  expect(await postEvents('v', events)).toEqual({ kind: 'broke', message: 'one of them' })
  answer(status, { status, detail: 'this device', errors: [] })
  expect(await postEvents('v', events.slice(0, 1))).toEqual({ kind: 'refused', status, refused: new Map([[0, 'this device']]) })
})
