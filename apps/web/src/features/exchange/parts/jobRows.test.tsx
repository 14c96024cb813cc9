/** @jest-environment jsdom */
import '@/test/browserParts'
import { act, cleanup, fireEvent, render, screen } from '@testing-library/react'
import { ask } from '@/ui/ask'
import type { ShownJob } from '../server/jobs'
import { JobRows } from './JobRows'

jest.mock('@/ui/ask', () => ({ ask: jest.fn() }))
const asked = jest.mocked(ask)
const row = (line: number, action: string, more: object = {}) => ({
  line,
  action,
  label: `Row of ${line}`,
  problems: null,
  changes: null,
  ...more,
})
const page = (rows: readonly object[], next: number | null = null) => ({ ok: true as const, body: { rows, next }, version: null })
const job = (more: Partial<ShownJob>) => ({ id: 'j1', refused: 0, added: 0, changed: 0, same: 0, ...more }) as ShownJob
const draw = async (of: ShownJob) => act(async () => void render(<JobRows job={of} />))
beforeEach(() => jest.clearAllMocks())
afterEach(cleanup)

test('what is not accepted comes first, each with its column and what is wrong with it', async () => {
  const problems = [
    { column: 'postcode', message: 'Required.' },
    { column: '', message: 'This site stands twice in the file.' },
  ]
  asked.mockResolvedValue(page([row(7, 'refuse', { problems })]))
  await draw(job({ refused: 1, added: 3 }))
  expect(asked).toHaveBeenCalledWith('GET', '/api/v1/imports/j1/rows?action=refuse')
  const said = screen.getByRole('listitem').textContent
  expect(said).toContain('Row 7')
  expect(said).toContain('postcode: Required.')
  expect(said).toContain('This site stands twice in the file.')
})

test('by what would happen: a kind with no rows cannot be chosen, another is asked for', async () => {
  asked.mockResolvedValue(page([row(2, 'add')]))
  await draw(job({ added: 2, changed: 1 }))
  expect(asked).toHaveBeenLastCalledWith('GET', '/api/v1/imports/j1/rows?action=add')
  expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Not accepted 0' }).disabled).toBe(true)
  asked.mockResolvedValue(page([row(5, 'change', { changes: ['phone', 'town'] })]))
  await act(async () => void fireEvent.click(screen.getByRole('button', { name: 'Changed 1' })))
  expect(asked).toHaveBeenLastCalledWith('GET', '/api/v1/imports/j1/rows?action=change')
  expect(screen.getByRole('listitem').textContent).toContain('phone, town')
  expect(screen.getByRole('button', { name: 'Changed 1' }).getAttribute('aria-pressed')).toBe('true')
})

test('more rows come behind those that are there, until there are none', async () => {
  asked.mockResolvedValueOnce(page([row(1, 'add'), row(2, 'add')], 2)).mockResolvedValueOnce(page([row(3, 'add')]))
  await draw(job({ added: 3 }))
  await act(async () => void fireEvent.click(screen.getByRole('button', { name: 'Show more rows' })))
  expect(asked).toHaveBeenLastCalledWith('GET', '/api/v1/imports/j1/rows?action=add&after=2')
  expect(screen.getAllByRole('listitem')).toHaveLength(3)
  expect(screen.queryByRole('button', { name: 'Show more rows' })).toBeNull()
})

test('an answer of another shape, or none, changes nothing', async () => {
  asked.mockResolvedValueOnce(page([row(1, 'add')], 1)).mockResolvedValueOnce({ ok: true, body: { rows: 'all' }, version: null })
  await draw(job({ added: 3 }))
  await act(async () => void fireEvent.click(screen.getByRole('button', { name: 'Show more rows' })))
  expect(screen.getAllByRole('listitem')).toHaveLength(1)
})
