/** @jest-environment jsdom */
import '@/test/browserParts'
import { act, cleanup, fireEvent, render, screen } from '@testing-library/react'
import { ask } from '@/ui/ask'
import { toast } from '@/ui/toast'
import { toldWithUndo } from '@/ui/undo'
import { AssignVisit } from './AssignVisit'
import { CalendarLink } from './CalendarLink'
import { Sample } from './Sample'

const refresh = jest.fn()
jest.mock('next/navigation', () => ({ useRouter: () => ({ refresh }) }))
jest.mock('@/ui/ask', () => ({ ask: jest.fn() }))
jest.mock('@/ui/undo', () => ({ toldWithUndo: jest.fn() }))
jest.mock('@/ui/toast', () => ({ toast: Object.assign(jest.fn(), { error: jest.fn() }) }))
const asked = jest.mocked(ask)
const ok = (body: Record<string, unknown> = {}) => ({ ok: true as const, body, version: null })
const refused = (detail: string, fields = {}) => ({ ok: false as const, problem: { status: 409, detail, fields, body: {} } })
beforeEach(() => {
  jest.clearAllMocks()
  asked.mockResolvedValue(ok())
})
afterEach(cleanup)
const press = (name: string) => act(async () => void fireEvent.click(screen.getByRole('button', { name })))

describe('somebody is sent to a visit', () => {
  const assign = (id: string) =>
    act(async () => void fireEvent.change(screen.getByLabelText('Assign Kiln Yard'), { target: { value: id } }))
  beforeEach(() => void render(<AssignVisit visitId="v1" siteName="Kiln Yard" people={[{ id: 'u1', name: 'Tobias Achterberg' }]} />))

  test('by a name; undone it is nobody’s again', async () => {
    await assign('u1')
    expect(asked).toHaveBeenCalledWith('PATCH', '/api/v1/visits/v1', { assignedTo: 'u1' })
    const [said, undo] = jest.mocked(toldWithUndo).mock.calls[0]!
    expect(said).toBe('Assigned to Tobias Achterberg.')
    expect(refresh).toHaveBeenCalledTimes(1)
    await act(async () => undo())
    expect(asked).toHaveBeenLastCalledWith('PATCH', '/api/v1/visits/v1', { assignedTo: null })
    expect(refresh).toHaveBeenCalledTimes(2)
  })
  test('who cannot go is said; the choice is open again', async () => {
    asked.mockResolvedValueOnce(refused('Not saved.', { assignedTo: 'This person has left.' }))
    await assign('u1')
    expect(toast.error).toHaveBeenCalledWith('This person has left.')
    expect(screen.getByLabelText<HTMLSelectElement>('Assign Kiln Yard')).toMatchObject({ value: '', disabled: false })
  })
  test('no name is no choice', async () => {
    await assign('')
    expect(asked).not.toHaveBeenCalled()
  })
})

describe('the address of a calendar', () => {
  test('is made, copied, replaced and taken away; each is said', async () => {
    const writeText = jest.fn().mockResolvedValue(undefined)
    Object.assign(navigator, { clipboard: { writeText } })
    render(<CalendarLink address={null} />)
    asked.mockResolvedValueOnce(ok({ address: 'https://firm.example/c/1' }))
    await press('Make address')
    expect(screen.getByLabelText<HTMLInputElement>('Address to subscribe to').value).toBe('https://firm.example/c/1')
    await press('Copy address')
    expect(writeText).toHaveBeenCalledWith('https://firm.example/c/1')
    asked.mockResolvedValueOnce(ok({ address: 'https://firm.example/c/2' }))
    await press('Replace address')
    expect(screen.getByLabelText<HTMLInputElement>('Address to subscribe to').value).toBe('https://firm.example/c/2')
    await press('Remove address')
    expect(asked).toHaveBeenLastCalledWith('DELETE', '/api/v1/me/calendar')
    expect(screen.queryByLabelText('Address to subscribe to')).toBeNull()
    expect(jest.mocked(toast).mock.calls.map(([said]) => said)).toEqual([
      'New address made. An earlier one no longer works.',
      'Address copied.',
      'New address made. An earlier one no longer works.',
      'The address no longer works.',
    ])
  })
  test('where the server refuses, what was there stays', async () => {
    render(<CalendarLink address="https://firm.example/c/1" />)
    asked.mockResolvedValueOnce(refused('The server is away.'))
    await press('Remove address')
    expect(toast.error).toHaveBeenCalledWith('The server is away.')
    expect(screen.getByLabelText('Address to subscribe to')).toBeTruthy()
  })
})

describe('sample data', () => {
  test('is added by one button', async () => {
    render(<Sample there={false} />)
    await press('Add sample data')
    expect(asked).toHaveBeenCalledWith('POST', '/api/v1/firm/sample')
    expect(toast).toHaveBeenCalledWith('Sample data added. Today’s sample visit is in the list.')
    expect(refresh).toHaveBeenCalled()
  })
  test('is taken away only after it was asked once; cancelled it stays', async () => {
    render(<Sample there />)
    await press('Remove sample data')
    expect(screen.getByText(/This cannot be undone\./)).toBeTruthy()
    await press('Cancel')
    expect(asked).not.toHaveBeenCalled()
    await press('Remove sample data')
    asked.mockResolvedValueOnce(ok({ visits: 3 }))
    await press('Remove all of it')
    expect(asked).toHaveBeenCalledWith('DELETE', '/api/v1/firm/sample')
    expect(toast).toHaveBeenCalledWith('Sample data removed, with 3 visits.')
  })
  test('what went wrong is said, and it is asked anew before the next try', async () => {
    render(<Sample there />)
    await press('Remove sample data')
    asked.mockResolvedValueOnce(refused('Not removed.'))
    await press('Remove all of it')
    expect(toast.error).toHaveBeenCalledWith('Not removed.')
    expect(screen.queryByRole('button', { name: 'Remove all of it' })).toBeNull()
  })
})
