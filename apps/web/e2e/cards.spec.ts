import { expect, type Page, test } from '@playwright/test'
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

test('a card: written, refused while it contradicts itself, issued, compared, an appliance moved to it', async ({ page }, { project }) => {
  await signIn(page, 'Maren')
  await page.goto('/cards')
  await accessible(page)
  await page
    .getByRole('link', { name: /^Galder Adapt 24|^Brightholm Drift 40/ })
    .first()
    .waitFor()
  // Each size has a card of its own: both may run against one server.
  const [card, model, maximum] =
    project.name === 'phone' ? ['brightholm-drift-40', 'Drift 40', '44'] : ['galder-adapt-24', 'Adapt 24', '24.5']
  await page.goto(`/cards/${card}`)
  await accessible(page)
  await fitsTheScreen(page)
  await page.getByRole('button', { name: 'Write the next version' }).click()
  await page.waitForURL(`**/cards/${card}/edit`)

  const section = async (name: string) =>
    project.name === 'phone'
      ? page.getByRole('combobox', { name: 'Sections' }).selectOption({ label: name })
      : page
          .getByRole('navigation', { name: 'Sections' })
          .getByRole('button', { name: new RegExp(`^${name}`) })
          .click()
  await section('Limits')
  const row = page.getByRole('button', { name: /^Working pressure/ })
  await row.click()
  await page.getByLabel('Maximum', { exact: true }).fill('400')
  await expect(page.getByText('The inlet limit of').first()).toBeVisible()
  await accessible(page)
  await page.getByRole('button', { name: 'Issue …' }).click()
  await expect(page.getByText(/has to be mended first|have to be mended first/)).toBeVisible()
  await closeDialog(page)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByText('The inlet limit of')).toHaveCount(0)
  await page.getByLabel('Maximum', { exact: true }).fill(maximum)
  await expect(page.getByText('Draft, all kept')).toBeVisible()

  // What is kept is there after a reload, and stands against the version before.
  await page.reload()
  await page.getByRole('button', { name: 'Differences' }).click()
  await expect(page.getByRole('dialog').getByText(maximum, { exact: true })).toBeVisible()
  await closeDialog(page)
  await page.getByRole('button', { name: 'Issue …' }).click()
  await page.getByLabel('What changed, and why').fill('Inlet maximum as in the second printing')
  await page.getByRole('button', { name: 'Issue version 2' }).click()
  await page.waitForURL(`**/cards/${card}`)
  await expect(page.getByText('Inlet maximum as in the second printing')).toBeVisible()

  await page.getByRole('checkbox', { name: new RegExp(`^${model},`) }).check()
  await page.getByRole('button', { name: 'Move to version 2' }).click()
  await expect(page.getByRole('dialog').getByText(maximum, { exact: true })).toBeVisible()
  await page.getByRole('button', { name: 'Move 1 appliance to version 2' }).click()
  await expect(page.getByText('Moved. Its past visits keep the version that judged them.')).toBeVisible()
  await expect(page.getByRole('listitem').filter({ hasText: model }).getByText('version 2')).toBeVisible()
  await fitsTheScreen(page)
})

test('the server away while a card is written: it says so, tries again, and issues nothing that is not kept', async ({ page }) => {
  await signIn(page, 'Ruben')
  await page.goto('/cards/pellan-torch-450')
  await page.getByRole('button', { name: 'Write the next version' }).click()
  await page.waitForURL('**/edit')
  await page.route('**/draft', (route) => route.abort())
  await page.getByLabel('Variant', { exact: true }).fill('x'.repeat(60))
  await expect(page.getByText(/Not kept yet: the server is away/)).toBeVisible()
  await page.getByRole('button', { name: 'Issue …' }).click()
  await page.getByLabel('What changed, and why').fill('A long name')
  await page.getByRole('button', { name: 'Issue version 2' }).click()
  await expect(page.getByText(/not kept yet, so nothing was issued/)).toBeVisible()
  await closeDialog(page)
  // More than one try fails, and the one after that is not forgotten.
  await page.waitForTimeout(4000)
  await page.unroute('**/draft')
  await expect(page.getByText('Draft, all kept')).toBeVisible({ timeout: 12_000 })
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
  await page.goto('/exchange')
  await accessible(page)
  await page.getByLabel('What is in it').selectOption('sites')
  const choose = page.locator('input[type=file]')
  await choose.setInputFiles(file('wrong.csv', 'colour\nred\n'))
  await expect(page.getByText(/names none of the columns/)).toBeVisible()
  await choose.setInputFiles(
    file('two.csv', `${header}Mill ${mark};Weir 1;Europe/Zurich;412,5\r\nBarn ${mark};Weir 2;Mars/Olympus;1,200\r\n`),
  )
  await expect(page.getByText('“1,200” can be read in two ways.')).toBeVisible()
  await expect(page.getByText(/Not a time zone/)).toBeVisible()
  await expect(page.getByRole('button', { name: 'Take one row over' })).toBeDisabled()
  await accessible(page)
  await choose.setInputFiles(
    file('mended.csv', `${header}Mill ${mark};Weir 1;Europe/Zurich;412,5\r\nBarn ${mark};Weir 2;Europe/Zurich;1200\r\n`),
  )
  await page.getByRole('button', { name: 'Take 2 rows over' }).click()
  await expect(page.getByText('2 rows were taken over.')).toBeVisible()
  await page.goto(`/places?q=${mark}`)
  await expect(page.getByText(`Barn ${mark}`)).toBeVisible()

  const out = await page.request.get('/api/v1/exports/sites')
  expect(await out.text()).toContain(`Mill ${mark},Weir 1,Europe/Zurich,412.5`)
  expect((await page.request.get('/schemas/card-1.json')).status()).toBe(200)
})

