/** @jest-environment jsdom */
import '@/test/browserParts'
import type { JobKind, StepKind } from '@lucerna/core/procedure'
import type { StoredEvent } from '@lucerna/core/visit'
import { DEMO_CARDS } from '@lucerna/sim/cards'
import { act, cleanup, fireEvent, render, screen, within } from '@testing-library/react'
import { visitOf } from '@/test/desk'
import { LivingDesk } from '@/test/livingDesk'
import { sheetOf } from '../view'
import { SetUpDesk } from '../setup/SetUpDesk'
import { Asks } from './Asks'
import { Complaint } from './Complaint'
import type { VisitDesk } from './context'
import { GrowForm } from './GrowForm'
import { ReadingsPanel } from './ReadingsPanel'
import { RunSheet } from './RunSheet'
import { RunsPanel } from './RunsPanel'
import { Starts } from './Starts'
import { ZeroList } from './ZeroList'

jest.mock('@/ui/toast', () => ({ toast: () => undefined }))
afterEach(cleanup)
// A desk with a keyboard: our own keys stay away.
beforeEach(() => window.localStorage.setItem('lucerna.keypad', '0'))

const of = (card: string, job: JobKind) =>
  visitOf(
    DEMO_CARDS.find((c) => c.id === card)!,
    job,
  )!
const larch = (job: JobKind = 'breakdown') => of('tarnwick-larch-28-c', job)
const data = (e: StoredEvent | undefined) => e?.data as unknown as Record<string, unknown>

/** Draws a part of a visit that goes on; answers with its log. */
function draw(visit: ReturnType<typeof larch>, part: (desk: VisitDesk) => React.ReactNode, more: Partial<VisitDesk> = {}): StoredEvent[] {
  const log: StoredEvent[] = []
  render(
    <LivingDesk visit={visit} log={log} more={more}>
      {part}
    </LivingDesk>,
  )
  return log
}
const press = async (name: string | RegExp) => act(async () => void fireEvent.click(screen.getByRole('button', { name })))
const choose = async (name: string | RegExp) => act(async () => void fireEvent.click(screen.getByRole('radio', { name })))
const step = (desk: VisitDesk, kind: StepKind) => desk.steps.find((s) => s.kind === kind)!
const sheetRows = () => screen.getAllByRole('listitem').map((li) => li.textContent?.replace(/^\W*/, '') ?? '')

describe('a breakdown', () => {
  const sheet = (desk: VisitDesk) => (
    <>
      <Asks step={step(desk, 'complaint')} />
      {desk.steps.some((s) => s.kind === 'repair') && <Asks step={step(desk, 'repair')} />}
      <RunSheet sheet={sheetOf(desk.appliance, desk.state, desk.visit, desk.steps, desk.context)} currentId="complaint" />
    </>
  )

  test('one answer turns the sheet: what needs a flame is one line that opens, and opens for good with the repair', async () => {
    draw(larch(), sheet)
    expect(screen.getByText(/As found: flue gas at maximum/)).toBeTruthy()
    await press('Does not light')
    expect(screen.queryByText(/As found: flue gas/)).toBeNull()
    expect(screen.getByText('The start that fails')).toBeTruthy()
    const folded = screen.getAllByRole('button', { name: /steps? waits? until the burner runs/ })
    expect(folded.length).toBeGreaterThan(0)
    expect(screen.queryByText(/First run: flue gas at maximum/)).toBeNull()
    await act(async () => void fireEvent.click(folded[0]!))
    expect(screen.getByText(/First run: flue gas at maximum/)).toBeTruthy()
    await press('Repaired')
    expect(screen.queryByRole('button', { name: /until the burner runs/ })).toBeNull()
    const rows = sheetRows()
    expect(rows.findIndex((r) => r.startsWith('Repair'))).toBeLessThan(rows.findIndex((r) => r.startsWith('First run')))
  })

  test('a code of the card says what it means and what to check first; one that it lacks is kept as typed', async () => {
    const log = draw(larch(), () => <Complaint stepId="complaint" />)
    await press('L1')
    expect(screen.getByText(/No flame after the third try/)).toBeTruthy()
    expect(screen.getByText('Check first: electrode, supply shut, valve')).toBeTruthy()
    expect(screen.queryByRole('button', { name: 'L1' })).toBeNull()
    fireEvent.change(screen.getByLabelText('Type the code as shown'), { target: { value: ' XY 7 ' } })
    await press('Add code')
    expect(screen.getByText(/XY 7: not on the card/)).toBeTruthy()
    expect(log.map((e) => data(e).code)).toEqual(['L1', 'XY 7'])
  })

  test('circumstances are one tap each, words are kept when the field is left, and nothing empty is written', async () => {
    const log = draw(larch(), () => <Complaint stepId="complaint" />)
    await press('Frost')
    await press('Hot water')
    expect(screen.getByRole('button', { name: 'Frost' }).getAttribute('aria-pressed')).toBe('true')
    const said = screen.getByLabelText('What the customer says')
    await act(async () => {
      fireEvent.change(said, { target: { value: 'Cold since Sunday' } })
      fireEvent.blur(said)
    })
    await act(async () => void fireEvent.blur(screen.getByLabelText('Since when')))
    expect(log.map(data)).toEqual([{ weather: 'frost' }, { service: 'hot-water' }, { text: 'Cold since Sunday' }])
  })
})

