import { expect, type Page } from './test'
import { execFileSync } from 'node:child_process'
import { program } from '../../../scripts/lib/run.mjs'
import { allKept, putEverythingBack, zeroAll } from './technician'

/** Working through any run sheet by what stands on the screen: answer, wait, type, record, next. */

/** What a sound appliance of a card shows, by field of the screen. */
export function soundTexts(cardId: string, practice: string, gas: string, altitudeM: number, job: string): Record<string, string> {
  const said = execFileSync(process.execPath, program('e2e/soundTexts.ts', cardId, practice, gas, String(altitudeM), job), {
    encoding: 'utf8',
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  return JSON.parse(said.slice(said.indexOf('{'))) as Record<string, string>
}

/** From the list of appliances to the started visit, as anybody would. */
export async function beginJob(page: Page, appliance: RegExp | string, job: string): Promise<string> {
  if (typeof appliance === 'string') await page.goto(appliance)
  else {
    await page.goto('/sites?show=appliances')
    await page.getByRole('link', { name: appliance }).first().click()
    await page.waitForURL('**/appliances/*')
  }
  const at = new URL(page.url()).pathname
  await page.getByLabel('Job type').first().selectOption({ label: job })
  await page.getByRole('button', { name: /^Start (another )?visit/ }).click()
  await page.waitForURL('**/visits/*')
  await page.getByRole('button', { name: 'Start visit' }).click()
  await expect(page.locator('h2#now')).toBeVisible()
  return at
}

export interface Wish {
  readonly texts: Readonly<Record<string, string>>
  /** Other answers than the good one, by id. */
  readonly answers?: Readonly<Record<string, string>>
  /** Steps that are left out, by the beginning of their title, with the reason. */
  readonly skip?: Readonly<Record<string, string>>
  /** Called at each step before anything is done; true ends the walk there. */
  readonly at?: (title: string) => Promise<boolean | void>
}

/*
 * A walk through a whole sheet is about its order, its gates and its endings: it presses and fills by the page's own events, a step in a few round trips. How a
 * finger, a mouse and a keyboard get on with the same buttons is what the stories do that use `technician.ts`.
 */

/** The one thing now: the only part of the screen that a walk looks at. */
const NOW = 'section[aria-labelledby=now]'

/** What the step at hand offers. */
const offered = (page: Page) =>
  page.locator(NOW).evaluate((main) => {
    const buttons = [...main.querySelectorAll('button')].filter((b) => b.checkVisibility())
    const label = (b: HTMLButtonElement) => (b.getAttribute('aria-label') ?? b.textContent ?? '').trim()
    const count = (what: RegExp) => buttons.filter((b) => what.test(label(b))).length
    return {
      title: main.querySelector('h2')?.textContent ?? '',
      place: [...main.querySelectorAll('*')].map((e) => e.textContent ?? '').find((said) => /^\d+ of \d+$/.test(said)) ?? '',
      zeroes: count(/^(Zeroed (in|at)|CO cell responded)/),
      joints: count(/^Record leak check$/),
      prepare: count(/ now$|gauge connected$|^Mark as open$/),
      clocks: count(/^Start timer$/),
      record: buttons.some((b) => /^Record/.test(label(b)) && !b.disabled),
      next: count(/^Next step$/),
    }
  })

/** Presses the first button of the step that is called so, as soon as it is there and can be pressed. */
const press = (page: Page, what: RegExp) =>
  page.waitForFunction(
    ([now, source]) => {
      const button = [...document.querySelectorAll<HTMLButtonElement>(`${now} button`)].find(
        (b) => new RegExp(source).test((b.getAttribute('aria-label') ?? b.textContent ?? '').trim()) && !b.disabled && b.checkVisibility(),
      )
      button?.click()
      return button !== undefined
    },
    [NOW, what.source] as const,
  )

/** The answers of {@link answerAll}, pressed one right after the other. */
async function answerInOneGo(page: Page, answers: Readonly<Record<string, string>> = {}): Promise<void> {
  const groups = page.locator(`${NOW} [data-ask]`)
  const left = await groups.evaluateAll((all, wished) => {
    const open = all.filter((group) => !group.querySelector('[aria-pressed=true]'))
    for (const group of open) {
      const id = group.getAttribute('data-ask') ?? ''
      const renew = group.parentElement?.textContent?.match(/(renew|replace) each time/)?.[1]
      const wanted = wished[id] ?? (id === 'signature' ? 'Nobody present' : renew && { renew: 'Renewed', replace: 'Replaced' }[renew])
      const buttons = [...group.querySelectorAll('button')]
      const button = wanted === undefined ? buttons[0] : buttons.find((b) => b.textContent?.trim() === wanted)
      button?.click()
    }
    return open.length
  }, answers)
  if (left > 0) await expect(groups.filter({ hasNot: page.locator('[aria-pressed=true]') })).toHaveCount(0, { timeout: 30_000 })
}

/** Types the figures of a sound appliance; answers with whether there was a field at all. */
const fillInOneGo = (page: Page, texts: Readonly<Record<string, string>>): Promise<boolean> =>
  page.locator(`${NOW} input[id^=need-]`).evaluateAll((fields, wished) => {
    const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')?.set
    for (const field of fields) {
      if (wished[field.id] === undefined) continue
      set?.call(field, wished[field.id])
      field.dispatchEvent(new Event('input', { bubbles: true }))
    }
    return fields.length > 0
  }, texts)

/** Answers, zeroes, clocks and figures of the step at hand, then on to the next. */
export async function doStep(page: Page, wish: Wish): Promise<void> {
  const main = page.locator(NOW)
  let here = await offered(page)
  const { title, place } = here
  const skipped = Object.keys(wish.skip ?? {}).find((t) => title.startsWith(t))
  if (skipped) {
    await page.getByRole('button', { name: 'Skip', exact: true }).click()
    await page.getByLabel(/Reason for skipping/).fill(wish.skip![skipped]!)
    await page.getByRole('button', { name: 'Skip step' }).click()
    return expect(page.locator('h2#now')).not.toHaveText(title)
  }
  if (here.zeroes > 0) await zeroAll(page)
  await answerInOneGo(page, wish.answers)
  if (title === 'Close loose ends') await putEverythingBack(page)
  if (title.startsWith('Joints'))
    for (let left = here.joints; left > 0; left--) {
      await press(page, /^Record leak check$/)
      await press(page, /^tight by (gas detector and leak detection fluid|combustible gas detector and soap solution)$/)
      await expect(main.getByRole('button', { name: 'Record leak check' })).toHaveCount(left - 1)
    }
  // One of the two is there once all is answered.
  await expect.poll(async () => ((here = await offered(page)), here.prepare + here.next), { intervals: [20, 50, 100] }).toBeGreaterThan(0)
  if (here.prepare > 0) {
    await press(page, / now$|gauge connected$|^Mark as open$/)
    await expect(main.getByRole('button', { name: / now$|gauge connected$|^Mark as open$/ })).toHaveCount(0)
    await page.clock.fastForward('11:00')
    here = await offered(page)
  }
  while (here.clocks > 0) {
    await press(page, /^Start timer$/)
    await expect(main.getByRole('button', { name: 'Start timer', exact: true })).toHaveCount(here.clocks - 1)
    await page.clock.fastForward('10:30')
    // Time that jumps is time in which nobody looked: work that somebody does meanwhile is asked about.
    const unseen = main.getByRole('button', { name: 'Yes, to the end' })
    const out = main.getByText(/finished \d\d:\d\d/)
    await expect(unseen.or(out).first()).toBeVisible()
    if ((await unseen.count()) > 0) await unseen.click()
    await expect(out).not.toHaveCount(0)
    here = await offered(page)
  }
  if ((await fillInOneGo(page, wish.texts)) && (await offered(page)).record) await press(page, /^Record/)
  // A figure can ask something: pressure behind a shut valve.
  const next = page.locator(NOW).getByRole('button', { name: 'Next step' })
  await expect
    .poll(async () => (await answerInOneGo(page, wish.answers), (await next.count()) === 0 || (await next.isEnabled())), {
      intervals: [20, 50, 100, 250],
    })
    .toBe(true)
  await press(page, /^Next step$/)
  // Two steps may be called alike.
  await expect.poll(async () => (await offered(page)).place, { intervals: [20, 50, 100] }).not.toBe(place)
}

/** Step by step up to one whose title begins so. */
export const walkTo = (page: Page, title: string, wish: Wish): Promise<string[]> =>
  workThrough(page, { ...wish, at: (here) => Promise.resolve(here.startsWith(title)) })

/** The whole sheet up to its finish. */
export async function workThrough(page: Page, wish: Wish): Promise<string[]> {
  const titles: string[] = []
  for (;;) {
    const { title } = await offered(page)
    if (title === 'Finish' || (await wish.at?.(title))) {
      await allKept(page)
      return titles
    }
    titles.push(title)
    await doStep(page, wish)
  }
}

/** Nothing against it: close in normal service and read the report. */
export async function closeInService(page: Page): Promise<void> {
  await expect(page.getByText('No open items. The appliance can be left in normal service.')).toBeVisible()
  await page.getByRole('button', { name: 'Close visit' }).click()
  await page.waitForURL('**/report')
  await expect(page.getByText('In normal service').first()).toBeVisible()
}
