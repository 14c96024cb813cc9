/** What a page sends and how long the server takes for it, against an empty page of the same shell in the same run. Called by scripts/bench.mjs. */
import { chromium, type Page } from '@playwright/test'

const baseUrl = process.env.BASE_URL ?? ''
const ROUNDS = 40
const percentile = (times: readonly number[], share: number): number =>
  [...times].sort((a, b) => a - b)[Math.min(times.length - 1, Math.floor(times.length * share))] ?? NaN

const browser = await chromium.launch({
  executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu'],
})
// Without the service worker: a first visit.
const context = await browser.newContext({ serviceWorkers: 'block', viewport: { width: 390, height: 844 } })
const page = await context.newPage()

/** Scripts that came with the page: compressed as sent, and as the browser has to read them, kB. */
async function scripts(at: Page, path: string): Promise<{ sent: number; read: number }> {
  await at.goto(`${baseUrl}${path}`, { waitUntil: 'load' })
  await at.waitForTimeout(500)
  const loaded = await at.evaluate(() =>
    (performance.getEntriesByType('resource') as PerformanceResourceTiming[])
      .filter((e) => /\.js(\?|$)/.test(e.name))
      .map((e) => [e.encodedBodySize, e.decodedBodySize] as const),
  )
  const sum = (which: 0 | 1): number => loaded.reduce((total, e) => total + e[which], 0) / 1000
  return { sent: sum(0), read: sum(1) }
}
const weigh = async (name: string, path: string, meant: number): Promise<void> => {
  const { sent, read } = await scripts(page, path)
  console.log(`scripts of ${name.padEnd(14)} ${sent.toFixed(0)} kB compressed (meant: ${meant}), ${read.toFixed(0)} kB to read`)
}

await weigh('sign-in', '/sign-in', 130)
await weigh('offline', '/offline', 130)
await page.goto(`${baseUrl}/sign-in`)
await page.getByRole('button', { name: /Tobias/ }).click()
await page.waitForURL('**/today')
const visit = (await page.locator('a[href^="/visits/"]').first().getAttribute('href')) ?? ''
await page.goto(`${baseUrl}/sites?show=appliances`)
const appliance = (await page.locator('a[href^="/appliances/"]').first().getAttribute('href')) ?? ''
await weigh('today', '/today', 170)
await weigh('sites', '/sites', 170)
await weigh('a visit', visit, 260)
await weigh('calculators', '/calculators', 260)
await weigh('a calculator', '/calculators/flue-gas', 260)

/** From asking to the last byte, ms. */
async function answers(path: string): Promise<number[]> {
  const times: number[] = []
  for (let i = 0; i < ROUNDS + 3; i++) {
    const began = performance.now()
    await (await context.request.get(`${baseUrl}${path}`)).body()
    if (i >= 3) times.push(performance.now() - began)
  }
  return times
}
const empty = percentile(await answers('/more'), 0.5)
console.log(`empty page of the shell    ${empty.toFixed(1)} ms median`)
for (const [name, path] of [
  ['today', '/today'],
  ['sites', '/sites'],
  ['a visit', visit],
  ['an appliance', appliance],
] as const) {
  const times = await answers(path)
  const [mid, high] = [percentile(times, 0.5), percentile(times, 0.95)]
  console.log(
    `page of ${name.padEnd(17)} ${(mid / empty).toFixed(1)} × the empty page (meant: 2), ${mid.toFixed(0)} ms median, p95 ${high.toFixed(0)} ms (meant: 60)`,
  )
}
await browser.close()
