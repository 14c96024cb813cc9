/** @jest-environment jsdom */
import '@/test/browserParts'
import { type Card, differences } from '@lucerna/core/appliance'
import { larch28 } from '@lucerna/sim/cards'
import { cleanup, render, screen, within } from '@testing-library/react'
import type { Row } from '../spec'
import { Differences } from './Differences'

afterEach(cleanup)
const asRow = (card: Card) => card as unknown as Row
function show(after: Card, before: Card = larch28) {
  render(<Differences kind="card" list={differences(before, after)} before={asRow(before)} after={asRow(after)} units="metric" />)
}
const lines = () =>
  screen.queryAllByRole('rowheader').map((th) => {
    const row = th.closest('tr')!
    return [th.textContent, row.querySelector('del')?.textContent ?? null, row.querySelector('td:last-child')?.textContent]
  })

test('the same card, of another version, has no differences', () => {
  show({ ...larch28, version: larch28.version + 1 })
  expect(screen.getByText('No differences.')).toBeTruthy()
})

test('a limit is told as printed, once, under its own name', () => {
  const at = larch28.limits.findIndex((l) => l.measurandId === 'co2.flue')
  const old = larch28.limits[at]!
  const limits = larch28.limits.map((l, i) => (i === at ? { ...l, max: 0.093, printed: { ...l.printed, max: 9.3 } } : l))
  show({ ...larch28, limits })
  expect(screen.getByRole('heading', { name: 'Limits' })).toBeTruthy()
  expect(lines()).toHaveLength(1)
  const [[where, was, is]] = lines() as [[string, string, string]]
  expect(where).toMatch(/^CO₂ in the flue, .*: Maximum$/)
  expect([was, is]).toEqual([String(old.printed.max), '9.3'])
})

test('what a screw does, as the field is called; a field that came has nothing before it', () => {
  const [throttle, offset] = larch28.adjusters as [Card['adjusters'][number], Card['adjusters'][number]]
  const { typicalEffect: _, ...bare } = throttle
  const before = { ...larch28, adjusters: [bare as typeof throttle, offset] }
  show(larch28, before)
  const told = lines()
  expect(told).toEqual([
    [
      expect.stringMatching(/^Throttle screw: /),
      null,
      'Effect printed for (units moved): 0.125, Effect on: CO₂ in the flue, Changes it by about: 0.15, Unit as printed: %',
    ],
  ])
})

test('a whole row that came or went is said in one line', () => {
  const [throttle, offset] = larch28.adjusters as [Card['adjusters'][number], Card['adjusters'][number]]
  show({ ...larch28, adjusters: [throttle, { ...offset, id: 'bias', label: 'Bias screw' }] })
  const [gone, came] = [lines().find(([, was]) => was !== null)!, lines().find(([, was]) => was === null)!]
  expect(gone[1]).toMatch(/^Offset screw · /)
  expect(gone[2]).toBe('removed')
  expect(came[2]).toMatch(/^Bias screw · /)
})

test('by section, in words: yes and no, lists, and nothing', () => {
  const adjusters = larch28.adjusters.map((a, i) =>
    i === 0 ? { ...a, insideCase: !a.insideCase, actsAt: [...a.actsAt, 'min'], cap: null } : a,
  )
  show({ ...larch28, adjusters, condensing: !larch28.condensing })
  const section = screen.getByRole('heading', { name: 'Adjusters' }).closest('section')!
  const said = within(section)
    .getAllByRole('row')
    .slice(1)
    .map((r) => r.textContent)
  expect(said).toEqual(
    expect.arrayContaining([
      expect.stringMatching(/Inside the case.*(yes.*no|no.*yes)/i),
      expect.stringMatching(/Affects.*Maximum.*Maximum, Minimum/),
      expect.stringMatching(/Cover to remove first.*Throttle cap off.*–/),
    ]),
  )
  expect(screen.getByRole('heading', { name: 'Model and document' })).toBeTruthy()
})
