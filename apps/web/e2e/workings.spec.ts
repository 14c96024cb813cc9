import { expect, type Page, test } from './test'
import { accessible } from './axe'
import { planAnother, signIn, start } from './technician'

/** A field of the form by its label. */
const field = (page: Page, label: string) => page.getByRole('textbox', { name: label, exact: true })
const result = (page: Page) => page.getByRole('region', { name: 'Results', exact: true }).filter({ visible: true })

async function open(page: Page, words: string, title: string): Promise<void> {
  await page.goto('/calculators')
  // The key works as soon as the page does.
  await expect(async () => {
    await page.keyboard.press('/')
    await expect(page.getByRole('searchbox')).toBeFocused({ timeout: 300 })
  }).toPass()
  await page.getByRole('searchbox').fill(words)
  await page.getByRole('link', { name: new RegExp(`^${title}`) }).click()
  await expect(page.getByRole('heading', { level: 1, name: title })).toBeVisible()
}

test('a technician through six of the Workings', async ({ page }) => {
  await signIn(page, 'Tobias')

  await test.step('clock the meter: by key, long enough for 1 %, in both schools', async () => {
    await open(page, 'clock dial', 'Clock the meter')
    await page.clock.install()
    await page.getByRole('button', { name: '100 L' }).click()
    await expect(field(page, 'Volume passed')).toHaveValue('100')
    await page.keyboard.press('t')
    await page.clock.fastForward(20_000)
    await expect(page.getByRole('timer')).toContainText(/^2\d\.\d/)
    await page.clock.fastForward(60_000)
    await expect(page.getByText('Long enough for 1%. Stop at the next mark.')).toBeVisible()
    await page.reload()
    await expect(page.getByRole('button', { name: /^Stop/ })).toBeVisible()
    await page.clock.fastForward(40_000)
    await page.keyboard.press('t')
    await expect(field(page, 'Time')).toHaveValue(/^12\d(\.\d+)?$/)
    await field(page, 'Time').fill('150')
    await page.getByText(/^More:/).click()
    await field(page, 'Data plate heat input').fill('20 kW')
    await expect(result(page)).toContainText(/Heat input, gross\s*26\.\d+\s*kW/)
    await expect(result(page)).toContainText(/BTU\/h/)
    await expect(page.getByText(/Above the data plate tolerance/)).toBeVisible()
    await page.clock.resume()
  })

  await test.step('flue gas: a unit of the other school, the working, a link that opens the same', async () => {
    await open(page, 'stack loss', 'Flue gas analysis')
    await page.getByLabel('Gas', { exact: true }).selectOption('methane')
    await field(page, 'O₂ in the flue').fill('5')
    await field(page, 'CO in the flue').fill('50')
    await field(page, 'Flue temperature').fill('356 °F')
    await expect(result(page)).toContainText(/Efficiency, net\s*91\.\d/)
    await expect(result(page)).toContainText(/CO air-free\s*66/)
    await expect(page.getByText('λ = 1 + (Vd0/A0)·O2/(0.2095 − O2)')).toBeVisible()
    await expect(page.getByRole('img', { name: /CO₂ against O₂ for methane/ })).toBeVisible()
    await page.waitForURL(/flueTemperatureK=453\.15/)
    const link = page.url()
    await page.goto('/today')
    await page.goto(link)
    await expect(field(page, 'Flue temperature')).toHaveValue('180')
    await expect(result(page)).toContainText(/Efficiency, net\s*91\.\d/)
    await accessible(page)
  })

  await test.step('what matters most, and the spread, drawn in a worker', async () => {
    await expect(page.getByRole('heading', { name: 'Largest influences' })).toBeVisible()
    await page.getByRole('button', { name: 'Run 100 000 draws' }).click()
    await expect(page.getByText(/95% of results are between 91\.\d+% and 9\d\.\d+%/)).toBeVisible({ timeout: 15_000 })
  })

  await test.step('pressure ladder: which rung is bad', async () => {
    await open(page, 'lock-up inlet', 'Pressure findings')
    await field(page, 'Working pressure at the meter').fill('20,5')
    await field(page, 'Working pressure at the isolating valve').fill('18.8')
    await expect(result(page)).toContainText('Pressure drop in the pipe too high')
    await field(page, 'Working pressure at the gas valve inlet').fill('')
    await expect(result(page)).toContainText(/Pressure drop in the appliance\s*–/)
  })

  await test.step('pipe network: the costly segment, a size found, a loop named', async () => {
    await open(page, 'branch longest run', 'Pipe network')
    await expect(page.getByRole('img', { name: /Largest pressure drop: B/ })).toBeVisible()
    const second = page.getByRole('group', { name: 'Row 2' })
    await second.getByLabel('After').fill('B')
    await expect(page.getByText(/B is part of a loop/)).toBeVisible()
    await expect(result(page)).toContainText('No result. Correct the marked inputs.')
    await second.getByLabel('After').fill('A')
    await page.getByRole('button', { name: 'Add row' }).click()
    const fourth = page.getByRole('group', { name: 'Row 4' })
    await fourth.getByLabel('Length').fill('4')
    await fourth.getByLabel('Load at its end').fill('1.4')
    await expect(page.getByRole('table').getByText('calculated').first()).toBeVisible()
  })

  await test.step('dew point: condensing or not', async () => {
    await open(page, 'dew', 'Dew point and condensate')
    await field(page, 'Flue temperature').fill('70')
    await expect(page.getByText('Warmer than the dew point: nothing condenses.')).toBeVisible()
    await field(page, 'Flue temperature').fill('40')
    await expect(page.getByText(/Upper limit/)).toBeVisible()
    await expect(page.getByRole('img', { name: /Vapour pressure against temperature/ })).toBeVisible()
  })

  await test.step('orifice: solved for the diameter, in the other school; start over and back', async () => {
    await open(page, 'jet', 'Injector')
    await page.getByLabel('Calculate', { exact: true }).selectOption('diameter')
    await field(page, 'Flow').fill('0.2')
    await expect(result(page)).toContainText(/Diameter\s*1\.0\d/)
    await page.getByRole('button', { name: 'inWC · BTU' }).click()
    await expect(field(page, 'Pressure across the injector')).toHaveValue(/^8\.0\d/)
    await expect(page.getByText(/#\d\d/).first()).toBeVisible()
    await page.getByRole('button', { name: 'Start over' }).click()
    await expect(page.getByLabel('Calculate', { exact: true })).toHaveValue('flow')
    await page.getByRole('button', { name: 'Undo' }).click()
    await expect(page.getByLabel('Calculate', { exact: true })).toHaveValue('diameter')
  })

  await test.step('bad input: a message with the range, the rest stays', async () => {
    await field(page, 'Flow').fill('-3')
    await expect(page.getByText(/Flow ranges from/)).toBeVisible()
    await field(page, 'Flow').fill('twelve')
    await expect(page.getByText(/“twelve” is not a number/)).toBeVisible()
    await field(page, 'Flow').fill('1e999')
    await expect(result(page)).toContainText('No result. Correct the marked inputs.')
    await expect(page.getByText(/NaN|Infinity/)).toHaveCount(0)
    // What was typed last is sent as the page is left; the next page may be quicker.
    await expect(async () => {
      await page.goto('/calculators')
      await expect(page.getByRole('region', { name: 'Recent' })).toContainText('Injector', { timeout: 1000 })
    }).toPass()
    await accessible(page)
  })
})

test('what was typed stands there the next time, also on another device', async ({ page, browser }) => {
  await signIn(page, 'Wim')
  await page.goto('/calculators/draught')
  const kept = page.waitForResponse((r) => r.url().endsWith('/workings/draught/last') && r.status() === 204)
  await field(page, 'Vent height').fill('42 ft')
  await kept
  const other = await browser.newPage()
  await signIn(other, 'Wim')
  await other.goto('/calculators/draught')
  await expect(field(other, 'Vent height')).toHaveValue('42')
  await expect(other.getByText('Starts with your last inputs.')).toBeVisible()
  await other.close()
})

test('begun from an appliance, put into the open visit', async ({ page }) => {
  await signIn(page, 'Maren')
  const id = await planAnother(page, '7 Quarry Row')
  await page.goto(`/visits/${id}`)
  await start(page)
  const visit = (await (await page.request.get(`/api/v1/visits/${id}`)).json()) as { appliances: { id: string }[] }
  await page.goto('/calculators/draught')
  await page.getByRole('link', { name: /^Larch 28 C/ }).click()
  await expect(page.getByText(/Starts with the data of Larch 28 C/)).toBeVisible()
  await page.goto(`/appliances/${visit.appliances[0]!.id}`)
  await page.getByRole('link', { name: 'Calculators for this appliance' }).click()
  await expect(page.getByText(/Starts with the data of Larch 28 C/)).toBeVisible()
  await page.getByRole('link', { name: /^Clock the meter/ }).click()
  await expect(field(page, 'Data plate heat input')).toHaveValue(/^\d+/)
  await page.getByRole('button', { name: 'Record in visit' }).click()
  await expect(page.getByRole('dialog').getByText('Heat input, gross')).toBeVisible()
  await page.getByLabel('Burner rate').selectOption({ label: 'Maximum' })
  await page.getByRole('dialog').getByRole('button', { name: 'Record in visit' }).click()
  await expect(page.getByText(/Recorded in the visit at/)).toBeVisible()
  const log = (await (await page.request.get(`/api/v1/visits/${id}/events`)).json()) as {
    events: { type: string; data: { text?: string; readings?: { measurandId: string }[] } }[]
  }
  expect(log.events.at(-2)?.data.readings?.map((r) => r.measurandId)).toEqual([
    'volume.metered',
    'time.metered',
    'rate.gas',
    'input.gross',
    'input.net',
  ])
  expect(log.events.at(-1)?.data.text).toMatch(/^Clock the meter/)
  await page.route('**/events', (route) => route.abort())
  await page.getByRole('button', { name: 'Record in visit' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Record in visit' }).click()
  await expect(page.getByText(/Saved on this device/)).toBeVisible()
  await page.unroute('**/events')
  await page.goto(`/visits/${id}`)
  await expect(page.getByText('all sent')).toBeVisible()
})

test('the API: list, compute, refuse, describe itself', async ({ page, request }) => {
  expect((await request.get('/api/v1/workings')).status()).toBe(401)
  const doc = await request.get('/api/openapi.json')
  expect(doc.status()).toBe(200)
  expect(((await doc.json()) as { openapi: string }).openapi).toBe('3.1.0')
  await signIn(page, 'Ruben')
  const list = (await (await page.request.get('/api/v1/workings')).json()) as { workings: { id: string; input: { properties: object } }[] }
  expect(list.workings.length).toBeGreaterThan(30)
  const good = await page.request.post('/api/v1/workings/gas-rate', {
    data: {
      input: { gas: 'methane', volumeM3: 0.05, seconds: 75, index: 'standard', plateBasis: 'net', bandBelow: 0.05, bandAbove: 0.05 },
    },
  })
  expect(good.status()).toBe(200)
  const body = (await good.json()) as {
    result: { heatInputGrossW: number }
    uncertainty: { heatInputGrossW: number }
    working: unknown[]
    warnings: unknown[]
  }
  expect(body.result.heatInputGrossW).toBeCloseTo(25_136, -1)
  expect(body.uncertainty.heatInputGrossW).toBeGreaterThan(0)
  expect(body.working.length).toBeGreaterThan(0)
  const bad = await page.request.post('/api/v1/workings/gas-rate', { data: { input: { gas: 'methane', volumeM3: -1, seconds: 0 } } })
  expect(bad.status()).toBe(422)
  expect(bad.headers()['content-type']).toContain('application/problem+json')
  const problem = (await bad.json()) as { errors: { path: string; message: string }[] }
  expect(problem.errors.map((e) => e.path)).toEqual(expect.arrayContaining(['input.volumeM3', 'input.seconds', 'input.index']))
  expect(problem.errors.find((e) => e.path === 'input.seconds')?.message).toMatch(/0\.5 s to 7200 s/)
  expect((await page.request.post('/api/v1/workings/nothing', { data: { input: {} } })).status()).toBe(404)
  expect(
    (
      await page.request.post('/api/v1/workings/gas', { headers: { 'content-type': 'application/json' }, data: Buffer.from('{bad') })
    ).status(),
  ).toBe(400)
})

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true })
  test('the result stays in sight while typing, the bar leads here, nothing sticks out', async ({ page }) => {
    await signIn(page, 'Tobias')
    await page.getByRole('navigation').filter({ visible: true }).getByRole('link', { name: 'Calculators' }).click()
    await page.getByRole('searchbox').fill('clock')
    await page.getByRole('searchbox').press('Enter')
    await page.waitForURL('**/calculators/gas-rate**')
    await page.getByRole('button', { name: 'Start', exact: true }).tap()
    await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible()
    await page.waitForTimeout(800)
    await page.getByRole('button', { name: 'Stop', exact: true }).tap()
    await field(page, 'Time').fill('80')
    await expect(result(page)).toBeInViewport()
    await expect(result(page)).toContainText('kW')
    for (const id of ['gas-rate', 'flue-gas', 'pressure-ladder', 'pipe-network', 'units', 'gas']) {
      await page.goto(`/calculators/${id}`)
      await expect(result(page)).toBeVisible()
      expect([id, await page.evaluate(() => document.documentElement.scrollWidth)]).toEqual([id, 390])
    }
    await accessible(page)
  })
})

test('units: every one at once, and nothing colder than cold', async ({ page }) => {
  await signIn(page, 'Ruben')
  await page.goto('/calculators/units')
  await field(page, 'Value').fill('7')
  await page.getByLabel('Unit', { exact: true }).selectOption('inH2O')
  await expect(result(page)).toContainText('17.44')
  await page.getByLabel('Quantity', { exact: true }).selectOption('temperature')
  await field(page, 'Value').fill('-500')
  await expect(page.getByText('Below absolute zero, −459.67 °F.')).toBeVisible()
})
