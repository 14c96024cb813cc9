/** @jest-environment jsdom */
import '@/test/browserParts'
import { act, cleanup, fireEvent, render, screen } from '@testing-library/react'
import { ask } from '@/ui/ask'
import { ExchangeDesk } from './ExchangeDesk'
import { ExportDesk } from './ExportDesk'
import type { ShownExport } from './server/exportJobs'
import type { ShownJob } from './server/jobs'

const refresh = jest.fn()
jest.mock('next/navigation', () => ({ useRouter: () => ({ refresh }) }))
jest.mock('@/ui/ask', () => ({ ask: jest.fn() }))
jest.mock('./parts/JobRows', () => ({ JobRows: () => null }))
const asked = jest.mocked(ask)

/** The request that carries a file, as far as the desk uses it. */
class Sending {
  static last: Sending
  readonly upload: { onprogress?: (e: object) => void } = {}
  onload?: () => void
  onerror?: () => void
  onabort?: () => void
  url = ''
  status = 0
  responseText = ''
  sent: unknown = null
  constructor() {
    Sending.last = this
  }
  open(_: string, url: string) {
    this.url = url
  }
  send(file: unknown) {
    this.sent = file
  }
  abort() {
    this.onabort?.()
  }
  answer(status: number, body: object | string) {
    this.status = status
    this.responseText = typeof body === 'string' ? body : JSON.stringify(body)
    act(() => this.onload?.())
  }
}

beforeEach(() => {
  jest.useFakeTimers()
  jest.clearAllMocks()
  globalThis.XMLHttpRequest = Sending as never
  asked.mockResolvedValue({ ok: false, problem: { status: 0, detail: '', fields: {}, body: {} } })
})
afterEach(() => {
  cleanup()
  jest.useRealTimers()
})
const job = (state: ShownJob['state'], more: Partial<ShownJob> = {}): ShownJob => ({
  id: 'j1',
  kind: 'sites',
  fileName: 'sites.csv',
  state,
  rows: 4,
  added: 3,
  changed: 1,
  same: 0,
  refused: 0,
  progress: 0,
  message: null,
  createdAt: '2026-11-20T08:00:00.000Z',
  by: 'Noor',
  ...more,
})
const answer = (body: object) => ({ ok: true as const, body: body as Record<string, unknown>, version: null })
const button = (name: string | RegExp) => screen.getByRole<HTMLButtonElement>('button', { name })
const press = (name: string | RegExp) => act(async () => void fireEvent.click(button(name)))
const later = () => act(async () => void (await jest.advanceTimersByTimeAsync(800)))

describe('a file comes in', () => {
  const choose = async (kind = 'sites') => {
    fireEvent.change(screen.getByLabelText('Contents'), { target: { value: kind } })
    const file = new File(['name'], 'old & new.csv')
    await act(
      async () => void fireEvent.change(document.querySelector<HTMLInputElement>('input[type=file]')!, { target: { files: [file] } }),
    )
    return file
  }

  test('it is sent with what it holds, its way is shown, then it is asked whether it shall be taken', async () => {
    render(<ExchangeDesk past={[]} />)
    const file = await choose()
    expect(Sending.last.sent).toBe(file)
    expect(Sending.last.url).toBe('/api/v1/imports?kind=sites&name=old%20%26%20new.csv')
    act(() => Sending.last.upload.onprogress?.({ lengthComputable: true, loaded: 30, total: 40 }))
    expect(screen.getByText('Sending, 75%')).toBeTruthy()
    act(() => Sending.last.upload.onprogress?.({ lengthComputable: true, loaded: 40, total: 40 }))
    expect(screen.getByText('Checking rows…')).toBeTruthy()
    Sending.last.answer(201, job('checked'))
    expect(screen.getByText(/^Check passed/)).toBeTruthy()
    asked.mockResolvedValueOnce(answer(job('importing', { progress: 1 })))
    await press('Import 4 rows')
    expect(asked).toHaveBeenCalledWith('POST', '/api/v1/imports/j1/commit')
    expect(screen.getByText('1 of 4 rows')).toBeTruthy()
    asked.mockResolvedValueOnce(answer(job('done')))
    await later()
    expect(screen.getByText('4 rows imported.')).toBeTruthy()
    expect(refresh).toHaveBeenCalledTimes(1)
    asked.mockClear()
    await later()
    expect(asked).not.toHaveBeenCalled()
  })

  test('with one wrong row nothing is offered but to put it away', async () => {
    render(<ExchangeDesk past={[]} />)
    await choose()
    Sending.last.answer(201, job('checked', { refused: 1 }))
    expect(screen.getByText(/one row has an error/)).toBeTruthy()
    expect(button(/^Import/).disabled).toBe(true)
    asked.mockResolvedValueOnce(answer(job('cancelled')))
    await press('Discard import')
    expect(screen.getByText('Cancelled. Nothing was imported.')).toBeTruthy()
  })

  test.each<[string, () => void, RegExp]>([
    ['what the server says of the file', () => Sending.last.answer(413, { detail: 'The file can be 20 MB at most.' }), /20 MB at most/],
    ['something on the way that is not ours', () => Sending.last.answer(502, '<html>Bad gateway</html>'), /./],
    ['a line that broke', () => act(() => Sending.last.onerror?.()), /connection lost while sending/],
    ['cancelled on the way', () => fireEvent.click(button('Cancel')), /Cancelled while sending/],
  ])('%s is said, and the next file can be chosen', async (_, happens, said) => {
    render(<ExchangeDesk past={[]} />)
    await choose()
    happens()
    expect(screen.getByRole('alert').textContent).toMatch(said)
    expect(screen.queryByRole('status')).toBeNull()
    await choose('places')
    expect(Sending.last.url).toContain('kind=places')
    expect(screen.queryByRole('alert')).toBeNull()
  })

  test('an import that goes on is there again when the page is; one that was interrupted can be tried again', async () => {
    render(<ExchangeDesk past={[job('importing', { progress: 2 })]} />)
    expect(screen.getByText('2 of 4 rows')).toBeTruthy()
    asked.mockResolvedValueOnce(answer(job('broken-off')))
    await later()
    expect(screen.getByText(/^Import interrupted/)).toBeTruthy()
    asked.mockResolvedValueOnce({ ok: false, problem: { status: 409, detail: 'This import is no longer waiting.', fields: {}, body: {} } })
    await press('Try again')
    expect(screen.getByRole('alert').textContent).toContain('no longer waiting')
  })

  test('of many rows it is said that search finds them later', async () => {
    render(<ExchangeDesk past={[]} />)
    await choose()
    Sending.last.answer(201, job('done', { rows: 5000, added: 5000, changed: 0 }))
    expect(screen.getByText(/Search finds the new entries within a few minutes\./)).toBeTruthy()
  })
})

