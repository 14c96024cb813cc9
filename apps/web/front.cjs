// What stands before every request: who asks, judged by what this process sees itself, and what a browser may do with the answer. Plain, so that the server needs no build of it.
'use strict'
const { AsyncLocalStorage } = require('node:async_hooks')
const { randomBytes, randomUUID } = require('node:crypto')

/**
 * Where a request comes from. Without proxies it is the other end of the connection, whatever headers say; behind so many proxies of ours it is what the outermost of
 * them wrote down.
 *
 * @param {string | undefined} socketAddress
 * @param {string | undefined} forwardedFor X-Forwarded-For as it came
 * @param {number} hops proxies of ours between this process and the world
 * @example sourceOf('127.0.0.1', '6.6.6.6, 203.0.113.9', 1) // '203.0.113.9'
 */
function sourceOf(socketAddress, forwardedFor, hops) {
  const socket = socketAddress ?? 'unknown'
  const chain = [
    ...(forwardedFor ?? '')
      .split(',')
      .map((x) => x.trim())
      .filter(Boolean),
    socket,
  ]
  return hops === 0 ? socket : (chain.at(-1 - hops) ?? socket)
}

/** What the page may load: our own files, and scripts of this very answer. @param {string} nonce @param {boolean} secure */
const policy = (nonce, secure) =>
  [
    `default-src 'self'`,
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'`,
    // Positions of beads and bars are style attributes.
    `style-src 'self' 'unsafe-inline'`,
    `img-src 'self' blob: data:`,
    `font-src 'self'`,
    `connect-src 'self'`,
    `worker-src 'self' blob:`,
    `frame-src 'self' blob:`,
    `object-src 'none'`,
    `base-uri 'self'`,
    `form-action 'self'`,
    `frame-ancestors 'none'`,
    ...(secure ? ['upgrade-insecure-requests'] : []),
  ].join('; ')

/**
 * Sets what the program behind may trust, and the headers of the answer; answers itself what is asked from the same host without encryption.
 *
 * @param {import('node:http').IncomingMessage} request
 * @param {import('node:http').ServerResponse} response
 * @param {{ hops: number, publicUrl: string }} settings
 * @returns {boolean} whether the request goes on
 */
function front(request, response, { hops, publicUrl }) {
  const secure = publicUrl.startsWith('https:')
  const { headers } = request
  const source = sourceOf(request.socket.remoteAddress, String(headers['x-forwarded-for'] ?? ''), hops)
  headers['x-forwarded-for'] = source
  headers['x-lucerna-source'] = source
  if (hops === 0) {
    delete headers['x-forwarded-host']
    delete headers['x-forwarded-proto']
    delete headers.forwarded
  }
  const id = requestId(String(headers['x-request-id'] ?? ''), hops)
  headers['x-request-id'] = id
  response.setHeader('x-request-id', id)
  const nonce = randomBytes(16).toString('base64')
  const csp = policy(nonce, secure)
  headers['content-security-policy'] = csp
  response.setHeader('content-security-policy', csp)
  response.setHeader('permissions-policy', 'camera=(self), serial=(self), geolocation=(), microphone=(), payment=(), usb=()')
  response.setHeader('cross-origin-opener-policy', 'same-origin')
  if (secure) response.setHeader('strict-transport-security', 'max-age=31536000; includeSubDomains')
  const writes = !['GET', 'HEAD', 'OPTIONS'].includes(request.method ?? 'GET')
  // A page of the same host that came without encryption may have been written by anybody on the way.
  if (writes && secure && String(headers.origin ?? '').startsWith('http:')) {
    response.writeHead(403, { 'content-type': 'application/problem+json' })
    response.end(
      JSON.stringify({
        type: 'urn:lucerna:problem:foreign-origin',
        title: 'Refused',
        status: 403,
        detail: 'Open this address with https.',
        errors: [],
      }),
    )
    return false
  }
  return true
}

/**
 * The id of a request: what a proxy of ours calls it, else a new one. In every line of the log that is written while it is answered, and in the answer.
 * @param {string} given X-Request-Id as it came @param {number} hops
 */
const requestId = (given, hops) => (hops > 0 && /^[\w-]{8,64}$/.test(given) ? given : randomUUID())

/** Read by the log of the program behind; one for the process. @type {AsyncLocalStorage<{ id: string }>} */
const running = (globalThis.lucernaRequest ??= new AsyncLocalStorage())

module.exports = { front, requestId, running, sourceOf }
