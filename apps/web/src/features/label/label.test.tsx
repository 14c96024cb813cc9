/** @jest-environment jsdom */
import '@/test/browserParts'
import { DEMO_CARDS } from '@lucerna/sim/cards'
import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react'
import type { AppliancePage } from '@/features/places/server'
import { t } from '@/messages/label'
import type { ask } from '@/ui/ask'
import { LabelDesk } from './LabelDesk'
import { LABEL_SIZES, labelModel, type LabelSize } from './model'

const said = { answer: { ok: true } as Awaited<ReturnType<typeof ask>>, asked: [] as [string, string][], refreshed: 0 }
jest.mock('next/navigation', () => ({ useRouter: () => ({ refresh: () => said.refreshed++ }) }))
jest.mock('@/ui/ask', () => ({
  ask: (method: string, url: string) => {
    said.asked.push([method, url])
    return Promise.resolve(said.answer)
  },
}))
beforeEach(() => Object.assign(said, { answer: { ok: true, body: {} }, asked: [], refreshed: 0 }))
afterEach(cleanup)

const larch = DEMO_CARDS.find((c) => c.id === 'tarnwick-larch-28-c')!
const value = (measurandId: string, asLeftSi: number | null, more: object = {}) => ({
  key: `${measurandId}@flue/max`,
  visitId: 'v2',
  measurandId,
  stationId: 'flue',
  firingStateId: 'max',
  section: null,
  status: 'inside',
  asFoundSi: null,
  asLeftSi,
  ...more,
})
/** An appliance's page with two closed visits and what the last one left. */
const page = (values: readonly object[], more: object = {}): AppliancePage =>
  ({
    appliance: { id: 'a1', name: 'Larch 28 C', serial: 'TW28-1', nextDueOn: '2027-05-20' },
    site: { timeZone: 'Europe/Zurich' },
    card: larch,
    facts: { gas: 'natural-gas-h', altitudeM: 410 },
    units: 'metric',
    emergencyNumber: '118 00',
    visits: [
      { id: 'v3', status: 'planned', plannedFor: '2027-05-20T08:00:00.000Z', closedAt: null },
      { id: 'v2', status: 'closed', plannedFor: '2026-05-20T08:00:00.000Z', closedAt: '2026-05-20T22:30:00.000Z' },
      { id: 'v1', status: 'closed', plannedFor: '2025-05-20T08:00:00.000Z', closedAt: '2025-05-20T10:00:00.000Z' },
    ],
    values,
    ...more,
  }) as never
const model = (values: readonly object[], size: LabelSize = 'large', more: object = {}) =>
  labelModel(page(values, more), 'Hollowmere Heat', 'http://127.0.0.1:3000/l/AbC', size)
const FULL = [
  value('o2.flue', 0.05),
  value('co2.flue', 0.09),
  value('co2.flue', 0.0845, { firingStateId: 'min' }),
  value('co.flue', 64e-6),
  value('temperature.flue', 333.15, { status: 'none' }),
  value('pressure.working', 2010, { stationId: 'inlet' }),
]

