/**
 * What a page sends, how long the server takes for it against an empty page of the same shell, how often it waits for the database, and what a public page
 * audit says of it on a simulated phone: all in one run. Called by scripts/bench.mjs.
 */
import { chromium, type Page } from '@playwright/test'
import lighthouse from 'lighthouse'
import { mkdtempSync, rmSync } from 'node:fs'
import { createServer } from 'node:net'
import { tmpdir } from 'node:os'
import path from 'node:path'

const baseUrl = process.env.BASE_URL ?? ''
/** The same application on a line to the database where an answer takes so long. */
const slowUrl = process.env.SLOW_URL ?? ''
const slowMs = Number(process.env.SLOW_MS ?? 0)
const ROUNDS = 40
const percentile = (times: readonly number[], share: number): number =>
  [...times].sort((a, b) => a - b)[Math.min(times.length - 1, Math.floor(times.length * share))] ?? NaN

const debuggingPort = await new Promise<number>((resolve) => {
  const server = createServer().listen(0, '127.0.0.1', () => {
    const at = server.address()
    server.close(() => resolve(typeof at === 'object' && at ? at.port : 0))
  })
})
const folder = mkdtempSync(path.join(tmpdir(), 'lucerna-bench-'))
// Without the service worker: a first visit.
const context = await chromium.launchPersistentContext(folder, {
  executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', `--remote-debugging-port=${debuggingPort}`],
  serviceWorkers: 'block',
  viewport: { width: 390, height: 844 },
})
const page = await context.newPage()

/** Scripts that came with the page: compressed as sent, and as the browser has to read them, kB. */
async function scripts(at: Page, address: string): Promise<{ sent: number; read: number }> {
  await at.goto(`${baseUrl}${address}`, { waitUntil: 'load' })
  await at.waitForTimeout(500)
  const loaded = await at.evaluate(() =>
    (performance.getEntriesByType('resource') as PerformanceResourceTiming[])
      .filter((e) => /\.js(\?|$)/.test(e.name))
      .map((e) => [e.encodedBodySize, e.decodedBodySize] as const),
  )
  const sum = (which: 0 | 1): number => loaded.reduce((total, e) => total + e[which], 0) / 1000
  return { sent: sum(0), read: sum(1) }
}
const weigh = async (name: string, address: string, meant: number): Promise<void> => {
  const { sent, read } = await scripts(page, address)
  console.log(`scripts of ${name.padEnd(14)} ${sent.toFixed(0)} kB compressed (meant: ${meant}), ${read.toFixed(0)} kB to read`)
}

/** What the audit says of a page: its marks of 100, and how long its main thread was blocked. */
async function audit(name: string, address: string): Promise<void> {
  const result = await lighthouse(`${baseUrl}${address}`, {
    port: debuggingPort,
    logLevel: 'error',
    output: 'json',
    disableStorageReset: true,
    onlyCategories: ['performance', 'accessibility', 'best-practices'],
  })
  const { categories, audits } = result!.lhr
  const mark = (id: string): string => ((categories[id]?.score ?? NaN) * 100).toFixed(0)
  console.log(
    `audit of ${name.padEnd(16)} performance ${mark('performance')} (meant: 95), ${(audits['total-blocking-time']?.numericValue ?? NaN).toFixed(0)} ms blocked (meant: 200), accessibility ${mark('accessibility')}, best practice ${mark('best-practices')}`,
  )
}

await weigh('sign-in', '/sign-in', 130)
await weigh('offline', '/offline', 130)
await audit('sign-in', '/sign-in')
await page.goto(`${baseUrl}/sign-in`)
await page.getByRole('button', { name: /Tobias/ }).click()
await page.waitForURL('**/today')
const visit = (await page.locator('a[href^="/visits/"]').first().getAttribute('href')) ?? ''
await page.goto(`${baseUrl}/sites?show=appliances`)
const appliance = (await page.locator('a[href^="/appliances/"]').first().getAttribute('href')) ?? ''
const PAGES = [
  ['today', '/today', 170],
  ['sites', '/sites', 170],
  ['a visit', visit, 260],
  ['an appliance', appliance, 260],
  ['calculators', '/calculators', 260],
  ['a calculator', '/calculators/flue-gas', 260],
] as const
for (const [name, address, meant] of PAGES) await weigh(name, address, meant)
for (const [name, address] of PAGES) await audit(name, address)

/** From asking to the last byte, ms. */
async function answers(url: string): Promise<number[]> {
  const times: number[] = []
  for (let i = 0; i < ROUNDS + 3; i++) {
    const began = performance.now()
    await (await context.request.get(url)).body()
    if (i >= 3) times.push(performance.now() - began)
  }
  return times
}
const empty = percentile(await answers(`${baseUrl}/more`), 0.5)
console.log(`empty page of the shell    ${empty.toFixed(1)} ms median`)
const ANSWERED = PAGES.slice(0, 4)
const fast = new Map<string, number>()
for (const [name, address] of ANSWERED) {
  const times = await answers(`${baseUrl}${address}`)
  const [mid, high] = [percentile(times, 0.5), percentile(times, 0.95)]
  fast.set(name, mid)
  console.log(
    `page of ${name.padEnd(17)} ${(mid / empty).toFixed(1)} × the empty page (meant: 2), ${mid.toFixed(0)} ms median, p95 ${high.toFixed(0)} ms (meant: 60)`,
  )
}
// The session is kept in the common database, and cookies know no ports.
if (slowUrl) {
  for (const [name, address] of ANSWERED) {
    const slow = percentile(await answers(`${slowUrl}${address}`), 0.5)
    const trips = (slow - (fast.get(name) ?? NaN)) / slowMs
    console.log(
      `round trips of ${name.padEnd(10)} ${trips.toFixed(1)} to the database, by a line that takes ${slowMs} ms an answer (meant: 3)`,
    )
  }
}
await context.close()
rmSync(folder, { recursive: true, force: true })
