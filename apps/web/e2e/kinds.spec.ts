import { expect, test } from './test'
import { beginJob, closeInService, soundTexts, workThrough } from './sheet'
import { signIn } from './technician'

/**
 * The annual service of the burner kinds, from the appliance's page to the report. That of a premix burner with a ratio valve is the story of a whole service
 * (story.spec), that of a forced-draught burner stands in the plant room, a modulating furnace is commissioned (desk.spec), an induced-draught one is looked at in
 * inches (oxygen.spec). Every step of every kind is drawn and pressed in everyStep.test.
 */
const KINDS = [
  ['atmospheric', 'Tobias', /Stag 95/, 'ossian-stag-95', 'metric-ratio', 'natural-gas-h', 410, 'Draught and spillage'],
  ['multi-valve', 'Tobias', /Quartet 300/, 'pellan-quartet-300', 'metric-ratio', 'natural-gas-h', 410, 'Burner pressure at'],
] as const
/** The four-valve boiler is worked on in the boiler room's own size. */
const PHONE = { tag: '@phone-only' }

for (const [kind, who, appliance, cardId, practice, gas, altitudeM, own] of KINDS)
  test(`annual service of a burner: ${kind}`, kind === 'multi-valve' ? PHONE : {}, async ({ page }) => {
    test.setTimeout(240_000)
    const sound = soundTexts(cardId, practice, gas, altitudeM, 'annual-service')
    // One valve of the four shows pressure behind it when shut: what else runs is asked, and answered with the blower.
    const behind = Object.keys(sound).find((id) => id.includes('outletShut'))
    const texts = kind === 'multi-valve' && behind ? { ...sound, [behind]: '0,4' } : sound
    await page.clock.install()
    await signIn(page, who)
    await beginJob(page, appliance, 'Annual service')
    const titles = await workThrough(page, { texts })
    expect(titles[0]).toBe('Make safe and zero')
    expect(titles.some((t) => t.startsWith(own))).toBe(true)
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
