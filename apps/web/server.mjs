// Serves the built application: binds what HOST says and nothing else, tells the program who asks, and ends in order.
import { existsSync, readFileSync } from 'node:fs'
import { fork } from 'node:child_process'
import { createServer } from 'node:http'
import path from 'node:path'
import next from 'next'
import sirv from 'sirv'
import front from './front.cjs'

const { HOST: host = '127.0.0.1', PORT = '3000', PUBLIC_URL: publicUrl = '', LUCERNA_PROXY_HOPS = '0' } = process.env
const [port, hops] = [Number(PORT), Number(LUCERNA_PROXY_HOPS)]
if (!Number.isInteger(hops) || hops < 0 || hops > 5)
  throw new Error('LUCERNA_PROXY_HOPS is the number of your own proxies in front, 0 to 5.')
/** Longer than who asks keeps a connection open: one that the server closes in the same moment is a request lost. */
const KEEP_ALIVE_MS = 70_000
const BUILT = '/_next/static/'
const YEAR_S = 31_536_000
/** Requests that run get so long to end. */
const LAST_MS = 10_000
/** So long a process that was told to end says so to who balances (/api/ready) before it takes nothing new, s. */
const DRAIN_S = Number(process.env.LUCERNA_DRAIN_S ?? 0)

process.env.LUCERNA_FRONT = '1'
const here = (/** @type {string} */ file) => path.join(import.meta.dirname, file)
// Without its sources (scripts/standalone.mjs) the settings are those that it was built with, as in the server that the framework writes for this.
if (!existsSync(here('next.config.ts'))) {
  const { config } = JSON.parse(readFileSync(here('.next/required-server-files.json'), 'utf8'))
  // Known when it starts, not when it was built.
  config.experimental.preloadEntriesOnStart = process.env.LUCERNA_BACKGROUND !== '1'
  process.env.__NEXT_PRIVATE_STANDALONE_CONFIG = JSON.stringify(config)
}
const app = next({ dev: false, dir: import.meta.dirname, hostname: host, port })
await app.prepare()
// The same program, which answers nobody and does the long work: a large file must not hold up whoever waits for a page.
if (process.env.LUCERNA_BACKGROUND === '1') {
  const end = () => {
    process.emit('lucerna:leaving')
    setTimeout(() => process.exit(0), LAST_MS).unref()
  }
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, end)
  // The process that it belongs to is gone, without a word.
  process.on('disconnect', () => process.exit(0))
} else serve()

function serve() {
  const handle = app.getRequestHandler()
  /** Built files never change under their name; the build left them compressed. */
  const built = sirv(here('.next/static'), {
    brotli: true,
    immutable: true,
    maxAge: YEAR_S,
    setHeaders: (r) => r.setHeader('x-content-type-options', 'nosniff'),
  })
  const server = createServer({ keepAliveTimeout: KEEP_ALIVE_MS }, (request, response) => {
    const began = performance.now()
    // Counted by the program behind (`src/server/metrics.ts`), which knows its addresses.
    response.on('close', () => globalThis.lucernaMeasure?.(request, response, (performance.now() - began) / 1000))
    if (!front.front(request, response, { hops, publicUrl })) return
    const { url = '' } = request
    if (!url.startsWith(BUILT)) return run(request, response)
    // Looked up at once, by the path below its folder; whoever counts sees the whole one.
    let known = true
    request.url = url.slice(BUILT.length - 1)
    built(request, response, () => (known = false))
    request.url = url
    if (!known) run(request, response)
  })
  /** @param {import('node:http').IncomingMessage} request @param {import('node:http').ServerResponse} response */
  const run = (request, response) =>
    front.running.run({ id: String(request.headers['x-request-id']) }, () => {
      // One request that breaks does not take the others along.
      handle(request, response).catch(() => {
        if (!response.headersSent) response.statusCode = 500
        response.end()
      })
    })
  server.listen(port, host)

  /** @type {import('node:child_process').ChildProcess | null} */
  let background = null
  const beginBackground = () => {
    background = fork(here('server.mjs'), { env: { ...process.env, LUCERNA_BACKGROUND: '1' } })
    background.on('exit', () => {
      if (!leaving) setTimeout(beginBackground, 5000).unref()
    })
  }
  if (process.env.LUCERNA_BACKGROUND !== '0') beginBackground()

  let leaving = false
  const leave = () => {
    if (leaving) return
    leaving = true
    // Streams hear it, and tell their readers to come back; what is asked is answered.
    process.emit('lucerna:leaving')
    background?.kill('SIGTERM')
    setTimeout(() => {
      server.close(() => process.exit(0))
      server.closeIdleConnections()
      setTimeout(() => process.exit(0), LAST_MS).unref()
    }, DRAIN_S * 1000)
  }
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, leave)
}