describe('starts', () => {
  test('with gas, spark only and fan only say what came of them; only the first counts', async () => {
    const log = draw(larch(), () => <Starts stepId="dead-start" />)
    await choose('Gas shut, spark only')
    expect(screen.getByText(/chamber purged/)).toBeTruthy()
    await press('No spark')
    await choose('Fan only')
    await press('Fan runs')
    expect(screen.getByText(/^0 failed ignitions in a row, 3 allowed/)).toBeTruthy()
    await choose('Gas on')
    fireEvent.change(screen.getByLabelText('Tries by the control itself'), { target: { value: '3' } })
    await press('No ignition')
    expect(screen.getByText(/^1 failed ignition/)).toBeTruthy()
    expect(log.map(data)).toEqual([
      { gas: 'shut', lit: false, seen: false },
      { gas: 'fan-only', lit: false, seen: true },
      { gas: 'on', lit: false, tries: 3 },
    ])
    expect(screen.getByText(/3 tries/)).toBeTruthy()
  })

  test('what was bridged for a start hangs as a loose end, once', async () => {
    const log = draw(larch(), () => <Starts stepId="dead-start" />)
    fireEvent.change(screen.getByRole('combobox', { name: 'Not as normal during the start' }), { target: { value: 'bridged' } })
    expect(screen.getByText(/Never bridge a safety device/)).toBeTruthy()
    fireEvent.change(screen.getByLabelText(/^What/), { target: { value: 'room thermostat' } })
    await press('Add')
    await press('No ignition')
    await press('No ignition')
    expect(log.map((e) => e.type)).toEqual(['loose-end.opened', 'start.tried', 'start.tried'])
    expect(data(log[1]).stood).toEqual([{ how: 'bridged', what: 'room thermostat' }])
  })

  test('under a stop there is no start with gas, and the spark can still be looked for', async () => {
    const log = draw(larch(), (desk) => (
      <>
        <Asks step={step(desk, 'make-safe')} />
        <Starts stepId="dead-start" />
      </>
    ))
    await act(async () => void fireEvent.click(within(document.querySelector('[data-ask=smell-of-gas]')!).getByText('Present')))
    expect((screen.getByRole('radio', { name: 'Gas on' }) as HTMLButtonElement).disabled).toBe(true)
    await press('Spark seen')
    expect(data(log.at(-1))).toMatchObject({ gas: 'shut', seen: true })
  })
})

