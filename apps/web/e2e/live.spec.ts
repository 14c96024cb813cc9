import { createServer } from 'node:net'
import { serve } from '../../../scripts/lib/app.mjs'
import { expect, type Page, test } from './test'
import { bringToRate, makeSafe, planAnother, signIn, signInByForm, start, toStep } from './technician'

/** Readings that come by themselves: from the bench, over the network, by cable. */

const bar = (page: Page) => page.getByRole('button', { name: /^(Live:|Connected, nothing)/ })

/** Lets time pass for page, bench and instruments, in steps that settle. */
async function pass(page: Page, seconds: number): Promise<void> {
  for (let i = 0; i < seconds / 2; i++) {
    await page.clock.fastForward(1500)
    await page.waitForTimeout(40)
    await page.clock.fastForward(500)
    await page.waitForTimeout(30)
  }
}
const mishap = async (page: Page, name: string, seconds: number) => {
  await page.getByLabel(name, { exact: true }).check()
  await pass(page, seconds)
}

test('a furnace in inches from the bench; a hose off, hoses changed over and an analyser without power are named', async ({ page }) => {
  test.setTimeout(240_000)
  await page.clock.install()
  await signIn(page, 'Wim')
  await page.goto(`/visits/${await planAnother(page, 'Harbour Office')}`)
  await start(page)
  await makeSafe(page)
  await page.keyboard.press('c')
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('button', { name: 'Begin training bench' }).click()
  await pass(page, 6)
  // The second port stays at the burner while the first goes where the step asks.
  await dialog.getByLabel('Pressure p2 is connected to').selectOption({ label: 'manifold' })
  await dialog.getByRole('button', { name: 'Close' }).first().click()
  await toStep(page, 'Dynamic pressure at the inlet')
  await bringToRate(page)
  await pass(page, 20)
  const inlet = page.locator('div.grid:has([data-live])').filter({ hasText: 'Inlet' }).first()
  const now = inlet.locator('p.figure').first()
  await expect(now).toContainText('in')
  await expect(inlet.locator('[data-live]')).toHaveAttribute('data-live', 'ready')
  await mishap(page, 'Hoses changed over', 12)
  await expect(page.getByText(/two hoses may be changed over/)).toBeVisible()
  await page.getByLabel('Hoses changed over', { exact: true }).uncheck()
  await mishap(page, 'Hose off', 14)
  await expect(page.getByText(/Hose off\? Press it on/)).toBeVisible()
  await page.getByLabel('Hose off', { exact: true }).uncheck()
  await mishap(page, 'Analyzer unplugged', 12)
  await expect(bar(page)).toContainText('M2 (not heard)')
})

test('a web process is ended in the middle of a stream: said at once, and the next one goes on where it was', async ({ page, browser }, {
  parallelIndex,
}) => {
  const world = (JSON.parse(process.env.WORLDS ?? '[]') as Pick<Parameters<typeof serve>[0], 'as' | 'secret'>[])[parallelIndex]
  if (!world) throw new Error('WORLDS names the database of each worker')
  const lead = await browser.newContext()
  const leads = await lead.newPage()
  await signInByForm(leads, 'Maren')
  const made = await leads.request.post('/api/v1/bridges', { data: { name: `Van ${Date.now()}` } })
  expect(made.status()).toBe(201)
  const { token } = (await made.json()) as { token: string }
  await lead.close()

  await signIn(page, 'Tobias')
  const visit = `/visits/${await planAnother(page, '7 Quarry Row')}`
  await page.goto(visit)
  await start(page)
  await makeSafe(page)
  const port = await new Promise<number>((found) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port: free } = probe.address() as { port: number }
      probe.close(() => found(free))
    })
  })
  const publicUrl = `http://127.0.0.1:${port}`
  const begin = () => serve({ host: '127.0.0.1', port, publicUrl, ...world, demo: true, log: 'ignore', env: { LUCERNA_BACKGROUND: '0' } })
  let own = await begin()
  await page.goto(`${publicUrl}${visit}`)
  // A gauge that another web process is told of, twice a second.
  let [seq, value] = [0, 21]
  const teller = setInterval(() => {
    const line = { v: 1, instrument: 'P150-4118', channel: 'p', seq: seq++, t: new Date().toISOString(), value, unit: 'mbar' }
    void page.request
      .post('/api/bridge/lines', {
        headers: { authorization: `Bearer ${token}`, 'content-type': 'application/x-ndjson' },
        data: JSON.stringify(line),
      })
      .catch(() => undefined)
  }, 500)
  try {
    const dialog = page.getByRole('dialog')
    const network = dialog.getByRole('button', { name: 'Connect over the network' })
    await expect(async () => {
      await page.keyboard.press('c')
      await expect(network).toBeVisible({ timeout: 3_000 })
    }).toPass()
    await network.click()
    await expect(dialog.getByText('21 mbar').first()).toBeVisible()
    own.child.kill('SIGKILL')
    await expect(dialog.getByText(/The connection is lost/)).toBeVisible()
    value = 22
    own = await begin()
    await expect(dialog.getByText('22 mbar').first()).toBeVisible({ timeout: 20_000 })
    await expect(dialog.getByText(/The connection is lost/)).toBeHidden()
  } finally {
    clearInterval(teller)
    await own.stop()
  }
})

