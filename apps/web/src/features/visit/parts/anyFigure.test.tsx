/** @jest-environment jsdom */
import '@/test/browserParts'
import type { VisitEvent } from '@lucerna/core/visit'
import { DEMO_CARDS } from '@lucerna/sim/cards'
import { cleanup, fireEvent, render, screen, within } from '@testing-library/react'
import { asStored, deskOf, visitOf } from '@/test/desk'
import type { NewEvent } from '../client/writeDown'
import { AddLooseEnd } from './AddLooseEnd'
import { AnyFigure } from './AnyFigure'
import { DeskProvider, type VisitDesk } from './context'
import { NoteDialog } from './NoteDialog'
import { StopAlert } from './StopAlert'

const told = { said: [] as string[] }
jest.mock('@/ui/toast', () => ({ toast: (text: string) => void told.said.push(text) }))

afterEach(cleanup)
beforeEach(() => {
  told.said = []
})

const larch = visitOf(
  DEMO_CARDS.find((c) => c.id === 'tarnwick-larch-28-c')!,
  'annual-service',
)!
/** The desk of a visit that has begun, with what it writes down. */
function desk(more: Partial<VisitDesk> = {}, visit = larch) {
  const written: NewEvent[] = []
  const begun = visit.events.filter((e) => e.type === 'visit.started')
  const made: VisitDesk = {
    ...deskOf(visit, begun),
    record: (events) => {
      written.push(...events)
      return Promise.resolve()
    },
    ...more,
  }
  return { made, written }
}
function opened(firingStateId: string | null = null, more: Partial<VisitDesk> = {}) {
  const { made, written } = desk(more)
  const closed = jest.fn()
  render(
    <DeskProvider value={made}>
      <AnyFigure stepId="make-safe" firingStateId={firingStateId} onClose={closed} />
    </DeskProvider>,
  )
  const find = (text: string) => fireEvent.change(screen.getByLabelText('Which reading?'), { target: { value: text } })
  return { written, closed, find, choose: (name: RegExp) => fireEvent.click(screen.getByRole('button', { name })) }
}
const type = (text: string) => fireEvent.change(screen.getByLabelText(/^Reading/), { target: { value: text } })
const press = (name: string) => fireEvent.click(screen.getByRole('button', { name }))

describe('any reading at any step', () => {
  test('found, typed and recorded, with the person’s own instrument and the place that the card judges it in', () => {
    const { written, closed, find, choose } = opened()
    find('standing')
    choose(/^Standing pressure/)
    type('22,2')
    press('Record')
    // Where the hose is put is where the gauge is zeroed: said with the reading, in one tap.
    expect(written).toMatchObject([
      { type: 'instrument.zeroed', data: { place: 'at-connection', stationId: 'inlet' } },
      {
        type: 'reading.taken',
        stepId: 'make-safe',
        data: {
          readings: [
            { measurandId: 'pressure.standing', firingStateId: 'standing', valueSi: 2220, entered: { text: '22,2', unit: 'mbar' } },
          ],
        },
      },
    ])
    expect((written[1]!.data as { readings: { source: { instrumentId?: string } }[] }).readings[0]!.source.instrumentId).toBeDefined()
    expect(closed).toHaveBeenCalled()
  })

  test('Enter takes the best of what was found; what is not found is said', () => {
    const { find } = opened()
    find('solenoid ohms')
    fireEvent.keyDown(screen.getByLabelText('Which reading?'), { key: 'Enter' })
    expect(screen.getByRole('heading', { name: 'Coil resistance' })).toBeTruthy()
    press('Choose another reading')
    find('tea kettle')
    expect(screen.getByText(/Nothing found for “tea kettle”/)).toBeTruthy()
  })

  test('of two coils the second, and no number: written down as such, with its way back', () => {
    const { written, find, choose } = opened()
    find('coil')
    choose(/^Coil resistance/)
    fireEvent.change(screen.getByLabelText('Which one?'), { target: { value: 'coil-2' } })
    press('Open circuit')
    expect(written).toMatchObject([
      { type: 'special.read', data: { measurandId: 'coil.resistance', instanceId: 'coil-2', special: { kind: 'open' } } },
    ])
    expect(told.said).toEqual(['Coil resistance, Coil 2: open circuit. Recorded.'])
  })

  test('a thermocouple is read as a whole, or before and behind the interrupter in its lead', () => {
    const { written, find, choose } = opened()
    find('thermocouple loaded')
    choose(/^Thermocouple/)
    expect((screen.getByLabelText('Which one?') as HTMLSelectElement).value).toBe('')
    fireEvent.change(screen.getByLabelText('Which one?'), { target: { value: 'behind-interrupter' } })
    type('9')
    press('Record')
    expect(written.at(-1)).toMatchObject({ data: { readings: [{ instanceId: 'behind-interrupter' }] } })
  })

  test('what varies needs both of its ends', () => {
    const { written, find, choose } = opened()
    find('ht lead')
    choose(/^Lead resistance/)
    press('Varies')
    const second = () => screen.getAllByRole('button', { name: 'Record' }).at(-1) as HTMLButtonElement
    fireEvent.change(screen.getByLabelText('From'), { target: { value: '5' } })
    expect(second().disabled).toBe(true)
    fireEvent.change(screen.getByLabelText('To'), { target: { value: '40' } })
    fireEvent.click(second())
    expect(written).toMatchObject([{ type: 'special.read', data: { special: { kind: 'varies', fromSi: 5000, toSi: 40_000 } } }])
  })

  test('a wrong unit or an impossible value says what is wrong and is not recorded', () => {
    const { written, find, choose } = opened()
    find('standing')
    choose(/^Standing pressure/)
    type('22 ppm')
    expect(screen.getByRole('alert').textContent).toMatch(/pressure/i)
    expect((screen.getByRole('button', { name: 'Record' }) as HTMLButtonElement).disabled).toBe(true)
    fireEvent.submit(screen.getByRole('button', { name: 'Record' }).closest('form')!)
    expect(written).toEqual([])
  })

  test('flue gas is offered at a rate even where nothing burns yet; at a step’s own rate it is that one', () => {
    const first = opened('off')
    first.find('carbon monoxide')
    first.choose(/^CO in the flue/)
    expect((screen.getByLabelText('Burner state') as HTMLSelectElement).value).toBe('max')
    cleanup()
    const second = opened('min')
    second.find('co2')
    second.choose(/^CO₂ in the flue/)
    expect((screen.getByLabelText('Burner state') as HTMLSelectElement).value).toBe('min')
  })

  test('without an instrument that measures it, it is said beforehand', () => {
    const { find, choose } = opened(null, { instruments: { instrumentIds: [], preferred: {} } })
    find('coil')
    choose(/^Coil resistance/)
    expect(screen.getByText(/No instrument in use can measure this/)).toBeTruthy()
  })
})

