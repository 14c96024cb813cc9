/** @jest-environment jsdom */
import '@/test/browserParts'
import { act, cleanup, fireEvent, render, screen } from '@testing-library/react'
import { ask } from '@/ui/ask'
import { toast } from '@/ui/toast'
import { toldWithUndo } from '@/ui/undo'
import { PlanVisit } from './PlanVisit'
import { RemoveButton, RemovedNote } from './Removal'

const [push, refresh] = [jest.fn(), jest.fn()]
jest.mock('next/navigation', () => ({ useRouter: () => ({ push, refresh }) }))
jest.mock('@/ui/ask', () => ({ ask: jest.fn() }))
jest.mock('@/ui/undo', () => ({ toldWithUndo: jest.fn() }))
jest.mock('@/ui/toast', () => ({ toast: Object.assign(jest.fn(), { error: jest.fn() }) }))

const asked = jest.mocked(ask)
beforeEach(() => {
  jest.clearAllMocks()
  asked.mockResolvedValue({ ok: true, body: {}, version: null })
})
afterEach(cleanup)
const press = async (name: string | RegExp) => act(async () => void fireEvent.click(screen.getByRole('button', { name })))
const type = (label: string, value: string) => fireEvent.change(screen.getByLabelText(label), { target: { value } })
const submit = async () => act(async () => void fireEvent.submit(screen.getByRole('dialog').querySelector('form')!))

describe('a visit is planned', () => {
  const boilers = [
    { id: 'a1', name: 'Larch 28 C', position: 'Kitchen' },
    { id: 'a2', name: 'Stag 95', position: 'Cellar' },
  ]
  const draw = async (appliances = boilers) => {
    render(<PlanVisit siteId="s1" appliances={appliances} timeZone="Europe/Zurich" people={[{ id: 'u1', name: 'Tobias Achterberg' }]} />)
    await press('Plan visit')
  }

  test('for a day and a time of the site, for somebody, for what is ticked; then it is closed and said', async () => {
    await draw()
    fireEvent.click(screen.getByLabelText(/Larch 28 C/))
    type('Day', '2026-12-15')
    type('Time', '08:30')
    type('Technician', 'u1')
    type('Note', '  Key at number 5 ')
    await submit()
    expect(asked).toHaveBeenCalledWith('POST', '/api/v1/visits', {
      siteId: 's1',
      applianceIds: ['a2'],
      jobKind: 'annual-service',
      // Zurich in winter is an hour before UTC.
      plannedFor: '2026-12-15T07:30:00.000Z',
      assignedTo: 'u1',
      remark: 'Key at number 5',
    })
    expect(screen.queryByRole('dialog')).toBeNull()
    expect(toast).toHaveBeenCalledWith('Visit planned.')
    expect(refresh).toHaveBeenCalledTimes(1)
  })

  test('without a day nothing is sent, and the field says so; for nobody is no technician', async () => {
    await draw()
    await submit()
    expect(asked).not.toHaveBeenCalled()
    expect(screen.getByLabelText('Day').getAttribute('aria-invalid')).toBe('true')
    type('Day', '2026-06-15')
    await submit()
    expect(asked.mock.calls[0]![2]).toMatchObject({ assignedTo: null, plannedFor: '2026-06-15T07:00:00.000Z' })
    expect(asked.mock.calls[0]![2]).not.toHaveProperty('remark')
  })

  test('for no appliance it cannot be; the only one of a site is not asked about', async () => {
    await draw()
    for (const { name } of boilers) fireEvent.click(screen.getByLabelText(new RegExp(name)))
    const go = () => screen.getByRole('dialog').querySelector<HTMLButtonElement>('form button.btn-primary')!
    expect(go().disabled).toBe(true)
    cleanup()
    await draw([boilers[0]!])
    expect(screen.queryByLabelText(/Larch 28 C/)).toBeNull()
    expect(go().disabled).toBe(false)
  })

  test('refused, it says why at the field and beside the button, and what was chosen stays', async () => {
    asked.mockResolvedValue({
      ok: false,
      problem: { status: 422, detail: 'Some fields are wrong.', fields: { assignedTo: 'On holiday.' }, body: {} },
    })
    await draw()
    type('Day', '2026-06-15')
    type('Technician', 'u1')
    await submit()
    expect(screen.getByText('On holiday.')).toBeTruthy()
    expect(screen.getByText(/Some fields are wrong\./)).toBeTruthy()
    expect(screen.getByLabelText<HTMLSelectElement>('Technician').value).toBe('u1')
    expect(refresh).not.toHaveBeenCalled()
  })
})

describe('an entry is removed', () => {
  test('at once, with undo that brings it back, and back to its list', async () => {
    render(<RemoveButton register="sites" id="s1" name="7 Quarry Row" then="/sites" />)
    await press('Remove')
    expect(asked).toHaveBeenCalledWith('DELETE', '/api/v1/sites/s1')
    expect(push).toHaveBeenCalledWith('/sites')
    const [said, undo] = jest.mocked(toldWithUndo).mock.calls[0]!
    expect(said).toBe('7 Quarry Row removed.')
    await act(async () => undo())
    expect(asked).toHaveBeenLastCalledWith('POST', '/api/v1/sites/s1/restore')
    expect(toast).toHaveBeenCalledWith('Restored.')
  })

  test('refused, it stays, and says why', async () => {
    asked.mockResolvedValue({ ok: false, problem: { status: 409, detail: 'A visit is open here.', fields: {}, body: {} } })
    render(<RemoveButton register="appliances" id="a1" name="Larch" then="/sites" />)
    await press('Remove')
    expect(toast.error).toHaveBeenCalledWith('A visit is open here.')
    expect(push).not.toHaveBeenCalled()
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Remove' }).disabled).toBe(false)
  })

  test('what was removed says when; only who may brings it back', async () => {
    render(<RemovedNote register="supplies" id="p1" since="1 Jun 2026" mayRestore />)
    expect(screen.getByRole('status').textContent).toContain('Removed on 1 Jun 2026. The history is kept.')
    await press('Restore')
    expect(asked).toHaveBeenCalledWith('POST', '/api/v1/supplies/p1/restore')
    expect(refresh).toHaveBeenCalledTimes(1)
    cleanup()
    render(<RemovedNote register="supplies" id="p1" since="1 Jun 2026" mayRestore={false} />)
    expect(screen.queryByRole('button')).toBeNull()
  })
})