describe('what stands on a lid', () => {
  test('CO₂ first, high rate before low, with units; no more than the size holds', () => {
    const { lines } = model(FULL)
    expect(
      lines
        .map((l) => l.what)
        .slice(0, 3)
        .join(' | '),
    ).toMatch(/^CO₂ .*max.* \| CO₂ .*min.* \| O₂/i)
    expect(lines[0]!.value).toMatch(/^9\.0+\s?%$/)
    for (const size of ['small', 'medium', 'large'] as const)
      expect(model(FULL, size).lines.length).toBe(Math.min(FULL.length, LABEL_SIZES[size].lines))
  })

  test('only what the last closed visit left: nothing of an older one, nothing unmeasured, nothing at the meter', () => {
    const { lines } = model([
      value('co2.flue', 0.09),
      value('o2.flue', 0.05, { visitId: 'v1' }),
      value('co.flue', null),
      value('pressure.standing', 2300, { stationId: 'meter' }),
      value('ratio.coToCo2', 0.0007, { status: 'none' }),
    ])
    expect(lines).toHaveLength(1)
  })

  test('dates are those of the site; the number to call is the place’s', () => {
    const all = model(FULL)
    // Half past ten in the evening in UTC is the next day in Zürich.
    expect(all.measuredOn).toBe('21 May 2026')
    expect(all.nextDue).toBe('20 May 2027')
    expect(all.smell).toContain('118 00')
    expect([all.firm, all.title, all.serial, all.host]).toEqual(['Hollowmere Heat', 'Tarnwick Larch 28 C', 'TW28-1', '127.0.0.1:3000'])
  })

  test('never measured: no date and no figures', () => {
    const none = model([], 'medium', { visits: [], appliance: { name: 'Larch', serial: 'X', nextDueOn: null } })
    expect([none.measuredOn, none.nextDue, none.lines]).toEqual([null, null, []])
  })

  test('figures are in the units of the place', () => {
    expect(model([FULL[5]!], 'large', { units: 'imperial' }).lines[0]!.value).toMatch(/^8\.1\sinWC$/)
  })
})

describe('the desk where labels are made', () => {
  const models = { small: model(FULL, 'small'), medium: model(FULL, 'medium'), large: model(FULL, 'large') }
  const desk = (links: Parameters<typeof LabelDesk>[0]['links'] = []) =>
    render(<LabelDesk applianceId="a1" models={models} links={links} />)
  const tab = { location: { href: '' }, close: jest.fn() }
  const open = jest.spyOn(window, 'open')
  beforeEach(() => {
    tab.location.href = ''
    tab.close.mockClear()
    open.mockReset().mockReturnValue(tab as never)
  })

  test('shows what will be printed, by size', () => {
    desk()
    expect(document.querySelectorAll('dl > div')).toHaveLength(6)
    fireEvent.click(screen.getByRole('radio', { name: /small/i }))
    expect(document.querySelectorAll('dl > div')).toHaveLength(3)
    expect(screen.getByText(/118 00/)).toBeTruthy()
  })

  test('makes the link, then opens the PDF of the chosen size in the tab that was opened at once', async () => {
    desk()
    fireEvent.click(screen.getByRole('radio', { name: /large/i }))
    fireEvent.click(screen.getByRole('button', { name: /PDF|open/i }))
    expect(open).toHaveBeenCalledTimes(1)
    await waitFor(() => expect(tab.location.href).toBe('/api/v1/appliances/a1/label?size=large'))
    expect(said.asked).toEqual([['POST', '/api/v1/appliances/a1/links']])
    expect(said.refreshed).toBe(1)
  })

  test('refused, the tab is closed and the reason stands there', async () => {
    said.answer = { ok: false, problem: { status: 403, detail: 'Your role may not do this.', fields: {}, body: {} } } as never
    desk()
    fireEvent.click(screen.getByRole('button', { name: /PDF|open/i }))
    await waitFor(() => expect(screen.getByRole('alert').textContent).toContain('Your role may not do this.'))
    expect(tab.close).toHaveBeenCalled()
  })

  test('a link that stands can be revoked; a revoked one is struck through and cannot', async () => {
    desk([
      { token: 'AbC', said: 'Made on 1 May by Maren Ostby', revoked: false },
      { token: 'XyZ', said: 'Made on 1 April by Maren Ostby', revoked: true },
    ])
    const buttons = screen.getAllByRole('button', { name: /revoke/i })
    expect(buttons).toHaveLength(1)
    fireEvent.click(buttons[0]!)
    await waitFor(() => expect(said.asked).toEqual([['DELETE', '/api/v1/links/AbC']]))
    expect(screen.getByText(/1 April/).className).toContain('line-through')
  })

  test('without any link it says so', () => {
    desk()
    expect(screen.getByText(t('label.no-links'))).toBeTruthy()
  })
})
