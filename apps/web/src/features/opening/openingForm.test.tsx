/** @jest-environment jsdom */
import '@/test/browserParts'
import { act, cleanup, fireEvent, render, screen } from '@testing-library/react'
import { usePasskeysHere } from '@/features/sign-in'
import { OpeningForm } from './OpeningForm'
import { openingAction } from './openingAction'
import { readSpare } from './spare'

jest.mock('./openingAction', () => ({ openingAction: jest.fn() }))
jest.mock('@/features/sign-in', () => ({ usePasskeysHere: jest.fn() }))
jest.mock('@/features/people', () => jest.requireActual<object>('../people/parts/MailServerFields'))
jest.mock('@/ui/useTimeZones', () => ({ useTimeZones: () => ['Europe/Zurich', 'America/New_York'] }))

const action = jest.mocked(openingAction)
const here = jest.mocked(usePasskeysHere)
beforeEach(() => {
  jest.resetAllMocks()
  sessionStorage.clear()
  Object.defineProperty(globalThis, 'crypto', { value: { randomUUID: () => 'spare-1' }, configurable: true })
})
afterEach(cleanup)
const draw = () =>
  render(
    <OpeningForm
      token="tok"
      profiles={[
        { id: 'metric-ratio', title: 'Metric' },
        { id: 'imperial-oxygen', title: 'Imperial' },
      ]}
    />,
  )
const fill = (name: string, value: string) =>
  fireEvent.change(document.querySelector<HTMLInputElement>(`[name="${name}"]`)!, { target: { value } })
const begin = async () => act(async () => void fireEvent.click(screen.getAllByRole('button').at(-1)!))
const sent = () => Object.fromEntries(action.mock.calls.at(-1)![1])

test('by password: the firm, its profile and its lead, in one go', async () => {
  here.mockReturnValue(false)
  action.mockResolvedValueOnce({ problems: {}, typed: {} })
  draw()
  expect(screen.queryByRole('radiogroup')).toBeNull()
  fill('firm', 'Hollowmere Burners')
  fill('profile', 'imperial-oxygen')
  fill('timeZone', 'America/New_York')
  fill('name', 'Runa Falk')
  fill('email', 'runa@hollowmere.example')
  fill('password', 'Owl-41-lantern')
  fill('again', 'Owl-41-lantern')
  await begin()
  expect(sent()).toMatchObject({
    token: 'tok',
    firm: 'Hollowmere Burners',
    profile: 'imperial-oxygen',
    timeZone: 'America/New_York',
    email: 'runa@hollowmere.example',
    password: 'Owl-41-lantern',
  })
  expect(sent()).not.toHaveProperty('passkey')
  expect(readSpare()).toBeNull()
})

test('what is wrong stands at its field, and what was typed stays, but for the password', async () => {
  here.mockReturnValue(false)
  action.mockResolvedValueOnce({
    problems: { email: 'Not an address.', '': 'This link was used.' },
    typed: { firm: 'Hollowmere Burners', name: 'Runa Falk', email: 'runa', 'mail-host': 'mail.hollowmere.example' },
  })
  draw()
  for (const name of ['firm', 'name', 'password', 'again']) fill(name, 'x')
  fill('email', 'runa@hollowmere.example')
  await begin()
  const email = document.querySelector<HTMLInputElement>('[name=email]')!
  expect([email.value, email.getAttribute('aria-invalid')]).toEqual(['runa', 'true'])
  expect(screen.getByText('Not an address.')).toBeTruthy()
  expect(screen.getByRole('alert').textContent).toContain('This link was used.')
  expect(document.querySelector<HTMLInputElement>('[name=firm]')!.value).toBe('Hollowmere Burners')
  expect(document.querySelector<HTMLInputElement>('[name=password]')!.value).toBe('')
  // What was filled in under "mail" is seen.
  expect(document.querySelector('details')!.open).toBe(true)
})

test('by passkey nobody thinks of a password: a spare one is kept until the passkey is there', async () => {
  here.mockReturnValue(true)
  action.mockResolvedValueOnce({ problems: {}, typed: {} })
  draw()
  expect(document.querySelector('input[type=password][name=password]')).toBeNull()
  fill('firm', 'Hollowmere Burners')
  fill('name', 'Runa Falk')
  fill('email', 'runa@hollowmere.example')
  await begin()
  expect(sent()).toMatchObject({ passkey: '1', password: 'spare-1', again: 'spare-1' })
  expect(readSpare()).toBe('spare-1')
  fireEvent.click(screen.getAllByRole('radio')[1]!)
  expect(document.querySelectorAll('input[type=password][name=password]')).toHaveLength(1)
})
