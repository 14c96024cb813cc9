/** @jest-environment jsdom */
import '@/test/browserParts'
import { act, cleanup, fireEvent, render, screen } from '@testing-library/react'
import { toast } from '@/ui/toast'
import { askSignIn } from './askSignIn'
import { AuthenticatorSetUp } from './AuthenticatorSetUp'
import { forgotAction, joinAction, resetAction } from './doorActions'
import { ForgotForm, PasswordForm } from './DoorForms'
import { Passkeys } from './Passkeys'
import { usePasskeysHere } from './passkeysHere'
import { registerPasskey } from './registerPasskey'

const refresh = jest.fn()
jest.mock('next/navigation', () => ({ useRouter: () => ({ refresh }) }))
jest.mock('next/image', () => ({
  __esModule: true,
  default: ({ src, alt }: { readonly src: string; readonly alt: string }) => <span role="img" aria-label={alt} data-src={src} />,
}))
jest.mock('qrcode', () => ({ toDataURL: (text: string) => Promise.resolve(`picture of ${text}`) }))
jest.mock('@/ui/toast', () => ({ toast: Object.assign(jest.fn(), { error: jest.fn() }) }))
jest.mock('./askSignIn', () => ({ askSignIn: jest.fn() }))
jest.mock('./passkeysHere', () => ({ usePasskeysHere: jest.fn() }))
jest.mock('./registerPasskey', () => ({ registerPasskey: jest.fn() }))
jest.mock('./doorActions', () => ({ forgotAction: jest.fn(), joinAction: jest.fn(), resetAction: jest.fn() }))

const asked = jest.mocked(askSignIn)
beforeEach(() => void jest.resetAllMocks())
afterEach(cleanup)
const type = (label: string | RegExp, value: string) => fireEvent.change(screen.getByLabelText(label), { target: { value } })
const press = async (name: string | RegExp) => act(async () => void fireEvent.click(screen.getByRole('button', { name })))
const sendForm = async () => act(async () => void fireEvent.submit(document.querySelector('form')!))

describe('the authenticator app', () => {
  const uri = 'otpauth://totp/Lucerna:kes?secret=JBSWY3DPEHPK3PXP&issuer=Lucerna'
  const enabled = { ok: true as const, body: { totpURI: uri, backupCodes: ['aaaa-1111', 'bbbb-2222'] } }

  test('a wrong password is said at its field, and nothing is shown', async () => {
    asked.mockResolvedValueOnce({ ok: false, said: 'That is not your password.', code: 'NO' })
    render(<AuthenticatorSetUp />)
    expect(screen.getByRole<HTMLButtonElement>('button').disabled).toBe(true)
    type('Your password', 'guess')
    await sendForm()
    expect(asked).toHaveBeenCalledWith('/two-factor/enable', { password: 'guess' })
    expect(screen.getByLabelText('Your password').getAttribute('aria-invalid')).toBe('true')
    expect(screen.getByText('That is not your password.')).toBeTruthy()
    expect(screen.queryByRole('img')).toBeNull()
  })

  test('a picture to scan, the key to type and the codes to keep; a code of the app turns it on', async () => {
    const onDone = jest.fn()
    asked.mockResolvedValueOnce(enabled)
    render(<AuthenticatorSetUp onDone={onDone} />)
    type('Your password', 'Owl-41-lantern')
    await sendForm()
    expect(screen.getByRole('img').getAttribute('data-src')).toBe(`picture of ${uri}`)
    expect(screen.getByText('JBSWY3DPEHPK3PXP')).toBeTruthy()
    for (const code of enabled.body.backupCodes) expect(screen.getByText(code)).toBeTruthy()

    asked.mockResolvedValueOnce({ ok: false, said: 'The code has run out.', code: 'NO' })
    type(/six digits/, '123 456')
    await sendForm()
    // As apps show it, in two groups.
    expect(asked).toHaveBeenLastCalledWith('/two-factor/verify-totp', { code: '123456' })
    expect(onDone).not.toHaveBeenCalled()
    expect(screen.getByText('The code has run out.')).toBeTruthy()

    asked.mockResolvedValueOnce({ ok: true, body: {} })
    await sendForm()
    expect(onDone).toHaveBeenCalled()
    expect(toast).toHaveBeenCalled()
  })

  test('the codes are copied one a line', async () => {
    const writeText = jest.fn(() => Promise.resolve())
    Object.defineProperty(navigator, 'clipboard', { value: { writeText }, configurable: true })
    asked.mockResolvedValueOnce(enabled)
    render(<AuthenticatorSetUp />)
    type('Your password', 'Owl-41-lantern')
    await sendForm()
    await press(/Copy/)
    expect(writeText).toHaveBeenCalledWith('aaaa-1111\nbbbb-2222')
  })
})

