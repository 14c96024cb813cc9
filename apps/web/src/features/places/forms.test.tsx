/** @jest-environment jsdom */
import '@/test/browserParts'
import { act, cleanup, fireEvent, render, screen, waitFor, within } from '@testing-library/react'
import { ask } from '@/ui/ask'
import { toast } from '@/ui/toast'
import { type PaperFigure, PaperForm } from './PaperForm'
import type { SiteFields, SupplyFields } from './schemas'
import { SiteForm } from './SiteForm'
import { SupplyForm } from './SupplyForm'

const [push, refresh, back] = [jest.fn(), jest.fn(), jest.fn()]
jest.mock('next/navigation', () => ({ useRouter: () => ({ push, refresh, back }) }))
jest.mock('@/ui/ask', () => ({ ask: jest.fn() }))
jest.mock('@/ui/toast', () => ({ toast: jest.fn() }))
jest.mock('@/ui/useTimeZones', () => ({ useTimeZones: () => ['Europe/Zurich'] }))
jest.mock('uuid', () => ({ NIL: '00000000-0000-0000-0000-000000000000', v7: () => 'new-id' }))

const asked = jest.mocked(ask)
beforeEach(() => {
  jest.clearAllMocks()
  asked.mockResolvedValue({ ok: true, body: { id: 'x1' }, version: 2 })
})
afterEach(cleanup)
const field = (label: string) => screen.getByLabelText<HTMLInputElement>(label)
const type = (label: string, value: string) => fireEvent.change(field(label), { target: { value } })
const press = async (name: string) => act(async () => void fireEvent.click(screen.getByRole('button', { name })))
const save = async () => {
  await act(async () => void fireEvent.submit(document.querySelector('form')!))
  // The check answers a moment later.
  await act(async () => void (await new Promise((done) => setTimeout(done, 0))))
}
const sent = () => asked.mock.calls.at(-1)![2] as Record<string, unknown>
/** What stands under a field as wrong. */
const wrongAt = (label: string) => {
  const input = field(label)
  const ids = (input.getAttribute('aria-describedby') ?? '').split(' ')
  return input.getAttribute('aria-invalid') === 'true' ? ids.map((id) => document.getElementById(id)?.textContent ?? '').join(' ') : null
}

const site: SiteFields = {
  name: '7 Quarry Row',
  address: 'Hollowmere',
  timeZone: 'Europe/Zurich',
  altitudeM: 410,
  latitudeDeg: 46.93,
  longitudeDeg: 8.29,
  contact: null,
  contactPhone: null,
  contactEmail: null,
  accessNotes: null,
  hazards: null,
  emergencyNumber: null,
  practiceId: null,
}

