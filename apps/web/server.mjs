// Serves the built application: binds what HOST says and nothing else, tells the program who asks, and ends in order.
import { createServer } from 'node:http'
import next from 'next'
import front from './front.cjs'

const { HOST: host = '127.0.0.1', PORT = '3000', PUBLIC_URL: publicUrl = '', LUCERNA_PROXY_HOPS = '0' } = process.env
const [port, hops] = [Number(PORT), Number(LUCERNA_PROXY_HOPS)]
if (!Number.isInteger(hops) || hops < 0 || hops > 5)
  throw new Error('LUCERNA_PROXY_HOPS is the number of your own proxies in front, 0 to 5.')
/** Longer than who asks keeps a connection open: one that the server closes in the same moment is a request lost. */
const KEEP_ALIVE_MS = 70_000
/** Requests that run get so long to end. */
const LAST_MS = 10_000

process.env.LUCERNA_FRONT = '1'
const app = next({ dev: false, dir: import.meta.dirname, hostname: host, port })
await app.prepare()
const handle = app.getRequestHandler()
const server = createServer({ keepAliveTimeout: KEEP_ALIVE_MS }, (request, response) => {
  if (!front.front(request, response, { hops, publicUrl })) return
  // One request that breaks does not take the others along.
  handle(request, response).catch(() => {
    if (!response.headersSent) response.statusCode = 500
    response.end()
  })
})
server.listen(port, host)

let leaving = false
const leave = () => {
  if (leaving) return
  leaving = true
  // Streams hear it, and tell their readers to come back; what is asked is answered.
  process.emit('lucerna:leaving')
  server.close(() => process.exit(0))
  server.closeIdleConnections()
  setTimeout(() => process.exit(0), LAST_MS).unref()
}
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, leave)
