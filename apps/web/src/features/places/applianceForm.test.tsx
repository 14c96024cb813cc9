/** @jest-environment jsdom */
import '@/test/browserParts'
import { DEMO_CARDS } from '@lucerna/sim/cards'
import { act, cleanup, fireEvent, render, screen, within } from '@testing-library/react'
import { ask } from '@/ui/ask'
import { ApplianceForm, safetiesFor } from './ApplianceForm'
import type { ApplianceFields } from './schemas'

const push = jest.fn()
jest.mock('next/navigation', () => ({ useRouter: () => ({ push, refresh: () => undefined, back: () => undefined }) }))
jest.mock('@/ui/ask', () => ({ ask: jest.fn() }))
jest.mock('@/ui/toast', () => ({ toast: jest.fn() }))
const asked = jest.mocked(ask)
beforeEach(() => {
  jest.clearAllMocks()
  asked.mockResolvedValue({ ok: true, body: { id: 'a1' }, version: 1 })
})
afterEach(cleanup)

const card = (id: string) => DEMO_CARDS.find((c) => c.id === id)!
const [larch, stag] = [card('tarnwick-larch-28-c'), card('ossian-stag-95')]
const SUPPLY = '0142aa44-6092-70e5-8955-0ea4325a963f'
const nothing: ApplianceFields = {
  supplyId: SUPPLY,
  cardId: '',
  cardVersion: 1,
  name: '',
  serial: '',
  position: '',
  flueLengthM: null,
  installedOn: null,
  safeties: [],
  remark: null,
}
const draw = (first = nothing, gas = larch.ratings[0]!.gas) =>
  render(
    <ApplianceForm
      id={null}
      siteId="s1"
      base={null}
      first={first}
      units="metric"
      cards={[larch, stag]}
      mayMakeCard
      supplies={[{ id: SUPPLY, gas, label: 'Porch' }]}
    />,
  )
const field = (label: string) => screen.getByLabelText<HTMLInputElement>(label)
const type = (label: string, value: string) => fireEvent.change(field(label), { target: { value } })
const choose = (c: typeof larch) => act(async () => type('Maker and model (target card)', `${c.id}@${c.version}`))
const save = async () => {
  await act(async () => void fireEvent.submit(document.querySelector('form')!))
  await act(async () => void (await new Promise((done) => setTimeout(done, 0))))
}
const sent = () => asked.mock.calls.at(-1)![2] as ApplianceFields
const safety = (label: string) => screen.getByRole('radiogroup', { name: label })
const answer = (label: string, state: string) => fireEvent.click(within(safety(label)).getByLabelText(state))

test('its card names it and lists the safeties that it expects; each is fitted, not fitted or not checked', async () => {
  draw()
  expect(screen.getByText(/^Choose the target card first/)).toBeTruthy()
  await choose(larch)
  expect(field('Appliance name').value).toBe(larch.model)
  const [one, two] = larch.safeties
  answer(one!.label, 'Fitted')
  answer(two!.label, 'Not fitted')
  type('Serial number', 'TW28-1')
  type('Location', 'Cellar')
  type('Flue length', '3 ft')
  await save()
  expect(asked).toHaveBeenCalledWith('POST', '/api/v1/sites/s1/appliances', expect.anything(), undefined)
  expect(sent()).toMatchObject({ cardId: larch.id, cardVersion: larch.version, flueLengthM: expect.closeTo(0.914, 3), installedOn: null })
  expect(sent().safeties.map((s) => s.state)).toEqual(['present', 'absent', ...larch.safeties.slice(2).map(() => 'unknown')])
  expect(push).toHaveBeenCalledWith('/appliances/a1')
})

test('without a card, a serial or a place each field says so, and what was typed stays', async () => {
  draw()
  type('Appliance name', 'The old one')
  type('Flue length', 'long')
  await save()
  expect(asked).not.toHaveBeenCalled()
  for (const label of ['Serial number', 'Location', 'Flue length']) expect(field(label).getAttribute('aria-invalid')).toBe('true')
  expect(field('Appliance name').value).toBe('The old one')
})

test('a name that was typed is not overwritten; a gas that the card lacks is warned of', async () => {
  draw(nothing, 'propane')
  type('Appliance name', 'The old one')
  await choose(stag)
  expect(field('Appliance name').value).toBe('The old one')
  expect(screen.getByText(/is not on this card\. Check the data plate/)).toBeTruthy()
})

test('what was found beside is added with its name, or taken out again', async () => {
  draw({ ...nothing, cardId: larch.id, cardVersion: larch.version, name: 'L', serial: '1', position: 'Loft' })
  const add = () => fireEvent.click(screen.getByRole('button', { name: 'Add safety device' }))
  add()
  const name = screen.getByRole<HTMLInputElement>('textbox', { name: 'Safety device' })
  await save()
  expect(name.getAttribute('aria-invalid')).toBe('true')
  fireEvent.change(name, { target: { value: 'Flood stat' } })
  await save()
  expect(sent().safeties.at(-1)).toMatchObject({ label: 'Flood stat', state: 'present' })
  fireEvent.click(screen.getByRole('button', { name: 'Remove safety device' }))
  await save()
  expect(sent().safeties).toHaveLength(larch.safeties.length)
})

describe('another card keeps what was seen', () => {
  const seen = (id: string, state: string, label = id) => ({ id, label, state, setting: '' })
  const [one] = larch.safeties

  test('what was answered stays, what the card expects and nobody looked at comes anew', () => {
    const rows = safetiesFor(larch, [seen(one!.id, 'absent', one!.label), seen('own-1', 'present', 'Flood stat')])
    expect(rows.find((r) => r.id === one!.id)?.state).toBe('absent')
    expect(rows.filter((r) => r.id === one!.id)).toHaveLength(1)
    expect(rows.at(-1)).toMatchObject({ label: 'Flood stat', state: 'present' })
    expect(rows).toHaveLength(larch.safeties.length + 1)
  })
  test('without a card only what was entered', () => {
    expect(safetiesFor(undefined, [])).toEqual([])
    expect(safetiesFor(undefined, [seen('own-1', 'present', '')])).toHaveLength(1)
  })
})