test('a lid label is printed; its code leads here, and nowhere once it is revoked', async ({ page }) => {
  await signIn(page, 'Tobias')
  const found = (await (await page.request.get('/api/v1/appliances?q=TW28-199021')).json()) as { rows: { id: string }[] }
  const id = found.rows[0]!.id
  await page.goto(`/appliances/${id}`)
  await page.getByRole('link', { name: 'Lid label' }).click()
  await expect(page.getByText(/^left on|left on/).first()).toBeVisible()
  await accessible(page)
  await fitsTheScreen(page)
  const popup = page.waitForEvent('popup')
  await page.getByRole('button', { name: 'Open the PDF' }).click()
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
  await page.goto(`/appliances/${id}/label`)
  const gone = page.waitForResponse((r) => r.url().includes('/api/v1/links/') && r.status() === 204)
  await page.getByRole('button', { name: 'Revoke' }).click()
  await gone
  await expect(page.getByText('revoked', { exact: true }).first()).toBeVisible()
  await page.goto(`/l/${token}`)
  await expect(page.getByText('This code leads nowhere.')).toBeVisible()
})

test('an instrument: a check written down moves the chart; wrong fields are named; another firm sees neither', async ({ page }) => {
  await signIn(page, 'Tobias')
  await page.goto('/instruments')
  await accessible(page)
  await page.getByRole('link', { name: /Meridian M4 IR.*Tobias/ }).click()
  await accessible(page)
  await expect(page.getByRole('img', { name: /CO₂ over 4 checks/ })).toBeVisible()
  await page.getByRole('button', { name: 'Write down a check' }).click()
  await page.getByLabel('What was done').selectOption('bump')
  await page.getByLabel('CO₂, Put on').fill('10')
  await page.getByLabel('CO₂, Shown').fill('9.7')
  await page.getByRole('checkbox', { name: 'It passed' }).uncheck()
  await page.getByRole('button', { name: 'Keep it' }).click()
  await expect(page.getByText('Say why it failed.')).toBeVisible()
  await page.getByLabel(/^Remark/).fill('Cell is getting old')
  await page.getByRole('button', { name: 'Keep it' }).click()
  await expect(page.getByRole('img', { name: /CO₂ over 5 checks; last -0\.3 %/ })).toBeVisible()
  const { pathname } = new URL(page.url())
  await page.goto('/instruments/new')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('This is needed.').first()).toBeVisible()
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
    await page.getByRole('button', { name: /open, gauge on/ }).click()
    await record(page, ['22.3', '22.2'])
    await expect(page.getByRole('button', { name: /Inlet: Standing pressure 22\.2 mbar, no verdict/ })).toBeVisible()
    await page
      .getByRole('button', { name: /Zero and make safe/ })
      .first()
      .click()
    await page.getByRole('button', { name: 'Use it with a reason' }).click()
    await page.getByLabel('Why it is used all the same').fill('Checked against the other gauge this morning')
    await page.getByRole('button', { name: 'I answer for it' }).click()
    await expect(page.getByText(/Checked against the other gauge this morning/)).toBeVisible()
    await expect(page.getByRole('button', { name: /Inlet: Standing pressure 22\.2 mbar, inside/ })).toBeVisible()
    await page
      .getByRole('button', { name: /Finish/ })
      .first()
      .click()
    await page.getByRole('radio', { name: /Left isolated/ }).click()
    await page.getByLabel(/Why, and what was done/).fill('Only the pressure was asked for')
    await page.getByRole('button', { name: 'Close the visit' }).click()
    await page.waitForURL('**/report')
    await expect(page.getByText(/used because: Checked against the other gauge this morning/)).toBeVisible()
  } finally {
    await save(fields.calibrationDueOn, version + 1)
  }
})
