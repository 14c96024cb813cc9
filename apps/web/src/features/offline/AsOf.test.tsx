/** @jest-environment jsdom */
import '@/test/browserParts'
import { act, cleanup, render, screen } from '@testing-library/react'
import { AsOf } from './AsOf'

afterEach(cleanup)

const asked = jest.fn()
const server = (there: boolean) => {
  asked.mockClear()
  globalThis.fetch = (...args) => {
    asked(...args)
    return there ? Promise.resolve({ ok: true } as Response) : Promise.reject(new TypeError('Failed to fetch'))
  }
}
const minutesAgo = (n: number) => new Date(Date.now() - n * 60_000).toISOString()
const draw = async (at: string) => {
  await act(async () => {
    render(<AsOf at={at} timeZone="Europe/Zurich" />)
    await Promise.resolve()
  })
}

test('a page fresh from the server says nothing and asks nothing', async () => {
  server(false)
  await draw(minutesAgo(0))
  expect(screen.queryByRole('status')).toBeNull()
  expect(asked).not.toHaveBeenCalled()
})

test('an old copy with the server away says of which hour it is, at the site', async () => {
  server(false)
  const at = minutesAgo(90)
  await draw(at)
  const hour = new Intl.DateTimeFormat('en-GB', { timeZone: 'Europe/Zurich', hour: '2-digit', minute: '2-digit' }).format(new Date(at))
  expect(screen.getByRole('status').textContent).toContain(`This list is from ${hour}`)
})

test('a device whose clock is off, with the server there, says nothing', async () => {
  server(true)
  await draw(minutesAgo(-45))
  expect(asked).toHaveBeenCalledWith('/api/health', { cache: 'no-store' })
  expect(screen.queryByRole('status')).toBeNull()
})
