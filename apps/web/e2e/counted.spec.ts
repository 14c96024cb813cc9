import { appendFileSync } from 'node:fs'
import { expect, type Page, test } from './test'
import { type Counted, countService } from './counted'
import { closeInService, soundTexts } from './sheet'
import { planAnother, signIn, start } from './technician'

/** What a sound annual service of two rates costs a technician on a phone: it may cost less some day, never more. */
const AT_MOST = {
  'by hand': { taps: 45, figures: 25, screens: 2 },
  'from instruments': { taps: 25, figures: 0, screens: 2 },
} as const

async function begun(page: Page): Promise<void> {
  await page.clock.install()
  await signIn(page, 'Tobias', { goesOn: true })
  await page.goto(`/visits/${await planAnother(page, '7 Quarry Row')}`)
  await start(page)
}

/** Holds what was counted against what it may cost; `npm run bench -- taps` prints it. */
function costs(how: keyof typeof AT_MOST, { taps, figures, longest, by }: Counted): void {
  if (process.env.COUNTS) appendFileSync(process.env.COUNTS, `${JSON.stringify({ how, taps, figures, longest, by })}\n`)
  const most = AT_MOST[how]
  const told = by.map((b) => `${b.title}: ${b.what.join(', ')}`)
  expect([taps <= most.taps, taps, told]).toEqual([true, taps, told])
  // The water gauge is one tap where the visit before read it too; another story may have left that out.
  const again = by.some((b) => b.what.some((w) => w.endsWith(' again')))
  expect(figures).toBeLessThanOrEqual(most.figures + (again ? 0 : 1))
  expect([longest.screens <= most.screens, longest]).toEqual([true, longest])
}

test('a sound annual service by hand asks for few taps and figures @phone', async ({ page }) => {
  test.setTimeout(180_000)
  const texts = soundTexts('tarnwick-larch-28-c', 'metric-ratio', 'natural-gas-h', 410, 'annual-service')
  await begun(page)
  costs('by hand', await countService(page, texts))
  await closeInService(page)
  await expect(page.getByText(/^Answered in one go, as listed: \d+ of \d+ inspections\.$/)).toBeVisible()
})

test('a sound annual service from instruments asks for fewer, and for no figure @phone', async ({ page }) => {
  test.setTimeout(360_000)
  await begun(page)
  await page.getByRole('button', { name: 'Connect…' }).click()
  await page.getByRole('button', { name: 'Begin training bench' }).click()
  await page.getByLabel('Record by itself when settled and within limits').check()
  await page.getByRole('dialog').getByRole('button', { name: 'Close' }).first().click()
  costs('from instruments', await countService(page, { 'need-pressure-water-water-off': '1.5' }, true))
  await closeInService(page)
})