describe('a job that becomes more', () => {
  test('what it adds is said before it is added, and the reason is asked for', async () => {
    const gone: string[] = []
    const log = draw(larch('annual-service'), () => <GrowForm stepId="strip" onGrown={(id) => gone.push(id)} />)
    const add = () => screen.getByRole('button', { name: 'Add these steps' }) as HTMLButtonElement
    expect(add().disabled).toBe(true)
    await choose('Gas-carrying part renewed')
    expect(screen.getByText(/^Adds: .*Let-by.*Tightness/)).toBeTruthy()
    expect(add().disabled).toBe(true)
    fireEvent.change(screen.getByLabelText(/^Reason/), { target: { value: 'Corroded pipe' } })
    await press('Add these steps')
    expect(log.map(data)).toEqual([{ work: 'gas-part', reason: 'Corroded pipe' }])
    expect(gone).toEqual(['gas-part'])
    // Not offered twice.
    expect(screen.queryByRole('radio', { name: 'Gas-carrying part renewed' })).toBeNull()
  })

  test('the checklist says what it became and why', async () => {
    draw(larch('annual-service'), (desk) => (
      <>
        <GrowForm stepId="strip" onGrown={() => undefined} />
        <RunSheet sheet={sheetOf(desk.appliance, desk.state, desk.visit, desk.steps, desk.context)} currentId="strip" />
      </>
    ))
    await choose('Gas valve replacement')
    fireEvent.change(screen.getByLabelText(/^Reason/), { target: { value: 'Seat lets by' } })
    await press('Add these steps')
    expect(screen.getByText('Became Gas valve replacement: Seat lets by')).toBeTruthy()
    expect(screen.getByText('Fit the new gas valve')).toBeTruthy()
  })
})

describe('zero where the hose is', () => {
  const standing = (desk: VisitDesk) => <ReadingsPanel step={desk.steps.find((s) => s.id === 'standing')!} />
  const type = async (n: number, text: string) =>
    act(async () => void fireEvent.change(document.querySelectorAll('input[id^=need-]')[n]!, { target: { value: text } }))

  test('one tap records the zero and the reading; the next reading at the same place asks no more', async () => {
    const log = draw(larch('annual-service'), standing)
    await press(/gauge/)
    expect((screen.getByLabelText(/zeroed at this connection/) as HTMLInputElement).checked).toBe(true)
    await type(0, '21')
    await press('Record')
    expect(log.slice(-2).map((e) => e.type)).toEqual(['instrument.zeroed', 'reading.taken'])
    expect(data(log.at(-2))).toMatchObject({ place: 'at-connection', stationId: 'inlet' })
    await type(0, '21,5')
    await press('Record')
    expect(log.at(-2)?.type).toBe('reading.taken')
  })

  test('who did not zero says so: the reading does not count', async () => {
    const log = draw(larch('annual-service'), standing)
    await press(/gauge/)
    fireEvent.click(screen.getByLabelText(/zeroed at this connection/))
    expect(screen.getByText(/does not count until/)).toBeTruthy()
    await type(0, '21')
    await press('Record')
    expect(log.filter((e) => e.type === 'instrument.zeroed')).toEqual([])
    expect(screen.getByText(/instrument not zeroed/)).toBeTruthy()
  })

  test('the draught port of an analyser is zeroed apart where it has to be', async () => {
    const log = draw(larch('annual-service'), (desk) => <ZeroList step={step(desk, 'make-safe')} />)
    await press(/Gas cells only/)
    expect(data(log.at(-1))).toMatchObject({ place: 'clean-air', gasOnly: true })
    await press('Zero the draught port')
    expect(data(log.at(-1))).toMatchObject({ place: 'at-connection' })
    expect(screen.queryByRole('button', { name: /draught port/ })).toBeNull()
  })
})

