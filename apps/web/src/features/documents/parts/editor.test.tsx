/** @jest-environment jsdom */
import '@/test/browserParts'
import { cleanup, fireEvent, render, screen, within } from '@testing-library/react'
import { useState } from 'react'
import type { Finding } from '../kinds'
import type { FieldSpec, Row, SectionSpec } from '../spec'
import { FieldInput } from './FieldInput'
import { SectionEditor } from './SectionEditor'

afterEach(cleanup)

/** A field that holds what is typed, as the editor does; answers what the row says after it. */
function field(spec: FieldSpec, first: Row = {}, units: 'metric' | 'imperial' = 'metric') {
  let now = first
  function Held() {
    const [row, put] = useState(first)
    return (
      <FieldInput
        spec={spec}
        row={row}
        document={{}}
        units={units}
        onChange={(next) => {
          now = next
          put(next)
        }}
      />
    )
  }
  render(<Held />)
  return () => now
}
const box = () => screen.getByRole<HTMLInputElement>('textbox')
const type = (text: string) => fireEvent.change(box(), { target: { value: text } })
const spec = (more: Partial<FieldSpec> & Pick<FieldSpec, 'kind'>): FieldSpec => ({ key: 'x', label: 'remark', ...more }) as FieldSpec

describe('texts', () => {
  test('what is emptied is nothing, null, or not there, as its field has it', () => {
    const plain = field(spec({ kind: 'text' }), { x: 'a' })
    type('')
    expect(plain()).toEqual({ x: '' })
    cleanup()
    const may = field(spec({ kind: 'may-text' }), { x: 'a' })
    type('')
    expect(may()).toEqual({ x: null })
    cleanup()
    const gone = field(spec({ kind: 'text', optional: true }), { x: 'a', y: 1 })
    type('')
    expect(gone()).toEqual({ y: 1 })
  })
  test('words with commas between; what is typed stays while it is typed', () => {
    const row = field(spec({ kind: 'words' }), { x: ['a'] })
    type('gauge, , leads,')
    expect(row()).toEqual({ x: ['gauge', 'leads'] })
    expect(box().value).toBe('gauge, , leads,')
    fireEvent.blur(box())
    expect(box().value).toBe('gauge, leads')
  })
  test('a place inside of the row', () => {
    const row = field(spec({ kind: 'text', key: 'source.page' }), { source: { doc: 'T-1' } })
    type('9')
    expect(row()).toEqual({ source: { doc: 'T-1', page: '9' } })
  })
})

describe('numbers', () => {
  test('with comma or point; a comma at its end is not lost while somebody types', () => {
    const row = field(spec({ kind: 'number' }), { x: 3 })
    type('9,')
    expect(box().value).toBe('9,')
    type('9,5')
    expect(row()).toEqual({ x: 9.5 })
  })
  test('what is no number changes nothing; a whole one has no fraction', () => {
    const row = field(spec({ kind: 'integer' }), { x: 3 })
    type('three')
    type('3.5')
    expect(row()).toEqual({ x: 3 })
    type('')
    expect(row()).toEqual({ x: null })
  })
  test('a value in the reader’s unit, or in any other that is named; kept in SI', () => {
    const pressure = spec({ kind: 'quantity', quantity: 'pressure', metric: 'mbar', imperial: 'inH2O' } as never)
    const row = field(pressure, { x: 2000 })
    expect(box().value).toBe('20')
    type('21.5')
    expect(row().x).toBeCloseTo(2150, 6)
    type('8.7 inWC')
    expect(row().x).toBeCloseTo(8.7 * 249.089, 0)
    type('much')
    expect(screen.getByText(/much/)).toBeTruthy()
    expect(box().getAttribute('aria-invalid')).toBe('true')
    expect(row().x).toBeCloseTo(8.7 * 249.089, 0)
    cleanup()
    field(pressure, { x: 249.089 }, 'imperial')
    expect(Number(box().value)).toBeCloseTo(1, 3)
  })
})

