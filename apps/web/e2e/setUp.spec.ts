import type { DeskReading } from '@lucerna/core/advice'
import { type MeasurandId, MEASURANDS, shownAs } from '@lucerna/core/measure'
import { fromSi } from '@lucerna/core/units'
import { Plant, type PlantSetup } from '@lucerna/sim/adjusting'
import { DEMO_CARDS } from '@lucerna/sim/cards'
import { expect, type Page, test } from './test'
import { signIn } from './technician'

/** A simulated appliance to set: sound, but out of its bands. */
function plantOf(cardId: string, more: Partial<PlantSetup>): Plant {
  const card = DEMO_CARDS.find((c) => c.id === cardId)!
  return new Plant({ card, gas: card.ratings[0]!.gas, seed: 11, law: 'straight', play: 1, faults: {}, positions: {}, ...more })
}

const FIGURES: Partial<Record<MeasurandId, DeskReading['figure']>> = {
  'pressure.manifold': 'pressure',
  'co2.flue': 'co2',
  'o2.flue': 'o2',
  'co.flue': 'co',
}

/** Types what the instruments show at the rate that the desk asks for. */
async function readAt(page: Page, plant: Plant, sections: readonly string[]): Promise<void> {
  const form = page.locator('form[data-rate]')
  const rateId = (await form.getAttribute('data-rate'))!
  const names = await form
    .locator('div.grid')
    .first()
    .locator('input')
    .evaluateAll((all) => all.map((i) => (i as HTMLInputElement).name))
  for (const name of names) {
    const [measurandId, section] = name.split(' ') as [MeasurandId, string?]
    const at = Math.max(0, sections.indexOf(section ?? ''))
    const [shown] = plant.read(rateId, [FIGURES[measurandId]!], [at], sections.length > 1)
    const value = fromSi(shown!.valueSi, shownAs(measurandId, 'metric').unit, MEASURANDS[measurandId].quantity)
    await form.locator(`input[name="${name}"]`).fill(value.toFixed(3))
  }
  await form.getByRole('button', { name: 'Record readings' }).click()
}

/** Does what the desk says until it says that all is set; answers with the moves. */
async function follow(page: Page, plant: Plant, sections: readonly string[] = []): Promise<string[]> {
  const moves: string[] = []
  for (let n = 0; n < 60; n++) {
    const proposal = page.locator('[data-proposal]')
    if (await page.getByText(/^Set after \d+ moves?\. All limits are met at every rate\.$/).isVisible()) return moves
    if (await page.locator('[data-doubt]').isVisible()) await page.getByRole('button', { name: 'The reading is right: continue' }).click()
    else if (await page.getByRole('button', { name: 'Calibration complete: record it' }).isVisible()) {
      await expect(page.getByText(/The water (takes|gets too hot)/)).toBeVisible()
      plant.calibrate()
      moves.push('calibration')
      await page.getByRole('button', { name: 'Calibration complete: record it' }).click()
    } else if (await proposal.isVisible()) {
      const [screwId, amount, rateId] = await Promise.all(
        ['data-proposal', 'data-amount', 'data-rate'].map((a) => proposal.getAttribute(a)),
      )
      plant.turn(screwId!, Number(amount), rateId!)
      moves.push(`${screwId} at ${rateId}`)
      await page.getByRole('button', { name: 'Move made: record it' }).click()
    } else await readAt(page, plant, sections)
  }
  throw new Error(`Not set after ${moves.join(', ')}`)
}

test.beforeEach(async ({ page }) => {
  await signIn(page, 'Tobias')
})

test('a ratio valve is set at both rates by what the desk proposes; a slip of the hand is asked about', async ({ page }) => {
  await page.goto('/set-up')
  await page
    .getByRole('link', { name: /Tarnwick Larch 28 C/ })
    .first()
    .click()
  const plant = plantOf('tarnwick-larch-28-c', { positions: { throttle: -0.7, offset: 0.25 } })
  await readAt(page, plant, [])
  await readAt(page, plant, [])
  // Turned the other way than was written down.
  const proposal = page.locator('[data-proposal]')
  const [screwId, amount, rateId] = await Promise.all(['data-proposal', 'data-amount', 'data-rate'].map((a) => proposal.getAttribute(a)))
  plant.turn(screwId!, -Number(amount), rateId!)
  await page.getByRole('button', { name: 'Move made: record it' }).click()
  await readAt(page, plant, [])
  await page.getByRole('button', { name: /^It was turned the other way\. Record / }).click()
  await expect(page.locator('[data-doubt]')).toHaveCount(0)
  const moves = await follow(page, plant)
  expect(moves.length).toBeLessThan(12)
  // It is kept on the device, and prints its moves with what they did.
  await page.reload()
  await expect(page.getByRole('heading', { name: 'Moves and results' })).toBeVisible()
  await expect(page.getByText(/^Set after/)).toBeVisible()
  await page.getByRole('button', { name: 'Start again' }).click()
  await expect(page.getByRole('heading', { name: 'Moves and results' })).toHaveCount(0)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('heading', { name: 'Moves and results' })).toBeVisible()
})

test('a modulating furnace is set by clicks', async ({ page }) => {
  await page.goto('/set-up/brightholm-drift-60-m')
  const plant = plantOf('brightholm-drift-60-m', { positions: { 'max-clicks': 9, 'min-clicks': -8 } })
  expect((await follow(page, plant)).length).toBeLessThan(12)
})

test('a boiler of four valves is set by pressure, then by its shutter', async ({ page }) => {
  await page.goto('/set-up/pellan-quartet-300')
  const card = DEMO_CARDS.find((c) => c.id === 'pellan-quartet-300')!
  const plant = plantOf('pellan-quartet-300', {
    positions: { 'governor-1': 1.4, shutter: 4 },
  })
  const moves = await follow(
    page,
    plant,
    card.sections.map((s) => s.id),
  )
  expect(moves).toEqual(expect.arrayContaining([expect.stringMatching(/^governor/), expect.stringMatching(/^shutter/)]))
  expect(moves.length).toBeLessThan(14)
})

test('an electronically adapted valve is calibrated by itself first, then by hand', async ({ page }) => {
  await page.goto('/set-up/galder-adapt-24')
  const plant = plantOf('galder-adapt-24', { faults: { rodCondition: 0.8 }, positions: { 'trim@max': 3, 'trim@min': -4 } })
  const moves = await follow(page, plant)
  expect(moves[0]).toBe('calibration')
  expect(moves.slice(1).every((m) => m.startsWith('trim'))).toBe(true)
})
