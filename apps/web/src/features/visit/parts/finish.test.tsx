/** @jest-environment jsdom */
import '@/test/browserParts'
import { dangerOf, type StoredEvent } from '@lucerna/core/visit'
import { DEMO_CARDS } from '@lucerna/sim/cards'
import { act, cleanup, fireEvent, render, screen, within } from '@testing-library/react'
import { type Visit, visitOf } from '@/test/desk'
import { LivingDesk } from '@/test/livingDesk'
import type { VisitDesk } from './context'
import { DangerBand, DangerPanel } from './DangerPanel'
import { DisturbedPanel } from './DisturbedPanel'
import { FinishPanel } from './FinishPanel'
import { LooseEndsPanel } from './LooseEndsPanel'
import { Notices } from './Notices'

jest.mock('@/ui/toast', () => ({ toast: () => undefined }))
// Loaded at once: what comes after the page is no matter here.
jest.mock('./later', () => jest.requireActual<object>('./Notices'))
afterEach(cleanup)

const larch = () =>
  visitOf(
    DEMO_CARDS.find((c) => c.id === 'tarnwick-larch-28-c')!,
    'annual-service',
  )!
const data = (e: StoredEvent | undefined) => e?.data as unknown as Record<string, unknown>
const press = async (name: string | RegExp, within_: { getByRole: typeof screen.getByRole } = screen) =>
  act(async () => void fireEvent.click(within_.getByRole('button', { name })))
const choose = async (name: string | RegExp) => act(async () => void fireEvent.click(screen.getByRole('radio', { name })))
const type = async (label: string | RegExp, value: string) =>
  act(async () => void fireEvent.change(screen.getByLabelText(label), { target: { value } }))

/** Draws a part of a visit that goes on, with these events before; answers with what it wrote down. */
function draw(
  before: readonly { type: StoredEvent['type']; data: object; stepId?: string }[],
  part: (desk: VisitDesk) => React.ReactNode,
  more: Partial<VisitDesk> = {},
  visit: Visit = larch(),
): StoredEvent[] {
  const log: StoredEvent[] = []
  const started = visit.events.filter((e) => e.type === 'visit.started')
  const earlier = before.map(
    (e, i) =>
      ({
        ...started[0]!,
        stepId: 'finish',
        ...e,
        id: `00000000-0000-7000-8000-0000000007${String(i).padStart(2, '0')}`,
        seq: 100 + i,
        at: `2026-06-01T08:${String(10 + i)}:00.000Z`,
      }) as unknown as StoredEvent,
  )
  render(
    <LivingDesk visit={{ ...visit, events: [...started, ...earlier] }} log={log} more={more} whole>
      {part}
    </LivingDesk>,
  )
  return log
}
const DEFECT = '00000000-0000-7000-8000-000000000501'
const defect = (cls: string) => ({
  type: 'defect.found' as const,
  data: { defectId: DEFECT, class: cls, text: 'Flue joint open behind the boiler', action: 'Gas turned off at the cock' },
})
const looseEnd = (kind: string, label: string, n: number) => ({
  type: 'loose-end.opened' as const,
  data: { looseEndId: `00000000-0000-7000-8000-00000000060${n}`, kind, label },
})