describe('several valves', () => {
  test('pressure behind a shut valve asks what else runs, and says what each answer means', async () => {
    const log = draw(of('pellan-quartet-300', 'annual-service'), (desk) => (
      <ReadingsPanel step={desk.steps.find((s) => s.id === 'manifold.only-v1')!}>
        <Asks step={desk.steps.find((s) => s.id === 'manifold.only-v1')!} />
      </ReadingsPanel>
    ))
    await press(/now$/)
    const fields = document.querySelectorAll('input[id^=need-]')
    await act(async () => void fireEvent.change(fields[0]!, { target: { value: '10' } }))
    await act(async () => void fireEvent.change(fields[1]!, { target: { value: '0,5' } }))
    await press(/^Record/)
    await press('Other stages or blower running')
    expect(screen.getByText(/May be blower pressure/)).toBeTruthy()
    await press('All off: comes back')
    expect(screen.getByText(/The seat lets by/)).toBeTruthy()
    expect(data(log.at(-1))).toEqual({ observationId: 'outlet-shut.v1', answer: 'comes-back' })
  })

  test('a shutter that was turned is marked with the date, and what was turned is counted by rate', async () => {
    const quartet = of('pellan-quartet-300', 'commissioning')
    const shutter = quartet.card.adjusters.find((a) => a.function === 'air-shutter')!
    const flue = quartet.steps.find((s) => s.kind === 'flue' && shutter.actsAt.includes(s.firingStateId ?? ''))!
    const log = draw(quartet, () => <SetUpDesk step={{ ...flue, after: [] }} />)
    await act(async () => void fireEvent.click(screen.getAllByRole('button', { name: /Clockwise/ }).at(-1)!))
    await press('Marked, with the date')
    expect(data(log.at(-1))).toEqual({ observationId: 'shutter-mark', answer: 'marked-and-dated' })
  })
})

describe('two set-ups compared', () => {
  const fill = (label: RegExp, value: string) => fireEvent.change(screen.getByLabelText(label), { target: { value } })

  test('named, read by the minute and put side by side', async () => {
    const log = draw(larch('annual-service'), () => <RunsPanel stepId="flue.max" firingStateId="max" />)
    fill(/^Name of this set-up/, 'Case on')
    await press('Begin this set-up')
    fill(/^CO₂/, '9,1')
    fill(/^CO \(/, '40')
    await press('Record this minute')
    fill(/^Name of the next set-up/, 'Case off')
    await press('Begin this set-up')
    fill(/^CO \(/, '85')
    await press('Record this minute')
    const table = screen.getByRole('table')
    expect(within(table).getByText('Case on')).toBeTruthy()
    expect(within(table).getByText('85')).toBeTruthy()
    expect(log.map((e) => e.type)).toEqual(['run.started', 'run.read', 'run.started', 'run.read'])
    const figures = data(log[1]).figures as { measurandId: string; valueSi: number }[]
    expect(figures.map((f) => [f.measurandId, Math.round(f.valueSi * 1e6)])).toEqual([
      ['co2.flue', 91_000],
      ['co.flue', 40],
    ])
    await press('End')
    expect(screen.queryByRole('button', { name: 'Record this minute' })).toBeNull()
  })

  test('a part removed asks for all three agreements first; what cannot be read is said and not recorded', async () => {
    draw(larch('annual-service'), () => <RunsPanel stepId="flue.max" firingStateId="max" />)
    fill(/^Name of this set-up/, 'Insert out')
    fireEvent.click(screen.getByLabelText('A burner part is removed or added'))
    const begin = () => screen.getByRole('button', { name: 'Begin this set-up' }) as HTMLButtonElement
    for (const who of ['The maker approves', 'The authority approves', 'The customer agrees']) {
      expect(begin().disabled).toBe(true)
      fireEvent.click(screen.getByLabelText(who))
    }
    expect(begin().disabled).toBe(false)
    await press('Begin this set-up')
    fill(/^CO \(/, 'much')
    expect(screen.getByText('Type a number with its unit.')).toBeTruthy()
    expect((screen.getByRole('button', { name: 'Record this minute' }) as HTMLButtonElement).disabled).toBe(true)
  })
})
