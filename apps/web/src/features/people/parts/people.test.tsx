/** @jest-environment jsdom */
import '@/test/browserParts'
import { act, cleanup, fireEvent, render, screen, within } from '@testing-library/react'
import { ask } from '@/ui/ask'
import { toast } from '@/ui/toast'
import { playTone } from '@/ui/tones'
import { toldWithUndo } from '@/ui/undo'
import type { Member } from '../server/members'
import { InviteForm } from './InviteForm'
import { MailServer } from './MailServer'
import { MemberRow } from './MemberRow'
import { Preferences } from './Preferences'

const refresh = jest.fn()
jest.mock('next/navigation', () => ({ useRouter: () => ({ refresh }) }))
jest.mock('@/ui/ask', () => ({ ask: jest.fn() }))
jest.mock('@/ui/undo', () => ({ toldWithUndo: jest.fn() }))
jest.mock('@/ui/tones', () => ({ playTone: jest.fn() }))
jest.mock('@/ui/toast', () => ({ toast: Object.assign(jest.fn(), { error: jest.fn() }) }))

const asked = jest.mocked(ask)
const refused = (detail: string, fields: Record<string, string> = {}) => ({
  ok: false as const,
  problem: { status: 422, detail, fields, body: {} },
})
beforeEach(() => {
  jest.clearAllMocks()
  asked.mockResolvedValue({ ok: true, body: {}, version: null })
})
afterEach(cleanup)
const press = async (name: string | RegExp) => act(async () => void fireEvent.click(screen.getByRole('button', { name })))
const type = (label: string, value: string) => fireEvent.change(screen.getByLabelText(label), { target: { value } })
const submit = async () => act(async () => void fireEvent.submit(document.querySelector('form')!))

describe('a person of the firm', () => {
  const member = (more: Partial<Member> = {}): Member => ({
    userId: 'u1',
    name: 'Tobias Achterberg',
    email: 'tobias@example.org',
    role: 'technician',
    licenceNumber: 'G-1234',
    licenceUntil: '2027-03-01',
    licence: 'valid',
    hasPasscode: false,
    secondFactor: false,
    leftAt: null,
    version: 4,
    ...more,
  })
  const draw = (more: Partial<Member> = {}, props: { manage?: boolean; self?: boolean } = {}) =>
    render(
      <ul>
        <MemberRow member={member(more)} manage={props.manage ?? true} self={props.self ?? false} timeZone="Europe/London" />
      </ul>,
    )
  const row = () => screen.getByRole('listitem').textContent

  test('says role and licence; one that lapsed or was never recorded is a warning', () => {
    draw()
    expect(row()).toContain('Technician')
    expect(row()).toContain('licence G-1234')
    expect(row()).toContain('valid until 1 Mar 2027')
    cleanup()
    draw({ licence: 'lapsed', licenceUntil: '2026-01-01' })
    expect(screen.getByText('expired 1 Jan 2026').className).toContain('warning')
    cleanup()
    draw({ licence: 'missing', licenceUntil: null, licenceNumber: null })
    expect(screen.getByText('not recorded').className).toContain('warning')
    cleanup()
    draw({ role: 'planner', licence: 'none', licenceUntil: null, licenceNumber: null }, { manage: false })
    expect(row()).toBe('Tobias Achterberg tobias@example.orgPlanner')
    expect(screen.queryByRole('button')).toBeNull()
  })

  test('a change goes out with the version it was made from; a role without a licence sends none', async () => {
    draw()
    await press('Edit Tobias Achterberg')
    type('Licence number', 'G-9')
    await submit()
    expect(asked).toHaveBeenCalledWith(
      'PUT',
      '/api/v1/people/u1',
      { role: 'technician', licenceNumber: 'G-9', licenceUntil: '2027-03-01' },
      4,
    )
    expect(screen.queryByRole('dialog')).toBeNull()
    expect(toast).toHaveBeenCalledWith('Saved.')
    await press('Edit Tobias Achterberg')
    type('Role', 'planner')
    expect(screen.queryByLabelText('Licence number')).toBeNull()
    await submit()
    expect(asked.mock.lastCall![2]).toEqual({ role: 'planner', licenceNumber: null, licenceUntil: null })
  })

  test('refused, the dialog stays, with the reason and what was typed', async () => {
    asked.mockResolvedValue(
      refused('Not changed: this is the firm’s only lead technician.', { licenceUntil: 'Enter the licence expiry date.' }),
    )
    draw()
    await press('Edit Tobias Achterberg')
    type('Expiry date', '')
    await submit()
    const dialog = screen.getByRole('dialog')
    expect(within(dialog).getByRole('alert').textContent).toContain('only lead technician')
    expect(within(dialog).getByText('Enter the licence expiry date.')).toBeTruthy()
    expect(refresh).not.toHaveBeenCalled()
  })

  test('leaves at once, with undo; nobody removes oneself, nor resets one’s own authenticator', async () => {
    draw({ secondFactor: true })
    await press('Edit Tobias Achterberg')
    await press('Remove from firm')
    expect(asked).toHaveBeenCalledWith('DELETE', '/api/v1/people/u1', undefined, undefined)
    const [said, undo] = jest.mocked(toldWithUndo).mock.calls[0]!
    expect(said).toMatch(/^Tobias Achterberg has left the firm/)
    await act(async () => undo())
    expect(asked).toHaveBeenLastCalledWith('POST', '/api/v1/people/u1/restore')
    await press('Edit Tobias Achterberg')
    await press('Reset authenticator')
    expect(asked).toHaveBeenLastCalledWith('DELETE', '/api/v1/people/u1/second-factor', undefined, undefined)
    cleanup()
    draw({ secondFactor: true }, { self: true })
    await press('Edit Tobias Achterberg')
    expect(screen.queryByRole('button', { name: 'Remove from firm' })).toBeNull()
    expect(screen.queryByRole('button', { name: 'Reset authenticator' })).toBeNull()
  })

  test('who left is restored, or erased after it was asked once more; who was erased is neither', async () => {
    draw({ leftAt: '2026-05-01T10:00:00.000Z' })
    expect(row()).toContain('left on 1 May 2026')
    await press('Edit Tobias Achterberg')
    await press('Erase personal data')
    expect(asked).not.toHaveBeenCalled()
    await press('Erase permanently')
    expect(asked).toHaveBeenCalledWith('DELETE', '/api/v1/people/u1/data', undefined, undefined)
    await press('Edit Tobias Achterberg')
    await press('Restore to firm')
    expect(asked).toHaveBeenLastCalledWith('POST', '/api/v1/people/u1/restore', undefined, undefined)
    cleanup()
    draw({ leftAt: '2026-05-01T10:00:00.000Z', email: 'u1@erased.invalid' })
    await press('Edit Tobias Achterberg')
    expect(screen.queryByRole('button', { name: 'Restore to firm' })).toBeNull()
    expect(screen.queryByRole('button', { name: 'Erase personal data' })).toBeNull()
  })
})