describe('far too much CO', () => {
  const withCo = (valueSi: number) => {
    const reading = {
      id: '00000000-0000-7000-8000-00000000aaaa',
      measurandId: 'co.flue',
      stationId: 'flue',
      firingStateId: 'max',
      valueSi,
      standardUncertainty: 5e-6,
      origin: 'measured',
      source: { kind: 'typed' },
      settled: 'settled',
      takenAt: '2026-06-01T09:00:00.000Z',
    }
    const begun = larch.events.filter((e) => e.type === 'visit.started')
    const taken = { ...begun[0]!, id: '00000000-0000-7000-8000-00000000aaab', type: 'reading.taken', v: 1, data: { readings: [reading] } }
    const { made, written } = desk()
    const stopped = { ...made, ...deskOf(larch, [...begun, ...asStored([taken as unknown as VisitEvent])]), record: made.record }
    render(
      <DeskProvider value={stopped}>
        <StopAlert />
      </DeskProvider>,
    )
    return written
  }

  test('the order of what to do, whose cell is at risk, and the way on', () => {
    const written = withCo(2400e-6)
    const alert = screen.getByRole('alert')
    expect(alert.textContent).toMatch(/2400 ppm CO in the flue gas/)
    expect(
      within(alert)
        .getAllByRole('listitem')
        .map((li) => li.textContent?.split(/[ ,.]/)[0]),
    ).toEqual(['Take', 'Switch', 'Ventilate', 'Find'])
    expect(alert.textContent).toMatch(/CO cell at risk: Meridian/)
    press('Cause fixed, cell purged')
    expect(written).toMatchObject([{ type: 'observation.made', data: { observationId: 'high-co', answer: 'cause-mended' } }])
  })

  test('below the level of the profile there is nothing to stop', () => {
    withCo(400e-6)
    expect(screen.queryByRole('alert')).toBeNull()
  })
})

describe('a temporary change', () => {
  test('hangs with its kind, what it is, and how it was', () => {
    const { made, written } = desk()
    const added = jest.fn()
    render(
      <DeskProvider value={made}>
        <AddLooseEnd stepId="ignition" onAdded={added} />
      </DeskProvider>,
    )
    fireEvent.change(screen.getByLabelText('Kind'), { target: { value: 'parameter' } })
    fireEvent.change(screen.getByLabelText('What changed'), { target: { value: 'P17 set to 20%' } })
    fireEvent.change(screen.getByLabelText('Original state or value'), { target: { value: '45%' } })
    press('Add temporary change')
    expect(written).toMatchObject([
      { type: 'loose-end.opened', stepId: 'ignition', data: { kind: 'parameter', label: 'P17 set to 20%', restore: 'Back to: 45%' } },
    ])
    expect(added).toHaveBeenCalled()
  })

  test('is offered at every step beside remarks and defects, to an apprentice too', () => {
    for (const role of ['technician', 'apprentice'] as const) {
      const { made } = desk({ role })
      render(
        <DeskProvider value={made}>
          <NoteDialog stepId="ignition" onClose={() => undefined} />
        </DeskProvider>,
      )
      fireEvent.click(screen.getByRole('radio', { name: 'Temporary change' }))
      expect(screen.getByRole('button', { name: 'Add temporary change' })).toBeTruthy()
      cleanup()
    }
  })

  test('nobody who only looks is offered any', () => {
    const { made } = desk({ role: 'viewer' })
    const { container } = render(
      <DeskProvider value={made}>
        <AddLooseEnd stepId="ignition" />
      </DeskProvider>,
    )
    expect(container.textContent).toBe('')
  })
})
