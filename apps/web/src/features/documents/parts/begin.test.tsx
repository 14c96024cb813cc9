/** @jest-environment jsdom */
import '@/test/browserParts'
import { type Card, differences } from '@lucerna/core/appliance'
import { writeFile } from '@lucerna/core/formats'
import { larch28 } from '@lucerna/sim/cards'
import { act, cleanup, fireEvent, render, screen, within } from '@testing-library/react'
import { type Answer, ask } from '@/ui/ask'
import { toast } from '@/ui/toast'
import { KINDS } from '../kinds'
import type { Row } from '../spec'
import { NewDocument, WriteNext } from './BeginDraft'
import { ImportDocument } from './ImportDocument'
import { MoveAppliances } from './MoveAppliances'

const [push, refresh] = [jest.fn(), jest.fn()]
jest.mock('next/navigation', () => ({ useRouter: () => ({ push, refresh }) }))
jest.mock('@/ui/ask', () => ({ ask: jest.fn() }))
jest.mock('@/ui/toast', () => ({ toast: jest.fn() }))

const asked = jest.mocked(ask)
const well = (version: number | null = null): Answer => ({ ok: true, body: {}, version })
const refused = (status: number, detail: string): Answer => ({ ok: false, problem: { status, detail, fields: {}, body: {} } })
beforeEach(() => {
  jest.resetAllMocks()
  asked.mockResolvedValue(well(1))
})
afterEach(cleanup)
const press = async (name: string | RegExp) => act(async () => void fireEvent.click(screen.getByRole('button', { name })))

describe('the next version', () => {
  test('is begun from the one that counts, and written on the next page', async () => {
    render(<WriteNext kind="card" id="larch-28-c" version={null} />)
    await press(/./)
    expect(asked).toHaveBeenCalledWith('POST', '/api/v1/documents/card/larch-28-c/draft', { from: { id: 'larch-28-c' } })
    expect(push).toHaveBeenCalledWith('/cards/larch-28-c/edit')
  })
  test('one that is begun already is gone on with', async () => {
    render(<WriteNext kind="practice" id="metric-ratio" version={4} />)
    await press(/4/)
    expect(asked).not.toHaveBeenCalled()
    expect(push).toHaveBeenCalledWith(`${KINDS.practice.path}/metric-ratio/edit`)
  })
  test('what the server refuses is said, and nobody is led away', async () => {
    asked.mockResolvedValueOnce(refused(403, 'Only a lead may write cards.'))
    render(<WriteNext kind="card" id="larch-28-c" version={null} />)
    await press(/./)
    expect(screen.getByRole('alert').textContent).toContain('Only a lead may write cards.')
    expect(push).not.toHaveBeenCalled()
  })
})

describe('a new one', () => {
  const begin = async (name: string) => {
    await press('New card')
    fireEvent.change(screen.getByRole('textbox'), { target: { value: name } })
    await act(async () => void fireEvent.submit(document.querySelector('form')!))
  }
  test('a name with capitals and blanks becomes a short name', async () => {
    render(<NewDocument kind="card" label="New card" blank={{ title: '' }} />)
    await begin(' Tarnwick Larch 35 ')
    expect(asked).toHaveBeenCalledWith('POST', '/api/v1/documents/card/tarnwick-larch-35/draft', { data: { title: '' } })
    expect(push).toHaveBeenCalledWith('/cards/tarnwick-larch-35/edit')
  })
  test.each(['', 'a', '-larch', 'ölbrenner', 'x'.repeat(61)])(
    '"%s" is no short name: said at its field, and what was typed stays',
    async (name) => {
      render(<NewDocument kind="card" label="New card" />)
      await begin(name)
      expect(asked).not.toHaveBeenCalled()
      const input = screen.getByRole<HTMLInputElement>('textbox')
      expect([input.getAttribute('aria-invalid'), input.value]).toEqual(['true', name])
    },
  )
  test('a copy says of what; a name that is taken is said', async () => {
    asked.mockResolvedValueOnce(refused(409, 'This name is taken.'))
    render(<NewDocument kind="card" label="New card" from={{ id: 'larch-28-c', version: 2 }} />)
    await begin('larch-28-d')
    expect(asked).toHaveBeenCalledWith('POST', '/api/v1/documents/card/larch-28-d/draft', { from: { id: 'larch-28-c', version: 2 } })
    expect(screen.getByText('This name is taken.')).toBeTruthy()
    expect(push).not.toHaveBeenCalled()
  })
})

