import { request as ask, createServer, type IncomingMessage } from 'node:http'
import type { AddressInfo } from 'node:net'
import { front, requestId, sourceOf } from '../../front.cjs'

describe('where a request comes from', () => {
  test.each([
    ['no proxy: what was sent is not believed', '203.0.113.9', '127.0.0.1', 0, '203.0.113.9'],
    ['one proxy: what it wrote down', '10.0.0.2', '203.0.113.9', 1, '203.0.113.9'],
    ['one proxy, and something forged before it', '10.0.0.2', '127.0.0.1, 203.0.113.9', 1, '203.0.113.9'],
    ['two proxies', '10.0.0.2', '6.6.6.6, 203.0.113.9, 10.0.0.1', 2, '203.0.113.9'],
    ['a proxy that wrote nothing', '10.0.0.2', '', 1, '10.0.0.2'],
  ])('%s', (_what, socket, forwarded, hops, source) => {
    expect(sourceOf(socket, forwarded, hops)).toBe(source)
  })
})

/** What the program behind would see, and what a browser gets. */
async function through(publicUrl: string, method: string, headers: Record<string, string>) {
  let behind: IncomingMessage['headers'] | null = null
  const server = createServer((req, res) => {
    if (!front(req, res, { hops: 0, publicUrl })) return
    behind = { ...req.headers }
    res.end()
  })
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done))
  const answer = await new Promise<IncomingMessage>((done, failed) =>
    ask({ port: (server.address() as AddressInfo).port, host: '127.0.0.1', method, headers }, done)
      .on('error', failed)
      .end(),
  )
  answer.resume()
  await new Promise((done) => answer.on('end', done))
  server.close()
  return { status: answer.statusCode, headers: answer.headers, behind: behind as IncomingMessage['headers'] | null }
}

test('a request has an id in the log and the answer: a proxy’s own, else a new one', () => {
  expect(requestId('from-the-proxy-1', 1)).toBe('from-the-proxy-1')
  const ids = [requestId('from-a-client-1', 0), requestId('a b\n', 1), requestId('', 1)]
  for (const id of ids) expect(id).toMatch(/^[\da-f-]{36}$/)
  expect(new Set(ids).size).toBe(3)
})

test('what a client says of itself is overwritten; every answer has a policy with a nonce of its own', async () => {
  const sent = { 'x-forwarded-for': '8.8.8.8', 'x-lucerna-source': '8.8.8.8', 'x-forwarded-host': 'evil.example' }
  const one = await through('http://127.0.0.1:3000', 'GET', sent)
  expect(one.behind).toMatchObject({ 'x-forwarded-for': '127.0.0.1', 'x-lucerna-source': '127.0.0.1' })
  expect(one.behind).not.toHaveProperty('x-forwarded-host')
  const policy = String(one.headers['content-security-policy'])
  expect(policy).toMatch(/script-src 'self' 'nonce-[\w+/=]{20,}' 'strict-dynamic'/)
  expect(policy).not.toMatch(/script-src[^;]*unsafe/)
  expect(one.headers).toMatchObject({
    'cross-origin-opener-policy': 'same-origin',
    'permissions-policy': expect.stringContaining('geolocation=()'),
  })
  expect(one.headers['strict-transport-security']).toBeUndefined()
  const two = await through('http://127.0.0.1:3000', 'GET', sent)
  expect(two.headers['content-security-policy']).not.toBe(policy)
})

test('behind https: only encrypted from then on, and a page of the same host that came without it writes nothing', async () => {
  const page = await through('https://lucerna.example', 'GET', {})
  expect(page.headers['strict-transport-security']).toMatch(/max-age=31536000/)
  const from = (origin: string) => through('https://lucerna.example', 'POST', { origin, host: 'lucerna.example' })
  expect((await from('http://lucerna.example')).status).toBe(403)
  expect((await from('http://lucerna.example')).behind).toBeNull()
  expect((await from('https://lucerna.example')).status).toBe(200)
})
