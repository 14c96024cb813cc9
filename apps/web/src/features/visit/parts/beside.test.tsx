/** @jest-environment jsdom */
import '@/test/browserParts'
import type { Timer } from '@lucerna/core/visit'
import { DEMO_CARDS } from '@lucerna/sim/cards'
import { act, cleanup, fireEvent, render, screen, within } from '@testing-library/react'
import type { ReactNode } from 'react'
import { APPLIANCE, deskOf, VISIT, visitOf } from '@/test/desk'
import { ask } from '@/ui/ask'
import { toast } from '@/ui/toast'
import { Clocks } from './Clocks'
import { ConfirmByPasscode } from './ConfirmByPasscode'
import { DeskProvider, type VisitDesk } from './context'
import { PhotosDialog } from './PhotosDialog'
import { RateNow } from './RateNow'
import { SignInAgain } from './SignInAgain'
import { StartPanel } from './StartPanel'
import { StepHeader } from './StepHeader'

jest.mock('next/image', () => ({ __esModule: true, default: ({ alt }: { readonly alt: string }) => <span role="img" aria-label={alt} /> }))
jest.mock('@/ui/shrink', () => ({ shrink: (file: File) => Promise.resolve(file) }))
jest.mock('@/ui/ask', () => ({ ...jest.requireActual<object>('@/ui/ask'), ask: jest.fn() }))
jest.mock('@/ui/toast', () => ({ toast: Object.assign(jest.fn(), { error: jest.fn() }) }))
jest.mock('../client/queue', () => ({ nextDeviceNumbers: () => Promise.resolve({ deviceId: 'd1', firstSeq: 1 }) }))
URL.createObjectURL = () => 'blob:'
URL.revokeObjectURL = () => undefined

const asked = jest.mocked(ask)
beforeEach(() => jest.clearAllMocks())
afterEach(() => {
  cleanup()
  jest.useRealTimers()
})

const larch = visitOf(
  DEMO_CARDS.find((c) => c.id === 'tarnwick-larch-28-c')!,
  'annual-service',
)!
const desk = deskOf(larch, larch.events.slice(0, 6))
const [flue] = larch.steps.filter((s) => s.kind === 'flue')
function show(what: ReactNode, more: Partial<VisitDesk> = {}) {
  const record = jest.fn<Promise<void>, [unknown]>(() => Promise.resolve())
  render(<DeskProvider value={{ ...desk, record, ...more }}>{what}</DeskProvider>)
  return record
}
const press = async (name: string | RegExp) => act(async () => void fireEvent.click(screen.getByRole('button', { name })))
const names = () => screen.getAllByRole('button').map((b) => b.getAttribute('aria-label') ?? b.textContent)

describe('what else can be done at a step', () => {
  const header = (more?: Partial<VisitDesk>, step = flue!) => {
    const opened: string[] = []
    show(<StepHeader step={step} place="Step 9 of 20" onOpen={(what) => void opened.push(what)} />, more)
    return opened
  }
  test('one tap opens each; its name says it whole where the phone shows a short word', async () => {
    const opened = header()
    for (const name of ['Step 9 of 20', 'Method and reason', 'Photograph']) await press(name)
    expect(opened).toEqual(['sheet', 'how', 'photos'])
    expect(screen.getByRole('heading', { level: 2 }).tabIndex).toBe(-1)
  })
  test('who only looks is offered no writing, and a closed visit no reading', () => {
    header({ role: 'viewer' })
    expect(names()).not.toContain('Photograph')
    cleanup()
    header({ visit: { ...desk.visit, status: 'closed' } })
    expect(names()).not.toContain('Photograph')
    expect(names()).toContain('Method and reason')
  })
  test('why it was left out, and photographs that are there', () => {
    const photo = { id: 'p1', stepId: flue!.id, applianceId: APPLIANCE, caption: null, at: '', by: '' }
    const steps = {
      [flue!.id]: { status: 'skipped' as const, reason: 'No sampling point', by: 'Runa', at: '2026-01-01T10:00:00.000Z', index: 3 },
    }
    header({
      visit: { ...desk.visit, photos: [photo] } as unknown as VisitDesk['visit'],
      state: { ...desk.state, steps } as unknown as VisitDesk['state'],
    })
    expect(names()).toContain('1 photograph')
    expect(screen.getByText(/No sampling point/)).toBeTruthy()
  })
})

