import { oneTimeCode } from '../src/test/oneTimeCode'
import { accessible } from './axe'
import { beginFirm } from './beginFirm'
import { expect, test } from './test'

test('a second factor and a passkey of one’s own; a lead asks everybody for it', async ({ page, context, baseURL }, { parallelIndex }) => {
  // Browsers bind passkeys to names.
  const at = baseURL!.replace('127.0.0.1', 'localhost')
  const devtools = await context.newCDPSession(page)
  await devtools.send('WebAuthn.enable')
  await devtools.send('WebAuthn.addVirtualAuthenticator', {
    options: { protocol: 'ctap2', transport: 'internal', hasResidentKey: true, hasUserVerification: true, isUserVerified: true },
  })
  const { email, password } = await beginFirm(page, parallelIndex, at)
  const signOut = async () => {
    await context.clearCookies()
    await page.goto(`${at}/sign-in`)
  }
  const byPassword = async () => {
    await page.getByLabel('Email').fill(email)
    await page.getByLabel('Password').fill(password)
    await page.getByRole('button', { name: 'Sign in', exact: true }).click()
  }

  // The app is set up: a wrong password is said, the codes are kept, a code proves that it was scanned.
  await page.goto(`${at}/settings`)
  await page.getByRole('button', { name: 'Set up' }).click()
  await page.locator('#authenticator-password').fill('not this one')
  await page.getByRole('button', { name: 'Continue' }).click()
  await expect(page.getByText('Wrong password.')).toBeVisible()
  await page.locator('#authenticator-password').fill(password)
  await page.getByRole('button', { name: 'Continue' }).click()
  await expect(page.getByAltText('Code to scan')).toBeVisible()
  const key = await page.locator('code').textContent()
  const recovery = await page.getByRole('dialog').locator('li').allTextContents()
  expect(recovery).toHaveLength(10)
  const code = oneTimeCode(key!, Date.now())
  await accessible(page)
  await page.getByLabel('six digits').fill(code)
  await page.getByRole('button', { name: 'Turn on' }).click()
  await expect(page.getByText('On. A code of your authenticator app')).toBeVisible()

  // A passkey opens the account alone.
  await page.getByLabel('Name, such as').fill('Van tablet')
  await page.getByRole('button', { name: 'Add a passkey' }).click()
  await expect(page.getByRole('button', { name: 'Remove passkey Van tablet' })).toBeVisible()
  await signOut()
  await page.getByRole('button', { name: 'Sign in with a passkey' }).click()
  await page.waitForURL('**/today')

  // The password no longer does: a code comes after it, or one that was kept, once.
  await signOut()
  await byPassword()
  await page.waitForURL('**/sign-in/second*')
  await expect(page.getByLabel('Code', { exact: true })).toBeVisible()
  await accessible(page)
  // Neither a wrong one nor one that served already.
  for (const wrong of ['000000', code]) {
    await page.getByLabel('Code', { exact: true }).fill(wrong)
    const answer = page.waitForResponse((r) => r.request().method() === 'POST')
    await page.getByRole('button', { name: 'Sign in' }).click()
    await answer
    await expect(page.getByText('This code does not match.')).toBeVisible()
    await expect(page).toHaveURL(/sign-in\/second/)
  }
  await page.getByRole('button', { name: 'Use a recovery code' }).click()
  await page.getByLabel('Recovery code').fill(recovery[0]!)
  await page.getByRole('button', { name: 'Sign in' }).click()
  await page.waitForURL('**/today')
  await signOut()
  await byPassword()
  await page.getByLabel('Code', { exact: true }).fill(oneTimeCode(key!, Date.now() + 30_000))
  await page.getByRole('button', { name: 'Sign in' }).click()
  await page.waitForURL('**/today')

  // Asked of everybody: without it there is nothing but the page to set it up.
  await page.goto(`${at}/settings`)
  await page.getByLabel('Require it of everyone').click()
  await expect(page.getByText('From now on everyone needs a second factor.')).toBeVisible()
  await page.getByRole('button', { name: 'Turn off' }).click()
  await page.locator('#authenticator-password').fill(password)
  await page.getByRole('dialog').getByRole('button', { name: 'Turn off' }).click()
  await page.waitForURL('**/second-factor*')
  await expect(page.getByText('Your firm asks for a second factor')).toBeVisible()
  expect((await page.request.get(`${at}/api/v1/people`)).status()).toBe(401)

  // Each change was told by letter.
  await page.locator('#authenticator-password').fill(password)
  await page.getByRole('button', { name: 'Continue' }).click()
  const anew = await page.locator('code').textContent()
  await page.getByLabel('six digits').fill(oneTimeCode(anew!, Date.now()))
  await page.getByRole('button', { name: 'Turn on' }).click()
  await page.waitForURL('**/settings')
  await page.goto(`${at}/mail`)
  await expect(page.getByText('Your sign-in was changed')).toHaveCount(4)
})
