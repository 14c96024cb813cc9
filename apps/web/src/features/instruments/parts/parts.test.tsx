/** @jest-environment jsdom */
import '@/test/browserParts'
import type { ChannelSpec, CheckKind } from '@lucerna/core/measure'
import { act, cleanup, fireEvent, render, screen, within } from '@testing-library/react'
import type { ComponentProps } from 'react'
import { ask } from '@/ui/ask'
import type { Line } from '@/ui/charts'
import type { Check } from '../server/register'
import { CheckDialog } from './CheckDialog'
import { Drift } from './Drift'
import { DueList } from './DueList'

const refresh = jest.fn()
jest.mock('next/navigation', () => ({ useRouter: () => ({ refresh }) }))
jest.mock('@/ui/ask', () => ({ ask: jest.fn() }))
const drawn = jest.fn()
// Drawn on a canvas, which the test's stand-in for a browser lacks.
jest.mock('@/ui/charts', () => ({
  Line: (props: ComponentProps<typeof Line>) => {
    drawn(props.data)
    return null
  },
}))
const asked = jest.mocked(ask)
jest.mock('@/ui/useChartColours', () => ({ useChartColours: () => ({}) }))
beforeEach(() => jest.clearAllMocks())
afterEach(cleanup)

const channel = (id: string, of: ChannelSpec['channel'], more: Partial<ChannelSpec> = {}): ChannelSpec => ({
  id,
  channel: of,
  origin: 'measured',
  min: 0,
  max: 4000e-6,
  resolution: 1e-6,
  absolute: 5e-6,
  relative: 0.05,
  combine: 'larger',
  ...more,
})
const co = channel('co', 'co')
const pressure = channel('p1', 'pressure', { resolution: 1, absolute: 10, relative: 0.01, max: 15_000 })

describe('a check written down', () => {
  const close = jest.fn()
  const draw = (units: 'metric' | 'imperial' = 'metric', today = '2026-11-30') =>
    render(<CheckDialog instrumentId="i1" channels={[co, pressure]} units={units} today={today} onClose={close} />)
  const choose = (kind: CheckKind) => fireEvent.change(document.getElementById('check-kind')!, { target: { value: kind } })
  const save = () => act(async () => void fireEvent.submit(document.querySelector('form')!))
  const sent = () => asked.mock.calls.at(-1)?.[2] as Record<string, unknown>
  const fields = (of: RegExp) => screen.getAllByRole('textbox').filter((f) => of.test(f.getAttribute('aria-label') ?? ''))

  test('a zero check puts nothing on: what is shown is all that is typed', async () => {
    asked.mockResolvedValue({ ok: true, value: undefined } as never)
    draw()
    fireEvent.change(fields(/^CO,/)[1]!, { target: { value: '3' } })
    await save()
    expect(asked).toHaveBeenCalledWith('POST', '/api/v1/instruments/i1/checks', expect.anything())
    expect(sent()).toMatchObject({ kind: 'zero', on: '2026-11-30', passed: true, dueOn: null, certificate: null, note: null })
    const [reading, ...others] = sent().readings as { channelId: string; appliedSi: number; shownSi: number }[]
    expect(others).toEqual([])
    expect(reading).toMatchObject({ channelId: 'co', appliedSi: 0 })
    expect(reading!.shownSi).toBeCloseTo(3e-6, 12)
    expect(close).toHaveBeenCalled()
    expect(refresh).toHaveBeenCalled()
  })

  test('a calibration asks for its next day, a year from today, and its certificate', async () => {
    asked.mockResolvedValue({ ok: true, value: undefined } as never)
    draw()
    choose('calibration')
    expect((document.getElementById('check-due') as HTMLInputElement).value).toBe('2027-11-30')
    fireEvent.change(document.getElementById('check-certificate')!, { target: { value: 'C-2231' } })
    await save()
    expect(sent()).toMatchObject({ kind: 'calibration', dueOn: '2027-11-30', certificate: 'C-2231' })
  })

  test('a leap day has its next a day earlier', () => {
    draw('metric', '2028-02-29')
    choose('calibration')
    expect((document.getElementById('check-due') as HTMLInputElement).value).toBe('2029-02-28')
  })

  test('what cannot be read is said at its row, nothing is sent, and what was typed stays', async () => {
    draw()
    fireEvent.change(fields(/^CO,/)[1]!, { target: { value: 'about three' } })
    await save()
    expect(asked).not.toHaveBeenCalled()
    expect(within(fields(/^CO,/)[1]!.closest('tr')!).getByRole('rowheader').querySelector('.text-error')).toBeTruthy()
    expect((fields(/^CO,/)[1] as HTMLInputElement).value).toBe('about three')
    // Half a row of a bump check says too little.
    choose('bump')
    fireEvent.change(fields(/^CO,/)[1]!, { target: { value: '98' } })
    await save()
    expect(asked).not.toHaveBeenCalled()
  })

  test('figures are read in the units of whoever types, as the row says', async () => {
    asked.mockResolvedValue({ ok: true, value: undefined } as never)
    draw('imperial')
    choose('bump')
    const row = fields(/ressure/)
    expect(row[0]!.closest('tr')!.textContent).toContain('inWC')
    fireEvent.change(row[0]!, { target: { value: '4' } })
    fireEvent.change(row[1]!, { target: { value: '3.9' } })
    await save()
    const [reading] = sent().readings as { appliedSi: number; shownSi: number }[]
    expect(reading!.appliedSi).toBeCloseTo(996.4, 0)
    expect(reading!.shownSi).toBeCloseTo(971.5, 0)
  })

  test('a battery reads nothing; one that failed goes with its word', async () => {
    asked.mockResolvedValue({ ok: true, value: undefined } as never)
    draw()
    fireEvent.change(fields(/^CO,/)[1]!, { target: { value: '3' } })
    choose('battery')
    expect(screen.queryByRole('table')).toBeNull()
    fireEvent.click(screen.getByRole('checkbox'))
    fireEvent.change(document.getElementById('check-note')!, { target: { value: 'Swollen' } })
    await save()
    expect(sent()).toMatchObject({ kind: 'battery', passed: false, note: 'Swollen', readings: [] })
  })

  test('what the server refuses is said where it belongs, and nothing is closed', async () => {
    asked.mockResolvedValue({ ok: false, problem: { detail: 'Not kept.', fields: { on: 'A day to come.' } } } as never)
    draw()
    await save()
    expect(screen.getByRole('alert').textContent).toBe('Not kept.')
    expect(screen.getByText('A day to come.')).toBeTruthy()
    expect(document.getElementById('check-on')!.getAttribute('aria-invalid')).toBe('true')
    expect(close).not.toHaveBeenCalled()
  })
})

