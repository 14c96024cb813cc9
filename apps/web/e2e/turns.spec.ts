import { expect, test } from './test'
import { beginJob, closeInService, soundTexts, walkTo, workThrough } from './sheet'
import { signIn } from './technician'

/** Days that go otherwise than planned: the sheet turns with the job. */

test('a dead premix boiler, from the code on its display to its first run @phone', async ({ page }) => {
  test.setTimeout(240_000)
  const texts = soundTexts('tarnwick-larch-18-h', 'metric-ratio', 'natural-gas-h', 410, 'breakdown')
  await page.clock.install()
  await signIn(page, 'Tobias')
  await beginJob(page, /Larch 18/, 'Breakdown')
  const answers = { 'burner-runs': 'Does not light', 'start-died': 'Spark, but no gas', repaired: 'Repaired' }
  const titles = await workThrough(page, {
    texts,
    answers,
    at: async (title) => {
      if (title === 'Fault report') {
        const code = page.getByRole('group', { name: 'Codes on the card' }).getByRole('button').first()
        const shown = (await code.textContent()) ?? ''
        await code.click()
        await expect(page.getByText('Check first:')).toBeVisible()
        await page.getByRole('button', { name: 'Frost' }).click()
        expect(shown).not.toBe('')
      }
      if (title === 'The start that fails') {
        await page.getByRole('button', { name: 'Fault desk: what to check next' }).click()
        // The code that was noted is chosen already, and what it names stands first.
        await expect(page.getByRole('dialog').getByLabel('Code on the display')).toHaveValue('3 blinks')
        await page.keyboard.press('Escape')
        await page.getByRole('radio', { name: 'Gas shut, spark only' }).click()
        await page.getByRole('button', { name: 'Spark seen' }).click()
        await page.getByRole('radio', { name: 'Gas on' }).click()
        await page.getByRole('button', { name: 'No ignition' }).click()
        await expect(page.getByText(/^1 failed ignition/)).toBeVisible()
      }
      if (title === 'Repair') {
        await page.getByRole('button', { name: 'Note or defect' }).click()
        await page.getByRole('radio', { name: 'Part fitted' }).click()
        await page.getByLabel('Part', { exact: true }).fill('Gas valve coil lead')
        await page.getByRole('button', { name: 'Save note' }).click()
        await expect(page.getByRole('dialog')).toHaveCount(0)
      }
    },
  })
  const order = [
    'Fault report',
    'Standing pressure',
    'The start that fails',
    'The basics first',
    'Repair',
    'Sequence of operation',
    'First run: flue gas at',
  ]
  expect(order.map((t) => titles.findIndex((x) => x.startsWith(t)))).toEqual(
    order.map((t) => titles.findIndex((x) => x.startsWith(t))).sort((a, b) => a - b),
  )
  expect(titles.some((t) => t.startsWith('As found: flue gas'))).toBe(false)
  await closeInService(page)
  for (const said of [
    'first run after the repair',
    'Spark, but no gas',
    'Weather: Frost',
    'Gas shut, spark only · Spark seen',
    'Gas valve coil lead',
  ])
    await expect(page.getByText(said).first()).toBeVisible()
})

