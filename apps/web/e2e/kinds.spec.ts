import { expect, test } from './test'
import { beginJob, closeInService, soundTexts, workThrough } from './sheet'
import { signIn } from './technician'

/**
 * The annual service of a kind that no other story services: premix with a ratio valve is the story of a whole service (story.spec), forced draught stands in the
 * plant room, a modulating furnace is commissioned and an atmospheric boiler gets a gas valve (desk.spec), an induced-draught one is looked at in inches
 * (oxygen.spec). Every step of every kind is drawn and pressed in everyStep.test.
 */
test('annual service of a boiler with four valves @phone', async ({ page }) => {
  test.setTimeout(240_000)
  const sound = soundTexts('pellan-quartet-300', 'metric-ratio', 'natural-gas-h', 410, 'annual-service')
  // One valve of the four shows pressure behind it when shut: what else runs is asked, and answered with the blower.
  const behind = Object.keys(sound).find((id) => id.includes('outletShut'))!
  await page.clock.install()
  await signIn(page, 'Tobias')
  await beginJob(page, /Quartet 300/, 'Annual service')
  const titles = await workThrough(page, { texts: { ...sound, [behind]: '0,4' } })
  expect(titles[0]).toBe('Make safe and zero')
  expect(titles.some((t) => t.startsWith('Burner pressure at'))).toBe(true)
  for (const common of [
    'Isolate and prove dead',
    'Clean or adjust?',
    'Sequence of operation',
    'Clock the meter',
    'CO sweep, case closed',
    'Customer handover',
  ])
    expect(titles).toContain(common)
  await closeInService(page)
})