describe('how long the burner has been at its rate', () => {
  const at = (settling: Parameters<typeof RateNow>[0]['settling'], onDeclared = jest.fn()) => {
    render(<RateNow rate="High" settling={settling} declared={false} onDeclared={onDeclared} howTo="Hold the key for 3 s" />)
    return onDeclared
  }
  test('before it is there: what to do, as the card says', () => {
    at(null)
    expect(screen.getByText(/press “At high now”/)).toBeTruthy()
    expect(screen.getByText('Hold the key for 3 s')).toBeTruthy()
  })
  test('while it warms up: how long still, and that it stands still may be said', () => {
    const declared = at({ atRateS: 75, waitS: 105, blanked: false } as never)
    expect(screen.getByText('1:15')).toBeTruthy()
    expect(screen.getByText(/wait 1:45/)).toBeTruthy()
    fireEvent.click(screen.getByRole('checkbox', { name: 'Mark as stable' }))
    expect(declared).toHaveBeenCalledWith(true)
  })
  test('in the first minute after light-off nothing can be declared', () => {
    at({ atRateS: 20, waitS: 40, blanked: true } as never)
    expect(screen.queryByRole('checkbox')).toBeNull()
    expect(screen.getByText(/not counted yet/)).toBeTruthy()
    cleanup()
    at({ atRateS: 300, waitS: 0, blanked: false } as never)
    expect(screen.getByText('warm-up time complete')).toBeTruthy()
  })
})

describe('the clocks of a step', () => {
  const begun = '2026-06-01T10:00:00.000Z'
  const timer = (more: Partial<Timer> = {}) =>
    ({ timer: 'case-sweep', applianceId: APPLIANCE, startedAt: begun, seconds: 120, endedAt: null, ...more }) as Timer
  const clocks = (timers: readonly Timer[], after: number, more: Partial<VisitDesk> = {}) => {
    jest.useFakeTimers({ now: Date.parse(begun) + after * 1000 })
    return show(<Clocks timers={[{ id: 'case-sweep', seconds: 120 }] as never} stepId="sweep" />, {
      visit: { ...desk.visit, timers },
      ...more,
    })
  }
  const shown = () => screen.getByRole('timer').textContent
  const ended = { type: 'timer.ended', stepId: 'sweep', applianceId: APPLIANCE, data: { timer: 'case-sweep' } }

  test('not begun, it shows its length; one tap begins it', () => {
    const record = clocks([], 0)
    expect(shown()).toBe('2:00')
    fireEvent.click(screen.getByRole('button', { name: 'Start timer' }))
    expect(record).toHaveBeenCalledWith([{ ...ended, type: 'timer.started', data: { timer: 'case-sweep', seconds: 120 } }])
  })
  test('it runs by the log, and its end is written down once', () => {
    const record = clocks([timer()], 30)
    expect(shown()).toBe('1:30')
    act(() => void jest.advanceTimersByTime(89_000))
    expect(record).not.toHaveBeenCalled()
    act(() => void jest.advanceTimersByTime(4000))
    expect(record.mock.calls).toEqual([[[ended]]])
  })
  test('work that nobody saw to its end is asked about', () => {
    const record = clocks([timer()], 600)
    expect(record).not.toHaveBeenCalled()
    expect(screen.getByText(/while this screen was closed/)).toBeTruthy()
    fireEvent.click(screen.getByRole('button', { name: 'Yes, to the end' }))
    expect(record).toHaveBeenCalledWith([ended])
  })
  test('one that ended says when; who only looks starts nothing', () => {
    clocks([timer({ endedAt: '2026-06-01T10:02:00.000Z' })], 600, { role: 'viewer' })
    expect(shown()).toBe('✓ 2:00')
    expect(screen.getByText(/^finished/)).toBeTruthy()
    expect(screen.getByRole<HTMLButtonElement>('button').disabled).toBe(true)
  })
})