test('without a network an instrument on a cable is still live, and what it says is kept @phone', async ({ page, context }) => {
  await page.addInitScript(() => {
    const line = (seq: number) =>
      JSON.stringify({
        v: 1,
        instrument: 'P150-4118',
        channel: 'p',
        seq,
        t: new Date().toISOString(),
        value: seq < 8 ? 0 : 21.4,
        unit: 'mbar',
      })
    Object.defineProperty(navigator, 'serial', {
      value: {
        requestPort: () =>
          Promise.resolve({
            open: () => Promise.resolve(),
            close: () => Promise.resolve(),
            writable: null,
            readable: new ReadableStream({
              start(controller) {
                let seq = 0
                setInterval(() => controller.enqueue(new TextEncoder().encode(`${line(seq++)}\n`)), 500)
              },
            }),
          }),
      },
    })
  })
  await signIn(page, 'Tobias')
  await page.goto(`/visits/${await planAnother(page, '7 Quarry Row')}`)
  await start(page)
  await page.getByRole('button', { name: 'Connect…' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Connect by cable' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Close' }).first().click()
  await makeSafe(page)
  await context.setOffline(true)
  await page.getByRole('button', { name: /gauge connected/ }).click()
  await expect(bar(page)).toContainText('no network: only what is connected to this device is live')
  await expect(page.locator('[data-live=ready]').first()).toBeVisible({ timeout: 20_000 })
  await page.getByRole('button', { name: 'I press Record' }).click()
  await page.getByRole('button', { name: 'Record', exact: true }).click()
  await expect(page.getByText(/offline, \d+ saved here/)).toBeVisible()
  await expect(page.getByRole('button', { name: /Inlet: Standing pressure 21\.4 mbar, within limits/ })).toBeVisible()
  // A trace that an instrument recorded by itself is read on the device too, faults and all.
  await page.getByRole('button', { name: /^Live:/ }).click()
  await page.getByRole('button', { name: 'Trace from a file…' }).click()
  const began = Date.now() - 400_000
  const rows = Array.from({ length: 300 }, (_, i) => `${new Date(began + i * 1000).toISOString()};8,9;${i === 7 ? '----' : 41}`)
  await page
    .getByLabel('CSV file')
    .setInputFiles({ name: 'flue.csv', mimeType: 'text/csv', buffer: Buffer.from(['Time;CO2 [%];CO [ppm]', ...rows].join('\n')) })
  await page.getByRole('button', { name: 'Read the file' }).click()
  await expect(page.getByText(/^300 rows, /)).toBeVisible()
  await expect(page.getByText('First of these: row 8, “----”')).toBeVisible()
  await page.getByRole('button', { name: 'Keep trace only' }).click()
  await expect(page.getByText('Trace kept')).toBeVisible()
  await context.setOffline(false)
  await page.evaluate(() => window.dispatchEvent(new Event('online')))
  await expect(page.getByText('all sent')).toBeVisible({ timeout: 20_000 })
  await page.goto(page.url().split('#')[0] + '/traces')
  await expect(page.getByText('From the file flue.csv')).toBeVisible()
})
