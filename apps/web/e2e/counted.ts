import { expect, type Locator, type Page } from './test'

/** What a service asks of a technician: taps (a hold is one) and figures typed. */
export interface Counted {
  taps: number
  figures: number
  /** The tallest step, in screens of the phone. */
  longest: { readonly title: string; readonly screens: number }
  /** What was tapped in each step, in order. */
  readonly by: { readonly title: string; readonly what: string[] }[]
}

const NOW = 'section[aria-labelledby=now]'
const HOLD_MS = 900
/** The height of a phone's screen, px. */
const SCREEN = 844

/** A tap, unless a step that has just ended took its button along: what went away under the finger is no tap. */
const pressed = (button: Locator): Promise<boolean> => there(button.click({ timeout: 5_000 }))

/** Whether something could be done, or what it is done to was gone. */
const there = (done: Promise<unknown>): Promise<boolean> =>
  done.then(
    () => true,
    () => false,
  )

/** Whether the page puts the cursor into a field by itself; a slow machine takes a moment for it. */
async function isAtHand(field: Locator): Promise<boolean> {
  return there(expect(field).toBeFocused({ timeout: 500 }))
}

/**
 * A sound service done by hand on a phone, by fingers only, counting what they do. A field is tapped to begin with; the keys' own *Next* leads to the others. Clocks are
 * let run by the page's own clock. With connected instruments, what they show is waited for, and only what none shows is typed.
 */
export async function countService(page: Page, texts: Readonly<Record<string, string>>, live = false): Promise<Counted> {
  const counted: Counted = { taps: 0, figures: 0, longest: { title: '', screens: 0 }, by: [] }
  const main = page.locator(NOW)
  const tapped = (what: string) => {
    counted.taps++
    counted.by.at(-1)?.what.push(what)
  }
  const place = () =>
    page
      .getByRole('button', { name: /^\d+ of \d+$/ })
      .first()
      .textContent()
  const settle = () => page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))))
  for (;;) {
    await settle()
    const title = (await page.locator('h2#now').textContent()) ?? ''
    if (title === 'Finish') return counted
    const here = await place()
    counted.by.push({ title, what: [] })
    const tall = await main.evaluate((section, height) => section.getBoundingClientRect().height / height, SCREEN)
    if (tall > counted.longest.screens) counted.longest = { title, screens: Math.round(tall * 100) / 100 }
    const moved = async () => (await place()) !== here
    /** Presses buttons of a kind until none is left. */
    const all = async (name: RegExp, after?: () => Promise<void>) => {
      const buttons = main.getByRole('button', { name, disabled: false })
      for (let n = 0; n < 30 && (await buttons.count()) > 0 && !(await moved()); n++) {
        // What goes away between two looks was not there to be pressed.
        const label = await buttons
          .first()
          .textContent({ timeout: 1_000 })
          .catch(() => null)
        if (label === null || !(await pressed(buttons.first()))) continue
        tapped(label)
        await after?.()
        await settle()
      }
    }
    const holdIt = async () => {
      const hold = main.getByRole('button', { name: /press and hold$/ })
      if ((await moved()) || (await hold.count()) === 0) return
      // The step may end by itself meanwhile.
      if (!(await there(hold.first().hover({ timeout: 5_000 })))) return
      await page.mouse.down()
      await page.clock.runFor(HOLD_MS)
      await page.mouse.up()
      tapped('hold')
      await settle()
    }
    /** Lets instruments settle, for as long as the step shows any that has not, and is not recorded. */
    const passes = async () => {
      await page.clock.fastForward('00:15')
      await page.waitForTimeout(60)
      await page.clock.fastForward(600)
      await settle()
    }
    /** What instruments know they say themselves: zeroed at switch-on, a rate that is reached. */
    const waitFor = async (name: RegExp) => {
      const button = main.getByRole('button', { name, disabled: false })
      for (let n = 0; n < 40 && !(await moved()) && (await button.count()) > 0; n++) await passes()
    }
    const settleLive = async () => {
      const itself = main.getByRole('button', { name: 'By itself from now on' })
      for (let n = 0; n < 90 && !(await moved()); n++) {
        if ((await main.locator('[data-live]').count()) === 0) return
        if ((await itself.isVisible()) && (await pressed(itself))) tapped('by itself from now on')
        await passes()
        if ((await main.locator('[data-live]:not([data-live=done])').count()) === 0) return
      }
    }
    if (live && title.startsWith('Make safe')) await waitFor(/^Zeroed in clean air$/)
    // What holds together: what is zeroed, what is as listed, what was put back.
    for (let n = 0; n < 3; n++) await holdIt()
    await all(/^Zeroed (in|at)/)
    if (!(await moved())) {
      const open = main.locator(`[data-ask]:not(:has([aria-pressed=true]))${live ? ':not([data-ask=co-steady])' : ''}`)
      for (let n = 0; n < 30 && (await open.count()) > 0 && !(await moved()); n++) {
        const group = open.first()
        // The last answer ends the step by itself.
        const label = await group.getAttribute('data-ask', { timeout: 3_000 }).catch(() => null)
        if (label === null) break
        if (
          await pressed(label === 'signature' ? group.getByRole('button', { name: 'Nobody present' }) : group.getByRole('button').first())
        )
          tapped(label)
        await settle()
      }
    }
    if (title === 'Close loose ends') {
      await all(/^Mark as put back$/)
      await all(/^tight by .* and /)
    }
    if (title.startsWith('Joints')) await all(/^tight by .* and /)
    if (live) await waitFor(/ now$/)
    await all(/ now$|gauge connected$|^Mark as open$/, () => page.clock.fastForward('11:00'))
    await all(/^Start timer$/, async () => {
      // Somebody is there while it runs: time does not jump over its end.
      const out = main.getByText(/finished \d\d:\d\d/)
      for (let n = 0; n < 60 && !(await moved()) && (await out.count()) === 0; n++) {
        await page.clock.fastForward('00:20')
        await settle()
      }
    })
    if (live) await settleLive()
    await all(/ again$/)
    if (!(await moved())) {
      let first = true
      for (const field of await main.locator('input[id^=need-]').all()) {
        const text = texts[(await field.getAttribute('id')) ?? '']
        // What is folded away is not asked for.
        if (text === undefined || (await field.isDisabled()) || !(await field.isVisible())) continue
        if (live && (await main.locator('div:has(> [data-live])').filter({ has: field }).count()) > 0) continue
        if (first && !(await isAtHand(field)) && (await pressed(field))) tapped('field')
        if (!(await there(field.fill(text.replace(/[^\d.,-].*$/, '').trim(), { timeout: 5_000 })))) continue
        first = false
        counted.figures++
      }
      if (!first) await all(/^Record/)
    }
    await settle()
    for (let n = 0; n < 40 && !(await moved()); n++) {
      const next = main.getByRole('button', { name: 'Next step', disabled: false })
      if ((await next.count()) > 0 && (await pressed(next))) tapped('next')
      else await page.waitForTimeout(50)
      await settle()
    }
    if (!(await moved())) throw new Error(`Stuck at “${title}”: ${await main.innerText()}`)
  }
}
