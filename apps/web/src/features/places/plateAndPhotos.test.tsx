/** @jest-environment jsdom */
import '@/test/browserParts'
import { act, cleanup, fireEvent, render, screen, within } from '@testing-library/react'
import { type Answer, ask } from '@/ui/ask'
import { toast } from '@/ui/toast'
import { toldWithUndo } from '@/ui/undo'
import { Photos } from './parts/Photos'
import { PlateForm } from './PlateForm'

const [push, refresh, back] = [jest.fn(), jest.fn(), jest.fn()]
jest.mock('next/navigation', () => ({ useRouter: () => ({ push, refresh, back }) }))
jest.mock('@/ui/ask', () => ({ ask: jest.fn() }))
jest.mock('@/ui/toast', () => ({ toast: Object.assign(jest.fn(), { error: jest.fn() }) }))
jest.mock('@/ui/undo', () => ({ toldWithUndo: jest.fn() }))
jest.mock('./parts/Picture', () => ({ Picture: ({ photo }: { readonly photo: { readonly id: string } }) => <i>{photo.id}</i> }))

const asked = jest.mocked(ask)
const well = (body: Readonly<Record<string, unknown>> = {}): Answer => ({ ok: true, body, version: 1 })
const refused = (detail: string): Answer => ({ ok: false, problem: { status: 422, detail, fields: {}, body: {} } })
beforeEach(() => {
  jest.resetAllMocks()
  asked.mockResolvedValue(well({ id: 'plate-1' }))
})
afterEach(cleanup)

describe('a card from the data plate', () => {
  const draw = (units: 'metric' | 'imperial' = 'metric') => render(<PlateForm siteId="s1" units={units} gas="natural-gas-h" />)
  const field = (label: string) => screen.getByLabelText<HTMLInputElement>(label)
  const type = (label: string, value: string) => fireEvent.change(field(label), { target: { value } })
  const save = async () => {
    await act(async () => void fireEvent.submit(document.querySelector('form')!))
    await act(async () => void (await new Promise((done) => setTimeout(done, 0))))
  }
  const sent = () => (asked.mock.calls.at(-1)![2] as { readonly plate: Record<string, unknown> }).plate

  test('what the plate says, in its units, and no more; then the appliance that it is for', async () => {
    draw()
    type('Maker', 'Galder')
    type('Model', 'Well 190')
    type('Heat input, maximum', '19,5 kW')
    type('Inlet pressure from', '17')
    type('Inlet pressure to', '25 mbar')
    await save()
    expect(asked).toHaveBeenCalledWith('POST', '/api/v1/sites/s1/plate-cards', expect.anything(), undefined)
    expect(sent()).toMatchObject({
      maker: 'Galder',
      gas: 'natural-gas-h',
      basis: 'net',
      pilotSensor: null,
      inputMinW: null,
      manifoldMinPa: null,
    })
    expect(sent().inputW).toBeCloseTo(19_500)
    expect([sent().inletMinPa, sent().inletMaxPa]).toEqual([expect.closeTo(1700), expect.closeTo(2500)])
    expect(push).toHaveBeenCalledWith('/sites/s1/appliances/new?card=plate-1')
  })
  test('in the other units it counts gross, and reads Btu/h and inches', async () => {
    draw('imperial')
    type('Maker', 'Galder')
    type('Model', 'Well 190')
    type('Heat input, maximum', '66500')
    type('Burner pressure from', '3.5')
    type('Burner pressure to', '3.5')
    await save()
    expect(sent().basis).toBe('gross')
    expect(sent().inputW as number).toBeCloseTo(19_489, -2)
    expect(sent().manifoldMinPa as number).toBeCloseTo(871.8, 0)
  })
  test('without a heat input there is no card; what is no figure is said at its field, what is right stays', async () => {
    draw()
    type('Maker', 'Galder')
    type('Inlet pressure from', 'some')
    await save()
    expect(asked).not.toHaveBeenCalled()
    const wrong = [...document.querySelectorAll('[aria-invalid=true]')].map((e) => e.id)
    expect(wrong).toEqual(expect.arrayContaining(['model', 'inputW', 'inletMinPa']))
    expect(wrong).not.toContain('maker')
    expect(field('Maker').value).toBe('Galder')
  })
  test('what proves a pilot is asked where there is one', () => {
    draw()
    expect(screen.queryByLabelText('Proved by')).toBeNull()
    fireEvent.change(field('Pilot'), { target: { value: 'standing' } })
    expect(screen.getByLabelText('Proved by')).toBeTruthy()
  })
})

