import { expect, type Locator, type Page } from './test'

/** What a technician does, by the words on the screen. */

/** Signs in by the form once for each person; later stories of the same worker come with the session that this gave. */
const sessions = new Map<string, Awaited<ReturnType<ReturnType<Page['context']>['cookies']>>>()
export async function signIn(page: Page, name: string, { goesOn = false }: { readonly goesOn?: boolean } = {}): Promise<void> {
  if (!goesOn) await goOnByButton(page)
  const known = sessions.get(name)
  if (known) {
    await page.context().addCookies(known)
    await page.goto('/today')
    return
  }
  await fillSignIn(page, name)
  sessions.set(
    name,
    (await page.context().cookies()).filter((c) => c.name.includes('session')),
  )
}

/** Most stories go on by the button, to look at a step when it is complete. */
const goOnByButton = (page: Page) => page.addInitScript(() => window.localStorage.setItem('lucerna.goes-on', '0'))

/** Signs in by the form, with a session of one's own: for a story that ends it. */
export async function signInByForm(page: Page, name: string): Promise<void> {
  await goOnByButton(page)
  await fillSignIn(page, name)
}

async function fillSignIn(page: Page, name: string): Promise<void> {
  // Whoever is signed in already is led past the form.
  await page.context().clearCookies({ name: /session/ })
  await page.goto('/sign-in')
  await page.getByRole('button', { name: new RegExp(name) }).click()
  await page.waitForURL('**/today')
}

/** Opens today's visit at a site and answers with its id. */
export async function openVisit(page: Page, site: string): Promise<string> {
  await page
    .getByRole('link', { name: new RegExp(site) })
    .first()
    .click()
  await page.waitForURL('**/visits/*')
  return page.url().split('/').at(-1) ?? ''
}

/** Plans one more visit where today's is planned, through the API, as the appliance page does. */
export async function planAnother(page: Page, site: string): Promise<string> {
  const href = await page
    .locator('a[href^="/visits/"]')
    .filter({ hasText: new RegExp(site) })
    .first()
    .getAttribute('href')
  const known = (await (await page.request.get(`/api/v1${href?.replace('/report', '')}`)).json()) as {
    siteId: string
    appliances: { id: string }[]
  }
  const made = await page.request.post('/api/v1/visits', {
    data: { siteId: known.siteId, applianceIds: known.appliances.map((a) => a.id), jobKind: 'annual-service' },
  })
  expect(made.status()).toBe(201)
  return ((await made.json()) as { id: string }).id
}

export const nextStep = (page: Page): Promise<void> => page.getByRole('button', { name: 'Next step' }).click()

export async function start(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Start visit' }).click()
  await expect(page.getByRole('heading', { name: 'Make safe and zero' })).toBeVisible()
}

/** Types into the fields of the step at hand, in order; null leaves one out. */
export async function type(page: Page, values: readonly (string | null)[]): Promise<void> {
  if (values.length > 1) await unfold(page)
  for (const [i, value] of values.entries()) if (value !== null) await field(page, i).fill(value)
}

/** What is read if reachable is folded away. */
export async function unfold(page: Page): Promise<void> {
  for (const fold of await page.locator('details[data-fold]:not([open]) > summary').all()) await fold.click()
}

/** A field of the step at hand by its place among what the step asks for, folded away or not. */
export const field = (page: Page, n: number): Locator => page.locator(`input[data-order="${n}"]`)

/** Types, records, and waits until the server has it. */
export async function record(page: Page, values: readonly (string | null)[], button: string | RegExp = /^Record/): Promise<void> {
  await type(page, values)
  await page.getByRole('button', { name: button }).click()
  await allKept(page)
}

export const allKept = (page: Page): Promise<void> => expect(page.getByText('all sent')).toBeVisible()

/** Zeroes what the step wants zeroed. */
export async function zeroAll(page: Page): Promise<void> {
  const zeroes = page.locator('section[aria-labelledby=now]').getByRole('button', { name: /^(Zeroed (in|at)|CO cell responded)/ })
  for (let left = await zeroes.count(); left > 0; left--) {
    await zeroes.first().click()
    await expect(zeroes).toHaveCount(left - 1)
  }
}

