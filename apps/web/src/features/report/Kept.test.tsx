/** @jest-environment jsdom */
import '@/test/browserParts'
import { cleanup, fireEvent, render, screen } from '@testing-library/react'
import { Kept } from './Kept'

afterEach(cleanup)

test('a picture of the visit stands with its words', () => {
  render(<Kept id="p1" alt="Coil lead, right pin" />)
  expect(screen.getByRole('img', { name: 'Coil lead, right pin' }).getAttribute('src')).toMatch(/\/api\/v1\/photos\/p1\?size=small$/)
})

test('one that the server has not got leaves its place, its words and the reason', () => {
  render(<Kept id="p1" alt="Coil lead, right pin" />)
  fireEvent.error(screen.getByRole('img'))
  const place = screen.getByRole('img', { name: /^Coil lead, right pin: not on the server/ })
  expect(place.tagName).toBe('SPAN')
  expect(place.textContent).toMatch(/not sent yet, not accepted, or erased/)
})