describe('photographs', () => {
  const photo = (id: string) => ({ id, by: 'Runa Falk', createdAt: '2026-03-01T10:00:00.000Z', day: '1 Mar 2026' }) as never
  const draw = (more: Partial<Parameters<typeof Photos>[0]> = {}) =>
    render(<Photos photos={[photo('p1'), photo('p2')]} siteId="s1" applianceId="a1" mayAdd mayRemove mayErase {...more} />)
  const file = (name: string) => new File(['x'], name, { type: 'image/jpeg' })
  const give = async (...files: readonly File[]) =>
    act(async () => void fireEvent.change(document.querySelector('input[type=file]')!, { target: { files } }))
  const dialog = () => within(screen.getByRole('dialog'))
  const press = async (name: string) => act(async () => void fireEvent.click(dialog().getByRole('button', { name })))
  const open = () => fireEvent.click(screen.getAllByRole('listitem')[0]!.querySelector('button')!)

  test('several are sent one after the other; those that fail are named, the rest is there', async () => {
    draw()
    asked
      .mockResolvedValueOnce(well())
      .mockResolvedValueOnce(refused('The file is not a readable photograph.'))
      .mockResolvedValueOnce(well())
    await give(file('plate.jpg'), file('notes.txt'), file('flue.jpg'))
    expect(asked.mock.calls.map(([method, url, body]) => [method, url, (body as File).name])).toEqual([
      ['POST', '/api/v1/photos?siteId=s1&applianceId=a1', 'plate.jpg'],
      ['POST', '/api/v1/photos?siteId=s1&applianceId=a1', 'notes.txt'],
      ['POST', '/api/v1/photos?siteId=s1&applianceId=a1', 'flue.jpg'],
    ])
    expect(screen.getAllByRole('alert').map((a) => a.textContent)).toEqual([' notes.txt: The file is not a readable photograph.'])
    expect(refresh).toHaveBeenCalledTimes(1)
    // The next ones begin without what failed before.
    await give(file('flue.jpg'))
    expect(screen.queryByRole('alert')).toBeNull()
  })
  test('one that is removed can be brought back; one that is not says why', async () => {
    draw()
    open()
    await press('Remove')
    expect(asked).toHaveBeenCalledWith('DELETE', '/api/v1/photos/p1')
    const [said, undo] = jest.mocked(toldWithUndo).mock.calls[0]!
    expect(said).toBe('Photograph removed.')
    await act(async () => undo())
    expect(asked).toHaveBeenLastCalledWith('POST', '/api/v1/photos/p1/restore')
    asked.mockResolvedValueOnce(refused('It is part of a report.'))
    open()
    await press('Remove')
    expect(jest.mocked(toast.error)).toHaveBeenCalledWith('It is part of a report.')
    expect(toldWithUndo).toHaveBeenCalledTimes(1)
  })
  test('erased for ever is another matter, and not everybody’s', async () => {
    draw({ mayErase: false, mayRemove: false, mayAdd: false })
    expect(document.querySelector('input[type=file]')).toBeNull()
    open()
    expect(dialog().queryByRole('button', { name: /Erase/ })).toBeNull()
    cleanup()
    draw()
    open()
    await act(async () => void fireEvent.click(dialog().getByRole('button', { name: /Erase/ })))
    expect(asked).toHaveBeenCalledWith('DELETE', '/api/v1/photos/p1?forever=1')
    expect(toast).toHaveBeenCalledWith('The photograph was erased permanently.')
  })
  test('none says so', () => {
    draw({ photos: [] })
    expect(screen.getByText('No photographs yet.')).toBeTruthy()
  })
})
