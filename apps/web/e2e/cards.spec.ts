import sharp from 'sharp'
import { expect, type Page, test } from './test'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { accessible } from './axe'
import { makeSafe, planAnother, record, signIn, start } from './technician'

const closeDialog = async (page: Page) => {
  await page.keyboard.press('Escape')
  await expect(page.getByRole('dialog')).toHaveCount(0)
}
const fitsTheScreen = async (page: Page) => expect(await page.evaluate(() => document.documentElement.scrollWidth <= innerWidth)).toBe(true)

test('a card: written, refused while it contradicts itself, issued, compared, an appliance moved to it', async ({ page }) => {
  await signIn(page, 'Maren')
  await page.goto('/cards')
  await accessible(page)
  await page
    .getByRole('link', { name: /^Galder Adapt 24/ })
    .first()
    .waitFor()
  const [card, model, maximum] = ['galder-adapt-24', 'Adapt 24', '24.5']
  await page.goto(`/cards/${card}`)
  await accessible(page)
  await fitsTheScreen(page)
  await page.getByRole('button', { name: 'Write next version' }).click()
  await page.waitForURL(`**/cards/${card}/edit`)

  const section = async (name: string) =>
    page
      .getByRole('navigation', { name: 'Sections' })
      .getByRole('button', { name: new RegExp(`^${name}`) })
      .click()
  await section('Limits')
  const row = page.getByRole('button', { name: /^Working pressure/ })
  await row.click()
  await page.getByLabel('Maximum', { exact: true }).fill('400')
  await expect(page.getByText('The inlet limit of').first()).toBeVisible()
  await accessible(page)
  await page.getByRole('button', { name: 'Issue version…' }).click()
  await expect(page.getByRole('heading', { name: /errors? to fix/ })).toBeVisible()
  await closeDialog(page)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByText('The inlet limit of')).toHaveCount(0)
  await page.getByLabel('Maximum', { exact: true }).fill(maximum)
  await expect(page.getByText('Draft saved')).toBeVisible()

  // What is kept is there after a reload, and stands against the version before.
  await page.reload()
  await page.getByRole('button', { name: 'Differences' }).click()
  await expect(page.getByRole('dialog').getByText(maximum, { exact: true })).toBeVisible()
  await closeDialog(page)
  await page.getByRole('button', { name: 'Issue version…' }).click()
  await page.getByLabel('Changes and reasons').fill('Inlet maximum as in the second printing')
  await page.getByRole('button', { name: 'Issue version 2' }).click()
  await page.waitForURL(`**/cards/${card}`)
  await expect(page.getByText('Inlet maximum as in the second printing')).toBeVisible()

  await page.getByRole('checkbox', { name: new RegExp(`^${model},`) }).check()
  await page.getByRole('button', { name: 'Move to version 2' }).click()
  await expect(page.getByRole('dialog').getByText(maximum, { exact: true })).toBeVisible()
  await page.getByRole('button', { name: 'Move 1 appliance to version 2' }).click()
  await expect(page.getByText('Appliance moved. Its past visits keep the version they were assessed with.')).toBeVisible()
  await expect(page.getByRole('listitem').filter({ hasText: model }).getByText('version 2')).toBeVisible()
  await fitsTheScreen(page)
})

test('the server away while a card is written: it says so, tries again, and issues nothing that is not kept', async ({ page }) => {
  await signIn(page, 'Ruben')
  await page.goto('/cards/pellan-torch-450')
  await page.getByRole('button', { name: 'Write next version' }).click()
  await page.waitForURL('**/edit')
  await page.route('**/draft', (route) => route.abort())
  await page.getByLabel('Variant', { exact: true }).fill('x'.repeat(60))
  await expect(page.getByText(/Not saved: no connection/)).toBeVisible()
  await page.getByRole('button', { name: 'Issue version…' }).click()
  await page.getByLabel('Changes and reasons').fill('A long name')
  await page.getByRole('button', { name: 'Issue version 2' }).click()
  await expect(page.getByText(/your last entry is not saved yet/)).toBeVisible()
  await closeDialog(page)
  // More than one try fails, and the one after that is not forgotten.
  await page.waitForTimeout(4000)
  await page.unroute('**/draft')
  await expect(page.getByText('Draft saved')).toBeVisible({ timeout: 12_000 })
})