describe('confirming on somebody else’s device', () => {
  const confirmers = [
    { id: 'u1', name: 'Runa Falk' },
    { id: 'u2', name: 'Iven Sorel' },
  ]
  const unconfirmed = ['e1', 'e2']
  const catchUp = jest.fn(() => Promise.resolve(true))
  const draw = (more: Partial<VisitDesk> = {}) =>
    show(<ConfirmByPasscode />, { visit: { ...desk.visit, unconfirmed }, confirmers, allSent: true, catchUp, ...more })
  const type = (value: string) => fireEvent.change(screen.getByLabelText('Passcode'), { target: { value } })
  const send = async () => act(async () => void fireEvent.submit(document.querySelector('form')!))

  test('who, with their passcode, for what waits; the passcode does not stay', async () => {
    asked.mockResolvedValueOnce({ ok: true, body: {}, version: null })
    draw()
    fireEvent.change(screen.getByLabelText('Licensed technician'), { target: { value: 'u2' } })
    type('48392')
    expect(screen.getByRole<HTMLButtonElement>('button').disabled).toBe(true)
    type('483920')
    await send()
    expect(asked).toHaveBeenCalledWith('POST', `/api/v1/visits/${VISIT}/confirmations`, {
      confirmerId: 'u2',
      passcode: '483920',
      deviceId: 'd1',
      eventIds: unconfirmed,
    })
    expect(catchUp).toHaveBeenCalled()
    expect(screen.getByLabelText<HTMLInputElement>('Passcode').value).toBe('')
  })
  test('a wrong one is said; nothing is fetched', async () => {
    asked.mockResolvedValueOnce({ ok: false, problem: { status: 403, detail: 'That is not the passcode.', fields: {}, body: {} } })
    draw()
    type('111111')
    await send()
    expect(screen.getByRole('alert').textContent).toContain('That is not the passcode.')
    expect(catchUp).not.toHaveBeenCalled()
  })
  test('it waits until everything was sent; without anybody to ask it says so', () => {
    draw({ allSent: false })
    expect(screen.getByText(/some entries are not sent yet/)).toBeTruthy()
    cleanup()
    draw({ confirmers: [] })
    expect(document.querySelector('form')).toBeNull()
  })
})

describe('signing in again in the middle of the work', () => {
  const [onDone, onLater] = [jest.fn(), jest.fn()]
  const before = globalThis.fetch
  afterAll(() => void (globalThis.fetch = before))
  const answers = (status: number, body: object) =>
    void (globalThis.fetch = jest.fn(() => Promise.resolve({ ok: status < 400, status, json: () => Promise.resolve(body) } as Response)))
  const signIn = async () => {
    render(<SignInAgain visitId={VISIT} userId="u1" waiting={3} onDone={onDone} onLater={onLater} />)
    fireEvent.change(document.querySelector('[name=email]')!, { target: { value: ' Runa@Hollowmere.example ' } })
    fireEvent.change(document.querySelector('[name=password]')!, { target: { value: 'Owl-41-lantern' } })
    await act(async () => void fireEvent.submit(document.querySelector('form')!))
  }
  test('says what waits, and goes on where it was', async () => {
    answers(200, { user: { id: 'u1' } })
    await signIn()
    expect(screen.getByText(/Your 3 entries are saved/)).toBeTruthy()
    const [, sent] = jest.mocked(globalThis.fetch).mock.calls[0]!
    expect(JSON.parse(sent!.body as string)).toEqual({ email: 'runa@hollowmere.example', password: 'Owl-41-lantern' })
    expect(onDone).toHaveBeenCalled()
  })
  test.each([
    [401, /./],
    [429, /./],
  ])('a %p is said, and nothing is lost', async (status, words) => {
    answers(status, {})
    await signIn()
    expect(screen.getByRole('alert').textContent).toMatch(words)
    expect(onDone).not.toHaveBeenCalled()
  })
  test('without a network it says that everything is kept', async () => {
    globalThis.fetch = jest.fn(() => Promise.reject(new TypeError('failed')))
    await signIn()
    expect(screen.getByRole('alert').textContent).toContain('Everything is saved on this device')
  })
})