describe('a site', () => {
  const edit = (fields: SiteFields = site) =>
    render(<SiteForm id="s1" base={{ fields, version: 3 }} first={fields} units="metric" practices={[{ id: 'p1', title: 'Metric' }]} />)

  test('is saved with the version that it was opened in; any unit of altitude and a comma are understood', async () => {
    edit()
    type('Altitude', '1345 ft')
    type('Latitude', '46,931')
    type('Contact', '  Mrs Lindqvist ')
    await save()
    expect(asked).toHaveBeenCalledWith('PUT', '/api/v1/sites/s1', expect.anything(), 3)
    expect(sent()).toMatchObject({ altitudeM: expect.closeTo(409.96, 1), latitudeDeg: 46.931, contact: 'Mrs Lindqvist', hazards: null })
    expect(push).toHaveBeenCalledWith('/sites/x1')
    expect(toast).toHaveBeenCalledWith('Saved.')
  })

  test('all that is wrong is said at once, at its field; nothing is sent and the rest stays', async () => {
    edit()
    type('Name', ' ')
    type('Altitude', 'high up')
    type('Longitude', '')
    type('Contact', 'Mrs Lindqvist')
    await save()
    expect(asked).not.toHaveBeenCalled()
    for (const label of ['Name', 'Altitude', 'Longitude']) expect(wrongAt(label)).toBeTruthy()
    expect(wrongAt('Contact')).toBeNull()
    expect(screen.getByRole('alert').textContent).toBeTruthy()
    expect(field('Contact').value).toBe('Mrs Lindqvist')
    expect(field('Altitude').value).toBe('high up')
  })

  test('what the server refuses is told at its field; a server that is away, under the form', async () => {
    edit()
    asked.mockResolvedValueOnce({ ok: false, problem: { status: 422, detail: '', fields: { name: 'Taken by another site.' }, body: {} } })
    await save()
    expect(wrongAt('Name')).toContain('Taken by another site.')
    asked.mockResolvedValueOnce({ ok: false, problem: { status: 0, detail: 'The server is away.', fields: {}, body: {} } })
    type('Name', 'Seven Quarry Row')
    await save()
    expect(screen.getByRole('alert').textContent).toContain('The server is away.')
    expect(push).not.toHaveBeenCalled()
    await save()
    expect(push).toHaveBeenCalledTimes(1)
  })

  test('somebody else was faster with another field: both changes are kept, and it says which came along', async () => {
    edit()
    const theirs = { ...site, hazards: 'Dog' }
    asked.mockResolvedValueOnce({ ok: false, problem: { status: 412, detail: '', fields: {}, body: { current: theirs, version: 4 } } })
    type('Name', 'Seven Quarry Row')
    await save()
    expect(asked).toHaveBeenLastCalledWith('PUT', '/api/v1/sites/s1', { ...site, name: 'Seven Quarry Row', hazards: 'Dog' }, 4)
    expect(String(jest.mocked(toast).mock.calls[0]![0])).toContain('hazards')
  })

  test('with the same field it is asked which holds', async () => {
    edit()
    const theirs = { ...site, name: 'Quarry House' }
    asked.mockResolvedValueOnce({ ok: false, problem: { status: 412, detail: '', fields: {}, body: { current: theirs, version: 4 } } })
    type('Name', 'Seven Quarry Row')
    await save()
    const dialog = screen.getByRole('dialog')
    expect(dialog.textContent).toContain('7 Quarry Row')
    fireEvent.click(within(dialog).getByRole('button', { name: /Quarry House/ }))
    fireEvent.click(within(dialog).getByRole('button', { name: 'Save choices' }))
    await waitFor(() => expect(asked).toHaveBeenCalledTimes(2))
    expect(asked).toHaveBeenLastCalledWith('PUT', '/api/v1/sites/s1', theirs, 4)
  })

  test('a new one that is sent twice is one: both times by the same name', async () => {
    render(<SiteForm id={null} base={null} first={site} units="imperial" practices={[]} />)
    expect(Number(field('Altitude').value)).toBeCloseTo(1345.1, 1)
    asked.mockResolvedValueOnce({ ok: false, problem: { status: 0, detail: 'Away.', fields: {}, body: {} } })
    await save()
    await save()
    expect(asked.mock.calls.map(([method, url, body]) => [method, url, (body as { id: string }).id])).toEqual([
      ['POST', '/api/v1/sites', 'new-id'],
      ['POST', '/api/v1/sites', 'new-id'],
    ])
  })
})

describe('a gas supply', () => {
  const supply: SupplyFields = {
    gas: 'natural-gas-h',
    meter: null,
    meterKind: 'diaphragm',
    meterSize: 'G4',
    meterSerial: null,
    dialVolumeM3: 0.01,
    regulatorOwner: 'supplier',
    regulator: null,
    nominalPressurePa: 2100,
    standingPressurePa: null,
    workingPressurePa: null,
    measuredOn: null,
    pipes: [],
  }
  const draw = (units: 'metric' | 'imperial' = 'metric', first = supply) =>
    render(<SupplyForm id={null} siteId="s1" base={null} first={first} units={units} />)

  test('pressures are shown in the units of whoever looks, and read in any', async () => {
    draw('imperial')
    expect(Number(field('Nominal pressure').value)).toBeCloseTo(8.43, 2)
    type('Standing pressure, measured', '22.2 mbar')
    type('Measured on', '2026-11-20')
    await save()
    expect(asked).toHaveBeenCalledWith('POST', '/api/v1/sites/s1/supplies', expect.anything(), undefined)
    expect(sent()).toMatchObject({ standingPressurePa: expect.closeTo(2220, 6), measuredOn: '2026-11-20', gas: 'natural-gas-h' })
    expect(push).toHaveBeenCalledWith('/sites/s1')
  })

  test('a pressure that was measured says when', async () => {
    draw()
    type('Working pressure, measured', '20.3')
    await save()
    expect(asked).not.toHaveBeenCalled()
    expect(wrongAt('Measured on')).toBeTruthy()
  })

  test('without a meter there is no size, dial or serial to ask for', () => {
    draw()
    expect(field('Meter serial')).toBeTruthy()
    fireEvent.change(field('Meter type'), { target: { value: 'none' } })
    for (const label of ['Meter serial', 'Meter size', 'One turn of the test dial']) expect(screen.queryByLabelText(label)).toBeNull()
    expect(field('Meter location')).toBeTruthy()
  })

  const addPipe = async () => press('Add pipe')
  const pipe = (name: RegExp) => screen.getByLabelText<HTMLInputElement>(name)

  test('pipes follow one another; each is named, joined to the one before, and in the material of the country', async () => {
    draw()
    await addPipe()
    await addPipe()
    expect([pipe(/^Name 1$/).value, pipe(/^From 1$/).value, pipe(/^Name 2$/).value, pipe(/^From 2$/).value]).toEqual(['A', '', 'B', 'A'])
    fireEvent.change(pipe(/^Length.* 1$/), { target: { value: '4.5' } })
    fireEvent.change(pipe(/^Length.* 2$/), { target: { value: '10 ft' } })
    fireEvent.change(pipe(/^Elbows 1$/), { target: { value: '3' } })
    await save()
    expect(sent().pipes).toMatchObject([
      { id: 'A', from: null, material: 'copper', size: 'cu-22', lengthM: 4.5, 'elbow-90': 3 },
      { id: 'B', from: 'A', lengthM: expect.closeTo(3.048, 6) },
    ])
  })

  test('a pipe that connects to none, or to itself, or has the name of another is refused at its field', async () => {
    draw()
    await addPipe()
    await addPipe()
    const refused = async (name: RegExp, wrong: string, right: string) => {
      fireEvent.change(pipe(name), { target: { value: wrong } })
      await save()
      expect(pipe(name).getAttribute('aria-invalid')).toBe('true')
      fireEvent.change(pipe(name), { target: { value: right } })
    }
    fireEvent.change(pipe(/^Length.* 1$/), { target: { value: '4' } })
    await refused(/^Length.* 2$/, 'long', '2')
    await refused(/^From 2$/, 'Z', 'A')
    await refused(/^From 1$/, 'A', '')
    await refused(/^Name 2$/, 'A', 'B')
    expect(asked).not.toHaveBeenCalled()
    fireEvent.click(screen.getByRole('button', { name: /^Remove.* 2$/ }))
    await save()
    expect((sent().pipes as unknown[]).length).toBe(1)
  })
})

