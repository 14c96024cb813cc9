import { expect, type Page, test } from './test'
import { accessible } from './axe'
import { soundTexts, walkTo } from './sheet'
import {
  answerAll,
  bringToRate,
  gaugeOn,
  makeSafe,
  nextStep,
  planAnother,
  putEverythingBack,
  record,
  signIn,
  start,
  probeIn,
} from './technician'

const theme = (page: Page, name: string) => page.context().addCookies([{ name: 'theme', value: name, url: page.url() }])

test('a whole service, from the day’s list to the report', async ({ page }) => {
  await page.clock.install()
  await signIn(page, 'Tobias')
  await theme(page, 'lucerna-night')
  await page.goto('/today')
  await accessible(page)
  const site = '7 Quarry Row'
  const rates = ['maximum', 'minimum'] as const
  const texts = soundTexts('tarnwick-larch-28-c', 'metric-ratio', 'natural-gas-h', 410, 'annual-service')
  // A visit of its own: another story may have closed the one that was planned.
  const planned = await planAnother(page, site)
  await page.goto('/today')
  await page.locator(`a[href="/visits/${planned}"]`).first().click()
  await page.waitForURL(`**/visits/${planned}`)
  await start(page)
  await accessible(page)
  await makeSafe(page)

  await gaugeOn(page)
  await expect(page.getByRole('button', { name: 'Inlet nipple open' })).toBeVisible()
  await record(page, ['22.3', '22.2mb'])
  await nextStep(page)

  await answerAll(page)
  await bringToRate(page)
  // Any unit is understood: 8.1 inWC at the inlet is 20.2 mbar.
  await record(page, ['21.1', '8.1 in'])
  await expect(page.locator('#main').getByText('20.2').first()).toBeVisible()
  await nextStep(page)

  // As found, before anything is touched: too rich at maximum.
  await walkTo(page, 'As found', { texts })
  await probeIn(page)
  await page.clock.fastForward('06:00')
  await record(page, ['9.6', '64', '58.4', '9.5'])
  await expect(page.getByText('high', { exact: true }).first()).toBeVisible()
  await page.getByRole('button', { name: /^net efficiency/ }).click()
  await expect(page.getByText('first principles: element balance, NASA-7 enthalpies')).toBeVisible()
  await expect(page.getByText(/Flue losses only/)).toBeVisible()
  await accessible(page)
  await page.getByRole('button', { name: 'Close', exact: true }).click()
  await nextStep(page)

  // No screw before “clean or adjust?” is answered; leads come off only after the power is proved off.
  await walkTo(page, 'Isolate and prove dead', { texts })
  await page.getByLabel('Part and location').fill('Flame rod lead')
  await expect(page.getByText('Prove dead before you disconnect leads or earths.')).toBeVisible()
  await answerAll(page)
  await page.getByRole('button', { name: 'Add part' }).click()
  await expect(page.getByText('Flame rod lead')).toBeVisible()
  await nextStep(page)
  await accessible(page)
  const titles = await walkTo(page, 'Flue gas at', { texts, answers: { condition: 'Mis-set' } })
  expect(titles).toEqual(expect.arrayContaining(['Clean or adjust?', 'Strip and clean', 'Sequence of operation', 'Clock the meter']))

  await answerAll(page)
  await record(page, ['9.6', '64', '58.4', '9.5'])
  // The desk proposes the next move with its price; it is made, read, and told against what was foretold.
  const proposal = page.locator('[data-proposal=throttle]')
  await expect(proposal).toContainText(/turn clockwise.*Throttle screw · at maximum.*CO₂ at maximum: 9\.6%, then about/)
  await proposal.getByRole('button', { name: 'Move made: record it' }).click()
  await expect(page.getByText('1 move made')).toBeVisible()
  await expect(page.getByRole('region', { name: 'Set-up desk' })).toContainText('Read CO₂, CO at maximum before the next move.')
  await record(page, ['9.0', '48', '57.9', '9.5'])
  await expect(page.getByText(/CO₂ was expected between .* · came/)).toBeVisible()
  await nextStep(page)
  for (const [i, rate] of rates.slice(1).entries()) {
    await bringToRate(page)
    await record(page, [i === rates.length - 2 ? '8.5' : '8.9', '14', '49', '9.5'], `Record at ${rate}`)
    await nextStep(page)
  }
  await walkTo(page, 'Close loose ends', { texts })

  await page.getByRole('button', { name: 'Note or defect' }).click()
  await page.getByRole('radio', { name: 'Needs attention' }).click()
  await page.getByLabel('Fault and location').fill('Condensate trap stained')
  await page.getByLabel('Action taken').fill('Told the owner')
  await page.getByRole('button', { name: /^Save (note|reason)$/ }).click()

  await putEverythingBack(page)
  await expect(page.getByText('Flame rod lead')).toBeVisible()
  await page.getByRole('button', { name: 'Put back, pull-tested' }).click()
  await walkTo(page, 'Finish', { texts })
  await expect(page.getByText('No open items. The appliance can be left in normal service.')).toBeVisible()
  await accessible(page)
  await page.getByRole('button', { name: 'Close visit' }).click()
  await page.waitForURL('**/report')
  await expect(page.getByText('In normal service').first()).toBeVisible()
  await expect(page.getByText('Condensate trap stained', { exact: false }).first()).toBeVisible()
  await expect(page.getByText(/turn clockwise/).first()).toBeVisible()
  await expect(page.getByText(/^Final, version 1/)).toBeVisible()
  await accessible(page)
  await page.emulateMedia({ media: 'print' })
  await expect(page.getByRole('navigation').first()).toBeHidden()
  await expect(page.getByText(/^Customer: nobody present/)).toBeVisible()
})
