// A line to the database on which every answer takes a while: what a page waits for, counted in round trips.
import { createConnection, createServer } from 'node:net'

/**
 * Passes everything on to a database and holds each answer back.
 * @param {string} url of the database
 * @param {number} delayMs
 * @returns {Promise<{ url: string, stop: () => Promise<void> }>}
 */
export async function slowLine(url, delayMs) {
  const to = new URL(url)
  /** @type {Set<import('node:net').Socket>} */
  const open = new Set()
  const server = createServer((near) => {
    const far = createConnection({ host: to.hostname, port: Number(to.port) })
    for (const socket of [near, far]) {
      socket.setNoDelay(true)
      open.add(socket)
      socket.on('error', () => {})
      socket.on('close', () => {
        open.delete(socket)
        near.destroy()
        far.destroy()
      })
    }
    near.on('data', (chunk) => far.write(chunk))
    far.on('data', (chunk) => setTimeout(() => near.writable && near.write(chunk), delayMs))
  })
  await new Promise((resolve) => server.listen(0, '127.0.0.1', () => resolve(undefined)))
  const at = /** @type {import('node:net').AddressInfo} */ (server.address())
  const through = new URL(url)
  through.hostname = '127.0.0.1'
  through.port = String(at.port)
  return {
    url: through.toString(),
    stop: async () => {
      for (const socket of open) socket.destroy()
      await new Promise((resolve) => server.close(resolve))
    },
  }
}
