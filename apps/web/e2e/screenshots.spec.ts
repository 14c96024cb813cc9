import path from 'node:path'
import sharp from 'sharp'
import { firmLink } from './beginFirm'
import { type Page, test } from './test'
import { soundTexts, walkTo, workThrough } from './sheet'
import { answerAll, bringToRate, makeSafe, nextStep, openVisit, planAnother, record, signIn, start, probeIn, toStep } from './technician'

/** `npm run screenshots`: one current picture of each main view, from the demo data. */
const FOLDER = path.resolve(import.meta.dirname, '../../../docs/screenshots')
const DESK = { width: 1280, height: 800 }
const PHONE = { width: 390, height: 844 }

async function shot(page: Page, name: string, theme: 'night' | 'day', size: { width: number; height: number } = DESK): Promise<void> {
  await page.evaluate((value) => {
    document.documentElement.dataset.theme = value
  }, `lucerna-${theme}`)
  await page.setViewportSize(size)
  await page.evaluate(() => window.scrollTo(0, 0))
  await page.clock.runFor(10_000)
  await page.waitForTimeout(700)
  await page.screenshot({ path: path.join(FOLDER, `${name}.png`) })
}

test.setTimeout(180_000)

test('registers', async ({ page }) => {
  await page.clock.install()
  await signIn(page, 'Maren')
  await shot(page, 'today', 'day')
  await page.goto('/sites')
  await shot(page, 'places', 'day')
  await page
    .getByRole('link', { name: /7 Quarry Row/ })
    .first()
    .click()
  await page.waitForURL('**/sites/*')
  await page
    .getByRole('link', { name: /Larch 28 C/ })
    .first()
    .click()
  await page.getByRole('heading', { name: 'As left, last visit' }).waitFor()
  await shot(page, 'appliance', 'day')
  await page.goto('/sites/trends')
  await page.getByRole('table').waitFor()
  await shot(page, 'trends', 'day')
})

test('cards and instruments', async ({ page }) => {
  await page.clock.install()
  await signIn(page, 'Maren')
  await page.goto('/cards/tarnwick-larch-28-c/edit')
  await page
    .getByRole('navigation', { name: 'Sections' })
    .getByRole('button', { name: /^Limits/ })
    .click()
  await page.getByRole('button', { name: /^CO₂ in the flue · Maximum · natural gas/ }).click()
  await shot(page, 'card-editor', 'night')
  await page.goto('/set-up/tarnwick-larch-28-c')
  for (const [co2, co] of [
    ['9.5', '62'],
    ['9.4', '16'],
  ] as const) {
    await page.locator('input[name="co2.flue"]').fill(co2)
    await page.locator('input[name="co.flue"]').fill(co)
    await page.getByRole('button', { name: 'Record readings' }).click()
  }
  await shot(page, 'set-up', 'day')
  await page.goto('/faults/tarnwick-larch-28-c')
  await page.getByLabel('Code on the display').selectOption('L1')
  await page.getByRole('button', { name: 'Tries, but does not light' }).click()
  for (const result of ['on', 'no-gas', 'none']) await page.locator(`[data-result="${result}"]`).click()
  await page.mouse.move(0, 0)
  await shot(page, 'faults', 'night')
  await page.goto('/instruments')
  await page.getByRole('link', { name: /Meridian M4 IR.*Maren/ }).click()
  await page.getByRole('heading', { name: 'Drift' }).waitFor()
})

test('a visit in danger, and one on a phone', async ({ page }) => {
  await page.clock.install()
  await signIn(page, 'Maren')
  await page.goto(`/visits/${await planAnother(page, '11 Quarry Row')}`)
  await start(page)
  await record(page, ['75'])
  await shot(page, 'visit-danger', 'night')
})

test('a whole visit', async ({ page }) => {
  await page.clock.install()
  const texts = soundTexts('tarnwick-larch-28-c', 'metric-ratio', 'natural-gas-h', 410, 'annual-service')
  await signIn(page, 'Tobias')
  await openVisit(page, '7 Quarry Row')
  await start(page)
  await makeSafe(page)
  await page.getByRole('button', { name: /open, gauge connected/ }).click()
  await record(page, ['22.3', '22.2'])
  await nextStep(page)
  await answerAll(page)
  await bringToRate(page)
  await record(page, ['21.1', '20.2'])
  await nextStep(page)
  await record(page, ['2.3'])
  await nextStep(page)
  await probeIn(page)
  await page.clock.fastForward('06:00')
  await record(page, ['9.6', '64', '58.4', '9.5'])
  await nextStep(page)
  await walkTo(page, 'Strip and clean', { texts, answers: { condition: 'Mis-set' } })
  await walkTo(page, 'Flue gas at', { texts })
  await answerAll(page)
  await record(page, ['9.6', '64', '58.4', '9.5'])
  await shot(page, 'visit', 'night')
  await page.getByRole('button', { name: 'Move made: record it' }).click()
  await record(page, ['9.0', '48', '57.9', '9.5'])
  await nextStep(page)
  await page.getByRole('button', { name: /^Finish/ }).click()
  await shot(page, 'visit-finish', 'day')
  await page
    .getByRole('button', { name: /^Flue gas at minimum/ })
    .first()
    .click()
  await workThrough(page, { texts })
  await page.getByRole('button', { name: 'Close visit' }).click()
  await page.waitForURL('**/report')
  await shot(page, 'report', 'day')
})