/** Answers what the step asks: the good answer, what must be new is renewed, or another answer by id. */
export async function answerAll(page: Page, answers: Readonly<Record<string, string>> = {}): Promise<void> {
  for (const group of await page.locator('section[aria-labelledby=now] [data-ask]').all()) {
    if ((await group.locator('[aria-pressed=true]').count()) > 0) continue
    const id = (await group.getAttribute('data-ask')) ?? ''
    // Signing opens a field to draw in: its own story does.
    const answer = answers[id] ?? (id === 'signature' ? 'Nobody present' : undefined)
    const renew = answer === undefined && (await group.locator('..').getByText('renew each time').count()) > 0
    await (
      answer !== undefined || renew ? group.getByRole('button', { name: answer ?? 'Renewed' }) : group.getByRole('button').first()
    ).click()
    await expect(group.locator('[aria-pressed=true]')).toHaveCount(1)
  }
}

/** Zero, look round, room CO: as a sound boiler room has it. */
export async function makeSafe(page: Page): Promise<void> {
  await zeroAll(page)
  await answerAll(page)
  await record(page, ['0'])
  await nextStep(page)
}

/** Brings the burner to the step's rate and lets the time pass that the card asks for. */
export async function bringToRate(page: Page): Promise<void> {
  await page.getByRole('button', { name: /[Aa]t .* now$/ }).click()
  await page.clock.fastForward('06:00')
  await expect(page.getByText('warm-up time complete')).toBeVisible()
}

/** Puts back everything that hangs, gas joints with detector and fluid. */
export async function putEverythingBack(page: Page): Promise<void> {
  const back = page.getByRole('button', { name: 'Mark as put back' })
  while ((await back.count()) > 0) {
    const before = await back.count()
    await back.first().click()
    await expect(back).toHaveCount(before - 1)
  }
  const joint = page.getByRole('button', { name: 'Record leak check' })
  while ((await joint.count()) > 0) {
    const before = await joint.count()
    await joint.first().click()
    await page.getByRole('button', { name: /^tight by .* and / }).click()
    await expect(joint).toHaveCount(before - 1)
  }
  await expect(page.getByText('No loose ends')).toBeVisible()
}

/** To a step by its title: in the sheet beside the work, or on a phone in the one that opens. */
export async function toStep(page: Page, title: string): Promise<void> {
  const place = page.getByRole('button', { name: /^\d+ of \d+$/ })
  if (await place.isVisible()) await place.click()
  await page
    .getByRole('navigation', { name: 'Checklist' })
    .locator('visible=true')
    .getByRole('button', { name: new RegExp(`^\\S*\\s*${title}`) })
    .first()
    .click()
}

/** Draws something like a name into the field for signatures, and gives it: a customer's with the name in capitals, else the technician's own. */
export async function signHere(page: Page, name: string | null): Promise<void> {
  const drawn = page.getByRole('img', { name: 'Signature' })
  const before = await drawn.count()
  await page.getByRole('button', { name: name ? 'Sign here' : 'Sign', exact: true }).click()
  const field = await page.getByLabel('Signature field').boundingBox()
  if (!field) throw new Error('No field to sign in')
  await page.mouse.move(field.x + 30, field.y + 80)
  await page.mouse.down()
  for (let i = 1; i <= 20; i++) await page.mouse.move(field.x + 30 + i * 8, field.y + 80 + 25 * Math.sin(i))
  await page.mouse.up()
  if (name) await page.getByLabel(/^(Name in capitals|Printed name)$/).fill(name)
  await page.getByRole('button', { name: 'Save signature' }).click()
  await expect(drawn).toHaveCount(before + 1)
}

/** Opens the step's test point with the gauge on it; one that an earlier visit left open is open already. */
export async function gaugeOn(page: Page): Promise<void> {
  const open = page.getByRole('button', { name: /open, gauge connected/ })
  await expect(open.or(page.getByRole('button', { name: /^Record/ })).first()).toBeVisible()
  if (await open.isVisible()) await open.click()
}

/** Puts the probe in and brings the burner to the step's rate, where it does not burn at it already. */
export async function probeIn(page: Page): Promise<void> {
  const open = page.getByRole('button', { name: /Probe in/ })
  await expect(open.or(page.getByRole('button', { name: /^Record/ })).first()).toBeVisible()
  if (await open.isVisible()) await open.click()
}
