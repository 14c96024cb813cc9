/** @jest-environment jsdom */
import '@/test/browserParts'
import { cardBand, chainOf, diagnose, faultMapOf, type Next, ofCode, type Reasoned, symptomsOf } from '@lucerna/core/faults'
import { DEMO_CARDS } from '@lucerna/sim/cards'
import { act, cleanup, fireEvent, render, screen, within } from '@testing-library/react'
import { Begin } from './Begin'
import { Chain } from './Chain'
import { checkOf, type DeskCase, isTry, type Shown } from './deskCase'
import { Elsewhere } from './Elsewhere'
import { NextCheck } from './NextCheck'
import { OddsList } from './OddsList'
import { Record } from './Record'
import { causeName, checkName, percent, resultText } from './said'
import { Verdict } from './Verdict'

const card = DEMO_CARDS.find((c) => c.id === 'tarnwick-larch-28-c')!
const map = faultMapOf(card.burnerKind)
afterEach(cleanup)

const press = (name: string | RegExp) => act(() => void fireEvent.click(screen.getByRole('button', { name })))
const type = (label: string | RegExp, value: string) =>
  act(() => void fireEvent.change(screen.getByLabelText(label), { target: { value } }))
const key = (k: string, on: Element = document.body, more: object = {}) => act(() => void fireEvent.keyDown(on, { key: k, ...more }))

const made = (
  checkId: string,
  result: string | null,
  more: { readonly valueSi?: number; readonly text?: string; readonly carried?: true } = {},
): DeskCase['checks'][number] => ({
  id: `made ${checkId}`,
  checkId,
  result,
  valueSi: null,
  u: null,
  text: null,
  at: '2026-01-05T09:14:00.000Z',
  carried: false,
  ...more,
})
const caseOf = (more: Partial<DeskCase> = {}): DeskCase => ({
  symptom: 'no-ignition',
  code: null,
  intermittent: false,
  circumstances: [],
  renewed: [],
  leftOut: [],
  occurrences: [],
  checks: [],
  ...more,
})

describe('how a case begins', () => {
  test('every symptom of the map is one button; the code brings its own to the front', () => {
    const begun = jest.fn()
    render(<Begin card={card} map={map} shown={null} onBegin={begun} />)
    const symptoms = () => within(screen.getByRole('group')).getAllByRole('button')
    expect(symptoms()).toHaveLength(symptomsOf(map).length)
    expect(symptoms().some((b) => b.className.includes('btn-primary'))).toBe(false)
    const { code, symptom } = card.faultCodes
      .map((f) => ({ code: f.code, symptom: ofCode(card, map, f.code)?.symptom }))
      .find((f) => f.symptom && f.symptom !== symptomsOf(map)[0])!
    type('Code on the display', code)
    expect(symptoms()).toHaveLength(symptomsOf(map).length)
    expect(symptoms()[0]!.className).toContain('btn-primary')
    act(() => void fireEvent.click(symptoms()[0]!))
    expect(begun).toHaveBeenLastCalledWith(symptom, code)
    // Somebody may trust the eye more than the display.
    act(() => void fireEvent.click(symptoms()[1]!))
    expect(begun).toHaveBeenLastCalledWith(symptomsOf(map)[0], code)
  })

  test('a card without codes asks only what it does', () => {
    const begun = jest.fn()
    render(<Begin card={{ ...card, faultCodes: [] }} map={map} shown={null} onBegin={begun} />)
    expect(screen.queryByLabelText('Code on the display')).toBeNull()
    press('Tries, but does not light')
    expect(begun).toHaveBeenCalledWith('no-ignition', null)
  })
})

describe('the chain', () => {
  test('names each link in its order with its state in words', () => {
    const links = chainOf(diagnose(card, map, caseOf({ checks: [made('gas-on', 'on'), made('inlet-dip', 'none')] })))
    render(<Chain links={links} />)
    const said = screen.getAllByRole('listitem').map((li) => li.textContent)
    expect(said).toHaveLength(links.length)
    for (const [i, { state }] of links.entries())
      expect(said[i]).toMatch({ 'ruled-out': /ruled out$/, open: /open$/, suspect: /suspect$/ }[state])
  })
})