test('a service that becomes a gas pipe repair: its tightness and joints come to it, and the report says why', async ({ page }) => {
  test.setTimeout(240_000)
  const propane = ['tarnwick-larch-28-c-propane', 'metric-ratio', 'propane', 1480] as const
  // What a service asks, and the let-by and tightness that it asks no more.
  const texts = { ...soundTexts(...propane, 'tightness-test'), ...soundTexts(...propane, 'annual-service') }
  await page.clock.install()
  await signIn(page, 'Tobias')
  await beginJob(page, /Larch 28 C, propane/, 'Annual service')
  await walkTo(page, 'Strip', { texts })
  // Case on and case off, side by side: on the report, and neither as found nor as left.
  await page.getByRole('button', { name: 'Compare…' }).click()
  for (const [label, name, co] of [
    ['Name of this set-up', 'Case on', '41'],
    ['Name of the next set-up', 'Case off', '87'],
  ] as const) {
    await page.getByLabel(label).fill(name)
    await page.getByRole('button', { name: 'Begin this set-up' }).click()
    await page.getByLabel(/^CO \(/).fill(co)
    await page.getByRole('button', { name: 'Record this minute' }).click()
  }
  await expect(page.getByRole('table', { name: 'Compare two set-ups' })).toContainText('87')
  await page.getByRole('button', { name: 'End', exact: true }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Close' }).first().click()
  await page.getByRole('button', { name: 'This has become…' }).click()
  await page.getByRole('radio', { name: 'Gas-carrying part renewed' }).click()
  await page.getByLabel('Reason (printed on the report)').fill('Inlet pipe corroded through at the clip')
  await page.getByRole('button', { name: 'Add these steps' }).click()
  await expect(page.getByRole('heading', { name: 'Renew the part that carries gas' })).toBeVisible()
  await expect(page.getByText(/^Became Gas-carrying part renewed/)).toBeVisible()
  const titles = await workThrough(page, { texts })
  for (const added of ['Renew the part that carries gas', 'Let-by', 'Tightness', 'Joints upstream of the gas valve'])
    expect([added, titles.some((t) => t.startsWith(added))]).toEqual([added, true])
  // What was passed over while the new steps stood before it is still there.
  await page
    .getByRole('navigation', { name: 'Checklist' })
    .getByRole('button', { name: /^.*Strip/ })
    .first()
    .click()
  await workThrough(page, { texts })
  await closeInService(page)
  await expect(page.getByText('Inlet pipe corroded through at the clip').first()).toBeVisible()
  await expect(page.getByText('Case off').first()).toBeVisible()
})

test('a steam boiler without sensors: a card from its plate, its sticker in the history, both marked', async ({ page }) => {
  test.setTimeout(240_000)
  await signIn(page, 'Tobias')
  await page.goto('/sites')
  await page
    .getByRole('link', { name: /Kiln Yard/ })
    .first()
    .click()
  await page.waitForURL('**/sites/*')
  await page.goto(`${page.url()}/appliances/new`)
  await page.getByRole('link', { name: 'No card? Make one from the data plate' }).click()
  await page.getByLabel('Maker', { exact: true }).fill('Orrin')
  await page.getByLabel('Model').fill('Steam 60')
  await page.getByLabel('Appliance', { exact: true }).selectOption('steam-boiler')
  await page.getByLabel('Pilot', { exact: true }).selectOption('standing')
  await page.getByLabel('Proved by').selectOption('unsupervised')
  await page.getByLabel('Inlet pressure from').fill('17')
  await page.getByLabel('Inlet pressure to').fill('25')
  await page.getByRole('button', { name: 'Save' }).click()
  // The plate cannot be without an input: it is said at its field, and nothing is lost.
  await expect(page.getByLabel('Heat input, maximum')).toHaveAttribute('aria-invalid', 'true')
  await page.getByLabel('Heat input, maximum').fill('60')
  await page.getByRole('button', { name: 'Save' }).click()
  await page.waitForURL('**/appliances/new?card=*')
  await expect(page.getByText('Provisional card from the data plate').first()).toBeVisible()
  await page.getByLabel(/^Serial/).fill(`ST-${Date.now()}`)
  await page.getByLabel(/^Location/).fill('Boiler house')
  await page.getByRole('button', { name: 'Save' }).click()
  await page.waitForURL(/appliances\/[0-9a-f-]+$/)
  const appliance = page.url()

  await page.getByRole('link', { name: 'Copy an old paper' }).click()
  await page.getByLabel('Date on it').fill('2021-09-14')
  await page.getByLabel('What it says').fill('Pilot cleaned, low-water cut-out blown down')
  await page.getByRole('button', { name: 'Add reading' }).click()
  await page.getByLabel('Reading 1').selectOption('co.flue@flue/full')
  await page.getByLabel('Value 1').fill('38')
  await page.getByRole('button', { name: 'Save' }).click()
  await page.waitForURL(appliance)
  await expect(page.getByText('copied by Tobias Achterberg')).toBeVisible()
  await expect(page.getByText('Pilot cleaned, low-water cut-out blown down')).toBeVisible()

  await page.getByLabel('Job type').first().selectOption({ label: 'Safety check, no adjustment' })
  await page.getByRole('button', { name: /^Start (another )?visit/ }).click()
  await page.waitForURL('**/visits/*')
  await page.getByRole('button', { name: 'Start visit' }).click()
  await expect(page.getByText('Provisional card from the data plate').first()).toBeVisible()
  await expect(page.getByRole('navigation', { name: 'Checklist' }).getByText('Water side')).toBeVisible()
})