test('a file with wrong rows is refused as a whole; mended, it is taken over; the register goes out again', async ({ page }) => {
  const dir = mkdtempSync(path.join(tmpdir(), 'files-'))
  const mark = Math.random().toString(36).slice(2, 8)
  const file = (name: string, text: string) => {
    writeFileSync(path.join(dir, name), text)
    return path.join(dir, name)
  }
  const header = 'name;address;time_zone;altitude_m\r\n'
  await signIn(page, 'Noor')
  await page.goto('/import-export')
  await accessible(page)
  await page.getByLabel('Contents').selectOption('sites')
  const choose = page.locator('input[type=file]')
  await choose.setInputFiles(file('wrong.csv', 'colour\nred\n'))
  await expect(page.getByText(/none of the column names/)).toBeVisible()
  await choose.setInputFiles(
    file('two.csv', `${header}Mill ${mark};Weir 1;Europe/Zurich;412,5\r\nBarn ${mark};Weir 2;Mars/Olympus;1,200\r\n`),
  )
  await expect(page.getByText('“1,200” can be read in two ways.')).toBeVisible()
  await expect(page.getByText(/Not a time zone/)).toBeVisible()
  await expect(page.getByRole('button', { name: 'Import one row' })).toBeDisabled()
  await accessible(page)
  await choose.setInputFiles(
    file('mended.csv', `${header}Mill ${mark};Weir 1;Europe/Zurich;412,5\r\nBarn ${mark};Weir 2;Europe/Zurich;1200\r\n`),
  )
  await page.getByRole('button', { name: 'Import 2 rows' }).click()
  await expect(page.getByText('2 rows imported.')).toBeVisible()
  await page.goto(`/sites?q=${mark}`)
  await expect(page.getByText(`Barn ${mark}`)).toBeVisible()

  const out = await page.request.get('/api/v1/exports/sites')
  expect(await out.text()).toContain(`Mill ${mark},Weir 1,Europe/Zurich,412.5`)
  expect((await page.request.get('/schemas/card-1.json')).status()).toBe(200)
})

test('a lid label is printed; its code leads here, lets a customer tell of a lock-out, and leads nowhere once it is revoked', async ({
  page,
  browser,
}) => {
  await signIn(page, 'Tobias')
  const found = (await (await page.request.get('/api/v1/appliances?q=TW28-199021')).json()) as { rows: { id: string }[] }
  const id = found.rows[0]!.id
  await page.goto(`/appliances/${id}`)
  await page.getByRole('link', { name: 'Service label' }).click()
  await expect(page.getByText(/^left on|left on/).first()).toBeVisible()
  await accessible(page)
  await fitsTheScreen(page)
  const popup = page.waitForEvent('popup')
  await page.getByRole('button', { name: 'Open PDF' }).click()
  await (await popup).close()
  const { token } = (await (await page.request.post(`/api/v1/appliances/${id}/links`)).json()) as { token: string }
  const dir = mkdtempSync(path.join(tmpdir(), 'label-'))
  for (const size of ['small', 'medium', 'large']) {
    const pdf = await page.request.get(`/api/v1/appliances/${id}/label?size=${size}`)
    expect(pdf.headers()['content-type']).toBe('application/pdf')
    const bytes = await pdf.body()
    writeFileSync(path.join(dir, `${size}.pdf`), bytes)
    // One label is one page.
    expect(bytes.toString('latin1').match(/\/Type \/Page\b/g)).toHaveLength(1)
  }
  await page.goto(`/l/${token}`)
  await page.waitForURL(`**/appliances/${id}`)
  // Somebody who lives there, on a phone, without a sign-in: one tap, or two.
  const customer = await browser.newContext({ viewport: { width: 390, height: 844 } })
  const phone = await customer.newPage()
  await phone.goto(new URL(`/l/${token}`, page.url()).toString())
  await expect(phone.getByText(/^Smell of gas\?/)).toBeVisible()
  await accessible(phone)
  await fitsTheScreen(phone)
  // A photograph as a phone takes it: several megabytes.
  const raw = { width: 2400, height: 1800, channels: 3 as const }
  const noise = Buffer.alloc(raw.width * raw.height * 3, 0).map((_, i) => (i * 2_654_435_761) >>> 24)
  const buffer = await sharp(noise, { raw }).jpeg({ quality: 90 }).toBuffer()
  expect(buffer.length).toBeGreaterThan(1_500_000)
  await phone.getByText('Code on the display, photograph').click()
  await phone.getByLabel('Photograph of the display').setInputFiles({ name: 'display.jpg', mimeType: 'image/jpeg', buffer })
  await phone.getByRole('button', { name: 'Hot water', exact: true }).click()
  await expect(phone.getByText(/^Thank you\./)).toBeVisible()
  await customer.close()
  await page.goto(`/appliances/${id}`)
  const notes = page.getByRole('region', { name: 'From the customer: it locked out' })
  await expect(notes.getByRole('link', { name: 'Photograph' })).toBeVisible()
  await notes.getByRole('button', { name: 'Accept note' }).click()
  await expect(notes.getByText('accepted')).toBeVisible()
  await page.goto(`/appliances/${id}/label`)
  const gone = page.waitForResponse((r) => r.url().includes('/api/v1/links/') && r.status() === 204)
  await page.getByRole('button', { name: 'Revoke' }).click()
  await gone
  await expect(page.getByText('revoked', { exact: true }).first()).toBeVisible()
  await page.goto(`/l/${token}`)
  await expect(page.getByText('This code opens nothing.')).toBeVisible()
})

