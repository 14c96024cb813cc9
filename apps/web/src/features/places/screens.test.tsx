/** @jest-environment jsdom */
import '@/test/browserParts'
import { act, cleanup, fireEvent, render, screen, within } from '@testing-library/react'
import { ask } from '@/ui/ask'
import { toldWithUndo } from '@/ui/undo'
import { type Trend, Trends } from './appliance/Trends'
import { VisitChoice } from './appliance/VisitChoice'
import { FollowUps } from './parts/FollowUps'
import { PlacesFilter } from './PlacesFilter'
import type { PlacesQuery } from './server/lists'
import { dated } from './dated'
import type { FollowUpRow } from './server/pages'
import type { TrendRow } from './server/trends'
import { LeavingTable, UnlikeTable } from './TrendsTable'

const replace = jest.fn()
const refresh = jest.fn()
jest.mock('next/navigation', () => ({ useRouter: () => ({ replace, refresh }) }))
jest.mock('@/ui/ask', () => ({ ask: jest.fn() }))
jest.mock('@/ui/undo', () => ({ toldWithUndo: jest.fn() }))
// Drawn on a canvas, which the test's stand-in for a browser lacks.
jest.mock('./TrendChart', () => ({ TrendChart: ({ trend }: { trend: Trend }) => <div role="img" aria-label={trend.name} /> }))

const asked = jest.mocked(ask)
beforeEach(() => jest.clearAllMocks())
afterEach(cleanup)
const press = async (name: string | RegExp) => act(async () => void fireEvent.click(screen.getByRole('button', { name })))

describe('what was left to be done', () => {
  const item = (more: Partial<FollowUpRow> = {}): FollowUpRow =>
    ({
      id: 'f1',
      kind: 'defect',
      code: 'at-risk',
      text: 'Flue bracket loose',
      openedAt: '2026-06-01T08:00:00.000Z',
      closedAt: null,
      closedNote: null,
      closedBy: null,
      ...more,
    }) as FollowUpRow
  const draw = (list: readonly FollowUpRow[], mayClose = true) =>
    render(<FollowUps list={dated(list, (f) => f.openedAt, 'Europe/London')} mayClose={mayClose} />)

  test('what is closed is no longer on the list, and an empty list is none', () => {
    draw([item({ closedAt: '2026-06-02T08:00:00.000Z' })])
    expect(screen.queryByRole('heading')).toBeNull()
    cleanup()
    draw([item(), item({ id: 'f2', closedAt: '2026-06-02T08:00:00.000Z' })])
    expect(screen.getAllByRole('listitem')).toHaveLength(1)
    expect(screen.getByRole('listitem').textContent).toContain('Flue bracket loose')
    expect(screen.getByRole('listitem').textContent).toContain('1 Jun 2026')
  })

  test('it is closed with a word about what was done, and can be opened again by undo', async () => {
    asked.mockResolvedValue({ ok: true, value: undefined } as never)
    draw([item()])
    const [first] = screen.getAllByRole('button')
    await act(async () => void fireEvent.click(first!))
    const field = screen.getByRole('textbox')
    await act(async () => void fireEvent.change(field, { target: { value: 'New bracket fitted' } }))
    await act(async () => void fireEvent.submit(field.closest('form')!))
    expect(asked).toHaveBeenCalledWith('PUT', '/api/v1/follow-ups/f1', { note: 'New bracket fitted' })
    expect(refresh).toHaveBeenCalledTimes(1)
    const undo = jest.mocked(toldWithUndo).mock.calls[0]![1]
    await act(async () => void undo())
    expect(asked).toHaveBeenLastCalledWith('DELETE', '/api/v1/follow-ups/f1')
    expect(refresh).toHaveBeenCalledTimes(2)
  })

  test('what is refused is said beside what was typed, which stays; Cancel closes nothing', async () => {
    asked.mockResolvedValue({ ok: false, problem: { fields: { note: 'Say what was done.' }, detail: 'No' } } as never)
    draw([item()])
    await act(async () => void fireEvent.click(screen.getAllByRole('button')[0]!))
    await act(async () => void fireEvent.change(screen.getByRole('textbox'), { target: { value: 'x' } }))
    await act(async () => void fireEvent.submit(screen.getByRole('textbox').closest('form')!))
    expect(screen.getByRole('alert').textContent).toBe('Say what was done.')
    expect((screen.getByRole('textbox') as HTMLInputElement).value).toBe('x')
    expect(refresh).not.toHaveBeenCalled()
    await press('Cancel')
    expect(screen.queryByRole('textbox')).toBeNull()
  })

  test('who may not close it reads it', () => {
    draw([item()], false)
    expect(screen.queryByRole('button')).toBeNull()
  })
})