describe('how a visit ends', () => {
  const finish = () => <FinishPanel waiting={false} onClosed={closed} />
  const closed = jest.fn()
  beforeEach(() => closed.mockClear())

  test('with work undone, normal service is barred; left isolated needs its reason, and closes the visit in one go', async () => {
    const log = draw([], finish)
    expect(screen.getByRole<HTMLButtonElement>('radio', { name: /In normal service/ }).disabled).toBe(true)
    expect(screen.getByText(/items block normal service/)).toBeTruthy()
    await choose(/Left isolated and labelled/)
    const close = () => screen.getByRole<HTMLButtonElement>('button', { name: 'Close visit' })
    expect(close().disabled).toBe(true)
    await type(/^Reason, and what was done/, '  no ')
    expect(close().disabled).toBe(true)
    await type(/^Reason, and what was done/, ' No gas at the meter ')
    // What does not run is due for no service.
    expect(screen.queryByLabelText('Next service due by')).toBeNull()
    await press('Close visit')
    expect(log.map((e) => [e.type, data(e)])).toEqual([
      ['appliance.outcome-set', { outcome: 'left-isolated', reason: 'No gas at the meter' }],
      ['visit.closed', { nextDueOn: null }],
    ])
    expect(closed).toHaveBeenCalledTimes(1)
  })

  test('all done and read: one tap, with the next service a year from today', async () => {
    const visit = larch()
    const log: StoredEvent[] = []
    const done = visit.events.filter((e) => e.type !== 'visit.closed' && e.type !== 'appliance.outcome-set')
    render(
      <LivingDesk visit={{ ...visit, events: done }} log={log} whole>
        {finish}
      </LivingDesk>,
    )
    expect(screen.getByText('No open items. The appliance can be left in normal service.')).toBeTruthy()
    expect(screen.getByRole('radio', { name: /In normal service/ }).getAttribute('aria-checked')).toBe('true')
    const due = screen.getByLabelText<HTMLInputElement>('Next service due by')
    const [year, month, day] = due.value.split('-').map(Number)
    expect(year).toBe(new Date().getFullYear() + 1)
    expect([month, day].every((n) => n! > 0)).toBe(true)
    await press('Close visit')
    expect(log.map((e) => e.type)).toEqual(['appliance.outcome-set', 'visit.closed'])
    expect(data(log[1])).toEqual({ nextDueOn: due.value })
  })

  test('what blocks leads to its step, or is overridden with a reason that is long enough', async () => {
    const goTo = jest.fn()
    const log = draw([], finish, { goTo })
    const row = screen
      .getAllByRole('listitem')
      .find(
        (li) =>
          within(li).queryByRole('button', { name: 'Override with reason' }) && within(li).queryByRole('button', { name: 'Open step' }),
      )!
    await press('Open step', within(row))
    expect(goTo).toHaveBeenCalledTimes(1)
    await press('Override with reason', within(row))
    const save = within(row).getByRole<HTMLButtonElement>('button', { name: 'Save reason' })
    expect(save.disabled).toBe(true)
    await type('Reason (printed in the report)', 'Customer had to leave')
    await act(async () => void fireEvent.submit(save.closest('form')!))
    expect(log).toHaveLength(1)
    expect(log[0]!.type).toBe('gate.overridden')
    expect(data(log[0]).reason).toBe('Customer had to leave')
  })

  test('an apprentice cannot close; who may only look cannot override', () => {
    draw([], finish, { role: 'apprentice' })
    expect(screen.getByText('A licensed technician must close the visit.')).toBeTruthy()
    cleanup()
    draw([], finish, { role: 'viewer' })
    expect(screen.queryByRole('button', { name: 'Override with reason' })).toBeNull()
  })
})

describe('danger', () => {
  const found = [defect('danger-now')]
  const danger = (desk: VisitDesk) => dangerOf(desk.appliance, desk.state, desk.visit, desk.context)!

  test('the band says the first thing to do, and the next once it was answered', async () => {
    const opened = jest.fn()
    const log = draw(found, (desk) => (
      <>
        <DangerBand danger={danger(desk)} onOpen={opened} />
        <DangerPanel danger={danger(desk)} onLeave={() => undefined} />
      </>
    ))
    const band = () => screen.getAllByRole('alert')[0]!
    expect(band().textContent).toContain('Immediate danger.')
    expect(band().textContent).toContain('Flue joint open behind the boiler')
    const before = band().textContent
    await press('What to do')
    expect(opened).toHaveBeenCalled()
    const first = screen.getAllByRole('group')[0]!
    await press('Done', within(first))
    expect(band().textContent).not.toBe(before)
    expect(log.map((e) => [e.type, data(e).answer])).toEqual([['observation.made', 'done']])
    expect(within(screen.getAllByRole('group')[0]!).getByRole('button', { name: /Done/ }).getAttribute('aria-pressed')).toBe('true')
  })

  test('everything answered: it stays off until the cause is fixed; fixed, with how it was proved, it is no danger', async () => {
    const log = draw(found, (desk) => {
      const now = dangerOf(desk.appliance, desk.state, desk.visit, desk.context)
      return now ? (
        <>
          <DangerBand danger={now} onOpen={() => undefined} />
          <DangerPanel danger={now} onLeave={() => undefined} />
        </>
      ) : (
        <p>No danger</p>
      )
    })
    for (const group of screen.getAllByRole('group')) await press('Not possible', within(group))
    expect(screen.getAllByRole('alert')[0]!.textContent).toContain('The appliance stays off until the cause is fixed.')
    await press('Mark defect fixed')
    await type('What was done and how it was proved', 'ok')
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Save reason' }).disabled).toBe(true)
    await type('What was done and how it was proved', 'Joint sealed, no CO2 around it')
    await act(async () => void fireEvent.submit(screen.getByLabelText('What was done and how it was proved').closest('form')!))
    expect(log.at(-1)).toMatchObject({ type: 'defect.mended', data: { defectId: DEFECT, how: 'Joint sealed, no CO2 around it' } })
    expect(screen.getByText('No danger')).toBeTruthy()
  })

  test('who may only look reads it, and answers nothing', () => {
    draw(found, (desk) => <DangerPanel danger={danger(desk)} onLeave={() => undefined} />, { role: 'viewer' })
    const buttons = screen.getAllByRole('group').flatMap((g) => within(g).getAllByRole<HTMLButtonElement>('button'))
    expect(buttons.length).toBeGreaterThan(2)
    expect(buttons.every((b) => b.disabled)).toBe(true)
    expect(screen.queryByRole('button', { name: 'Mark defect fixed' })).toBeNull()
  })
})