describe('photographs of a step', () => {
  const file = new File(['x'], 'plate.jpg', { type: 'image/jpeg' })
  const take = async () =>
    act(async () => void fireEvent.change(document.querySelector('input[type=file]')!, { target: { files: [file] } }))
  const photosOf = (add: jest.Mock) => ({ ...desk.photos, add }) as unknown as VisitDesk['photos']

  test('one is kept on the device first, then written down with its caption', async () => {
    const add = jest.fn(() => Promise.resolve())
    const record = show(<PhotosDialog stepId="flue" />, { photos: photosOf(add) })
    expect(screen.getByText('No photographs at this step.')).toBeTruthy()
    fireEvent.change(screen.getByLabelText('Caption'), { target: { value: '  Rating plate ' } })
    await take()
    expect(add).toHaveBeenCalledWith(expect.objectContaining({ kind: 'photo', caption: 'Rating plate', picture: file }))
    expect(record.mock.calls[0]![0]).toMatchObject([{ type: 'photo.taken', stepId: 'flue', data: { caption: 'Rating plate' } }])
    expect(screen.getByLabelText<HTMLInputElement>('Caption').value).toBe('')
  })
  test('a device that is full says so, and nothing is written down of a picture that is not there', async () => {
    const record = show(<PhotosDialog stepId="flue" />, { photos: photosOf(jest.fn(() => Promise.reject(new Error('full')))) })
    fireEvent.change(screen.getByLabelText('Caption'), { target: { value: 'Rating plate' } })
    await take()
    expect(jest.mocked(toast.error).mock.calls[0]![0]).toContain('Free some storage')
    expect(record).not.toHaveBeenCalled()
    expect(screen.getByLabelText<HTMLInputElement>('Caption').value).toBe('Rating plate')
  })
  test('what waits says so, what was refused says why', () => {
    const photo = (id: string, caption: string) => ({ id, stepId: 'flue', applianceId: APPLIANCE, caption, at: '', by: '' })
    const queued = (id: string, parked: object | null) => ({ id, parked, picture: new Blob(['x']) })
    show(<PhotosDialog stepId="flue" />, {
      visit: { ...desk.visit, photos: [photo('a', 'Plate'), photo('b', 'Terminal'), photo('c', 'Trap')] } as unknown as VisitDesk['visit'],
      queuedPhotos: [queued('a', null), queued('b', { status: 415, message: 'No picture.' })] as unknown as VisitDesk['queuedPhotos'],
    })
    const [plate, terminal, trap] = screen.getAllByRole('listitem')
    expect(within(plate!).getByText('saved here, not sent yet')).toBeTruthy()
    expect(within(terminal!).getByText('No picture.')).toBeTruthy()
    expect(trap!.textContent).toBe('Trap')
  })
})

describe('before the start', () => {
  const draw = (mayStart: boolean, onStart = jest.fn()) => {
    render(
      <StartPanel
        onStart={onStart}
        mayStart={mayStart}
        subtitle="Annual service"
        remark="Key at the neighbour’s"
        hazards="Dog in the yard"
        continuedAt="2026-05-20T15:00:00.000Z"
        timeZone="Europe/Zurich"
        emergencyNumber="117"
      >
        <p>Instruments</p>
      </StartPanel>,
    )
    return onStart
  }
  test('what to know first, then one button', () => {
    const onStart = draw(true)
    for (const text of ['Key at the neighbour’s', 'Dog in the yard', 'Instruments']) expect(screen.getByText(text)).toBeTruthy()
    expect(document.body.textContent).toMatch(/20 May.*|May 20/)
    fireEvent.click(screen.getByRole('button', { name: 'Start visit' }))
    expect(onStart).toHaveBeenCalledTimes(1)
  })
  test('who may not start is told, and asked for nothing', () => {
    draw(false)
    expect(screen.queryByRole('button')).toBeNull()
    expect(screen.queryByText('Instruments')).toBeNull()
  })
})
