import { expect, type Page, test } from './test'
import { allKept, gaugeOn, makeSafe, planAnother, record, signInByForm, start } from './technician'

/** A basement without a signal: what was open on this phone opens again there. */

test.use({ serviceWorkers: 'allow', viewport: { width: 390, height: 844 } })

/** Until the page at hand stands in the browser's own store. */
const pageKept = (page: Page, path: string) =>
  expect
    .poll(() => page.evaluate(async (p) => (await (await caches.open('lucerna-pages')).match(p)) !== undefined, path), { timeout: 15_000 })
    .toBe(true)

/** How many events this device still has to send. */
const waitingHere = () =>
  new Promise<number>((done, failed) => {
    const open = indexedDB.open('lucerna')
    open.onerror = () => failed(new Error('no store'))
    open.onsuccess = () => {
      const count = open.result.transaction('events').objectStore('events').count()
      count.onsuccess = () => {
        open.result.close()
        done(count.result)
      }
    }
  })

test('with the server away the visit opens again with all that was acknowledged and goes on; signing out forgets it', async ({
  page,
  context,
}) => {
  // A session of its own: it is ended here, and other stories go on with theirs.
  await signInByForm(page, 'Tobias')
  const path = `/visits/${await planAnother(page, '7 Quarry Row')}`
  await pageKept(page, '/today')
  await page.goto(path)
  await start(page)
  // From here on the kept document is older than the log.
  await pageKept(page, path)
  await makeSafe(page)
  await gaugeOn(page)
  // "All kept" may still be said of what was before: the answer is waited for.
  const acknowledged = page.waitForResponse((r) => r.ok() && (r.request().postData() ?? '').includes('"22.2"'))
  await record(page, ['22.3', '22.2'])
  await acknowledged
  // The answer has come; the device lets go of what it said a moment later.
  await expect.poll(() => page.evaluate(waitingHere)).toBe(0)
  await allKept(page)

  await context.setOffline(true)
  await page.reload()
  await expect(page.getByText('all sent · offline')).toBeVisible()
  await expect(page.getByRole('button', { name: /Inlet: Standing pressure 22\.2 mbar, within limits/ })).toBeVisible()
  await expect(page.getByRole('button', { name: /Room: CO in the room 0 ppm/ })).toBeVisible()
  await page.getByRole('button', { name: 'Next step' }).click()
  await page
    .getByRole('group', { name: /appliance/i })
    .first()
    .getByRole('button')
    .first()
    .click()
  await expect(page.getByText('offline, 2 saved here')).toBeVisible()
  // The way to the day's list and back; an old list says how old it is.
  await page.clock.setSystemTime(Date.now() + 20 * 60_000)
  await page.goto('/today')
  await expect(page.getByText(/Offline\. This list is from \d\d:\d\d/)).toBeVisible()
  await expect(page.getByRole('link', { name: /7 Quarry Row/ }).first()).toBeVisible()
  // What needs the server says so.
  await page.goto('/sites')
  await expect(page.getByRole('heading', { name: 'No connection to the server' })).toBeVisible()
  await page.goto(path)
  await expect(page.getByText('offline, 2 saved here')).toBeVisible()
  await context.setOffline(false)
  await page.evaluate(() => window.dispatchEvent(new Event('online')))
  await allKept(page)

  // The next person on this phone sees nothing of it.
  await page.goto('/more')
  await page.getByRole('button', { name: 'Sign out' }).click()
  await page.waitForURL('**/sign-in')
  await expect.poll(() => page.evaluate(async () => (await caches.keys()).includes('lucerna-pages'))).toBe(false)
  await context.setOffline(true)
  await page.goto(path)
  await expect(page.getByRole('heading', { name: 'No connection to the server' })).toBeVisible()
})
