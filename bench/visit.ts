/**
 * What two devices of one visit feel: from a tap on Record to the frame with the verdict, the server away; and how soon a second device, served by another
 * web process, shows what the first recorded. Called by scripts/bench.mjs.
 */
import { type Browser, chromium, type Page } from '@playwright/test'

const baseUrl = process.env.BASE_URL ?? ''
const secondUrl = process.env.SECOND_URL ?? baseUrl
const ROUNDS = 9
const VALUES = ['22.3', '22.1', '21.9', '22.0', '22.4', '21.8', '22.2', '21.7', '22.5']

const median = (list: readonly number[]): number => [...list].sort((a, b) => a - b)[list.length >> 1] ?? 0

async function startVisit(browser: Browser): Promise<{ first: Page; visit: string }> {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
  const page = await context.newPage()
  await page.goto(`${baseUrl}/sign-in`)
  await page.getByRole('button', { name: /Tobias/ }).click()
  await page.waitForURL('**/today')
  await page.goto(`${baseUrl}/sites?show=appliances`)
  await page
    .getByRole('link', { name: /Larch 28 C(?!,)/ })
    .first()
    .click()
  await page.getByRole('button', { name: /^Start (a|another) visit/ }).click()
  await page.waitForURL('**/visits/*')
  await page.getByRole('button', { name: 'Start visit' }).click()
  const zero = page.getByRole('button', { name: /^Zeroed (in|at)/ })
  while ((await zero.count()) > 0) {
    const left = await zero.count()
    await zero.first().click()
    await page.waitForFunction(
      (n) => [...document.querySelectorAll('button')].filter((b) => /^Zeroed (in|at)/.test(b.textContent ?? '')).length < n,
      left,
    )
  }
  await page.getByText('all sent').waitFor()
  return { first: page, visit: new URL(page.url()).pathname }
}

/** Types into the room's CO and presses Record; the time from the press to the frame in which the figure stands as recorded. */
const tap = (page: Page, text: string): Promise<number> =>
  page.evaluate(
    (value) =>
      new Promise<number>((resolve, reject) => {
        const input = document.querySelector<HTMLInputElement>('input[id^=need-]')
        const button = document.querySelector<HTMLButtonElement>('button[type=submit][data-key=r]')
        if (!input || !button) return reject(new Error('no field'))
        Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')?.set?.call(input, value)
        input.dispatchEvent(new Event('input', { bubbles: true }))
        setTimeout(() => {
          const at = performance.now()
          button.click()
          // Recorded: the field is empty and the figure stands with its verdict in the next frame.
          const id = setInterval(() => {
            if (input.value !== '') return
            clearInterval(id)
            requestAnimationFrame(() => resolve(performance.now() - at))
          }, 2)
        }, 300)
      }),
    text,
  )

const browser = await chromium.launch({
  executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu'],
})
const { first, visit } = await startVisit(browser)
const second = await (await browser.newContext({ storageState: await first.context().storageState() })).newPage()
await second.goto(`${secondUrl}${visit}`)
await first.getByText('2 devices').waitFor()

const seen: number[] = []
for (let i = 0; i < ROUNDS; i++) {
  const shown = `${i + 1} ppm`
  const there = second.getByRole('button', { name: new RegExp(`Room: CO in the room ${shown}`) }).waitFor()
  await tap(first, String(i + 1))
  const began = performance.now()
  await there
  seen.push(performance.now() - began)
  await first.waitForTimeout(700)
}
console.log(
  `second device, other process  ${median(seen).toFixed(0)} ms after the tap, ${Math.max(...seen).toFixed(0)} ms at most (meant: under 1000)`,
)

await first.context().setOffline(true)
const taps: number[] = []
for (const value of VALUES) {
  taps.push(await tap(first, value))
  await first.waitForTimeout(700)
}
console.log(
  `a tap on Record, server away  ${median(taps).toFixed(0)} ms to the frame with the verdict, ${Math.max(...taps).toFixed(0)} ms at most (meant: under 100)`,
)
await browser.close()
