import { expect, test } from './test'
import { countService } from './counted'
import { closeInService, soundTexts } from './sheet'
import { planAnother, signIn, start } from './technician'

/** What a sound annual service of two rates costs a technician by hand on a phone: it may cost less some day, never more. */
const TAPS = 44
const FIGURES = 26

test('a sound annual service by hand asks for few taps and figures @phone-only', async ({ page }) => {
  test.setTimeout(180_000)
  const texts = soundTexts('tarnwick-larch-28-c', 'metric-ratio', 'natural-gas-h', 410, 'annual-service')
  await page.clock.install()
  await signIn(page, 'Tobias', { goesOn: true })
  await page.goto(`/visits/${await planAnother(page, '7 Quarry Row')}`)
  await start(page)
  const { taps, figures, by } = await countService(page, texts)
  expect([taps, by.map((b) => `${b.title}: ${b.what.join(', ')}`)]).toEqual([Math.min(taps, TAPS), expect.anything()])
  expect(figures).toBeLessThanOrEqual(FIGURES)
  await closeInService(page)
  await expect(page.getByText(/^Answered in one go, as listed: \d+ of \d+ inspections\.$/)).toBeVisible()
})
