/** @jest-environment jsdom */
import '@/test/browserParts'
import type { VisitEvent } from '@lucerna/core/visit'
import { DEMO_CARDS } from '@lucerna/sim/cards'
import { act, cleanup, fireEvent, render, screen, within } from '@testing-library/react'
import type { ReactNode } from 'react'
import { APPLIANCE, deskOf, type Visit, visitOf } from '@/test/desk'
import { DeskProvider, type VisitDesk } from './context'
import { GrowForm } from './GrowForm'
import { NoteDialog } from './NoteDialog'
import { RecordBar } from './RecordBar'
import { SkipForm } from './SkipForm'

jest.mock('@/ui/shrink', () => ({ shrink: (file: File) => Promise.resolve(file) }))
afterEach(cleanup)

const larch = visitOf(
  DEMO_CARDS.find((c) => c.id === 'tarnwick-larch-28-c')!,
  'annual-service',
)!
const open = larch.events.slice(0, 6)
const [step] = larch.steps.filter((s) => s.kind === 'flue')
const UUID = expect.stringMatching(/^[0-9a-f-]{36}$/)

/** What is written on the screen that is shown, as events without what the desk adds. */
function show(what: ReactNode, more: Partial<VisitDesk> = {}, visit: Visit = larch, events = open) {
  const written: Pick<VisitEvent, 'type' | 'data'>[] = []
  const desk = deskOf(visit, events)
  const photos = { ...desk.photos, add: jest.fn().mockResolvedValue(undefined) }
  const finished: string[] = []
  render(
    <DeskProvider
      value={{
        ...desk,
        photos,
        record: (all) => Promise.resolve(void written.push(...(all as never[]))),
        finishStep: (s) => void finished.push(s.id),
        ...more,
      }}
    >
      {what}
    </DeskProvider>,
  )
  return { written, photos, finished }
}
const button = (name: string | RegExp) => screen.getByRole<HTMLButtonElement>('button', { name })
const choose = (name: string) => fireEvent.click(screen.getByRole('radio', { name }))
const type = (label: string | RegExp, value: string) => fireEvent.change(screen.getByLabelText(label), { target: { value } })
const press = async (name: string | RegExp) => act(async () => void fireEvent.click(button(name)))

describe('a note', () => {
  const closed = jest.fn()
  const note = (more?: Partial<VisitDesk>) => show(<NoteDialog stepId="combustion" onClose={closed} />, more)
  beforeEach(() => closed.mockClear())

  test('a remark, with its step; two letters are none', async () => {
    const { written } = note()
    type('Note', ' x ')
    expect(button('Save note').disabled).toBe(true)
    type('Note', '  Plume terminal blocked by ivy ')
    await press('Save note')
    expect(written).toEqual([
      { type: 'note.added', stepId: 'combustion', applianceId: APPLIANCE, data: { text: 'Plume terminal blocked by ivy' } },
    ])
    expect(closed).toHaveBeenCalled()
  })

  test('a defect has its class, what the class asks for in view, and what was done about it', async () => {
    const { written } = note()
    choose('At risk')
    expect(screen.getByText(/^Required actions:/)).toBeTruthy()
    type('Fault and location', 'Flue joint open in the loft')
    type('Action taken', 'Turned off, label fixed')
    await press('Save note')
    expect(written).toMatchObject([
      {
        type: 'defect.found',
        data: { defectId: UUID, class: 'at-risk', text: 'Flue joint open in the loft', action: 'Turned off, label fixed' },
      },
    ])
  })

  test('a part of the card’s kit is one tap, with its number', async () => {
    const { written } = note()
    choose('Part fitted')
    const [kit] = larch.card.kit
    await press(kit!.part)
    expect(screen.getByLabelText<HTMLInputElement>('Part number').value).toBe(kit!.number)
    await press('Save note')
    expect(written).toMatchObject([{ type: 'part.fitted', data: { part: kit!.part, number: kit!.number } }])
  })

  test('a part to order says when somebody comes back; without a day it does not', async () => {
    const { written } = note()
    choose('Part to order')
    type('Part', 'Fan gasket')
    type('Reason', 'Cracked')
    await press('Save note')
    type(/^Return visit by/, '2026-12-15')
    await press('Save note')
    expect(written.map((e) => e.data)).toEqual([
      { needId: UUID, part: 'Fan gasket', why: 'Cracked' },
      { needId: UUID, part: 'Fan gasket', why: 'Cracked', backOn: '2026-12-15' },
    ])
  })

  test('who may not find a defect is offered none', () => {
    note({ role: 'viewer' })
    expect(screen.getAllByRole('radio').map((r) => r.textContent)).toEqual(['Remark', 'Part to order', 'Temporary change'])
  })
})

