import { expect, type Page, test } from './test'
import { accessible } from './axe'
import { signIn } from './technician'

/** What is made at a desk and read on a phone: every page fits its width, keeps its words, and can be used by those who do not see. */

const fits = async (page: Page, path: string) => {
  await page.goto(path)
  await expect(page.locator('#main')).toBeVisible()
  const { wide, seen } = await page.evaluate(() => ({
    wide: document.documentElement.scrollWidth,
    seen: document.documentElement.clientWidth,
  }))
  expect([path, wide <= seen]).toEqual([path, true])
}

test('registers, cards, practices, instruments and people on a phone', { tag: '@phone' }, async ({ page }) => {
  test.setTimeout(240_000)
  await signIn(page, 'Maren')
  await page.goto('/sites?show=appliances')
  const appliance = await page
    .getByRole('link', { name: /Larch 28 C/ })
    .first()
    .getAttribute('href')
  await page.goto('/sites?show=sites')
  const site = await page
    .getByRole('link', { name: /7 Quarry Row/ })
    .first()
    .getAttribute('href')
  for (const path of [
    '/today',
    '/sites',
    site ?? '',
    `${site}/edit`,
    appliance ?? '',
    `${appliance}/label`,
    `${appliance}/compare`,
    '/cards/tarnwick-larch-28-c',
    '/instruments',
    '/people',
    '/import-export',
    '/settings',
    '/simulator',
  ])
    await fits(page, path)
  await page.goto(appliance ?? '')
  await accessible(page)
  // A report on a phone, and the link that its customer gets.
  const report = (await page.locator('a[href$="/report"]').first().getAttribute('href')) ?? ''
  for (const path of [report, `${report}?for=customer`]) await fits(page, path)
  await page.getByRole('button', { name: 'Share…' }).click()
  await page.getByRole('button', { name: 'Make link' }).click()
  const link = (await page.getByRole('dialog').getByText(/\/l\//).first().textContent()) ?? ''
  await accessible(page)
  await page.context().clearCookies()
  await page.goto(new URL(link).pathname)
  await expect(page.getByText('When to call')).toBeVisible()
  await expect(page.getByText('Annex')).toHaveCount(0)
  await accessible(page)
})
