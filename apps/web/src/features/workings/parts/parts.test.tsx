/** @jest-environment jsdom */
import '@/test/browserParts'
import type { RowsField } from '@lucerna/core/workings'
import { WORKINGS } from '@lucerna/core/workings'
import { act, cleanup, fireEvent, render, screen, within } from '@testing-library/react'
import { useState } from 'react'
import type { DraftRow } from '../form'
import { MeterTimer } from './MeterTimer'
import { RowsInput } from './RowsInput'

afterEach(() => {
  jest.useRealTimers()
  cleanup()
  sessionStorage.clear()
})

describe('the meter timer', () => {
  const [onVolume, onSeconds] = [jest.fn(), jest.fn()]
  const draw = (more: object = {}) =>
    render(<MeterTimer units="metric" volumeM3={0.01} enoughS={30} onVolume={onVolume} onSeconds={onSeconds} {...more} />)
  const after = (ms: number) => act(() => void jest.advanceTimersByTime(ms))
  const shown = () => screen.getByRole('timer').textContent
  beforeEach(() => {
    jest.clearAllMocks()
    jest.useFakeTimers({ now: new Date('2026-06-01T09:00:00Z') })
  })

  test('runs from mark to mark, says when it is long enough for one percent, and gives the seconds', () => {
    draw()
    expect(shown()).toBe('0.0 s')
    expect(screen.getByText('For 1%: 30 s at this rate')).toBeTruthy()
    fireEvent.click(screen.getByRole('button', { name: /^Start/ }))
    after(12_300)
    expect(shown()).toBe('12.3 s')
    after(20_000)
    expect(screen.getByText('Long enough for 1%. Stop at the next mark.')).toBeTruthy()
    after(1_440)
    fireEvent.click(screen.getByRole('button', { name: /^Stop/ }))
    expect(onSeconds).toHaveBeenCalledWith(33.74)
    expect(screen.getByRole('button', { name: /^Restart/ })).toBeTruthy()
  })

  test('a slip of the hand gives no seconds; the key does what the button does, but not in a field', () => {
    draw()
    fireEvent.keyDown(document.body, { key: 't' })
    after(200)
    fireEvent.keyDown(document.body, { key: 'T' })
    expect(onSeconds).not.toHaveBeenCalled()
    const field = document.body.appendChild(document.createElement('input'))
    fireEvent.keyDown(field, { key: 't' })
    fireEvent.keyDown(document.body, { key: 't', ctrlKey: true })
    expect(screen.queryByRole('button', { name: /^Stop/ })).toBeNull()
    field.remove()
  })

  test('a reload in the middle loses nothing; a start of hours ago is no start', () => {
    draw()
    fireEvent.click(screen.getByRole('button', { name: /^Start/ }))
    cleanup()
    after(5_000)
    draw()
    after(50)
    expect(screen.getByRole('button', { name: /^Stop/ })).toBeTruthy()
    expect(Number.parseFloat(shown()!)).toBeGreaterThanOrEqual(5)
    cleanup()
    after(3 * 3_600_000)
    draw()
    after(50)
    expect(screen.getByRole('button', { name: /^Start/ })).toBeTruthy()
  })

  test('the volume is chosen by its dial, in the units of the person', () => {
    draw()
    expect(screen.getByRole('button', { name: '10 L' }).getAttribute('aria-pressed')).toBe('true')
    fireEvent.click(screen.getByRole('button', { name: '100 L' }))
    expect(onVolume).toHaveBeenCalledWith(0.1)
    cleanup()
    draw({ units: 'imperial' })
    fireEvent.click(screen.getByRole('button', { name: '2 ft³' }))
    expect(onVolume.mock.lastCall![0]).toBeCloseTo(2 * 0.0283168, 6)
  })
})

describe('rows of a calculator', () => {
  // Whichever calculator has rows that are named from where they come: the pipe network.
  const working = WORKINGS.find((w) => Object.values(w.inputs).some((f) => f.kind === 'rows' && 'from' in f.columns))!
  const [name, field] = Object.entries(working.inputs).find(([, f]) => f.kind === 'rows' && 'from' in f.columns) as [string, RowsField]
  let rows: readonly DraftRow[] = []
  function Rows({ start, most = field.max }: { readonly start: readonly DraftRow[]; readonly most?: number }) {
    const [now, setNow] = useState(start)
    rows = now
    return (
      <RowsInput
        workingId={working.id}
        name={name}
        field={{ ...field, max: most }}
        units="metric"
        rows={now}
        problems={new Map()}
        onChange={setNow}
      />
    )
  }

  test('a new row takes the next free name, and goes on from the last', () => {
    render(
      <Rows
        start={[
          { id: 'A', from: '' },
          { id: 'C', from: 'A' },
        ]}
      />,
    )
    fireEvent.click(screen.getByRole('button', { name: 'Add row' }))
    expect(rows.map((r) => [r.id, r.from])).toEqual([
      ['A', ''],
      ['C', 'A'],
      ['B', 'C'],
    ])
  })

  test('one is taken out where it stands; none left says so', () => {
    render(<Rows start={[{ id: 'A' }, { id: 'B' }]} />)
    fireEvent.click(screen.getByRole('button', { name: 'Remove row 1' }))
    expect(rows.map((r) => r.id)).toEqual(['B'])
    fireEvent.click(screen.getByRole('button', { name: 'Remove row 1' }))
    expect(screen.getByText('No rows')).toBeTruthy()
  })

  test('no more than the calculator takes', () => {
    render(<Rows start={[{ id: 'A' }, { id: 'B' }]} most={2} />)
    expect(screen.queryByRole('button', { name: 'Add row' })).toBeNull()
  })

  test('what is seldom filled in is folded away, and said where it is filled', () => {
    const key = Object.entries(field.columns).find(([, c]) => c.kind === 'number' && c.optional === true && c.whole === true)?.[0]
    if (!key) throw new Error('No count of fittings')
    render(<Rows start={[{ id: 'A' }, { id: 'B', [key]: '3' }]} />)
    const folded = (n: number) =>
      within(screen.getByRole('group', { name: `Row ${n}` })).getByText((_, e) => e?.tagName === 'SUMMARY').textContent
    const [empty, filled] = [folded(1), folded(2)]
    expect(empty).toBe('Fittings and rise')
    expect(filled).toMatch(/ 3$/)
  })
})