describe('the filter of the list', () => {
  const query = (more: object = {}): PlacesQuery => ({ show: 'appliances', q: '', ...more }) as unknown as PlacesQuery
  const draw = (q = query()) =>
    render(
      <PlacesFilter
        query={q}
        burners={[['premix-pneumatic', 'Premix']]}
        gases={[['propane', 'Propane']]}
        states={[['due', 'Due'] as const]}
      />,
    )
  const address = () => String(replace.mock.calls.at(-1)?.[0])

  test('typing goes once, when it pauses; what is chosen already stays in the address', () => {
    jest.useFakeTimers()
    draw(query({ gas: 'propane' }))
    const field = screen.getByRole('searchbox')
    for (const q of ['la', 'lar', 'larch']) fireEvent.change(field, { target: { value: q } })
    expect(replace).not.toHaveBeenCalled()
    act(() => void jest.advanceTimersByTime(300))
    expect(replace).toHaveBeenCalledTimes(1)
    expect(address()).toBe('/sites?show=appliances&q=larch&gas=propane')
    jest.useRealTimers()
  })

  test('Enter does not wait, and a choice takes what is typed along', () => {
    jest.useFakeTimers()
    draw()
    fireEvent.change(screen.getByRole('searchbox'), { target: { value: 'kiln' } })
    fireEvent.submit(screen.getByRole('search'))
    act(() => void jest.advanceTimersByTime(1000))
    expect(replace).toHaveBeenCalledTimes(1)
    expect(address()).toBe('/sites?show=appliances&q=kiln')
    fireEvent.change(screen.getAllByRole('combobox')[0]!, { target: { value: 'premix-pneumatic' } })
    expect(address()).toBe('/sites?show=appliances&q=kiln&burner=premix-pneumatic')
    jest.useRealTimers()
  })

  test('any is no condition; sites have no burner and no gas', () => {
    draw(query({ state: 'due' }))
    fireEvent.change(screen.getAllByRole('combobox').at(-1)!, { target: { value: '' } })
    expect(address()).toBe('/sites?show=appliances')
    cleanup()
    draw(query({ show: 'sites' }))
    expect(screen.getAllByRole('combobox')).toHaveLength(1)
  })
})

test('two visits to compare are an address that can be sent to somebody', () => {
  const options = ['v1', 'v2', 'v3'].map((id) => ({ id, label: `Visit ${id}` }))
  render(<VisitChoice applianceId="a1" a="v1" b="v2" options={options} />)
  const [a, b] = screen.getAllByRole('combobox') as [HTMLSelectElement, HTMLSelectElement]
  expect([a.value, b.value]).toEqual(['v1', 'v2'])
  fireEvent.change(b, { target: { value: 'v3' } })
  expect(replace).toHaveBeenLastCalledWith('/appliances/a1/compare?a=v1&b=v3')
  fireEvent.change(a, { target: { value: 'v2' } })
  expect(replace).toHaveBeenLastCalledWith('/appliances/a1/compare?a=v2&b=v2')
})

