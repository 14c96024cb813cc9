/** @jest-environment jsdom */
import '@/test/browserParts'
import { act, cleanup, fireEvent, render, screen, within } from '@testing-library/react'
import { ask } from '@/ui/ask'
import { toast } from '@/ui/toast'
import { Invitations } from './Invitations'
import { Passcode } from './Passcode'
import { Sessions } from './Sessions'

const refresh = jest.fn()
jest.mock('next/navigation', () => ({ useRouter: () => ({ refresh }) }))
jest.mock('@/ui/ask', () => ({ ask: jest.fn() }))
jest.mock('@/ui/toast', () => ({ toast: jest.fn() }))

const asked = jest.mocked(ask)
const well = { ok: true as const, body: {}, version: null }
const refused = (detail: string, fields: Readonly<Record<string, string>> = {}) => ({
  ok: false as const,
  problem: { status: 422, detail, fields, body: {} },
})
beforeEach(() => {
  jest.clearAllMocks()
  asked.mockResolvedValue(well)
})
afterEach(cleanup)
const press = async (button: HTMLElement) => act(async () => void fireEvent.click(button))

describe('where one is signed in', () => {
  const session = (id: string, device: string, here = false) => ({
    id,
    device,
    here,
    ipAddress: here ? null : '192.0.2.7',
    createdAt: '2026-03-01T08:00:00.000Z',
    seenAt: '2026-03-01T09:00:00.000Z',
  })
  const list = [session('s1', 'Chromium on Linux', true), session('s2', 'Phone')]

  test('the others can be ended one by one, this one not by itself', async () => {
    render(<Sessions list={list} />)
    const [here, phone] = screen.getAllByRole('listitem')
    expect(within(here!).queryByRole('button')).toBeNull()
    expect(phone!.textContent).toContain('192.0.2.7')
    await press(within(phone!).getByRole('button'))
    expect(asked).toHaveBeenCalledWith('DELETE', '/api/v1/me/sessions/s2')
    expect(refresh).toHaveBeenCalled()
  })

  test('all others, or all, at once; the others only where there are any', async () => {
    const { unmount } = render(<Sessions list={list} />)
    const [, others, all] = screen.getAllByRole('button')
    await press(others!)
    expect(asked).toHaveBeenLastCalledWith('DELETE', '/api/v1/me/sessions?but=here')
    await press(all!)
    expect(asked).toHaveBeenLastCalledWith('DELETE', '/api/v1/me/sessions')
    unmount()
    render(<Sessions list={list.slice(0, 1)} />)
    expect(screen.getAllByRole('button')).toHaveLength(1)
  })

  test('what cannot be ended is said, and the list is asked for again', async () => {
    asked.mockResolvedValueOnce(refused('The server cannot be reached.'))
    render(<Sessions list={list} />)
    await press(screen.getAllByRole('button')[0]!)
    expect(toast).toHaveBeenCalledWith('The server cannot be reached.')
    expect(refresh).toHaveBeenCalled()
  })
})

describe('the passcode', () => {
  const fields = () => [...document.querySelectorAll<HTMLInputElement>('input')]
  const fill = (passcode: string, password: string) => {
    const [first, second] = fields()
    fireEvent.change(first!, { target: { value: passcode } })
    fireEvent.change(second!, { target: { value: password } })
  }
  const send = async () => act(async () => void fireEvent.submit(document.querySelector('form')!))

  test('is set with the password, and neither stays in its field', async () => {
    render(<Passcode has={false} />)
    const before = document.querySelector('label')!.textContent
    fill('483920', 'Owl-41-lantern')
    await send()
    expect(asked).toHaveBeenCalledWith('PUT', '/api/v1/me/passcode', { passcode: '483920', password: 'Owl-41-lantern' })
    expect(fields().map((f) => f.value)).toEqual(['', ''])
    expect(toast).toHaveBeenCalled()
    // From now on it is another one that is set.
    expect(document.querySelector('label')!.textContent).not.toBe(before)
  })

  test('what is wrong stands at its field, and what was typed stays', async () => {
    asked.mockResolvedValueOnce(refused('No.', { passcode: 'Too easy to guess.' }))
    render(<Passcode has />)
    fill('111111', 'Owl-41-lantern')
    await send()
    expect(fields()[0]!.getAttribute('aria-invalid')).toBe('true')
    expect(screen.getByText('Too easy to guess.')).toBeTruthy()
    expect(fields()[0]!.value).toBe('111111')
    asked.mockResolvedValueOnce(refused('Too many attempts: wait a quarter of an hour.'))
    await send()
    expect(fields()[1]!.getAttribute('aria-invalid')).toBe('true')
    expect(screen.getByText('Too many attempts: wait a quarter of an hour.')).toBeTruthy()
  })
})

test('an invitation that has run out says so; any can be taken off the list', async () => {
  const invitation = (id: string, name: string, expiresAt: string) => ({
    id,
    name,
    email: `${id}@hollowmere.example`,
    role: 'technician' as const,
    expiresAt,
  })
  const list = [invitation('i1', 'Runa Falk', '2026-03-01T00:00:00.000Z'), invitation('i2', 'Iven Sorel', '2026-03-20T00:00:00.000Z')]
  render(<Invitations list={list} now="2026-03-10T00:00:00.000Z" timeZone="Europe/Zurich" />)
  const [old, open] = screen.getAllByRole('listitem')
  expect(old!.textContent).toMatch(/expired/i)
  expect(open!.textContent).toContain('20 Mar')
  await press(within(old!).getByRole('button'))
  expect(asked).toHaveBeenCalledWith('DELETE', '/api/v1/people/invitations/i1')
  expect(refresh).toHaveBeenCalled()
})
