import { and, eq, isNull, sql } from 'drizzle-orm'
import type { Line } from '@lucerna/core/live'
import { bridge, instrument, liveCommand, liveLines } from '@/db/schema'
import { POST as postLines } from '@/app/api/bridge/lines/route'
import type { Actor } from '@/server/actor'
import { ApiProblem } from '@/server/problem'
import { actorNamed, appDb, closeAll, inside, ownerDb } from '@/test/world'
import { addBridge, bridgeOf, listBridges, revokeBridge } from './bridges'
import { linesStream } from './feed'
import { askInstrument, LINES_MAX, takeLines } from './lines'

let maren: Actor
let ruben: Actor
beforeAll(async () => {
  ;[maren, ruben] = (await Promise.all(['Maren Ostby', 'Ruben Calder'].map(actorNamed))) as [Actor, Actor]
})
afterAll(closeAll)

const T0 = Date.parse('2026-06-01T10:00:00.000Z')
const at = (s: number) => new Date(T0 + s * 1000).toISOString()
const problem = (work: Promise<unknown>): Promise<ApiProblem> =>
  work.then(
    () => Promise.reject(new Error('was accepted')),
    (error: unknown) => (error instanceof ApiProblem ? error : Promise.reject(error as Error)),
  )

const used = new Set<string>()
/** An instrument of a firm's demo world that no other test here uses. */
async function gauge(of: Actor): Promise<string> {
  const all = await ownerDb
    .select({ serial: instrument.serial })
    .from(instrument)
    .where(and(eq(instrument.firmId, of.firmId), sql`${instrument.serial} ~ '^[A-Z0-9]+-4[01][0-9]{2}$'`, isNull(instrument.deletedAt)))
    .orderBy(instrument.serial)
  const free = all.find(({ serial }) => !used.has(`${of.firmId} ${serial}`))!
  used.add(`${of.firmId} ${free.serial}`)
  return free.serial
}
const aBridge = async (of: Actor) => {
  const made = await inside(of, (tx) => addBridge(tx, of, 'Van 3', at(0)))
  return { ...made, by: await bridgeOf(`Bearer ${made.token}`, appDb) }
}
let seq = 0
const line = (instrumentSerial: string, value = 20): Line => ({
  v: 1,
  instrument: instrumentSerial,
  channel: 'p',
  seq: seq++,
  t: at(0),
  value,
  unit: 'mbar',
})
const text = (...lines: readonly (Line | string)[]) => lines.map((l) => (typeof l === 'string' ? l : JSON.stringify(l))).join('\n')

describe('a bridge and its token', () => {
  test('the token is told once, opens its own firm, and nothing once it is revoked', async () => {
    const { id, token, by } = await aBridge(maren)
    expect(by).toMatchObject({ firmId: maren.firmId, bridgeId: id })
    const [row] = await ownerDb.select().from(bridge).where(eq(bridge.id, id))
    expect(JSON.stringify(row)).not.toContain(token)
    expect((await inside(maren, (tx) => listBridges(tx, maren.firmId))).find((b) => b.id === id)).toMatchObject({
      name: 'Van 3',
      by: 'Maren Ostby',
      revokedAt: null,
    })
    expect((await problem(inside(ruben, (tx) => revokeBridge(tx, ruben, id, at(1))))).status).toBe(404)
    await inside(maren, (tx) => revokeBridge(tx, maren, id, at(1)))
    expect(await problem(bridgeOf(`Bearer ${token}`, appDb))).toMatchObject({ status: 401, code: 'token' })
  })

  test.each([null, '', 'Bearer', 'Bearer lb_short', `Bearer lb_${'x'.repeat(32)}`, `Basic lb_${'x'.repeat(32)}`])(
    '%p opens nothing',
    async (header) => {
      expect(await problem(bridgeOf(header, appDb))).toMatchObject({ status: 401 })
    },
  )

  test('by its address: problem+json without a token, 200 with one', async () => {
    const post = (headers: Record<string, string>, body: string) =>
      postLines(new Request('http://127.0.0.1/api/bridge/lines', { method: 'POST', headers, body }))
    const none = await post({}, '')
    expect([none.status, none.headers.get('content-type')]).toEqual([401, 'application/problem+json'])
    const { token } = await aBridge(maren)
    const some = await post({ authorization: `Bearer ${token}` }, text(line(await gauge(maren)), 'rubbish'))
    expect([some.status, await some.json()]).toEqual([
      200,
      { accepted: 1, refused: [{ line: 2, code: 'line-not-json' }], refusedCount: 1, commands: [] },
    ])
    expect((await post({ authorization: `Bearer ${token}` }, 'x'.repeat(1_000_001))).status).toBe(413)
  })
})

