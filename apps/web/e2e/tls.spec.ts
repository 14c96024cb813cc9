import { createServer, request as ask } from 'node:http'
import { createServer as createTls } from 'node:https'
import type { AddressInfo } from 'node:net'
import { chromium } from '@playwright/test'
import { generate } from 'selfsigned'
import { serve } from '../../../scripts/lib/app.mjs'
import { expect, test } from './test'

/** A proxy with TLS as one stands in front in earnest: it writes down who asks, and passes everything on as it comes. */
async function tlsProxy(to: number) {
  const { private: key, cert } = await generate([{ name: 'commonName', value: 'localhost' }], {
    extensions: [{ name: 'subjectAltName', altNames: [{ type: 2, value: 'localhost' }] }],
  } as Parameters<typeof generate>[1])
  const server = createTls({ key, cert }, (req, res) => {
    const headers = {
      ...req.headers,
      'x-forwarded-for': req.socket.remoteAddress ?? '',
      'x-forwarded-proto': 'https',
      'x-request-id': 'proxy-gave-this-1',
    }
    const passed = ask({ host: '127.0.0.1', port: to, path: req.url, method: req.method, headers }, (answer) => {
      res.writeHead(answer.statusCode ?? 502, answer.headers)
      answer.pipe(res)
    })
    passed.on('error', () => res.destroy())
    req.pipe(passed)
  })
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done))
  return { port: (server.address() as AddressInfo).port, stop: () => (server.closeAllConnections(), server.close()) }
}
const freePort = () =>
  new Promise<number>((found) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as AddressInfo
      probe.close(() => found(port))
    })
  })

test('behind a proxy with TLS: secure cookies, who asks is known, and pages open again without a network', async ({ page: _ }, {
  parallelIndex,
  project,
}) => {
  const world = (JSON.parse(process.env.WORLDS ?? '[]') as Pick<Parameters<typeof serve>[0], 'as' | 'secret'>[])[parallelIndex]!
  const behind = await freePort()
  const proxy = await tlsProxy(behind)
  const publicUrl = `https://localhost:${proxy.port}`
  const app = await serve({
    host: '127.0.0.1',
    port: behind,
    publicUrl,
    ...world,
    demo: true,
    log: 'ignore',
    env: { LUCERNA_PROXY_HOPS: '1', LUCERNA_BACKGROUND: '0' },
  })
  // A certificate that nobody signed is none to the browser's service worker unless the whole browser is told.
  const { executablePath, args = [] } = project.use.launchOptions ?? {}
  const browser = await chromium.launch({ ...(executablePath && { executablePath }), args: [...args, '--ignore-certificate-errors'] })
  try {
    const context = await browser.newContext({ ignoreHTTPSErrors: true, serviceWorkers: 'allow', viewport: { width: 390, height: 844 } })
    const page = await context.newPage()
    const first = await page.goto(`${publicUrl}/sign-in`)
    expect(first!.headers()['strict-transport-security']).toContain('max-age=31536000')
    expect(first!.headers()['x-request-id']).toBe('proxy-gave-this-1')
    expect(first!.headers()['content-security-policy']).toContain('upgrade-insecure-requests')
    await page.getByRole('button', { name: /Tobias/ }).click()
    await page.waitForURL('**/today')
    const session = (await context.cookies()).find((c) => c.name.includes('session_token'))
    expect(session).toMatchObject({ secure: true, httpOnly: true, sameSite: 'Lax', name: expect.stringMatching(/^__Secure-/) })
    // Written by the proxy, not by the browser.
    await page.goto(`${publicUrl}/settings`)
    await expect(page.getByText('this device', { exact: true })).toBeVisible()
    await expect(page.getByText('127.0.0.1').first()).toBeVisible()
    // A page of the same host without encryption may not write.
    const refused = await page.request.post(`${publicUrl}/api/v1/me/preferences`, {
      headers: { origin: `http://localhost:${proxy.port}` },
      data: {},
    })
    expect(refused.status()).toBe(403)

    await page.goto(`${publicUrl}/today`)
    await expect
      .poll(() => page.evaluate(async () => (await (await caches.open('lucerna-pages')).match('/today')) !== undefined), {
        timeout: 20_000,
      })
      .toBe(true)
    await context.setOffline(true)
    await page.reload()
    await expect(page.getByRole('link', { name: /Quarry Row/ }).first()).toBeVisible()
  } finally {
    await browser.close()
    proxy.stop()
    await app.stop()
  }
})