describe('a file', () => {
  const text = writeFile(KINDS.card.file, larch28)
  const give = async (content: string, known: readonly string[] = []) => {
    render(<ImportDocument kind="card" known={known} />)
    const input = document.querySelector<HTMLInputElement>('input[type=file]')!
    const file = new File([content], 'card.json', { type: 'application/json' })
    // The stand-in for a browser cannot read files.
    Object.defineProperty(file, 'text', { value: () => Promise.resolve(content) })
    await act(async () => void fireEvent.change(input, { target: { files: [file] } }))
  }
  const said = () =>
    within(screen.getByRole('dialog'))
      .getAllByRole('listitem')
      .map((li) => li.textContent)

  test('of a card that nobody has becomes a draft', async () => {
    asked.mockResolvedValueOnce(refused(404, 'None.'))
    await give(text)
    expect(asked.mock.calls.map(([method, url]) => `${method} ${url}`)).toEqual([
      `GET /api/v1/documents/card/${larch28.id}/draft`,
      `POST /api/v1/documents/card/${larch28.id}/draft`,
    ])
    expect(asked.mock.calls[1]![2]).toEqual({ data: larch28 })
    expect(push).toHaveBeenCalledWith(`/cards/${larch28.id}/edit`)
  })
  test('of a card that is there becomes its next version', async () => {
    asked.mockResolvedValueOnce(refused(404, 'None.')).mockResolvedValueOnce(well(7))
    await give(text, [larch28.id])
    expect(asked).toHaveBeenCalledWith('POST', expect.anything(), { from: { id: larch28.id } })
    expect(asked).toHaveBeenLastCalledWith('PUT', expect.anything(), { data: larch28 }, 7)
  })
  test('a draft that somebody is writing is left alone', async () => {
    await give(text)
    expect(asked).toHaveBeenCalledTimes(1)
    expect(said()).toEqual([expect.stringContaining(larch28.id)])
    expect(push).not.toHaveBeenCalled()
  })
  test('what is wrong with it is said by its path, and nothing is sent', async () => {
    const wrong = JSON.parse(text) as { document: Record<string, unknown> }
    wrong.document = { ...wrong.document, burnerKind: 'nuclear', maker: 7 }
    await give(JSON.stringify(wrong))
    expect(asked).not.toHaveBeenCalled()
    expect(said().join('\n')).toMatch(/burnerKind[\s\S]*maker|maker[\s\S]*burnerKind/)
  })
  test.each([
    ['no JSON', '{"format": '],
    ['something else', '{"format":"shopping-list","formatVersion":1}'],
    ['too large', ' '.repeat(900_001)],
  ])('%s is refused with the reason', async (_, content) => {
    await give(content)
    expect(asked).not.toHaveBeenCalled()
    expect(said()[0]!.length).toBeGreaterThan(10)
    await act(async () => void fireEvent.click(within(screen.getByRole('dialog')).getAllByRole('button')[0]!))
    expect(screen.queryByRole('dialog')).toBeNull()
  })
  test('what the server refuses is said', async () => {
    asked.mockResolvedValueOnce(refused(404, 'None.')).mockResolvedValueOnce(refused(403, 'Only a lead may write cards.'))
    await give(text)
    expect(said()).toEqual(['Only a lead may write cards.'])
  })
})

describe('appliances on an older version', () => {
  const newer: Card = { ...larch28, version: 2, variant: 'second print' }
  const row = (card: Card) => card as unknown as Row
  const pinned = [
    { id: 'a1', name: 'Larch in the cellar', serial: '1', siteName: '7 Quarry Row', cardVersion: 1 },
    { id: 'a2', name: 'Larch in the attic', serial: '2', siteName: '7 Quarry Row', cardVersion: 2 },
  ]
  const draw = (list = pinned, allowed = true) =>
    render(
      <MoveAppliances
        cardId="larch-28-c"
        newest={2}
        pinned={list}
        changes={{ 1: differences(larch28, newer) }}
        versions={{ 1: row(larch28), 2: row(newer) }}
        units="metric"
        allowed={allowed}
      />,
    )
  test('only those can be moved, after a look at what changes', async () => {
    draw()
    fireEvent.click(screen.getByRole('checkbox', { name: 'Larch in the cellar, 7 Quarry Row' }))
    expect(screen.getAllByRole('checkbox')).toHaveLength(1)
    await press(/version 2/i)
    const dialog = screen.getByRole('dialog')
    expect(dialog.textContent).toContain('second print')
    asked.mockResolvedValueOnce(refused(409, 'A visit is open on it.'))
    const move = within(dialog).getByRole('button', { name: /Move/ })
    await act(async () => void fireEvent.click(move))
    expect(within(dialog).getByRole('alert').textContent).toBe('A visit is open on it.')
    // Looked at again, it says nothing of the last time.
    await act(async () => void fireEvent.click(within(dialog).getAllByRole('button')[0]!))
    await press(/version 2/i)
    expect(screen.queryByRole('alert')).toBeNull()
    await act(async () => void fireEvent.click(within(screen.getByRole('dialog')).getByRole('button', { name: /Move/ })))
    expect(asked).toHaveBeenLastCalledWith('POST', '/api/v1/documents/card/larch-28-c/appliances', { version: 2, applianceIds: ['a1'] })
    expect(screen.queryByRole('dialog')).toBeNull()
    expect(refresh).toHaveBeenCalled()
    expect(toast).toHaveBeenCalled()
  })
  test('who may not, sees which they are; none says so', () => {
    draw(pinned, false)
    expect(screen.queryByRole('checkbox')).toBeNull()
    expect(screen.getAllByRole('listitem')).toHaveLength(2)
    cleanup()
    draw([])
    expect(screen.queryByRole('listitem')).toBeNull()
    expect(document.body.textContent).not.toBe('')
  })
})
