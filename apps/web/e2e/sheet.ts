import { expect, type Page } from '@playwright/test'
import { execFileSync } from 'node:child_process'
import path from 'node:path'
import { allKept, putEverythingBack, zeroAll } from './technician'

/** Working through any run sheet by what stands on the screen: answer, wait, type, record, next. */

const WEB = path.resolve(import.meta.dirname, '..')

/** What a sound appliance of a card shows, by field of the screen. */
export function soundTexts(cardId: string, practice: string, gas: string, altitudeM: number, job: string): Record<string, string> {
  const tsx = path.resolve(WEB, '../../node_modules/.bin/tsx')
  const said = execFileSync(
    tsx,
    ['--tsconfig', path.join(WEB, 'tsconfig.json'), path.join(WEB, 'e2e/soundTexts.ts'), cardId, practice, gas, String(altitudeM), job],
    { encoding: 'utf8', stdio: ['ignore', 'pipe', 'inherit'] },
  )
  return JSON.parse(said.slice(said.indexOf('{'))) as Record<string, string>
}

/** From the list of appliances to the started visit, as anybody would. */
export async function beginJob(page: Page, appliance: RegExp, job: string): Promise<void> {
  await page.goto('/places?show=appliances')
  await page.getByRole('link', { name: appliance }).first().click()
  await page.getByLabel('What for').first().selectOption({ label: job })
  await page.getByRole('button', { name: /^Start (a|another) visit/ }).click()
  await page.waitForURL('**/visits/*')
  await page.getByRole('button', { name: 'Start the visit' }).click()
  await expect(page.locator('h2#now')).toBeVisible()
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

/**
 * The answers of {@link answerAll}, pressed one right after the other: a whole sheet asks a hundred things, and a story of one kind is about the order and the
 * gates, not about each button.
 */
async function answerInOneGo(page: Page, answers: Readonly<Record<string, string>> = {}): Promise<void> {
  const groups = page.locator('section[aria-labelledby=now] [data-ask]')
  if ((await groups.count()) === 0) return
  await groups.evaluateAll((all, wished) => {
    for (const group of all) {
      if (group.querySelector('[aria-pressed=true]')) continue
      const id = group.getAttribute('data-ask') ?? ''
      const renew = group.parentElement?.textContent?.includes('new each time') ? 'Renewed' : undefined
      const wanted = wished[id] ?? (id === 'signature' ? 'Nobody there' : renew)
      const buttons = [...group.querySelectorAll('button')]
      const button = wanted === undefined ? buttons[0] : buttons.find((b) => b.textContent?.trim() === wanted)
      button?.click()
    }
  }, answers)
  await expect(groups.filter({ hasNot: page.locator('[aria-pressed=true]') })).toHaveCount(0)
}

/** Answers, zeroes, clocks and figures of the step at hand, then on to the next. */
export async function doStep(page: Page, wish: Wish): Promise<void> {
  const heading = page.locator('h2#now')
  const title = await heading.innerText()
  const main = page.locator('section[aria-labelledby=now]')
  const skipped = Object.keys(wish.skip ?? {}).find((t) => title.startsWith(t))
  if (skipped) {
    await page.getByRole('button', { name: 'Skip', exact: true }).click()
    await page.getByLabel(/Why is this step left out/).fill(wish.skip![skipped]!)
    await page.getByRole('button', { name: 'Skip it' }).click()
    return expect(heading).not.toHaveText(title)
  }
  await zeroAll(page)
  await answerInOneGo(page, wish.answers)
  if (title === 'Close loose ends') await putEverythingBack(page)
  const joint = main.getByRole('button', { name: 'Closed, leak check' })
  if (title.startsWith('Joints'))
    for (let left = await joint.count(); left > 0; left--) {
      await joint.first().click()
      await main.getByRole('button', { name: 'tight by detector and fluid' }).click()
      await expect(joint).toHaveCount(left - 1)
    }
  const prepare = main.getByRole('button', { name: / now$|gauge on$|go on$/ })
  // One of the two is there once the step is drawn.
  await expect(prepare.or(main.getByRole('button', { name: 'Next step' })).first()).toBeVisible()
  if ((await prepare.count()) > 0) {
    await prepare.click()
    await expect(prepare).toHaveCount(0)
    await page.clock.fastForward('11:00')
  }
  while ((await main.getByRole('button', { name: 'Start the clock' }).count()) > 0) {
    const clocks = await main.getByRole('button', { name: 'Start the clock' }).count()
    await main.getByRole('button', { name: 'Start the clock' }).first().click()
    await expect(main.getByRole('button', { name: 'Start the clock' })).toHaveCount(clocks - 1)
    await page.clock.fastForward('10:30')
    // Time that jumps is time in which nobody looked: work that somebody does meanwhile is asked about.
    const unseen = main.getByRole('button', { name: 'Yes, to the end' })
    const out = main.getByText(/run out \d\d:\d\d/)
    await expect(unseen.or(out).first()).toBeVisible()
    if ((await unseen.count()) > 0) await unseen.click()
    await expect(out).not.toHaveCount(0)
  }
  const fields = main.locator('input[id^=need-]')
  for (const field of await fields.all()) {
    const text = wish.texts[(await field.getAttribute('id')) ?? '']
    if (text !== undefined) await field.fill(text)
  }
  const record = main.getByRole('button', { name: /^Record/ })
  if ((await fields.count()) > 0 && (await record.isEnabled())) await record.click()
  const place = page.getByText(/^\d+ of \d+$/).locator('visible=true')
  const here = await place.innerText()
  await main.getByRole('button', { name: 'Next step' }).click()
  // Two steps may be called alike.
  await expect(place).not.toHaveText(here)
}

/** Step by step up to one whose title begins so. */
export const walkTo = (page: Page, title: string, wish: Wish): Promise<string[]> =>
  workThrough(page, { ...wish, at: (here) => Promise.resolve(here.startsWith(title)) })

/** The whole sheet up to its finish. */
export async function workThrough(page: Page, wish: Wish): Promise<string[]> {
  const titles: string[] = []
  for (;;) {
    const title = await page.locator('h2#now').innerText()
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
  await expect(page.getByText('Nothing stands against normal service.')).toBeVisible()
  await page.getByRole('button', { name: 'Close the visit' }).click()
  await page.waitForURL('**/report')
  await expect(page.getByText('In normal service').first()).toBeVisible()
}
