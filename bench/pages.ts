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
/** Requests before any is counted: a process that has just begun is slow. */
const WARM = 12
const AUDITS = 3
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

/**
 * What the audit says of a page: its marks of 100, how long its main thread was blocked, and what the machine was worth then (the audit's own measure). What else
 * the machine does only ever adds: of so many audits the quietest speaks.
 */
async function audit(name: string, address: string): Promise<void> {
  const all: { performance: number; mark: (id: string) => string; blocked: number; worth: number }[] = []
  for (let i = 0; i < AUDITS; i++) {
    const result = await lighthouse(`${baseUrl}${address}`, {
      port: debuggingPort,
      logLevel: 'error',
      output: 'json',
      disableStorageReset: true,
      onlyCategories: ['performance', 'accessibility', 'best-practices'],
    })
    const { categories, audits, environment } = result!.lhr
    all.push({
      performance: categories.performance?.score ?? 0,
      mark: (id) => ((categories[id]?.score ?? NaN) * 100).toFixed(0),
      blocked: audits['total-blocking-time']?.numericValue ?? NaN,
      worth: environment.benchmarkIndex,
    })
  }
  const { mark, blocked, worth } = all.reduce((a, b) => ((b.performance - a.performance || a.blocked - b.blocked) > 0 ? b : a))
  console.log(
    `audit of ${name.padEnd(16)} performance ${mark('performance')} (meant: 95), ${blocked.toFixed(0)} ms blocked (meant: 200), accessibility ${mark('accessibility')}, best practice ${mark('best-practices')}; all of them ${all.map((a) => a.blocked.toFixed(0)).join(', ')} ms, machine ${worth.toFixed(0)}`,
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

/** From asking to the last byte, ms: each address in turn, so that what the machine does meanwhile meets all of them alike. */
async function answers<Name extends string>(urls: readonly (readonly [Name, string])[]): Promise<Record<Name, readonly number[]>> {
  const times = Object.fromEntries(urls.map(([name]) => [name, [] as number[]])) as Record<Name, number[]>
  for (let i = 0; i < ROUNDS + WARM; i++)
    for (const [name, url] of urls) {
      const began = performance.now()
      await (await context.request.get(url)).body()
      if (i >= WARM) times[name].push(performance.now() - began)
    }
  return times
}
const ANSWERED = PAGES.slice(0, 4)
// The session is kept in the common database, and cookies know no ports.
const fast = await answers([
  ['empty', `${baseUrl}/more`] as const,
  ...ANSWERED.map(([name, address]) => [name, `${baseUrl}${address}`] as const),
])
const empty = percentile(fast.empty, 0.5)
console.log(`empty page of the shell    ${empty.toFixed(1)} ms median, p95 ${percentile(fast.empty, 0.95).toFixed(0)} ms`)
for (const [name] of ANSWERED) {
  const [mid, high] = [percentile(fast[name], 0.5), percentile(fast[name], 0.95)]
  console.log(
    `page of ${name.padEnd(17)} ${(mid / empty).toFixed(1)} × the empty page (meant: 2), ${mid.toFixed(0)} ms median, p95 ${high.toFixed(0)} ms (meant: 60)`,
  )
}
if (slowUrl)
  for (const [name, address] of ANSWERED) {
    const { near, far } = await answers([
      ['near', `${baseUrl}${address}`],
      ['far', `${slowUrl}${address}`],
    ])
    const trips = (percentile(far, 0.5) - percentile(near, 0.5)) / slowMs
    console.log(
      `round trips of ${name.padEnd(10)} ${trips.toFixed(1)} to the database, by a line that takes ${slowMs} ms an answer (meant: 3)`,
    )
  }
await context.close()
rmSync(folder, { recursive: true, force: true })