test('an instrument: a check written down moves the chart; wrong fields are named; another firm sees neither', async ({ page }) => {
  await signIn(page, 'Tobias')
  await page.goto('/instruments')
  await accessible(page)
  await page.getByRole('link', { name: /Meridian M4 IR.*Tobias/ }).click()
  await expect(page.getByRole('img', { name: /CO₂ over 4 checks/ })).toBeVisible()
  await accessible(page)
  await page.getByRole('button', { name: 'Record check' }).last().click()
  await page.getByLabel('Check type').selectOption('bump')
  await page.getByLabel('CO₂, Reference value').fill('10')
  await page.getByLabel('CO₂, Value shown').fill('9.7')
  await page.getByRole('checkbox', { name: 'Passed' }).uncheck()
  await page.getByRole('button', { name: 'Record check' }).last().click()
  await expect(page.getByText('Enter why it failed.')).toBeVisible()
  await page.getByLabel(/^Note/).fill('Cell is getting old')
  await page.getByRole('button', { name: 'Record check' }).last().click()
  await expect(page.getByRole('img', { name: /CO₂ over 5 checks; last -0\.3% from/ })).toBeVisible()
  const { pathname } = new URL(page.url())
  await page.goto('/instruments/new')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('Required.').first()).toBeVisible()
  await signIn(page, 'Wim')
  await page.goto(pathname)
  await expect(page.getByText('Meridian M4 IR')).toHaveCount(0)
})

test('out of calibration: no verdict until somebody answers for it, and the report prints why', async ({ page }) => {
  await signIn(page, 'Maren')
  const { rows } = (await (await page.request.get('/api/v1/instruments')).json()) as {
    rows: { id: string; kind: string; holder: string | null }[]
  }
  const gauge = rows.find((r) => r.kind === 'manometer' && r.holder === 'Maren Ostby')!
  const kept = await page.request.get(`/api/v1/instruments/${gauge.id}`)
  const {
    id: _id,
    siteId: _site,
    deletedAt: _gone,
    version,
    ...fields
  } = (await kept.json()) as Record<string, unknown> & { version: number }
  const save = async (calibrationDueOn: unknown, from: number) =>
    page.request.put(`/api/v1/instruments/${gauge.id}`, {
      data: { ...fields, calibrationDueOn },
      headers: { 'if-match': `"${from}"` },
    })
  expect((await save('2026-11-01', version)).status()).toBe(200)
  try {
    await page.goto(`/visits/${await planAnother(page, '11 Quarry Row')}`)
    await start(page)
    await makeSafe(page)
    await page.getByRole('button', { name: /open, gauge connected/ }).click()
    await record(page, ['22.3', '22.2'])
    await expect(page.getByRole('button', { name: /Inlet: Standing pressure 22\.2 mbar, not assessed/ })).toBeVisible()
    await page
      .getByRole('button', { name: /Make safe and zero/ })
      .first()
      .click()
    await page.getByRole('button', { name: 'Use with reason' }).click()
    await page.getByLabel('Reason for using the instrument').fill('Checked against the other gauge this morning')
    await page.getByRole('button', { name: 'Override calibration' }).click()
    await expect(page.getByText(/Checked against the other gauge this morning/)).toBeVisible()
    await expect(page.getByRole('button', { name: /Inlet: Standing pressure 22\.2 mbar, within limits/ })).toBeVisible()
    await page
      .getByRole('button', { name: /Finish/ })
      .first()
      .click()
    await page.getByRole('radio', { name: /Left isolated/ }).click()
    await page.getByLabel(/Reason, and what was done/).fill('Only the pressure was asked for')
    await page.getByRole('button', { name: 'Close visit' }).click()
    await page.waitForURL('**/report')
    await expect(page.getByText(/used because: Checked against the other gauge this morning/)).toBeVisible()
  } finally {
    await save(fields.calibrationDueOn, version + 1)
  }
})