describe('large files go out', () => {
  const made = (state: ShownExport['state'], more: Partial<ShownExport> = {}): ShownExport => ({
    id: 'e1',
    kind: 'reports',
    wish: {},
    state,
    progress: 2,
    total: 8,
    bytes: 3_400_000,
    message: null,
    createdAt: '2026-11-20T23:30:00.000Z',
    by: 'Noor',
    ...more,
  })
  const draw = (before: readonly ShownExport[], archive = false) =>
    render(<ExportDesk before={before} archive={archive} paper="a4" timeZone="Europe/Zurich" />)

  test('reports of a period are asked for, made while one goes on, and fetched', async () => {
    draw([])
    fireEvent.change(screen.getByLabelText('From'), { target: { value: '2026-10-01' } })
    asked.mockResolvedValueOnce(answer({})).mockResolvedValueOnce(answer({ rows: [made('running')] }))
    await press('Make PDF files')
    expect(asked.mock.calls[0]).toEqual(['POST', '/api/v1/export-jobs', { kind: 'reports', paper: 'a4', from: '2026-10-01' }])
    expect(screen.getByText('2 of 8')).toBeTruthy()
    expect(button('Make PDF files').disabled).toBe(true)
    asked.mockResolvedValueOnce(answer({ rows: [made('done')] }))
    await later()
    expect(screen.getByText(/^3\.4\sMB$/)).toBeTruthy()
    expect(screen.getByRole('link', { name: /Download/ }).getAttribute('href')).toBe('/api/v1/export-jobs/e1/file')
    expect(button('Make PDF files').disabled).toBe(false)
  })

  test('what is refused is said, with the field that it is about', async () => {
    draw([])
    asked.mockResolvedValueOnce({
      ok: false,
      problem: { status: 422, detail: 'Not started.', fields: { until: 'No visit was closed in this period.' }, body: {} },
    })
    await press('Make PDF files')
    expect(screen.getByRole('alert').textContent).toContain('Not started. No visit was closed in this period.')
  })

  test('everything is for whoever may have it; days are those of the firm', () => {
    draw([made('waiting', { wish: { from: '2026-01-01' } })], true)
    expect(button('Make archive').disabled).toBe(true)
    expect(screen.getByText(/21 Nov/)).toBeTruthy()
    expect(screen.getByText('2026-01-01 – …')).toBeTruthy()
    cleanup()
    draw([])
    expect(screen.queryByRole('button', { name: 'Make archive' })).toBeNull()
  })

  test('one that waits can be cancelled, one that is there deleted, one that failed says why', async () => {
    draw([made('waiting'), made('done', { id: 'e2' }), made('failed', { id: 'e3', message: 'Disk full.' })])
    expect(screen.getByText('Disk full.')).toBeTruthy()
    asked.mockResolvedValue(answer({ rows: [] }))
    await press('Delete file')
    expect(asked).toHaveBeenCalledWith('POST', '/api/v1/export-jobs/e2/cancel', undefined)
    expect(screen.queryAllByRole('listitem')).toEqual([])
  })
})