describe('a written notice', () => {
  const notices = () => <Notices stepId="finish" />

  test('names what was left and what to do, and is refused, or nobody is there; the label is said with it', async () => {
    const log = draw([defect('at-risk')], notices)
    expect(screen.getByText('One danger or risk remains and no written notice was given.')).toBeTruthy()
    await press('Give notice…')
    const dialog = screen.getByRole('dialog')
    expect(dialog.textContent).toContain('Flue joint open behind the boiler. Gas turned off at the cock')
    expect(dialog.textContent).toContain('The appliance should stay off until a licensed technician has corrected this and tested it.')
    await act(async () => void fireEvent.click(screen.getByLabelText(/label attached to the appliance/)))
    await press('Refused to sign')
    expect(data(log[0])).toMatchObject({ defectIds: [DEFECT], labelled: true, acknowledged: 'refused' })
    expect(screen.getByText(/Notice given at .*label attached/)).toBeTruthy()
    expect(screen.queryByRole('button', { name: 'Give notice…' })).toBeNull()
  })

  test('a defect that is no danger needs none', () => {
    draw([defect('attention')], notices)
    expect(screen.queryByRole('button', { name: 'Give notice…' })).toBeNull()
  })
})

describe('loose ends', () => {
  const panel = (desk: VisitDesk) => <LooseEndsPanel step={desk.steps.find((s) => s.kind === 'loose-ends')!} />
  const opened = [
    looseEnd('selector', 'Selector at test', 1),
    looseEnd('gas-joint', 'Filter cover', 2),
    looseEnd('parameter', 'P12 raised', 3),
  ]

  test('the last that came off goes back first; a gas joint asks how it was checked, and one that leaks stays open', async () => {
    const log = draw(opened, panel)
    const names = screen.getAllByText(/^(Selector at test|Filter cover|P12 raised)$/).map((x) => x.textContent)
    expect(names).toEqual(['P12 raised', 'Filter cover', 'Selector at test'])
    expect(screen.getByText('Never look for a leak with a flame.')).toBeTruthy()
    await press('Joint leaks')
    expect(screen.getByRole('alert')).toBeTruthy()
    expect(log).toEqual([])
    await press('tight by leak detection fluid', within(screen.getByRole('group', { name: 'Leak check method' })))
    expect(log).toHaveLength(1)
    expect(data(log[0]).leakCheck).toMatchObject({ tight: true })
    expect(screen.getByText(/^Put back: 1$/)).toBeTruthy()
  })

  test('none left: it says so, and goes on', async () => {
    const log = draw([opened[0]!], panel)
    await press('Mark as put back')
    expect(log.map((e) => e.type)).toEqual(['loose-end.closed'])
    expect(screen.getByText('No loose ends')).toBeTruthy()
  })
})

describe('what was taken apart', () => {
  const panel = () => <DisturbedPanel stepId="clean" />

  test('a lead needs the power proved off first; a seal does not', async () => {
    const log = draw([], panel)
    await type('Part and location', 'Seal of the combustion chamber')
    expect(screen.getByText('Prove dead before you disconnect leads or earths.')).toBeTruthy()
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Add part' }).disabled).toBe(true)
    await act(async () => void fireEvent.change(screen.getByLabelText('Type'), { target: { value: 'seal' } }))
    await act(async () => void fireEvent.submit(screen.getByLabelText('Part and location').closest('form')!))
    expect(data(log[0])).toMatchObject({ kind: 'seal', label: 'Seal of the combustion chamber' })
    expect(screen.getByLabelText<HTMLInputElement>('Part and location').value).toBe('')
    await press('Renewed')
    expect(screen.getByText('✓ Renewed')).toBeTruthy()
  })

  test('a new fault after the work points at what was disturbed before it', async () => {
    const item = { type: 'item.disturbed' as const, data: { itemId: DEFECT, kind: 'seal', label: 'Burner door' } }
    const log = draw([item], panel)
    await press('New fault after this work')
    await type('Description', 'hums')
    await act(async () => void fireEvent.submit(screen.getByLabelText('Description').closest('form')!))
    expect(data(log[0])).toMatchObject({ kind: 'no-start', text: 'hums' })
    expect(screen.getByText(/Does not start: hums/)).toBeTruthy()
    expect(screen.getByText(/^(Check first \(disturbed today\):|Nothing was disturbed before it\.)$/)).toBeTruthy()
  })
})
