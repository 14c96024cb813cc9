import { expect, type Page, test } from './test'
import { readFileSync } from 'node:fs'
import { accessible } from './axe'
import { planAnother, signIn, start, toStep } from './technician'

const stamp = () => Math.random().toString(36).slice(2, 8)
const said = (page: Page, words: RegExp | string) => expect(page.getByText(words).first()).toBeVisible()
const PASSWORD = 'a lamp in the dark'

async function withPassword(page: Page, email: string, password: string): Promise<void> {
  await page.goto('/sign-in')
  await page.getByLabel('Email').fill(email)
  await page.getByLabel('Password', { exact: true }).fill(password)
  await page.getByRole('button', { name: 'Sign in', exact: true }).click()
}

/** The newest letter to an address, opened in the outbox; answers with its link. */
async function linkFor(lead: Page, email: string): Promise<string> {
  await lead.goto('/mail')
  const letter = lead.getByRole('listitem').filter({ hasText: email }).first()
  await letter.locator('summary').click()
  const href = await letter.getByRole('link').first().getAttribute('href')
  return href ?? ''
}

async function twice(page: Page, password: string, button: string): Promise<void> {
  await page.getByLabel('Password', { exact: true }).fill(password)
  await page.getByLabel('Repeat password').fill(password)
  await page.getByRole('button', { name: button }).click()
}

test('a lead invites a technician, who joins by the letter; the link works once; a lost password comes back by letter, once', async ({
  browser,
  page,
}) => {
  const email = `jonas.${stamp()}@lucerna.example`
  await signIn(page, 'Maren')
  await page.goto('/people')
  await accessible(page)
  await page.getByRole('button', { name: 'Invite person' }).click()
  await page.getByLabel('Name').fill('Jonas Brandt')
  await page.getByLabel('Email').fill('jonas')
  await page.getByRole('button', { name: 'Send invitation' }).click()
  await said(page, /name@firm\.example/)
  await said(page, 'A licence number is required for gas work.')
  await accessible(page)
  await page.getByLabel('Email').fill(email)
  await page.getByLabel('Licence number').fill('HM-2001')
  await page.getByLabel('Expiry date').fill(new Date(Date.now() + 30 * 86_400_000).toISOString().slice(0, 10))
  await page.getByRole('button', { name: 'Send invitation' }).click()
  await said(page, `Invitation to ${email} is in the outbox.`)
  const link = await linkFor(page, email)
  await accessible(page)
  const downloading = page.waitForEvent('download')
  await page.getByRole('listitem').filter({ hasText: email }).first().getByRole('link', { name: 'Download (.eml)' }).click()
  const file = readFileSync(await (await downloading).path(), 'utf8')
  expect(file).toMatch(/^Subject: Invitation to Hollowmere Heat/m)

  const jonas = await (await browser.newContext()).newPage()
  await jonas.goto(link)
  await said(jonas, /Welcome, Jonas Brandt\. You are joining Hollowmere Heat as technician/)
  await accessible(jonas)
  await twice(jonas, 'short', 'Join firm')
  await said(jonas, 'Use at least ten characters.')
  // What was refused is not kept: passwords are typed again.
  await expect(jonas.getByLabel('Password', { exact: true })).toHaveValue('')
  await jonas.getByLabel('Password', { exact: true }).fill(PASSWORD)
  await jonas.getByLabel('Repeat password').fill('something else')
  await jonas.getByRole('button', { name: 'Join firm' }).click()
  await said(jonas, 'The two passwords differ.')
  await twice(jonas, PASSWORD, 'Join firm')
  await jonas.waitForURL('**/today')
  // A licence that lapses within two months is said on the first page already.
  await said(jonas, /Your licence expires on/)
  await jonas.context().clearCookies()
  await jonas.goto(link)
  await said(jonas, 'This invitation has been used.')

  await jonas.goto('/forgot')
  await jonas.getByLabel('Email').fill(email)
  await jonas.getByRole('button', { name: 'Send link' }).click()
  await said(jonas, 'If we know this address, a link is on its way.')
  const reset = await linkFor(page, email)
  expect(reset).toContain('/reset/')
  await jonas.goto(reset)
  await accessible(jonas)
  await twice(jonas, 'a new lamp for the old', 'Set password')
  await said(jonas, 'New password set')
  await jonas.goto(reset)
  await twice(jonas, 'yet another lamp here', 'Set password')
  await said(jonas, 'This link was used or has expired.')
  await withPassword(jonas, email, 'a new lamp for the old')
  await jonas.waitForURL('**/today')

  // Two devices; one signs the other out.
  const second = await (await browser.newContext()).newPage()
  await withPassword(second, email, 'a new lamp for the old')
  await second.waitForURL('**/today')
  await jonas.goto('/settings')
  await accessible(jonas)
  await jonas.getByRole('button', { name: 'Sign out everywhere else' }).click()
  await said(jonas, 'Signed out everywhere else.')
  await second.goto('/today')
  await expect(second).toHaveURL(/sign-in/)

  // Leaves the firm: out at once; back by undo.
  await page.goto('/people')
  await page.getByRole('listitem').filter({ hasText: email }).getByRole('button', { name: 'Edit Jonas Brandt' }).click()
  await page.getByRole('button', { name: 'Remove from firm' }).click()
  await said(page, /Jonas Brandt has left/)
  await jonas.goto('/today')
  await expect(jonas).toHaveURL(/sign-in/)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('listitem').filter({ hasText: email }).getByText(/^left/)).toHaveCount(0)
  await page.goto('/audit')
  await said(page, /removed from the firm/)
  await accessible(page)
  for (const one of [jonas, second]) await one.context().close()
})