describe('the next check', () => {
  const diagnosis = diagnose(card, map, caseOf())
  const next = (checkId: string, more: Partial<Extract<Next, { code: 'check' }>> = {}): Extract<Next, { code: 'check' }> => ({
    code: 'check',
    check: checkOf(map, checkId)!,
    gain: 0.4,
    minutes: 3.4,
    before: null,
    again: false,
    ...more,
  })
  const draw = (checkId: string, more: Partial<Parameters<typeof NextCheck>[0]> = {}, how: Parameters<typeof next>[1] = {}) => {
    const [shown, leftOut] = [jest.fn<void, [Shown]>(), jest.fn<void, [string]>()]
    const check = checkOf(map, checkId)!
    render(
      <NextCheck
        {...{ diagnosis, map, units: 'metric', way: 'short', leads: null }}
        next={next(checkId, how)}
        band={cardBand(card, check)}
        onShown={shown}
        onLeftOut={leftOut}
        {...more}
      />,
    )
    return { shown, leftOut, check }
  }

  test('says how, with what and how long; each result what it would mean', () => {
    const { shown, check } = draw('coil-volts')
    expect(screen.getByText('Next check, about 3 min')).toBeTruthy()
    expect(screen.getByText(check.method)).toBeTruthy()
    const results = document.querySelectorAll('[data-result]')
    expect([...results].map((r) => r.getAttribute('data-result'))).toEqual(check.results.map((r) => r.id))
    expect(results[0]!.textContent).toMatch(/then .+, (\d+%|less than 1%)$/)
    act(() => void fireEvent.click(results[1]!))
    expect(shown).toHaveBeenCalledWith({ result: check.results[1]!.id })
  })

  test('a digit answers, but not while somebody types, nor with a modifier, nor beyond the last', () => {
    const { shown, check } = draw('inlet-pressure')
    key('2', document.body, { ctrlKey: true })
    key('9')
    key('0')
    key('1', screen.getByLabelText(/^Reading/))
    expect(shown).not.toHaveBeenCalled()
    key('2')
    expect(shown.mock.calls).toEqual([[{ result: check.results[1]!.id }]])
  })

  test('a figure is held against the card: its limits stand at the field, and it goes with its text', () => {
    const { shown } = draw('inlet-pressure')
    const field = screen.getByLabelText(/^Reading \(.*…/)
    act(() => void fireEvent.change(field, { target: { value: '19,5' } }))
    press('Enter')
    const [{ valueSi, text }] = shown.mock.calls[0] as [Extract<Shown, { valueSi: number }>]
    expect(valueSi).toBeCloseTo(1950, 6)
    expect(text).toBe('19,5 mbar')
  })

  test('nothing is answered before what has to come first, and nothing by who only reads', () => {
    const { shown } = draw('coil-volts', { guard: <p>Isolate first</p>, showing: <p>M4 shows 24 V</p> })
    expect(screen.getByText('Isolate first')).toBeTruthy()
    expect(screen.queryByText('M4 shows 24 V')).toBeNull()
    key('1')
    act(() => void fireEvent.click(document.querySelector('[data-result]')!))
    expect(shown).not.toHaveBeenCalled()
    cleanup()
    draw('coil-volts', { readOnly: true })
    expect(screen.queryByRole('button', { name: 'Cannot be done here' })).toBeNull()
    expect([...document.querySelectorAll<HTMLButtonElement>('[data-result]')].every((b) => b.disabled)).toBe(true)
  })

  test('a check to be repeated says so, one that another has to come before too; where the leads go on this model', () => {
    draw('coil-volts', { leads: 'Plug J4, pins 1 and 3' }, { again: true, before: checkOf(map, 'gas-on')! })
    expect(screen.getByText('Repeat this check: much depends on it')).toBeTruthy()
    expect(screen.getByText(`First this, then: ${checkName(map, 'gas-on')}`)).toBeTruthy()
    expect(document.querySelector('[data-leads]')!.textContent).toContain('Plug J4, pins 1 and 3')
    expect(screen.getByRole('link', { name: /calculator/i }).getAttribute('href')).toBe('/calculators/coil')
  })

  test('on the short way it is left out at once; by the book with a reason, which may not be blank', () => {
    const short = draw('coil-volts')
    press('Cannot be done here')
    expect(short.leftOut).toHaveBeenCalledWith('')
    cleanup()
    const book = draw('coil-volts', { way: 'book' })
    press('Cannot be done here')
    type(/^Why this check/, '   ')
    expect((screen.getByRole('button', { name: 'Leave it out' }) as HTMLButtonElement).disabled).toBe(true)
    type(/^Why this check/, '  No meter  ')
    press('Leave it out')
    expect(book.leftOut.mock.calls).toEqual([['No meter']])
  })
})

describe('what it may be', () => {
  const { result } = diagnose(card, map, caseOf({ checks: [made('inlet-dip', 'none')] }))
  const draw = (more: Partial<Reasoned> = {}, renewed: readonly string[] = [], onRenewed?: (id: string) => void) =>
    render(<OddsList result={{ ...result, ...more }} map={map} renewed={renewed} onRenewed={onRenewed} />)

  test('the likeliest first, with what speaks for it and against', () => {
    draw()
    const rows = screen.getAllByRole('listitem').map((li) => li.textContent!)
    expect(rows.length).toBeGreaterThanOrEqual(3)
    expect(rows.length).toBeLessThanOrEqual(6)
    expect(rows[0]).toContain(result.odds[0]!.cause.label)
    const shares = rows.map((r) => (r.includes('less than 1%') ? 0 : Number(/(\d+)%/.exec(r)![1])))
    expect(shares).toEqual([...shares].sort((a, b) => b - a))
    expect(rows.some((r) => r.includes(`for it: ${checkName(map, 'inlet-dip')}`))).toBe(true)
  })

  test('a part that was renewed is said by one tick; without a way to say it only what was said stands', () => {
    const renew = jest.fn()
    draw({}, [], renew)
    const part = result.odds.find((o) => o.cause.part)!
    act(() => void fireEvent.click(screen.getAllByRole('checkbox', { name: 'Already renewed' })[0]!))
    expect(renew).toHaveBeenCalledWith(part.cause.id)
    cleanup()
    draw({}, [part.cause.id])
    const ticks = screen.getAllByRole('checkbox') as HTMLInputElement[]
    expect(ticks).toHaveLength(1)
    expect([ticks[0]!.checked, ticks[0]!.disabled]).toEqual([true, true])
  })

  test('what does not fit, what looks like a wrong method, two at once, and what no map knows', () => {
    const [a, b] = result.odds.map((o) => o.cause.id) as [string, string]
    draw({
      contradicts: 'inlet-dip',
      wrongMethod: [{ checkId: 'coil-ohms', words: 'Measured with the plug on: pull it off first.' }],
      both: [{ causeIds: [a, b], p: 0.234 }],
      unknown: 0.31,
    })
    const alerts = screen.getAllByRole('alert').map((x) => x.textContent)
    expect(alerts).toEqual([
      `This does not fit the other results. Do it again: ${checkName(map, 'inlet-dip')}`,
      'Measured with the plug on: pull it off first.',
    ])
    expect(screen.getByText(`Perhaps two at once: ${causeName(map, a)} + ${causeName(map, b)}, 23%`)).toBeTruthy()
    expect(screen.getByText('Something that this map does not know: 31%')).toBeTruthy()
  })

  test('a share of nothing is no nought', () => {
    expect([percent(0.004), percent(0.01), percent(0.666)]).toEqual(['less than 1%', '1%', '67%'])
  })
})

describe('the record', () => {
  test('nothing yet; then each result with its time, in its words or as it was typed, and what it ruled out', () => {
    const draw = (fault: DeskCase, withdraw?: (id: string) => void) =>
      render(
        <Record
          {...{ map, timeZone: 'Europe/London', checks: fault.checks, leftOut: fault.leftOut }}
          diagnosis={diagnose(card, map, fault)}
          onWithdraw={withdraw}
        />,
      )
    draw(caseOf())
    expect(screen.getByText('Nothing yet.')).toBeTruthy()
    cleanup()
    const withdraw = jest.fn()
    const gasOn = checkOf(map, 'gas-on')!
    draw(
      caseOf({
        checks: [
          made('gas-on', 'on'),
          made('inlet-pressure', null, { valueSi: 1980, text: '19.8 mbar' }),
          made('inlet-dip', 'none', { carried: true }),
        ],
        leftOut: [{ id: 'left', checkId: 'coil-volts', reason: 'No meter', by: 'Ilse Fontane' }],
      }),
      withdraw,
    )
    const rows = screen.getAllByRole('listitem').map((li) => li.textContent!)
    expect(rows[0]).toMatch(new RegExp(`^09:14 ${gasOn.label}: ${gasOn.results.find((r) => r.id === 'on')!.label}`))
    expect(rows[0]).toMatch(/rules out /)
    expect(rows[1]).toContain('19.8 mbar')
    // Of an earlier visit the day says more than the hour.
    expect(rows[2]).toMatch(/^5 Jan(uary)? 2026/)
    expect(rows[3]).toContain('left out: No meter')
    act(() => void fireEvent.click(screen.getAllByRole('button', { name: 'Remove this result' })[1]!))
    press('Ask again')
    expect(withdraw.mock.calls).toEqual([['made inlet-pressure'], ['left']])
    cleanup()
    draw(caseOf({ checks: [made('gas-on', 'on')] }))
    expect(screen.queryByRole('button')).toBeNull()
  })

  test('what the map does not know any more keeps its names', () => {
    expect(checkName(map, 'gone')).toBe('gone')
    expect(causeName(map, 'gone')).toBe('gone')
    expect(resultText(map, made('gone', 'so'))).toBe('so')
    expect(resultText(map, made('gone', null))).toBe('–')
  })

  test('a check that fires is a try where the burner should start, and none where it burns', () => {
    const start = map.checks.find((c) => c.firing)!
    expect(isTry(start, 'no-ignition')).toBe(true)
    expect(isTry(start, 'high-co')).toBe(false)
    expect(isTry(checkOf(map, 'gas-on'), 'no-ignition')).toBe(false)
    expect(isTry(undefined, 'no-ignition')).toBe(false)
  })
})

describe('the verdict', () => {
  const [coil, lead] = ['valve-coil', 'coil-lead'].map((id) => map.causes.find((c) => c.id === id) ?? map.causes[0]!) as [
    (typeof map.causes)[number],
    (typeof map.causes)[number],
  ]

  test('found: the cause, what to do, and its part', () => {
    render(<Verdict next={{ code: 'found', causeIds: [coil.id] }} map={map} />)
    expect(screen.getByRole('heading').textContent).toBe(`Found: ${coil.label}`)
    expect(screen.getByText(new RegExp(`^To do: `)).textContent).toContain(coil.remedy)
    if (coil.part) expect(screen.getByText(`Part: ${coil.part}`)).toBeTruthy()
  })

  test('a guess: the odds of the first before the second, at most three, and what a licensed person could still check', () => {
    const four = map.causes.slice(0, 4).map((c) => c.id)
    render(<Verdict next={{ code: 'guess', causeIds: four, odds: 2.34, barred: ['coil-volts'] }} map={map} />)
    expect(screen.getByRole('heading').textContent).toMatch(/guess/)
    expect(screen.getByText(`${causeName(map, four[0]!)} before ${causeName(map, four[1]!).toLowerCase()}, odds 2.3 to 1`)).toBeTruthy()
    expect(screen.getAllByText(/To do: /)).toHaveLength(3)
    expect(screen.getByText(`Left out, because they need a licensed person: ${checkName(map, 'coil-volts')}`)).toBeTruthy()
  })

  test('one cause left has no odds; large ones are whole', () => {
    render(<Verdict next={{ code: 'guess', causeIds: [lead.id], odds: Infinity, barred: [] }} map={map} />)
    expect(screen.queryByText(/ odds /)).toBeNull()
    cleanup()
    render(<Verdict next={{ code: 'guess', causeIds: [coil.id, map.causes.at(-1)!.id], odds: 12.6, barred: [] }} map={map} />)
    expect(screen.getByText(/odds 13 to 1$/)).toBeTruthy()
  })
})

describe('what a colleague found meanwhile', () => {
  test('is told with name and result, the check at hand stays, and one tap goes on with it', () => {
    const go = jest.fn()
    const draw = (asked: string | null, news = [made('gas-on', 'on')]) =>
      render(<Elsewhere news={news} nameOf={() => 'Ilse Fontane'} map={map} asked={asked} onGoOn={go} />)
    draw('coil-volts', [])
    expect(screen.queryByRole('status')).toBeNull()
    cleanup()
    draw('coil-volts')
    expect(screen.getByRole('status').textContent).toContain(`Ilse Fontane has just recorded “${checkName(map, 'gas-on')}”`)
    expect(screen.getByText('The check on this screen stays until you answer it.')).toBeTruthy()
    press('Continue with this result')
    expect(go).toHaveBeenCalled()
    cleanup()
    draw('gas-on')
    expect(screen.getByText('That is the check on this screen. Repeat it only to be sure.')).toBeTruthy()
  })
})