describe('lines', () => {
  test('every line is judged alone: what is none, a stranger’s or another firm’s is named by its number', async () => {
    const { by } = await aBridge(maren)
    const [mine, theirs] = [await gauge(maren), await gauge(ruben)]
    const posted = await takeLines(by, text(line(mine), '', '{"v":9}', line(theirs), line('Nobody-1'), line(mine)), at(2), appDb)
    expect(posted).toEqual({
      accepted: 2,
      refused: [
        { line: 3, code: 'line-other-version' },
        { line: 4, code: 'line-stranger' },
        { line: 5, code: 'line-stranger' },
      ],
      refusedCount: 3,
      commands: [],
    })
    const flood = Array.from({ length: LINES_MAX + 1 }, () => line(mine))
    expect(await problem(takeLines(by, text(...flood), at(2), appDb))).toMatchObject({ status: 413 })
  })

  test('another bridge speaks for an instrument only once the first has been silent', async () => {
    const [first, second] = [await aBridge(maren), await aBridge(maren)]
    const serial = await gauge(maren)
    await takeLines(first.by, text(line(serial)), at(0), appDb)
    expect(await takeLines(second.by, text(line(serial)), at(5), appDb)).toMatchObject({
      accepted: 0,
      refused: [{ line: 1, code: 'line-claimed' }],
    })
    expect(await takeLines(second.by, text(line(serial)), at(11), appDb)).toMatchObject({ accepted: 1 })
    expect(await takeLines(first.by, text(line(serial)), at(12), appDb)).toMatchObject({ accepted: 0 })
  })

  test('nothing is kept for longer than a stream needs', async () => {
    const { by } = await aBridge(maren)
    const serial = await gauge(maren)
    const mine = async () =>
      (await ownerDb.select().from(liveLines).where(eq(liveLines.firmId, maren.firmId))).filter((r) => r.lines[0]?.instrument === serial)
    await takeLines(by, text(line(serial)), at(0), appDb)
    await takeLines(by, text(line(serial)), at(30), appDb)
    expect(await mine()).toHaveLength(2)
    await takeLines(by, text(line(serial)), at(75), appDb)
    expect(await mine()).toHaveLength(2)
  })
})

describe('what is asked of an instrument', () => {
  test('its bridge is told once, with the next answer; too late it is not told; another firm’s does not exist', async () => {
    const { by } = await aBridge(maren)
    const serial = await gauge(maren)
    const zero = { v: 1, instrument: serial, do: 'zero' } as const
    await askInstrument(maren, zero, at(0))
    // A serial number that only the first firm has.
    expect((await problem(askInstrument(ruben, { ...zero, instrument: 'M4-4117' }, at(0)))).status).toBe(404)
    expect((await takeLines(by, text(line(serial)), at(1), appDb)).commands).toEqual([zero])
    expect((await takeLines(by, text(line(serial)), at(2), appDb)).commands).toEqual([])
    await askInstrument(maren, zero, at(3))
    expect((await takeLines(by, text(line(serial)), at(60), appDb)).commands).toEqual([])
    expect((await ownerDb.select().from(liveCommand)).filter((c) => c.command.instrument === serial)).toEqual([])
  })
})

describe('the stream', () => {
  /** What a stream says until it has said so much, or a while has passed. */
  function reader(stream: ReadableStream<Uint8Array>) {
    const source = stream.getReader()
    let heard = ''
    const pump = (async () => {
      for (;;) {
        const { done, value } = await source.read()
        if (done) return
        heard += new TextDecoder().decode(value)
      }
    })()
    const events = () =>
      [...heard.matchAll(/event: lines\nid: (\d+)\ndata: (.*)\n\n/g)].map((m) => ({
        id: Number(m[1]),
        lines: JSON.parse(m[2]!) as readonly Line[],
      }))
    const until = async (count: number) => {
      for (let i = 0; i < 100 && events().length < count; i++) await new Promise((r) => setTimeout(r, 30))
      return events()
    }
    return { events, until, end: () => source.cancel().then(() => pump.catch(() => undefined)) }
  }

  test('who listens hears the named instruments of the own firm; a stream that broke goes on where it was', async () => {
    const { by } = await aBridge(maren)
    const [one, two] = [await gauge(maren), await gauge(maren)]
    const gone = new AbortController()
    const first = reader(linesStream(maren, [one], null, gone.signal))
    const foreign = reader(linesStream(ruben, [one, two], null, gone.signal))
    await new Promise((r) => setTimeout(r, 300))
    const now = () => new Date().toISOString()
    await takeLines(by, text(line(one, 21), line(two, 8)), now(), appDb)
    const [heard] = await first.until(1)
    expect(heard!.lines.map((l) => ('value' in l ? l.value : null))).toEqual([21])
    await first.end()
    // Said while nobody listened.
    await takeLines(by, text(line(one, 22)), now(), appDb)
    await takeLines(by, text(line(two, 9)), now(), appDb)
    const again = reader(linesStream(maren, [one, two], heard!.id, gone.signal))
    const missed = await again.until(2)
    expect(missed.flatMap((e) => e.lines.map((l) => ('value' in l ? l.value : null)))).toEqual([22, 9])
    await takeLines(by, text(line(two, 10)), now(), appDb)
    expect((await again.until(3)).at(-1)!.lines).toMatchObject([{ value: 10 }])
    expect(foreign.events()).toEqual([])
    gone.abort()
    await Promise.all([again.end(), foreign.end()])
  })
})