describe('choices', () => {
  const options = () => [
    { value: 'a', label: 'Alpha' },
    { value: 'b', label: 'Beta' },
  ]
  test('one of them, or none where that may be', () => {
    const row = field(spec({ kind: 'select', options, nullable: true } as never), { x: 'a' })
    const select = screen.getByRole('combobox')
    fireEvent.change(select, { target: { value: 'b' } })
    expect(row()).toEqual({ x: 'b' })
    fireEvent.change(select, { target: { value: '' } })
    expect(row()).toEqual({ x: null })
  })
  test('what is no choice any more is still said', () => {
    field(spec({ kind: 'select', options } as never), { x: 'old' })
    expect(
      within(screen.getByRole('combobox'))
        .getAllByRole('option')
        .map((o) => o.textContent),
    ).toEqual([expect.any(String), expect.stringContaining('old'), 'Alpha', 'Beta'])
  })
  test('several; the last that is taken away takes the field with it, where it may be missing', () => {
    const row = field(spec({ kind: 'several', options, optional: true } as never), { x: ['b'] })
    fireEvent.click(screen.getByLabelText('Alpha'))
    expect(row()).toEqual({ x: ['b', 'a'] })
    fireEvent.click(screen.getByLabelText('Alpha'))
    fireEvent.click(screen.getByLabelText('Beta'))
    expect(row()).toEqual({})
  })
  test('yes or no', () => {
    const row = field(spec({ kind: 'check' }), {})
    fireEvent.click(screen.getByRole('checkbox'))
    expect(row()).toEqual({ x: true })
  })
})

test('rows within a row: added, changed, taken away', () => {
  const inner: FieldSpec[] = [
    { key: 'name', label: 'remark', kind: 'text' },
    { key: 'size', label: 'resolution', kind: 'number', when: (r) => r.name !== '' },
  ]
  const row = field(spec({ kind: 'rows', fields: inner, blank: { name: '' } } as never), { x: [{ name: 'first', size: 2 }] })
  expect(screen.getAllByRole('textbox')).toHaveLength(2)
  fireEvent.click(screen.getByRole('button', { name: /^Add/ }))
  // A size is asked for only where there is a name.
  expect(screen.getAllByRole('textbox')).toHaveLength(3)
  fireEvent.change(screen.getAllByRole('textbox')[2]!, { target: { value: 'second' } })
  expect(row()).toEqual({ x: [{ name: 'first', size: 2 }, { name: 'second' }] })
  fireEvent.click(screen.getAllByRole('button', { name: /^Remove/ })[0]!)
  expect(row()).toEqual({ x: [{ name: 'second' }] })
})

describe('a section of rows', () => {
  const section: SectionSpec = {
    id: 'limits',
    list: 'limits',
    fields: [{ key: 'name', label: 'remark', kind: 'text' }],
    blank: () => ({ name: '' }),
    summary: (row) => String(row.name),
    derive: (row) => ({ ...row, long: String(row.name).length }),
  }
  function list(names: readonly string[], findings: readonly Finding[] = [], openRow: number | null = null) {
    const first = { limits: names.map((name) => ({ name })) }
    let now: Row = first
    function Held() {
      const [document, put] = useState<Row>(first)
      return (
        <SectionEditor
          kind="card"
          spec={section}
          document={document}
          units="metric"
          findings={findings}
          openRow={openRow}
          onChange={(next) => {
            now = next
            put(next)
          }}
        />
      )
    }
    render(<Held />)
    return () => (now.limits as readonly Row[]).map((r) => r.name)
  }
  const open = (name: string) => fireEvent.click(screen.getByRole('button', { name }))

  test('one opens at a time; it is changed there, and what follows from it is worked out', () => {
    const names = list(['one', 'two'])
    open('one')
    open('two')
    expect(screen.getAllByRole('textbox')).toHaveLength(1)
    type('three')
    expect(names()).toEqual(['one', 'three'])
  })
  test('moved, and it stays open; the first goes no farther up', () => {
    const names = list(['one', 'two', 'three'])
    open('one')
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Move up' }).disabled).toBe(true)
    fireEvent.click(screen.getByRole('button', { name: 'Move down' }))
    expect(names()).toEqual(['two', 'one', 'three'])
    expect(box().value).toBe('one')
  })
  test('copied beside itself, deleted, added at the end', () => {
    const names = list(['one', 'two'])
    open('one')
    fireEvent.click(screen.getByRole('button', { name: /duplicate/i }))
    expect(names()).toEqual(['one', 'one', 'two'])
    fireEvent.click(screen.getByRole('button', { name: /delete|remove/i }))
    expect(names()).toEqual(['one', 'two'])
    fireEvent.click(screen.getByRole('button', { name: /^Add/ }))
    expect(names()).toEqual(['one', 'two', ''])
    expect(box().value).toBe('')
  })
  test('a finding stands at its row, which is open where it was followed', () => {
    const finding = { path: ['limits', 1, 'name'], code: 'too-short', params: {}, level: 'error' } as unknown as Finding
    list(['one', 'two'], [finding], 1)
    expect(box().value).toBe('two')
    expect(screen.getAllByRole('listitem')[1]!.textContent!.length).toBeGreaterThan('two'.length)
  })
  test('nothing there yet is said', () => {
    list([])
    expect(screen.queryAllByRole('listitem')).toHaveLength(0)
    expect(document.body.textContent).toMatch(/no |none|nothing/i)
  })
})