/** A view on the desk and on the phone, in one picture. */
async function both(page: Page, name: string, theme: 'night' | 'day'): Promise<void> {
  const taken = []
  for (const size of [DESK, PHONE]) {
    await page.evaluate((value) => {
      document.documentElement.dataset.theme = value
    }, `lucerna-${theme}`)
    await page.setViewportSize(size)
    await page.clock.fastForward(1000)
    await page.waitForTimeout(700)
    taken.push(await page.screenshot())
  }
  const gap = 20
  await sharp({
    create: { width: DESK.width + gap + PHONE.width, height: PHONE.height, channels: 3, background: theme === 'night' ? '#000' : '#fff' },
  })
    .composite([
      { input: taken[0], left: 0, top: 0 },
      { input: taken[1], left: DESK.width + gap, top: 0 },
    ])
    .png({ palette: true })
    .toFile(path.join(FOLDER, `${name}.png`))
  await page.setViewportSize(DESK)
}

test('instruments that speak', async ({ page }) => {
  await page.clock.install()
  await signIn(page, 'Tobias')
  await page.goto(`/visits/${await planAnother(page, '7 Quarry Row')}`)
  await start(page)
  await page.getByRole('button', { name: 'Connect…' }).click()
  await page.getByRole('button', { name: 'Begin training bench' }).click()
  const pass = async (seconds: number) => {
    for (let i = 0; i < seconds / 2; i++) {
      await page.clock.fastForward(1500)
      await page.waitForTimeout(40)
      await page.clock.fastForward(500)
      await page.waitForTimeout(30)
    }
  }
  await pass(30)
  await page.getByRole('dialog').getByRole('button', { name: 'Close' }).first().click()
  await makeSafe(page)
  await toStep(page, 'As found: flue gas at maximum')
  await bringToRate(page)
  await pass(60)
  await page
    .locator('[data-live]')
    .nth(1)
    .evaluate((e) => e.scrollIntoView({ block: 'center' }))
  await both(page, 'live', 'night')
  await page.locator('h2#now').focus()
  await page.keyboard.press('f')
  await both(page, 'visit-far', 'night')
  await page.getByRole('dialog', { name: 'Distance view' }).getByRole('button', { name: 'Close' }).click()
  await toStep(page, 'Sequence of operation')
  await pass(50)
  await page.getByRole('button', { name: /^Call for heat now/ }).click()
  await pass(30)
  await both(page, 'sequence', 'day')
})

test('a firm of one’s own, and who runs the server', async ({ page }, { parallelIndex }) => {
  await page.clock.install()
  await page.goto(firmLink(parallelIndex))
  await both(page, 'first-run', 'day')
  const { secret } = (JSON.parse(process.env.WORLDS ?? '[]') as { secret: { operator: string } }[])[parallelIndex]!
  await page.setExtraHTTPHeaders({ authorization: `Basic ${Buffer.from(`operator:${secret.operator}`).toString('base64')}` })
  await page.goto('/status')
  await shot(page, 'status', 'day')
})

test('the appliance room', async ({ page }) => {
  await signIn(page, 'Maren')
  await page.goto('/simulator')
  await page.getByRole('combobox').first().selectOption({ label: 'Brightholm Drift 40' })
  await page.getByRole('radio', { name: '60 ×' }).click()
  await page.getByLabel('Call for heat').check()
  await page.waitForTimeout(8000)
  await page.screenshot({ path: path.join(FOLDER, 'room.png') })
})

test('the Workings', async ({ page }) => {
  await page.clock.install()
  await signIn(page, 'Tobias')
  await page.goto('/calculators')
  await shot(page, 'workings', 'day')
  await page.goto('/calculators/flue-gas')
  await shot(page, 'working-flue-gas', 'night')
})
