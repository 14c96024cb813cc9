import { readLine } from '@lucerna/core/live'
import { readFileSync } from 'node:fs'
import path from 'node:path'
import { BURNER_KINDS } from '@lucerna/core/appliance'
import { DEMO_CARDS } from '@lucerna/sim/cards'
import { Bench, benchSchema } from './bench'
import { Poster } from './Poster'

const shipped = (name: string) => benchSchema.parse(JSON.parse(readFileSync(path.join(__dirname, '..', name), 'utf8')))
const demo = shipped('demo.json')

test('what ships runs, with one appliance of every burner kind and no serial twice', () => {
  const files = [demo, shipped('demo-ansel-bay.json')]
  for (const file of files) {
    expect(new Bench(file).advance(1, Date.now()).length).toBeGreaterThan(0)
    const serials = file.appliances.flatMap((a) => a.instruments.map((x) => x.serial))
    expect(new Set(serials).size).toBe(serials.length)
  }
  const kinds = files.flatMap((f) => f.appliances.map((a) => DEMO_CARDS.find((c) => c.id === a.card)?.burnerKind))
  expect([...BURNER_KINDS].filter((k) => !kinds.includes(k))).toEqual([])
})

describe('the bench file', () => {
  test('every appliance of the demo runs, and all that it says are lines of the protocol', () => {
    const bench = new Bench(demo)
    const lines = bench.advance(20, Date.parse('2026-03-01T10:00:20.000Z'))
    expect(new Set(lines.map((l) => l.instrument))).toEqual(new Set(demo.appliances.flatMap((a) => a.instruments.map((i) => i.serial))))
    for (const line of lines) expect(readLine(JSON.stringify(line)).ok).toBe(true)
    bench.command({ v: 1, instrument: 'P150-4118', do: 'hold' })
    const held = bench.advance(1, Date.parse('2026-03-01T10:00:21.000Z')).filter((l) => l.instrument === 'P150-4118')
    expect(held.every((l) => 'status' in l && l.status === 'hold')).toBe(true)
  })
  test('a card or a gas that is not there is said', () => {
    const [one] = demo.appliances
    expect(() => new Bench({ appliances: [{ ...one!, card: 'nothing' }] })).toThrow(/No card nothing/)
    expect(() => new Bench({ appliances: [{ ...one!, gas: 'pipeline-gas-na' }] })).toThrow(/gas-not-on-card/)
    expect(benchSchema.safeParse({ appliances: [] }).success).toBe(false)
  })
})

describe('posting', () => {
  const ok = (accepted: number, more: object = {}) =>
    new Response(JSON.stringify({ accepted, refused: [], refusedCount: 0, commands: [], ...more }), { status: 200 })
  /** A server that answers as it is told. */
  function server(...answers: (Response | Error)[]) {
    const posts: { url: string; token: string | null; lines: number }[] = []
    const send = ((url: URL, init: RequestInit) => {
      const headers = new Headers(init.headers)
      posts.push({ url: String(url), token: headers.get('authorization'), lines: String(init.body).split('\n').filter(Boolean).length })
      const next = answers.shift() ?? ok(0)
      return next instanceof Error ? Promise.reject(next) : Promise.resolve(next)
    }) as typeof fetch
    return { poster: new Poster('http://127.0.0.1:3000', 'lb_t', send), posts }
  }

  test('in their order, with the token; what people asked comes back', async () => {
    const zero = { v: 1, instrument: 'P-1', do: 'zero' }
    const { poster, posts } = server(ok(2, { commands: [zero] }))
    poster.add('a', 'b')
    expect(await poster.flush()).toMatchObject({ kind: 'taken', answer: { accepted: 2, commands: [zero] } })
    expect(posts).toEqual([{ url: 'http://127.0.0.1:3000/api/bridge/lines', token: 'Bearer lb_t', lines: 2 }])
    expect(poster.waitingCount).toBe(0)
  })

  test('the server away, then overwhelmed, then back: nothing is lost, and all goes in pieces', async () => {
    const { poster, posts } = server(new Error('refused'), new Response('', { status: 503 }), ok(500), ok(100))
    poster.add(...Array.from({ length: 600 }, (_, i) => String(i)))
    expect(await poster.flush()).toEqual({ kind: 'later', why: 'refused' })
    expect(await poster.flush()).toEqual({ kind: 'later', why: 'answered 503' })
    await poster.flush()
    await poster.flush()
    expect(posts.map((p) => p.lines)).toEqual([500, 500, 500, 100])
    expect(poster.waitingCount).toBe(0)
  })

  test('a token that opens nothing ends it; an answer that is none is tried again; too much waiting loses the oldest', async () => {
    const { poster } = server(new Response('', { status: 401 }), new Response('{}', { status: 200 }))
    poster.add('a')
    expect(await poster.flush()).toEqual({ kind: 'token' })
    expect((await poster.flush()).kind).toBe('later')
    poster.add(...Array.from({ length: 20_000 }, () => 'x'))
    expect([poster.waitingCount, poster.dropped]).toEqual([20_000, 1])
  })
})
