import { ask } from './ask'
import { fieldWords } from './fieldWords'
import { quantitySaid, quantityText, readQuantity } from './quantityText'
import { instantAt } from './zoned'

describe('quantities of the registers', () => {
  test.each([
    ['22,2', 'pressure', 'metric', 2220],
    ['8.4 in', 'pressure', 'metric', 2092.3464],
    ['8.4', 'pressure', 'imperial', 2092.3464],
    ['1480', 'altitude', 'metric', 1480],
    ['1480 ft', 'altitude', 'metric', 451.104],
    ['10', 'dial', 'metric', 0.01],
    ['2', 'dial', 'imperial', 0.0566337],
    ['', 'length', 'metric', null],
    ['  ', 'length', 'metric', null],
  ] as const)('%p as %s, %s: %p', (text, kind, units, si) => {
    const read = readQuantity(text, kind, units)
    expect(read.error).toBeUndefined()
    if (si === null) expect(read.value).toBeNull()
    else expect(read.value).toBeCloseTo(si, 3)
  })

  test.each([
    ['high', /is not a number/],
    ['1,200', /can mean 1200 or 1\.200/],
    ['20 °C', /is a unit of/],
    ['20 blips', /is not a unit of/],
  ])('%p is asked about', (text, words) => expect(readQuantity(text, 'pressure', 'metric').error).toMatch(words))

  test('what is shown in a field reads back to the same', () => {
    for (const units of ['metric', 'imperial'] as const)
      for (const [kind, si] of [
        ['pressure', 2100],
        ['altitude', 1480],
        ['dial', 0.01],
        ['length', 12.5],
      ] as const)
        expect(readQuantity(quantityText(si, kind, units), kind, units).value).toBeCloseTo(si, 2)
    expect(quantityText(null, 'dial', 'metric')).toBe('')
    expect(quantitySaid(2092.35, 'pressure', 'imperial')).toBe('8.4\u00a0inWC')
  })
})

test('messages of fields: ours by key, the library’s in our words', () => {
  expect(fieldWords({ message: 'field.missing', code: 'too_small' })).toBe('Required.')
  expect(fieldWords({ message: 'field.too-long', code: 'too_big', maximum: 120 })).toBe('Too long. Use 120 characters at most.')
  expect(fieldWords({ message: 'Invalid input: expected string', code: 'invalid_type' })).toMatch(/Not valid/)
  expect(fieldWords({ message: 'Unrecognized key', code: 'unrecognized_keys' })).toMatch(/Unknown field/)
})

test('a wall clock anywhere, as an instant', () => {
  expect(instantAt('2026-06-01', '08:30', 'Europe/Zurich')).toBe('2026-06-01T06:30:00.000Z')
  expect(instantAt('2026-12-01', '08:30', 'America/Halifax')).toBe('2026-12-01T12:30:00.000Z')
})

describe('asking our own API', () => {
  const real = global.fetch
  afterEach(() => {
    global.fetch = real
  })
  const answers = (make: () => Response | Promise<Response>) => {
    const sent: RequestInit[] = []
    global.fetch = jest.fn((_url: unknown, init?: RequestInit) => {
      sent.push(init ?? {})
      return Promise.resolve().then(make)
    }) as never
    return sent
  }

  test('sends the version and reads the new one', async () => {
    const sent = answers(() => Response.json({ id: 'x' }, { headers: { etag: '"4"' } }))
    expect(await ask('PUT', '/api/v1/sites/x', { name: 'a' }, 3)).toEqual({ ok: true, body: { id: 'x' }, version: 4 })
    expect(sent[0]?.headers).toEqual({ 'content-type': 'application/json', 'if-match': '"3"' })
  })

  test('a problem comes with its fields and its body', async () => {
    answers(() =>
      Response.json({ status: 422, detail: 'Wrong', errors: [{ path: 'name', message: 'Needed' }], current: { a: 1 } }, { status: 422 }),
    )
    expect(await ask('POST', '/x')).toMatchObject({
      ok: false,
      problem: { status: 422, fields: { name: 'Needed' }, body: { current: { a: 1 } } },
    })
  })

  test('the server away, or answering nonsense, is an answer too', async () => {
    answers(() => Promise.reject(new TypeError('network')))
    expect(await ask('GET', '/x')).toMatchObject({
      ok: false,
      problem: { status: 0, detail: expect.stringContaining('Nothing was changed') },
    })
    answers(() => new Response('<html>', { status: 502 }))
    expect(await ask('GET', '/x')).toMatchObject({ ok: false, problem: { status: 502 } })
    answers(() => new Response(null, { status: 204 }))
    expect(await ask('DELETE', '/x')).toEqual({ ok: true, body: {}, version: null })
  })

  test('a picture goes as it is', async () => {
    const sent = answers(() => Response.json({ id: 'p' }, { status: 201 }))
    await ask('POST', '/x', new Blob(['abc'], { type: 'image/jpeg' }))
    expect(sent[0]?.headers).toEqual({ 'content-type': 'image/jpeg' })
  })
})