describe('a temporary change', () => {
  const draw = () => {
    const shown = show(<NoteDialog stepId="combustion" onClose={() => undefined} />)
    choose('Temporary change')
    return shown
  }

  test('is kept with how it was, so that it can go back', async () => {
    const { written } = draw()
    expect(button('Add temporary change').disabled).toBe(true)
    type('Kind', 'parameter')
    type('What changed', 'P.05 service level')
    type('Original state or value', '2')
    await press('Add temporary change')
    expect(written).toMatchObject([
      {
        type: 'loose-end.opened',
        stepId: 'combustion',
        data: { kind: 'parameter', label: 'P.05 service level', restore: 'Back to: 2', looseEndId: UUID },
      },
    ])
  })

  test('a picture shows how it was: it is kept first, and both name it', async () => {
    const { written, photos } = draw()
    type('What changed', 'Selector to sweep')
    const picture = new File(['x'], 'before.jpg', { type: 'image/jpeg' })
    await act(
      async () => void fireEvent.change(document.querySelector<HTMLInputElement>('input[type=file]')!, { target: { files: [picture] } }),
    )
    expect(photos.add).toHaveBeenCalledWith(expect.objectContaining({ id: UUID, caption: 'Selector to sweep', applianceId: APPLIANCE }))
    const { id } = photos.add.mock.calls[0]![0] as { id: string }
    expect(written).toMatchObject([
      { type: 'photo.taken', data: { photoId: id, caption: 'Selector to sweep' } },
      { type: 'loose-end.opened', data: { photoId: id, label: 'Selector to sweep' } },
    ])
  })
})

describe('a job that becomes more', () => {
  test('what it can become, what that adds, and why; then on to the first step that came', async () => {
    const grown = jest.fn()
    const { written } = show(<GrowForm stepId="combustion" onGrown={grown} />)
    expect(button('Add these steps').disabled).toBe(true)
    choose('Gas conversion')
    const adds = screen.getByText(/^Adds: /).textContent
    expect(adds.split(' · ').length).toBeGreaterThan(1)
    type(/^Reason/, 'Customer moves to propane')
    await press('Add these steps')
    expect(written).toMatchObject([{ type: 'job.grown', data: { work: 'change-of-gas', reason: 'Customer moves to propane' } }])
    expect(grown).toHaveBeenCalledWith(expect.any(String))
    expect(larch.steps.some((s) => s.id === grown.mock.calls[0]![0])).toBe(false)
  })

  test('without a reason nothing is added', async () => {
    const { written } = show(<GrowForm stepId="combustion" onGrown={() => undefined} />)
    choose('Gas valve replacement')
    type(/^Reason/, ' . ')
    fireEvent.submit(document.querySelector('form')!)
    expect(written).toEqual([])
  })
})

test.each([
  ['Skip step', 'step.skipped'],
  ['Mark not applicable', 'step.not-applicable'],
])('%s: with its reason', async (name, event) => {
  const done = jest.fn()
  const { written } = show(<SkipForm step={step!} onDone={done} />)
  expect(button(name).disabled).toBe(true)
  type('Reason for skipping', 'No load to be had today')
  await press(name)
  expect(written).toEqual([{ type: event, stepId: step!.id, applianceId: APPLIANCE, data: { reason: 'No load to be had today' } }])
  expect(done).toHaveBeenCalled()
})

describe('the buttons of a step', () => {
  const keys = { wanted: false, toggle: jest.fn() }
  const bar = (more: Partial<Parameters<typeof RecordBar>[0]> = {}) => {
    const prepare = jest.fn()
    const shown = show(
      <RecordBar
        step={step!}
        rate="maximum"
        prepared
        onPrepare={prepare}
        early={false}
        recordable
        complete={false}
        inOrder={false}
        corrects={false}
        keys={keys}
        {...more}
      />,
    )
    return { ...shown, prepare }
  }
  const urged = () =>
    within(document.body)
      .getAllByRole('button')
      .filter((b) => b.className.includes('btn-primary'))
      .map((b) => b.textContent)

  test('before the burner is there, that is the one thing to do', async () => {
    const { prepare } = bar({ prepared: false })
    expect(screen.getAllByRole('button')).toHaveLength(1)
    await press(/maximum/)
    expect(prepare).toHaveBeenCalledTimes(1)
  })

  test('then recording is urged; what is read too soon is called so', () => {
    bar()
    expect(urged()).toEqual(['Record at maximum'])
    expect(button('Next step').disabled).toBe(true)
    cleanup()
    bar({ early: true })
    expect(urged()).toEqual(['Record as early'])
  })

  test('all there and in order: on to the next; out of limits that is possible, and not urged', async () => {
    const { finished } = bar({ complete: true, inOrder: true, recordable: false })
    expect(urged()).toEqual(['Next step'])
    await press('Next step')
    expect(finished).toEqual([step!.id])
    cleanup()
    bar({ complete: true, inOrder: false, recordable: false })
    expect(urged()).toEqual([])
    expect(button('Next step').disabled).toBe(false)
  })

  test('the keys and the pencil take one place', async () => {
    bar()
    await press('Large keys on or off')
    expect(keys.toggle).toHaveBeenCalledTimes(1)
    cleanup()
    const dialogs: string[] = []
    show(
      <RecordBar
        step={step!}
        rate="maximum"
        prepared
        onPrepare={() => undefined}
        early={false}
        recordable={false}
        complete
        inOrder
        corrects
        keys={keys}
      />,
      { openDialog: (name) => void dialogs.push(String(name)) },
    )
    expect(screen.queryByRole('button', { name: 'Large keys on or off' })).toBeNull()
    await press(/orrect/)
    expect(dialogs).toEqual(['correct'])
  })
})
