import { faultMapOf } from '@lucerna/core/faults'
import { DEMO_CARDS } from '@lucerna/sim/cards'
import { BROKEN, Patient, runOf } from '@lucerna/sim/faulty'
import { seededRandom } from '@lucerna/sim/random'
import { expect, type Page, test } from './test'
import { beginJob } from './sheet'
import { signIn } from './technician'

const card = DEMO_CARDS.find((c) => c.id === 'tarnwick-larch-28-c')!
const map = faultMapOf(card.burnerKind)

/** A simulated appliance with one thing wrong. */
function broken(cause: string, seed: number): Patient {
  const random = seededRandom(seed)
  const sound = runOf(card, card.ratings[0]!.gas, 1, {}, false)
  return new Patient(card, [cause], BROKEN[cause]!(random, card.burnerKind), random, sound, seed)
}

/** Does the check that the desk asks for, on the simulated appliance, until the desk has found the cause or says that it guesses; answers with the checks in their order. */
async function prove(page: Page, patient: Patient): Promise<string[]> {
  const made: string[] = []
  for (let n = 0; n < 40; n++) {
    const asked = page.locator('[data-check]')
    const verdict = page.getByRole('heading', { name: /^Found: |What is left is a guess/ })
    const purge = page.getByRole('button', { name: 'Waited and purged' })
    await expect(asked.or(verdict).or(purge)).toBeVisible()
    if (await verdict.isVisible()) return made
    if (await purge.isVisible()) {
      await purge.click()
      continue
    }
    const id = (await asked.getAttribute('data-check'))!
    const result = patient.observe(map.checks.find((c) => c.id === id)!)
    if (result === null) {
      await page.getByRole('button', { name: 'Cannot be done here' }).click()
      const why = page.getByLabel('Why this check is left out')
      if (await why.isVisible()) {
        await why.fill('It does not run long enough')
        await page.getByRole('button', { name: 'Leave it out' }).click()
      }
    } else await asked.locator(`[data-result="${result}"]`).click()
    made.push(id)
  }
  return made
}

test('an ignition failure is solved by the inlet dip and the volts at the valve; what was found is there again after a reload', async ({
  page,
}) => {
  await signIn(page, 'Tobias')
  await page.goto('/faults')
  await page.getByRole('link', { name: 'Tarnwick Larch 28 C', exact: true }).first().click()
  await page.getByLabel('Code on the display').selectOption('L1')
  await page.getByRole('button', { name: 'Tries, but does not light' }).click()
  const made = await prove(page, broken('harness', 4))
  expect(made).toEqual(expect.arrayContaining(['inlet-dip', 'coil-volts', 'coil-volts-board']))
  await expect(page.getByRole('heading', { name: 'Found: Wiring harness or plug' })).toBeVisible()
  await page.reload()
  await expect(page.getByRole('heading', { name: 'Found: Wiring harness or plug' })).toBeVisible()
  await expect(page.getByRole('region', { name: 'What was found' }).getByText('Volts at the valve').first()).toBeVisible()
})

test('flame lost at low rate, by the book: the maker’s order, none left out without a reason', { tag: '@phone' }, async ({ page }) => {
  await signIn(page, 'Tobias')
  await page.goto('/faults/tarnwick-larch-28-c')
  await page.getByRole('button', { name: 'Flame lost at low rate' }).click()
  await page.getByRole('radio', { name: 'By the book' }).click()
  const made = await prove(page, broken('low-mixture', 2))
  expect(made).toEqual(map.book['low-rate-loss'])
  await expect(page.getByRole('heading', { name: 'Found: Mixture at low rate mis-set' })).toBeVisible()
  await page.getByRole('radio', { name: 'Shortest way' }).click()
  await expect(page.getByRole('region', { name: 'What was found' }).getByRole('listitem')).toHaveCount(made.length)
})

test('a fault that comes and goes, over two visits: what happened when, and a broken lead found by moving it', async ({ page }) => {
  const desk = page.getByRole('dialog', { name: 'Fault desk' })
  const asked = desk.locator('[data-check]')
  /** Makes the checks that are asked for until one whose turn it is, or nothing more is asked; the others are sound. */
  const until = async (results: Readonly<Record<string, string>>, last?: string) => {
    let made = ''
    for (let n = 0; n < 30; n++) {
      const verdict = desk.getByRole('heading', { name: /^Found: |What is left is a guess/ })
      await expect(asked.or(verdict)).toBeVisible()
      if (await verdict.isVisible()) return
      const id = (await asked.getAttribute('data-check'))!
      const begin = desk.getByRole('button', { name: 'Begin this live test' })
      if (await begin.isVisible()) await begin.click()
      // The same answer twice within a moment would be one tap.
      if (id === made) await page.waitForTimeout(1_500)
      made = id
      const rows = desk.getByRole('region', { name: 'What was found' }).getByRole('listitem')
      const before = await rows.count()
      const sound = map.checks.find((c) => c.id === id)!.results[0]!.id
      await asked.locator(`[data-result="${results[id] ?? sound}"]:enabled`).click()
      await expect(rows).toHaveCount(before + 1)
      if (id === last) return
    }
  }
  await signIn(page, 'Tobias')
  const appliance = await beginJob(page, /Larch 28/, 'Breakdown')
  await page.getByRole('button', { name: 'Fault desk…' }).click()
  await desk.getByRole('button', { name: 'Tries, but does not light' }).click()
  await desk.getByText('It happens when').click()
  await desk.getByLabel('Comes and goes').click()
  for (const time of ['06:10', '06:40', '07:05']) {
    await desk.getByLabel('Time of day').fill(time)
    await desk.getByLabel('Firing rate').selectOption('at the start')
    await desk.getByRole('button', { name: 'Add this time' }).click()
    await expect(desk.getByText(new RegExp(`, ${time}`))).toBeVisible()
  }
  await expect(desk.getByText('between 6:00 and 8:00')).toBeVisible()
  await until({}, 'start')
  await page.keyboard.press('Escape')
  // It runs today: the visit ends, the case stays open.
  await page.getByRole('button', { name: /^Finish/ }).click()
  await page.getByRole('radio', { name: /isolated/ }).click()
  await page.getByLabel(/Reason, and what was done/).fill('Comes and goes; runs today, to be watched')
  await page.getByRole('button', { name: 'Close visit' }).click()
  await page.waitForURL('**/report')
  await expect(page.getByText('Fault: Tries, but does not light')).toBeVisible()
  await expect(page.getByText(/^To bring next time: /)).toBeVisible()

  await beginJob(page, appliance, 'Breakdown')
  await page.getByRole('button', { name: 'Go on at the fault desk' }).click()
  await expect(desk.getByText('between 6:00 and 8:00')).toBeVisible()
  await expect(desk.getByRole('region', { name: 'What was found' }).getByText('Watch one start')).toBeVisible()
  await until({ start: 'no-spark', spark: 'weak', 'lead-ohms': 'varies', 'lead-moved': 'lead-varies' })
  await expect(desk.getByRole('heading', { name: /^Found: Ignition lead/ })).toBeVisible()
  await desk.getByRole('button', { name: 'Repaired and proved' }).click()
  await expect(desk.getByText(/^Tries, but does not light: Ignition lead/)).toBeVisible()
})