describe('an old paper is copied', () => {
  const figures: readonly PaperFigure[] = [
    { measurandId: 'co2.flue', stationId: 'flue', firingStateId: 'max', label: 'CO₂, flue, maximum' },
    { measurandId: 'pressure.working', stationId: 'inlet', firingStateId: 'max', label: 'Working pressure' },
  ]
  const draw = () => render(<PaperForm applianceId="a1" siteId="s1" units="metric" figures={figures} />)
  const add = () => press('Add reading')
  const fill = () => {
    fireEvent.change(field('Kind'), { target: { value: 'slip' } })
    type('Date on it', '2024-11-03')
    type('Who, as written', 'H. Ek')
    type('What it says', 'Serviced')
  }

  test('day, name and readings, each in its unit, as it was written', async () => {
    draw()
    fill()
    await add()
    await add()
    type('Value 1', '9,1')
    fireEvent.change(field('Reading 2'), { target: { value: 'pressure.working@inlet/max' } })
    type('Value 2', '8.1 inWC')
    await save()
    expect(asked).toHaveBeenCalledWith('POST', '/api/v1/appliances/a1/papers', expect.anything(), undefined)
    const { paper } = sent() as { paper: { figures: unknown[] } }
    expect(paper).toMatchObject({ kind: 'slip', doneOn: '2024-11-03', who: 'H. Ek', photoId: null })
    expect(paper.figures).toMatchObject([
      { measurandId: 'co2.flue', valueSi: expect.closeTo(0.091, 9), text: '9,1' },
      { measurandId: 'pressure.working', valueSi: expect.closeTo(2017.6, 0), text: '8.1 inWC' },
    ])
    expect(push).toHaveBeenCalledWith('/appliances/a1')
  })

  test('what is no number is said at its line; a reading that is not on it is taken out again', async () => {
    draw()
    fill()
    await add()
    type('Value 1', 'smudged')
    await save()
    expect(asked).not.toHaveBeenCalled()
    expect(screen.getByText('Type a number with its unit.')).toBeTruthy()
    await press('Remove reading')
    await save()
    expect(sent()).toMatchObject({ paper: { figures: [] } })
  })

  test('its photograph goes first, and the paper names it; with one, no word has to be copied; one that is refused keeps the paper here', async () => {
    draw()
    type('Date on it', '2024-11-03')
    await save()
    expect(wrongAt('What it says')).toBeTruthy()
    const picture = new File(['x'], 'sticker.jpg', { type: 'image/jpeg' })
    const choose = document.querySelector<HTMLInputElement>('input[type=file]')!
    await act(async () => void fireEvent.change(choose, { target: { files: [picture] } }))
    asked.mockResolvedValueOnce({ ok: false, problem: { status: 415, detail: 'This is no picture.', fields: {}, body: {} } })
    await save()
    expect(asked).toHaveBeenCalledTimes(1)
    expect(screen.getByRole('alert').textContent).toContain('This is no picture.')
    asked.mockResolvedValueOnce({ ok: true, body: { id: 'f1' }, version: null })
    await save()
    expect(asked.mock.calls.map(([, url]) => String(url).split('?')[0])).toEqual([
      '/api/v1/photos',
      '/api/v1/photos',
      '/api/v1/appliances/a1/papers',
    ])
    expect(sent()).toMatchObject({ paper: { photoId: 'f1' } })
  })
})