describe('what an instrument waits for', () => {
  test('each with its sign and its day; nothing is no list', () => {
    const { container } = render(<DueList due={[]} />)
    expect(container.innerHTML).toBe('')
    render(
      <DueList
        due={[
          { what: 'calibration', on: '2026-12-17', state: 'soon' },
          { what: 'battery', on: null, state: 'never' },
        ]}
      />,
    )
    const said = screen.getAllByRole('listitem').map((li) => li.textContent!)
    expect(said).toHaveLength(2)
    expect(said[0]).toContain('17 Dec 2026')
    expect(said[1]).not.toMatch(/\d{4}/)
  })
})

describe('how far a channel has drifted', () => {
  const check = (on: string, channelId: string, appliedSi: number | null, shownSi: number | null): Check =>
    ({ id: `${on} ${channelId}`, on, channelId, appliedSi, shownSi }) as unknown as Check
  const data = () => drawn.mock.calls.at(-1)![0] as { labels: string[]; datasets: { data: number[] }[] }

  test('less than two checks with figures draw nothing, and it says so', () => {
    render(<Drift channels={[co]} units="metric" checks={[check('2026-01-01', 'co', 0, 1e-6), check('2026-06-01', 'co', null, null)]} />)
    expect(screen.queryByRole('img')).toBeNull()
    expect(drawn).not.toHaveBeenCalled()
  })

  test('shown less applied, oldest first, between what the maker promises at that figure', () => {
    render(
      <Drift
        channels={[co]}
        units="metric"
        checks={[
          check('2026-06-01', 'co', 100e-6, 108e-6),
          check('2025-06-01', 'co', 100e-6, 98e-6),
          check('2025-12-01', 'p1', 1000, 1010),
        ]}
      />,
    )
    const { labels, datasets } = data()
    expect(labels).toEqual(['1 Jun 2025', '1 Jun 2026'])
    expect(datasets[0]!.data[0]).toBeCloseTo(-2, 6)
    expect(datasets[0]!.data[1]).toBeCloseTo(8, 6)
    const [, most, least] = datasets
    expect(most!.data[0]).toBeGreaterThan(0)
    expect(least!.data[0]).toBeCloseTo(-most!.data[0]!, 9)
    expect(screen.getByRole('img').getAttribute('aria-label')).toMatch(/8\sppm/)
    // One channel needs no choice.
    expect(screen.queryByRole('group')).toBeNull()
  })

  test('of several channels one is drawn, and another by its button', () => {
    const two = (id: string, by: number) => [check('2025-06-01', id, 1000, 1000), check('2026-06-01', id, 1000, 1000 + by)]
    render(
      <Drift
        channels={[pressure, { ...pressure, id: 'p2', channel: 'draught' }]}
        units="metric"
        checks={[...two('p1', 20), ...two('p2', -5)]}
      />,
    )
    const buttons = within(screen.getByRole('group')).getAllByRole('button')
    expect(buttons.map((b) => b.getAttribute('aria-pressed'))).toEqual(['true', 'false'])
    fireEvent.click(buttons[1]!)
    expect(
      within(screen.getByRole('group'))
        .getAllByRole('button')
        .map((b) => b.getAttribute('aria-pressed')),
    ).toEqual(['false', 'true'])
  })
})
