import { expect, test } from './test'
import { accessible } from './axe'
import { planAnother, record, signIn, start } from './technician'

test('CO in the room stops everything; leaving it isolated is still possible', async ({ page }) => {
  await signIn(page, 'Tobias')
  await page.goto(`/visits/${await planAnother(page, '7 Quarry Row')}`)
  await start(page)
  await page.getByRole('button', { name: 'Zeroed in clean air', exact: true }).nth(1).click()
  await record(page, ['75'])
  // The screen changes: people and air first, then the paper; each with what became of it.
  await expect(page.getByRole('heading', { name: 'Immediate danger: safety first' })).toBeVisible()
  await expect(page.getByRole('alert').getByText('Immediate danger. Get everyone out.')).toBeVisible()
  await expect(page.getByText('Get everyone out of the building now. CO in the room: 75 ppm.').first()).toBeVisible()
  for (const [action, answer] of [
    ['Get everyone out', 'Done'],
    ['Shut the gas off', 'Done'],
    ['Ventilate', 'Done'],
    ['Attach a “do not use” label', 'Refused'],
  ] as const)
    await page.getByRole('group', { name: action }).getByRole('button', { name: answer }).click()
  await accessible(page)
  await page.getByRole('button', { name: /^Flue gas at maximum/ }).click()
  await expect(page.getByRole('alert').getByText('Stop work. CO in the room.')).toBeVisible()
  await expect(page.getByRole('button', { name: /^Record/ })).toHaveCount(0)
  await page.getByRole('button', { name: /^Finish/ }).click()
  await expect(page.getByRole('radio', { name: /In normal service/ })).toBeDisabled()
  await expect(page.getByText(/Not answered for this danger: Call .* from outside/)).toBeVisible()
  await page.getByRole('button', { name: 'What to do' }).click()
  await page
    .getByRole('group', { name: /^Call .* from outside$/ })
    .getByRole('button', { name: 'Done' })
    .click()
  await page.getByRole('button', { name: 'Open Finish' }).click()
  // What is left dangerous is told in writing; that they would not sign is written down too.
  await page.getByRole('button', { name: 'Note or defect' }).click()
  await page.getByRole('radio', { name: 'Immediate danger' }).click()
  await page.getByLabel('Fault and location').fill('Flue joint apart in the loft')
  await page.getByRole('button', { name: 'Save note' }).click()
  await page.getByRole('button', { name: 'Give notice…' }).click()
  await page.getByLabel(/label attached/).check()
  await accessible(page)
  await page.getByRole('button', { name: 'Refused to sign' }).click()
  await expect(page.getByText(/Notice given at .*Refused.*label attached/)).toBeVisible()
  await page.getByRole('button', { name: 'Open Finish' }).click()
  await page.getByRole('radio', { name: /Referred to the gas supplier/ }).click()
  await page.getByLabel(/Reason, and what was done/).fill('75 ppm in the room; everyone out, emergency line called')
  await page.getByRole('button', { name: 'Close visit' }).click()
  await page.waitForURL('**/report')
  await expect(page.getByText('Referred to the gas supplier').first()).toBeVisible()
  await expect(page.getByText(/Flue joint apart in the loft: .*customer refused to sign/)).toBeVisible()
  await page.goto(page.url().replace(/report$/, 'notices'))
  await expect(page.getByRole('heading', { name: 'Immediate danger: do not use' })).toBeVisible()
  await accessible(page)
})

test('a planner reads but does not record; an apprentice does not close', async ({ page }) => {
  await signIn(page, 'Noor')
  await page.getByRole('link', { name: /^\d\d:\d\d ?Upper Sallow Lodge/ }).click()
  await expect(page.getByText('You can read this visit. Recording is for technicians.')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Start visit' })).toHaveCount(0)

  await page.context().clearCookies()
  await signIn(page, 'Ilse')
  await page.goto(`/visits/${await planAnother(page, '7 Quarry Row')}`)
  await start(page)
  await page.getByRole('button', { name: /^Finish/ }).click()
  await expect(page.getByText('A licensed technician must close the visit.')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Close visit' })).toBeDisabled()
})

test('another firm’s visit and appliance do not exist', async ({ page }) => {
  await signIn(page, 'Tobias')
  const href = await page
    .getByRole('link', { name: /7 Quarry Row/ })
    .first()
    .getAttribute('href')
  await page.goto('/sites')
  const appliance = await page
    .getByRole('link', { name: /7 Quarry Row/ })
    .first()
    .getAttribute('href')
  await page.context().clearCookies()
  await signIn(page, 'Wim')
  await page.goto('/sites')
  await expect(page.getByText('Quarry Row')).toHaveCount(0)
  for (const path of [href, appliance]) {
    await page.goto(path ?? '')
    await expect(page.getByText('Page not found')).toBeVisible()
  }
})

test('signed out, every page leads to the sign-in and back; a wrong password keeps the address', async ({ page }) => {
  await page.goto('/sites')
  await expect(page).toHaveURL(/sign-in\?next=%2Fsites/)
  await page.getByLabel('Email').fill('tobias.achterberg@lucerna.example')
  await page.getByLabel('Password').fill('not the password')
  await page.getByRole('button', { name: 'Sign in', exact: true }).click()
  await expect(page.getByRole('alert').filter({ hasText: 'do not match' })).toBeVisible()
  await expect(page.getByLabel('Email')).toHaveValue('tobias.achterberg@lucerna.example')
  await page.getByRole('button', { name: /Tobias/ }).click()
  await page.waitForURL('**/sites')
})
