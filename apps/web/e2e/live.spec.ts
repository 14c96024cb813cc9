import { expect, test } from './test'
import { countService } from './counted'
import { closeInService } from './sheet'
import { planAnother, signIn, start } from './technician'

/** What a sound annual service of two rates costs with connected instruments: it may cost less some day, never more. */
const TAPS = 25
const FIGURES = 0

test('a sound annual service from instruments @phone-only', async ({ page }) => {
  test.setTimeout(360_000)
  await page.clock.install()
  await signIn(page, 'Tobias', { goesOn: true })
  await page.goto(`/visits/${await planAnother(page, '7 Quarry Row')}`)
  await start(page)
  await page.getByRole('button', { name: 'Connect…' }).click()
  await page.getByRole('button', { name: 'Begin training bench' }).click()
  await page.getByLabel('Record by itself when settled and within limits').check()
  await page.getByRole('dialog').getByRole('button', { name: 'Close' }).first().click()
  const { taps, figures, by } = await countService(page, {}, true)
  expect([taps, by.map((b) => `${b.title}: ${b.what.join(', ')}`)]).toEqual([Math.min(taps, TAPS), expect.anything()])
  expect(figures).toBeLessThanOrEqual(FIGURES)
  await closeInService(page)
})
