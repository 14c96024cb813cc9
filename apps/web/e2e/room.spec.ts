import { expect, test } from './test'
import { accessible } from './axe'
import { signIn } from './technician'

test('the appliance room: an appliance lights, a worn one behaves worn, a technician does not get in', async ({ page }) => {
  await signIn(page, 'Maren')
  await page.goto('/more')
  await page.getByRole('link', { name: 'Simulator' }).click()
  await page
    .getByLabel('Appliance', { exact: true })
    .or(page.getByRole('combobox').first())
    .first()
    .selectOption({ label: 'Brightholm Drift 40' })
  await page.getByRole('radio', { name: '60 ×' }).click()
  await page.getByLabel('Call for heat').check()
  await expect(page.getByRole('status').filter({ hasText: 'running' })).toBeVisible()
  await expect(page.getByRole('listitem').filter({ hasText: '✓ Flame proved' })).toBeVisible()
  await accessible(page)
  // Its air tube off: the air is not proved, the burner goes out and does not come back.
  await page.getByText('Electrics', { exact: true }).click()
  await page.getByLabel('Share of pressure at the air pressure switch').fill('0')
  await expect(page.getByText('1 changed')).toBeVisible()
  await expect(page.getByRole('status').filter({ hasText: /waiting for: Air flow proved|lockout/ })).toBeVisible()
  await page.getByRole('radio', { name: 'Pause' }).click()

  await page.context().clearCookies()
  await signIn(page, 'Tobias')
  await page.goto('/simulator')
  await expect(page.getByText('Page not found')).toBeVisible()
})