test('wrong passwords are counted for the account, by the form and by the address alike', async ({ page, baseURL }) => {
  const email = `nobody.${stamp()}@lucerna.example`
  for (let i = 0; i < 4; i++) {
    await withPassword(page, email, 'wrong wrong wrong')
    await said(page, 'Email and password do not match.')
    await expect(page.getByLabel('Email')).toHaveValue(email)
  }
  for (let i = 0; i < 4; i++) {
    const answer = await page.request.post('/api/auth/sign-in/email', {
      data: { email, password: 'wrong' },
      headers: { origin: baseURL ?? '' },
    })
    expect(answer.status()).toBe(401)
  }
  expect(
    (
      await page.request.post('/api/auth/sign-in/email', { data: { email, password: 'wrong' }, headers: { origin: baseURL ?? '' } })
    ).status(),
  ).toBe(429)
  await withPassword(page, email, 'wrong wrong wrong')
  await said(page, 'Too many attempts.')
})

test('an apprentice’s work is confirmed on the apprentice’s device by passcode', { tag: '@phone' }, async ({ page }) => {
  await page.goto('/sign-in')
  const passcode = /passcode (\d{6})/.exec((await page.getByText(/passcode \d{6}/).textContent()) ?? '')?.[1] ?? ''
  await signIn(page, 'Ilse')
  await page.goto(`/visits/${await planAnother(page, '7 Quarry Row')}`)
  await start(page)
  await page.getByRole('button', { name: 'Note or defect' }).click()
  await page.getByRole('radio', { name: 'Part fitted' }).click()
  await page.getByRole('button', { name: 'Burner door seal' }).click()
  await page.getByLabel('Reason', { exact: true }).fill('Torn')
  await page.getByRole('button', { name: 'Save note' }).click()
  await expect(page.getByText('all sent')).toBeVisible()
  await toStep(page, 'Finish')
  await said(page, 'One entry to confirm')
  await accessible(page)
  await page.getByLabel('Licensed technician').selectOption('Maren Ostby')
  await page.getByLabel('Passcode').fill('000000')
  await page.getByRole('button', { name: 'Confirm work', exact: true }).click()
  await said(page, 'Person and passcode do not match.')
  await page.getByLabel('Passcode').fill(passcode)
  await page.getByRole('button', { name: 'Confirm work', exact: true }).click()
  await expect(page.getByText('One entry to confirm')).toHaveCount(0)
})

test('units and dialect follow the person, and change what is read everywhere', async ({ page }) => {
  await signIn(page, 'Wim')
  await page.goto('/settings')
  const kept = page.waitForResponse('**/me/preferences')
  await page.getByRole('radio', { name: 'Metric', exact: true }).click()
  await kept
  await page.goto('/sites?show=appliances')
  await page
    .getByRole('link', { name: /Drift 80/ })
    .first()
    .click()
  await expect(page.getByText('mbar').first()).toBeVisible()
  await expect(page.locator('html')).toHaveAttribute('lang', 'en-US')
  await expect(page.getByRole('img', { name: /^Manifold pressure/ }).first()).toBeVisible()
  const appliance = page.url()
  await page.goto('/settings')
  const spoken = page.waitForResponse('**/me/preferences')
  await page.getByRole('radio', { name: 'British and Irish' }).click()
  await spoken
  await expect(page.locator('html')).toHaveAttribute('lang', 'en-GB')
  await page.goto(appliance)
  await expect(page.getByRole('img', { name: /^Burner pressure/ }).first()).toBeVisible()
  await page.goto('/settings')
  const again = page.waitForResponse('**/me/preferences')
  await page.getByRole('radio', { name: /Same as the profile \(/ }).click()
  await again
  await expect(page.getByRole('radio', { name: /Same as the profile \(/ })).toHaveAttribute('aria-checked', 'true')
  const back = page.waitForResponse('**/me/preferences')
  await page.getByRole('radio', { name: 'Same as the profile', exact: true }).click()
  await back
  await expect(page.locator('html')).toHaveAttribute('lang', 'en-US')
  await page.goto(appliance)
  await expect(page.getByText('inWC').first()).toBeVisible()
})

test('today says what each role needs', async ({ page }) => {
  for (const [who, words, not] of [
    ['Maren', ['For the lead technician', 'Work to confirm', 'Licences', 'Calibrations'], null],
    ['Noor', ['To plan', 'Unassigned visits'], 'For the lead technician'],
    ['Ruben', ['For the lead technician', 'Ruben Calder'], 'Quarry'],
  ] as const) {
    await signIn(page, who)
    for (const w of words) await said(page, w)
    if (not) await expect(page.locator('#main').getByText(not)).toHaveCount(0)
    await accessible(page)
    await page.context().clearCookies()
  }
})
