import { expect, test } from './test'
import { allKept, makeSafe, planAnother, record, signIn, start, type, field, unfold } from './technician'

test.beforeEach(async ({ page }) => {
  await page.clock.install()
  await signIn(page, 'Tobias')
  await page.goto(`/visits/${await planAnother(page, '7 Quarry Row')}`)
  await start(page)
  await makeSafe(page)
  await page.getByRole('button', { name: /open, gauge connected/ }).click()
  await expect(page.getByRole('button', { name: 'Inlet nipple open' })).toBeVisible()
  await allKept(page)
})

test('undo withdraws what was just recorded; a reload in the middle of a visit finds every acknowledged reading', async ({ page }) => {
  await record(page, [null, '22.2'])
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('button', { name: 'Inlet: no reading yet' })).toBeVisible()
  await allKept(page)
  await record(page, ['22.3', '22.2'])
  await page.reload()
  await expect(page.getByRole('button', { name: /Inlet: Standing pressure 22\.2 mbar, within limits/ })).toBeVisible()
  await expect(page.getByRole('button', { name: /Meter: Standing pressure 22\.3 mbar, within limits/ })).toBeVisible()
  await expect(page.getByRole('button', { name: /Room: CO in the room 0 ppm/ })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Inlet nipple open' })).toBeVisible()
})

test('with the server away the verdict comes at once, a reload keeps it, and it is sent when the server is back', async ({ page }) => {
  await page.route('**/api/v1/**', (route) => route.abort())
  await type(page, [null, '22.2'])
  await page.getByRole('button', { name: 'Record', exact: true }).click()
  await expect(page.getByRole('button', { name: /Inlet: Standing pressure 22\.2 mbar, within limits/ })).toBeVisible()
  await expect(page.getByText('offline, 2 saved here')).toBeVisible()
  await page.reload()
  await expect(page.getByRole('button', { name: /Inlet: Standing pressure 22\.2 mbar/ })).toBeVisible()
  await expect(page.getByText('offline, 2 saved here')).toBeVisible()
  await page.unroute('**/api/v1/**')
  await page.clock.fastForward('01:00')
  await allKept(page)
  await page.reload()
  await expect(page.getByRole('button', { name: /Inlet: Standing pressure 22\.2 mbar/ })).toBeVisible()
})

test('what the server refuses is parked where it is seen, the rest goes on', async ({ page }) => {
  let broken = false
  await page.route('**/events', async (route) => {
    const body = route.request().postDataJSON() as { events: { type: string; data: { readings?: { stationId: string }[] } }[] }
    const reading = body.events.find((e) => e.type === 'reading.taken')?.data.readings?.[0]
    if (reading && !broken) {
      broken = true
      reading.stationId = 'flue'
      return route.continue({ postData: JSON.stringify(body) })
    }
    return route.continue()
  })
  await type(page, [null, '22.2'])
  await page.getByRole('button', { name: 'Record', exact: true }).click()
  await page.getByRole('button', { name: '1 not accepted' }).click()
  await expect(page.getByText('pressure.standing cannot be taken at flue.')).toBeVisible()
  await expect(page.getByText(/standing 22\.2/)).toBeVisible()
  await page.getByRole('button', { name: 'Send again' }).click()
  await expect(page.getByText('Nothing to correct.')).toBeVisible()
  await page.keyboard.press('Escape')
  await allKept(page)
  await expect(page.getByRole('button', { name: /Inlet: Standing pressure 22\.2 mbar/ })).toBeVisible()
})

test('bad input is answered at the field, the rest of the form stays; then by keyboard alone: write, record, next, keys', async ({
  page,
}) => {
  await unfold(page)
  const meter = field(page, 0)
  const inlet = field(page, 1)
  await meter.fill('22.3')
  for (const [text, said] of [
    ['twenty', /is not a number/],
    ['9000 mbar', /Not possible: Standing pressure ranges from/],
    ['20 °C', /is a unit of temperature\. Type a pressure/],
    ['1,200', /can mean 1200 or 1\.200/],
    ['21 furlongs', /is not a unit of pressure/],
  ] as const) {
    await inlet.fill(text)
    await expect(page.getByText(said)).toBeVisible()
    await expect(page.getByRole('button', { name: 'Record', exact: true })).toBeDisabled()
    await expect(meter).toHaveValue('22.3')
  }
  // A value that makes sense only in the other school's unit is asked about.
  await inlet.fill('8.4')
  await expect(page.getByText('8.4 would be unusual here. Choose the unit you mean.')).toBeVisible()
  await page.getByRole('button', { name: '8.4 inWC' }).click()
  await expect(page.getByText('20.9').first()).toBeVisible()
  for (const each of [meter, inlet]) await each.fill('')
  await page.locator('h2#now').focus()
  await page.keyboard.press('w')
  await page.keyboard.type('22.2')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: /Inlet: Standing pressure 22\.2 mbar/ })).toBeVisible()
  await page.locator('h2#now').focus()
  await page.keyboard.press('n')
  await expect(page.getByRole('heading', { name: 'Working pressure at the inlet' })).toBeVisible()
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog')).toBeVisible()
  await page.keyboard.press('Escape')
  await page.keyboard.press('l')
  await expect(page.getByRole('heading', { name: 'Close loose ends' })).toBeVisible()
})

test('two manometers at hand are asked about once; one tap takes the other', async ({ page }) => {
  const now = page.locator('section[aria-labelledby=now]')
  const [mine, borrowed] = [/Plumb Duo 150 · P150-4118/, /Plumb Duo 150 · P150-4101/]
  await now.getByRole('heading', { name: 'Standing pressure' }).click()
  await page.keyboard.press('i')
  await page.getByRole('dialog').locator('label').filter({ hasText: 'P150-4101' }).click()
  await page.keyboard.press('Escape')
  await expect(now.getByText('Choose instrument')).toHaveCount(1)
  await type(page, [null, '22.2'])
  await expect(now.getByText(/choose the instrument for this reading/)).toBeVisible()
  await expect(page.getByRole('button', { name: 'Record', exact: true })).toBeDisabled()
  await now.getByRole('button', { name: borrowed }).click()
  await expect(now.getByText('Choose instrument')).toHaveCount(0)
  await now.getByRole('button', { name: borrowed }).last().click()
  await expect(now.getByRole('button', { name: mine })).toHaveCount(2)
  await page.getByRole('button', { name: 'Record', exact: true }).click()
  await expect(page.getByRole('button', { name: /Inlet: Standing pressure 22\.2 mbar, within limits/ })).toBeVisible()
  await allKept(page)
})
