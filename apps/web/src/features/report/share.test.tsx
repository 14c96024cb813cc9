/** @jest-environment jsdom */
import '@/test/browserParts'
import { act, cleanup, fireEvent, render, screen, within } from '@testing-library/react'
import { ask } from '@/ui/ask'
import { toast } from '@/ui/toast'
import { ShareReport } from './ShareReport'

jest.mock('@/ui/ask', () => ({ ask: jest.fn() }))
jest.mock('@/ui/toast', () => ({ toast: jest.fn() }))

const asked = jest.mocked(ask)
const link = (token: string, more: object = {}) => ({
  token,
  url: `https://lucerna.example/r/${token}`,
  expiresAt: '2099-01-01T00:00:00.000Z',
  revokedAt: null,
  by: 'Maren Ostby',
  ...more,
})
/** What the server has: links so far, and what it answers to anything else. */
const server = (links: readonly object[], email: string | null = null, other: unknown = { ok: true, body: {}, version: null }) =>
  asked.mockImplementation((method) =>
    Promise.resolve(method === 'GET' ? { ok: true, body: { links, email }, version: null } : (other as never)),
  )
beforeEach(() => jest.clearAllMocks())
afterEach(cleanup)
const press = async (name: string) => act(async () => void fireEvent.click(screen.getByRole('button', { name })))
async function open() {
  render(<ShareReport visitId="v1" timeZone="Europe/London" />)
  await press('Share…')
}

test('the customer’s address stands there already; with one a letter is written, without one the link is only made', async () => {
  server([], 'customer@example.org')
  await open()
  expect(screen.getByLabelText<HTMLInputElement>(/^Send it to/).value).toBe('customer@example.org')
  fireEvent.change(screen.getByLabelText('Works for'), { target: { value: '30' } })
  await press('Make link and send it')
  expect(asked).toHaveBeenCalledWith('POST', '/api/v1/visits/v1/report-links', { days: 30, email: 'customer@example.org' })
  expect(toast).toHaveBeenCalledWith('Link made, and a letter written.')
  await press('Make link')
  expect(asked).toHaveBeenCalledWith('POST', '/api/v1/visits/v1/report-links', { days: 30, email: null })
  expect(toast).toHaveBeenLastCalledWith('Link made. Copy it below.')
})

test('a wrong address is said at its field, and nothing is made', async () => {
  server([], null, { ok: false, problem: { status: 422, detail: 'Wrong.', fields: { email: 'Enter an email address.' }, body: {} } })
  await open()
  fireEvent.change(screen.getByLabelText(/^Send it to/), { target: { value: 'nobody' } })
  await press('Make link and send it')
  expect(screen.getByText('Enter an email address.')).toBeTruthy()
  expect(screen.getByLabelText<HTMLInputElement>(/^Send it to/).value).toBe('nobody')
  expect(toast).not.toHaveBeenCalled()
})

test('links so far: one that works is copied or revoked, one that is over says how', async () => {
  const written: string[] = []
  Object.assign(navigator, { clipboard: { writeText: (text: string) => Promise.resolve(void written.push(text)) } })
  server([link('one'), link('two', { expiresAt: '2020-02-03T12:00:00.000Z' }), link('three', { revokedAt: '2026-01-01T00:00:00.000Z' })])
  await open()
  const [works, expired, revoked] = screen.getAllByRole('listitem') as [HTMLElement, HTMLElement, HTMLElement]
  expect(works.textContent).toContain('by Maren Ostby')
  expect(expired.textContent).toContain('expired 3 Feb 2020')
  expect(revoked.textContent).toContain('revoked')
  for (const over of [expired, revoked]) expect(within(over).queryByRole('button')).toBeNull()
  await press('Copy')
  expect(written).toEqual(['https://lucerna.example/r/one'])
  await press('Revoke')
  expect(asked).toHaveBeenCalledWith('DELETE', '/api/v1/links/one')
  expect(toast).toHaveBeenLastCalledWith('Revoked. The link opens nothing any more.')
})

test('with the server away it says so', async () => {
  asked.mockResolvedValue({ ok: false, problem: { status: 0, detail: 'The server is away.', fields: {}, body: {} } })
  await open()
  expect(screen.getByText('The server is away.')).toBeTruthy()
})