describe('an invitation', () => {
  test('goes to the outbox, and the form is empty for the next one', async () => {
    render(<InviteForm />)
    await press('Invite person')
    type('Name', 'Ada Lorne')
    type('Email', ' ada@example.org ')
    type('Role', 'apprentice')
    await submit()
    expect(asked).toHaveBeenCalledWith('POST', '/api/v1/people/invitations', {
      name: 'Ada Lorne',
      email: 'ada@example.org',
      role: 'apprentice',
      licenceNumber: null,
      licenceUntil: null,
    })
    expect(toast).toHaveBeenCalledWith('Invitation to ada@example.org is in the outbox.')
    await press('Invite person')
    expect(screen.getByLabelText<HTMLInputElement>('Name').value).toBe('')
  })

  test('wrong fields are named, and what was typed stays', async () => {
    asked.mockResolvedValue(refused('Some fields are wrong.', { email: 'Enter an email address.' }))
    render(<InviteForm />)
    await press('Invite person')
    type('Name', 'Ada Lorne')
    await submit()
    expect(screen.getByText('Enter an email address.')).toBeTruthy()
    expect(screen.getByLabelText('Email').getAttribute('aria-invalid')).toBe('true')
    expect(screen.getByLabelText<HTMLInputElement>('Name').value).toBe('Ada Lorne')
  })
})

describe('the firm’s mail server', () => {
  const current = { host: 'mail.example.org', port: 465, username: 'office', from: 'office@example.org' }
  test('says by which letters go out, keeps it, and stops using it', async () => {
    render(<MailServer current={current} />)
    expect(screen.getByText('Letters are sent through mail.example.org from office@example.org')).toBeTruthy()
    await submit()
    expect(asked.mock.calls[0]).toEqual([
      'PUT',
      '/api/v1/firm/mail-server',
      { from: 'office@example.org', host: 'mail.example.org', port: '465', username: 'office', password: '' },
    ])
    expect(toast).toHaveBeenCalledWith('Saved. A test letter is on its way to you; its status is in the list.')
    await press('Stop using it')
    expect(asked).toHaveBeenLastCalledWith('DELETE', '/api/v1/firm/mail-server')
  })

  test('a server that does not answer is said above the button, a wrong field at the field; none has nothing to stop', async () => {
    render(<MailServer current={null} />)
    expect(screen.queryByRole('button', { name: 'Stop using it' })).toBeNull()
    asked.mockResolvedValue(refused('The mail server did not answer.'))
    await submit()
    expect(screen.getByRole('alert').textContent).toContain('The mail server did not answer.')
    asked.mockResolvedValue(refused('Wrong.', { port: 'Use 587, 465, 2525 or 25.' }))
    await submit()
    expect(screen.queryByText('The mail server did not answer.')).toBeNull()
    expect(screen.getByText('Use 587, 465, 2525 or 25.')).toBeTruthy()
  })
})

describe('one’s own preferences', () => {
  const draw = () => render(<Preferences units="practice" dialect="practice" farViewTones={false} practiceUnits="metric" />)
  const radio = (name: string) => screen.getByRole('radio', { name })

  test('units are kept at a touch; the page is drawn in them', async () => {
    draw()
    expect(radio('Same as the profile (metric)').getAttribute('aria-checked')).toBe('true')
    await act(async () => void fireEvent.click(radio('Imperial')))
    expect(asked).toHaveBeenCalledWith('PUT', '/api/v1/me/preferences', { units: 'imperial', dialect: 'practice', farViewTones: false })
    expect(radio('Imperial').getAttribute('aria-checked')).toBe('true')
    expect(refresh).toHaveBeenCalledTimes(1)
  })

  test('with the server away they are what they were, and it is said', async () => {
    asked.mockResolvedValue(refused('The server is away.'))
    draw()
    await act(async () => void fireEvent.click(screen.getByRole('checkbox')))
    expect(screen.getByRole<HTMLInputElement>('checkbox').checked).toBe(false)
    expect(toast.error).toHaveBeenCalledWith('The server is away.')
  })

  test('a tone can be heard before it is chosen', () => {
    draw()
    const [settled, danger] = screen.getAllByRole('button')
    fireEvent.click(settled!)
    fireEvent.click(danger!)
    expect(jest.mocked(playTone).mock.calls).toEqual([['settled'], ['danger']])
  })
})