describe('the trends of an appliance', () => {
  const trend = (measurandId: Trend['measurandId'], more: Partial<Trend> = {}): Trend => ({
    key: measurandId,
    measurandId,
    name: `Name of ${measurandId}`,
    from: 'little',
    to: 'more',
    max: 1,
    points: [
      ['Jun 2025', 1],
      ['Jun 2026', 2, 1],
    ],
    copied: 0,
    ...more,
  })
  const drawn = () => screen.queryAllByRole('img').map((i) => i.getAttribute('aria-label')!.replace('Name of ', ''))

  test('three at first: what has a bracket, what tells of the burner before the rest', () => {
    const { max: _, ...unbracketed } = trend('co.flue')
    render(
      <Trends
        units="metric"
        trends={[
          trend('temperature.flue'),
          trend('pressure.working'),
          trend('co2.flue'),
          unbracketed,
          trend('pressure.chamberDifferential'),
        ]}
      />,
    )
    expect(drawn()).toEqual(['pressure.chamberDifferential', 'co2.flue', 'pressure.working'])
  })

  test('another is drawn by its name, first, and goes by its button; what is copied from paper says so', async () => {
    render(
      <Trends units="metric" trends={[trend('co2.flue'), trend('co.flue', { copied: 2 }), trend('o2.flue'), trend('temperature.flue')]} />,
    )
    const choose = screen.getByRole('combobox')
    expect(
      within(choose)
        .getAllByRole('option')
        .map((o) => o.textContent)
        .slice(1),
    ).toEqual(['Name of temperature.flue'])
    fireEvent.change(choose, { target: { value: 'temperature.flue' } })
    expect(drawn()[0]).toBe('temperature.flue')
    expect(within(choose).getAllByRole('option')).toHaveLength(1)
    expect(screen.getAllByText(/2/).some((e) => e.closest('figcaption')?.textContent?.includes('co.flue'))).toBe(true)
    await act(async () => void fireEvent.click(screen.getAllByRole('button')[0]!))
    expect(drawn()).not.toContain('temperature.flue')
  })

  test('no figure twice is no section', () => {
    const { container } = render(<Trends units="metric" trends={[]} />)
    expect(container.innerHTML).toBe('')
  })
})

describe('where figures go', () => {
  const row = (key: string, drift: object): TrendRow =>
    ({
      applianceId: `a-${key}`,
      appliance: `Boiler ${key}`,
      site: 'Quarry Row',
      timeZone: 'Europe/London',
      firingStates: [{ id: 'max', kind: 'rate', label: 'Maximum' }],
      drift: {
        applianceId: `a-${key}`,
        key,
        measurandId: 'co.flue',
        firingStateId: 'max',
        lastSi: 120e-6,
        lastAt: '2026-05-05T10:00:00.000Z',
        minSi: null,
        maxSi: 200e-6,
        side: 'above',
        yearlySi: 40e-6,
        yearlyLowSi: -300e-6,
        yearlyHighSi: 90e-6,
        leavesFrom: '2027-02-01',
        leavesOn: '2027-08-01',
        leavesUntil: '2028-03-01',
        foundSi: 130e-6,
        expectedSi: -5e-6,
        deviations: 3.4,
        ...drift,
      },
    }) as unknown as TrendRow
  const rows = () =>
    screen
      .getAllByRole('row')
      .slice(1)
      .map((r) => r.textContent!)

  test('what is out of its limit stands first, and says so instead of a month', () => {
    render(<LeavingTable units="metric" today="2026-11-30" rows={[row('later', {}), row('out', { lastSi: 240e-6 })]} />)
    const [first, second] = rows()
    expect(first).toContain('Boiler out')
    expect(first).not.toMatch(/2027/)
    expect(second).toContain('Boiler later')
    expect(second).toMatch(/Aug 2027/)
    expect(second).toMatch(/Feb 2027.*Mar 2028/)
    // A year on: the last value and what it changes by; never below nothing.
    expect(second).toContain('160')
    expect(second).toMatch(/0\sppm.*210\sppm/)
  })

  test('what may be any day says that, not a month that is over; an open end is open', () => {
    render(
      <LeavingTable
        units="metric"
        today="2026-11-30"
        rows={[
          row('soon', { leavesFrom: '2026-10-01', leavesOn: '2026-11-01', leavesUntil: null }),
          row('never', { leavesFrom: null, leavesOn: null }),
        ]}
      />,
    )
    const [soon, never] = rows()
    expect(soon).not.toMatch(/Oct 2026|Nov 2026/)
    expect(never).toContain('–')
  })

  test('a reading unlike before: what was read, what was expected, which way and by how much', () => {
    render(<UnlikeTable units="metric" rows={[row('high', {}), row('low', { deviations: -2.2, foundSi: null })]} />)
    const [high, low] = rows()
    expect(high).toMatch(/130\sppm/)
    expect(high).toContain('3.4')
    expect(high).toMatch(/0\sppm/)
    expect(low).toContain('2.2')
    expect(low).toContain('–')
  })
})
