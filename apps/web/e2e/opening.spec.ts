import { expect, test } from './test'
import { accessible } from './axe'
import { firmLink } from './beginFirm'
import { beginJob } from './sheet'

test('a new firm, from the operator’s link to its first closed visit; the link works once', async ({ page }, { parallelIndex }) => {
  const link = firmLink(parallelIndex)
  const stamp = Math.random().toString(36).slice(2, 8)
  await page.goto(link)
  await accessible(page)
  await page.getByLabel('Name of the firm').fill('Fellbank Heating')
  await page.getByLabel('Your name').fill('Dana Whitlow')
  await page.getByLabel('Email').fill(`dana-${stamp}@fellbank.example`)
  await page.getByLabel('Licence number').fill('FB-100')
  await page.getByLabel('Licence valid until').fill('2035-05-01')
  await page.getByLabel(/made-up makers/).check()
  const password = async (text: string) => {
    await page.getByLabel('Password', { exact: true }).fill(text)
    await page.getByLabel('Repeat password').fill(text)
    await page.getByRole('button', { name: 'Begin' }).click()
  }
  // What is wrong is said at its field, and nothing else has to be typed again.
  await password('password12')
  await expect(page.getByText('This password is easy to guess.')).toBeVisible()
  await expect(page.getByLabel('Your name')).toHaveValue('Dana Whitlow')
  await password('a lamp in the dark')
  await page.waitForURL('**/today')
  await expect(page.getByRole('heading', { name: 'To begin with' })).toBeVisible()
  await expect(page.getByRole('link', { name: /^Add a target card/ })).toHaveCount(0)
  // Something to try with, and gone again by one button.
  await page.getByRole('button', { name: 'Add sample data' }).click()
  await expect(page.getByRole('link', { name: /\(sample\)/ }).first()).toBeVisible()
  await expect(page.getByRole('heading', { name: 'To begin with' })).toBeVisible()
  await page.getByRole('button', { name: 'Remove sample data' }).click()
  await page.getByRole('button', { name: 'Remove all of it' }).click()
  await expect(page.getByRole('button', { name: 'Add sample data' })).toBeVisible()
  await expect(page.getByText('(sample)')).toHaveCount(0)

  await page.getByRole('link', { name: /^Enter the first site/ }).click()
  await page.getByLabel('Name', { exact: true }).fill('Weir Mill')
  await page.getByLabel('Address').fill('3 Weir Lane')
  await page.getByRole('button', { name: 'Save' }).click()
  await page.waitForURL('**/sites/*-*')
  await page.getByRole('link', { name: 'New gas supply' }).click()
  await page.getByRole('button', { name: 'Save' }).click()
  await page.waitForURL('**/sites/*-*')
  await page.getByRole('link', { name: 'New appliance' }).click()
  await page.getByLabel('Maker and model (target card)').selectOption({ label: 'Tarnwick Larch 28 C (version 4)' })
  await page.getByLabel('Serial number').fill(`TW28-${stamp}`)
  await page.getByLabel('Location').fill('Wheel room')
  await page.getByRole('button', { name: 'Save' }).click()
  await page.waitForURL('**/appliances/*-*')

  await beginJob(page, new URL(page.url()).pathname, 'Breakdown')
  await page.getByRole('button', { name: /^Finish/ }).click()
  await page.getByRole('radio', { name: /isolated/ }).click()
  await page.getByLabel(/Reason, and what was done/).fill('Part on order')
  await page.getByRole('button', { name: 'Close visit' }).click()
  await page.waitForURL('**/report')
  await expect(page.getByRole('main').getByText('Fellbank Heating').first()).toBeVisible()
  await page.goto('/today')
  await expect(page.getByRole('heading', { name: 'To begin with' })).toHaveCount(0)

  // Everything it owns in one file, made by the process beside.
  await page.goto('/import-export')
  await page.getByRole('button', { name: 'Make archive' }).click()
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'Download' }).click({ timeout: 30_000 })])
  expect(file.suggestedFilename()).toMatch(/^lucerna-archive-.*\.zip$/)

  await page.context().clearCookies()
  await page.goto(link)
  await expect(page.getByRole('main').getByRole('alert')).toContainText('This link was used')
})

test('a firm begun with a passkey: nobody thinks of a password, and the passkey opens it again', async ({ page, context, baseURL }, {
  parallelIndex,
}) => {
  // Browsers bind passkeys to names.
  const at = baseURL!.replace('127.0.0.1', 'localhost')
  const devtools = await context.newCDPSession(page)
  await devtools.send('WebAuthn.enable')
  const { authenticatorId } = await devtools.send('WebAuthn.addVirtualAuthenticator', {
    options: { protocol: 'ctap2', transport: 'internal', hasResidentKey: true, hasUserVerification: true, isUserVerified: false },
  })
  await page.goto(`${at}${firmLink(parallelIndex)}`)
  await page.getByLabel('Name of the firm').fill('Fellbank Heating')
  await page.getByLabel('Your name').fill('Dana Whitlow')
  await page.getByLabel('Email').fill(`dana-${Math.random().toString(36).slice(2, 8)}@fellbank.example`)
  await page.getByText('Mail server, if you have one').click()
  await page.getByLabel('Outgoing mail server').fill('localhost')
  await page.getByLabel('Letters come from').fill('office')
  await accessible(page)
  await page.getByRole('button', { name: 'Begin' }).click()
  // Its mail server is looked at like every other field.
  await expect(page.getByText('Not an email address.')).toBeVisible()
  await page.getByLabel('Letters come from').fill('office@fellbank.example')
  await page.getByRole('button', { name: 'Begin' }).click()
  // The finger is not known: there is a password for now, and another try.
  await page.getByRole('button', { name: 'Add your passkey' }).click()
  await expect(page.getByText('No passkey was added.')).toBeVisible()
  await expect(page.getByRole('link', { name: 'I wrote it down' })).toBeVisible()
  await devtools.send('WebAuthn.setUserVerified', { authenticatorId, isUserVerified: true })
  await page.getByRole('button', { name: 'Add your passkey' }).click()
  await page.waitForURL('**/today')
  await context.clearCookies()
  await page.goto(`${at}/sign-in`)
  await page.getByRole('button', { name: 'Sign in with a passkey' }).click()
  await page.waitForURL('**/today')
  // A server inside this machine's network is not asked, and the list of letters says why.
  await page.goto(`${at}/mail`)
  await page.getByText('Letters are sent through localhost').click()
  await page.getByRole('button', { name: 'Save and test' }).click()
  await expect(page.getByText('A test letter is on its way to you')).toBeVisible()
  await expect(async () => {
    await page.reload()
    await expect(page.getByText('localhost is inside this server’s own network').first()).toBeVisible({ timeout: 500 })
  }).toPass({ timeout: 20_000 })
})