describe('passkeys', () => {
  const mine = [
    { id: 'k1', name: 'Phone', createdAt: '2026-02-03T10:00:00.000Z' },
    { id: 'k2', name: null, createdAt: null },
  ]
  const draw = (list: typeof mine, here = true) => {
    jest.mocked(usePasskeysHere).mockReturnValue(here)
    render(<Passkeys list={list} timeZone="Europe/Zurich" />)
  }

  test('each can be removed by its name; what the server refuses is said in its words', async () => {
    draw(mine)
    asked.mockResolvedValueOnce({ ok: true, body: {} })
    await press(/Phone/)
    expect(asked).toHaveBeenCalledWith('/passkey/delete-passkey', { id: 'k1' })
    expect(refresh).toHaveBeenCalledTimes(1)
    asked.mockResolvedValueOnce({ ok: false, said: 'Sign in again first.', code: 'NO' })
    const [, second] = screen.getAllByRole('button')
    await act(async () => void fireEvent.click(second!))
    expect(toast).toHaveBeenLastCalledWith('Sign in again first.')
  })

  test('one is added under a name; what fails keeps the name in its field', async () => {
    draw([])
    type(/Name/, ' Tablet ')
    jest.mocked(registerPasskey).mockResolvedValueOnce('The device did not answer.')
    await sendForm()
    expect(registerPasskey).toHaveBeenCalledWith('Tablet')
    expect(jest.mocked(toast.error)).toHaveBeenCalledWith('The device did not answer.')
    expect(screen.getByLabelText<HTMLInputElement>(/Name/).value).toBe(' Tablet ')
    jest.mocked(registerPasskey).mockResolvedValueOnce(null)
    await sendForm()
    expect(screen.getByLabelText<HTMLInputElement>(/Name/).value).toBe('')
    expect(refresh).toHaveBeenCalled()
  })

  test('a browser that has none says so, and what is there can still be removed', () => {
    draw(mine, false)
    expect(screen.queryByLabelText(/Name/)).toBeNull()
    expect(screen.getAllByRole('button')).toHaveLength(2)
  })
})

describe('the doors without a password', () => {
  const fill = (...passwords: readonly string[]) =>
    document
      .querySelectorAll<HTMLInputElement>('input[type=password]')
      .forEach((input, i) => fireEvent.change(input, { target: { value: passwords[i] } }))

  test('an invitation sends the password twice, with its token; what is wrong with it is said', async () => {
    jest.mocked(joinAction).mockResolvedValueOnce({ error: 'The two are not the same.', done: false })
    render(<PasswordForm kind="join" token="tok-1" button="Join" />)
    fill('Owl-41-lantern', 'Owl-41-lamp')
    await press('Join')
    const [, form] = jest.mocked(joinAction).mock.calls[0]!
    expect(Object.fromEntries(form)).toEqual({ token: 'tok-1', password: 'Owl-41-lantern', again: 'Owl-41-lamp' })
    expect(screen.getByRole('alert').textContent).toContain('The two are not the same.')
    expect(resetAction).not.toHaveBeenCalled()
  })

  test('a new password leads to the sign-in page', async () => {
    jest.mocked(resetAction).mockResolvedValueOnce({ error: null, done: true })
    render(<PasswordForm kind="reset" token="tok-2" button="Set it" />)
    fill('Owl-41-lantern', 'Owl-41-lantern')
    await press('Set it')
    expect(screen.getByRole('status')).toBeTruthy()
    expect(screen.getByRole('link').getAttribute('href')).toBe('/sign-in')
    expect(document.querySelector('form')).toBeNull()
  })

  test('a forgotten password: the same answer whether somebody has this address or not', async () => {
    jest.mocked(forgotAction).mockResolvedValueOnce({ error: null, done: true })
    render(<ForgotForm />)
    type(/E-?mail/i, 'someone@hollowmere.example')
    await press(/Send|link/i)
    const [, form] = jest.mocked(forgotAction).mock.calls[0]!
    expect(form.get('email')).toBe('someone@hollowmere.example')
    expect(screen.getByRole('status')).toBeTruthy()
  })
})
