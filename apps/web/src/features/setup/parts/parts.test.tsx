/** @jest-environment jsdom */
import '@/test/browserParts'
import { type Advised, type Advice, type Desk, deskOf, type Doubt, type Effect, type Explanation } from '@lucerna/core/advice'
import type { Adjuster, Card } from '@lucerna/core/appliance'
import { SHIPPED_PRACTICES } from '@lucerna/core/practice'
import { DEMO_CARDS } from '@lucerna/sim/cards'
import { cleanup, fireEvent, render, screen, within } from '@testing-library/react'
import type { ReactNode } from 'react'
import { BurnWindow } from './BurnWindow'
import { type SetUp, SetUpProvider } from './desk'
import { amountText } from '@/ui/turns'
import { netText, turnText } from './Dial'
import { effectValue, priceText } from './effectText'
import { GasPlanList } from './GasPlanList'
import { Moves } from './Moves'
import { Proposal } from './Proposal'
import { spokenAdvice } from './spokenAdvice'

const practice = SHIPPED_PRACTICES[0]!
const cardOf = (id: string): Card => DEMO_CARDS.find((c) => c.id === id)!
const larch = cardOf('tarnwick-larch-28-c')
const furnace = cardOf('brightholm-drift-60-m')

const turn = jest.fn()
const correct = jest.fn()
const toRate = jest.fn((rateId: string) => (rateId === 'max' ? null : () => went(rateId)))
const went = jest.fn()
beforeEach(() => jest.clearAllMocks())
afterEach(cleanup)

function deskWith(card: Card, advised: Partial<Omit<Advised, 'desk'>>, more: Partial<SetUp> = {}): SetUp {
  const facts = { gas: card.ratings[0]!.gas, altitudeM: 0 }
  const desk: Desk = deskOf({ card, facts }, practice, 'co2')
  return {
    appliance: { card, facts },
    practice,
    units: 'metric',
    timeZone: 'Europe/London',
    advised: { desk, advice: { code: 'leave' }, moves: [], known: [], home: [], doubt: null, ...advised },
    rateId: 'max',
    netTurns: {},
    latest: new Map(),
    readings: [],
    whenOf: () => '2026-06-01T09:05:00.000Z',
    turn,
    correct,
    toRate,
    ...more,
  }
}
const show = (setUp: SetUp, part: ReactNode) => render(<SetUpProvider value={setUp}>{part}</SetUpProvider>)
const effect = (figure: Effect['figure'], now: number, to: number, more: Partial<Effect> = {}): Effect => ({
  figure,
  rateId: 'max',
  section: null,
  now,
  low: to * 0.99,
  to,
  high: to * 1.01,
  ...more,
})
const move = (more: Partial<Extract<Advice, { code: 'move' }>> = {}): Extract<Advice, { code: 'move' }> => ({
  code: 'move',
  screwId: 'throttle',
  rateId: 'max',
  amount: -0.25,
  tiny: false,
  effects: [effect('co2', 0.082, 0.09)],
  waitS: 90,
  then: ['max'],
  ...more,
})
const adjuster = (card: Card, id: string): Adjuster => card.adjusters.find((a) => a.id === id)!

describe('amounts as a hand makes them', () => {
  test.each([
    [0.25, 'turn', '¼ turn clockwise'],
    [-0.375, 'turn', '⅜ turn anticlockwise'],
    [1, 'click', '1 click clockwise'],
    [-4, 'click', '4 clicks anticlockwise'],
    [2, 'step', '2 steps up'],
    [-1, 'step', '1 step down'],
    [1.5, 'millimetre', '1.5 mm clockwise'],
    [-3, 'degree', '3° anticlockwise'],
  ] as const)('%d %s: %s', (amount, unit, said) => {
    expect(turnText(amount, unit)).toBe(said)
  })
  test('as it was made, with its rate', () => {
    expect(turnText(-0.5, 'turn', 'maximum')).toBe('½ turn anticlockwise at maximum')
    expect(turnText(2, 'step', 'minimum')).toBe('2 steps up at minimum')
    expect(amountText(-3, 'click')).toBe('3 clicks')
  })
  test('net of as found', () => {
    expect(netText(0, 'turn')).toMatch(/as found|not/i)
    expect(netText(-0.25, 'turn')).toMatch(/¼/)
    expect(netText(3, 'click')).toMatch(/3/)
  })
})

describe('the price of a move in one line', () => {
  const all = { co: { from: 880e-6, to: 140e-6 }, efficiency: -0.007, flueK: 8, input: 0.96 }
  test('what it costs and what it brings, in the reader’s units', () => {
    expect(priceText(all, 'metric')).toBe(
      'CO from 880\u00a0ppm to about 140\u00a0ppm; efficiency −0.7 points; flue +8.0\u00a0°C; 4% less input',
    )
    expect(priceText(all, 'imperial')).toMatch(/flue \+14\u00a0°F; 4% less input$/)
  })
  test('what hardly changes is not said', () => {
    expect(priceText({ co: { from: 30e-6, to: 33e-6 }, efficiency: 0.0002, flueK: -0.3, input: 1.002 }, 'metric')).toBe('')
    expect(priceText({ co: null, efficiency: null, flueK: null, input: 1.05 }, 'metric')).toBe('5% more input')
  })
  test('an input is a share of the rated one; the others as they are read', () => {
    expect(effectValue('input', 0.97, 'metric')).toBe('97%')
    expect(effectValue('pressure', 870, 'metric')).toBe('8.7\u00a0mbar')
    expect(effectValue('pressure', 870, 'imperial')).toBe('3.49\u00a0inWC')
  })
})

describe('what to do next', () => {
  test('what the card prints of a screw is said with its page, unless an earlier visit taught it or it was moved', () => {
    const said = 'By the card (page 33), about 0.15% CO₂ for ⅛ turn.'
    const one = show(deskWith(larch, { advice: move() }), <Proposal />)
    expect(screen.getByText(said)).toBeTruthy()
    one.unmount()
    show(deskWith(larch, { advice: move(), known: ['throttle'] }), <Proposal />)
    expect(screen.queryByText(said)).toBeNull()
  })
  test('what an earlier visit taught of a screw is said, until it was moved in this one', () => {
    const said = 'The amount follows from what this screw did on an earlier visit.'
    const { rerender } = show(deskWith(larch, { advice: move(), known: ['throttle'] }), <Proposal />)
    expect(screen.getByText(said)).toBeTruthy()
    const made = { id: 'm', move: { screwId: 'throttle', rateId: 'max', amount: 0.25 }, effects: [], surprise: 0 }
    const more = deskWith(larch, { advice: move(), known: ['throttle'], moves: [made] })
    rerender(
      <SetUpProvider value={more}>
        <Proposal />
      </SetUpProvider>,
    )
    expect(screen.queryByText(said)).toBeNull()
  })

  test('a move: which screw, how far, what it will do, and one button that writes it down', () => {
    show(deskWith(larch, { advice: move() }), <Proposal />)
    const proposal = document.querySelector('[data-proposal="throttle"]')!
    expect(proposal.textContent).toContain('¼ turn anticlockwise')
    expect(proposal.textContent).toContain(adjuster(larch, 'throttle').label)
    expect(proposal.textContent).toMatch(/8\.2.*then about 9\.0/)
    expect(proposal.textContent).toContain('Then wait 1:30')
    fireEvent.click(screen.getByRole('button', { name: 'Move made: record it' }))
    expect(turn).toHaveBeenCalledWith(adjuster(larch, 'throttle'), -0.25, 'max')
  })
  test('at another rate it is not made here: the way there is', () => {
    show(deskWith(larch, { advice: move({ rateId: 'min', screwId: 'offset' }) }), <Proposal />)
    expect(screen.queryByRole('button', { name: 'Move made: record it' })).toBeNull()
    fireEvent.click(screen.getByRole('button', { name: /Open the step at/ }))
    expect(went).toHaveBeenCalledWith('min')
  })
  test('a first move of an unknown direction says so; clicks are counted one a second', () => {
    show(deskWith(larch, { advice: move({ tiny: true }) }), <Proposal />)
    expect(screen.getByText(/A small move first/)).toBeTruthy()
    cleanup()
    const clicks = furnace.adjusters.find((a) => a.unit === 'click')!
    show(
      deskWith(
        furnace,
        { advice: move({ screwId: clicks.id, amount: 3, rateId: clicks.actsAt[0]!, effects: [] }) },
        { rateId: clicks.actsAt[0]! },
      ),
      <Proposal />,
    )
    expect(screen.getByText('One click a second. Faster clicks may be lost.')).toBeTruthy()
    expect(screen.getByRole('button', { name: 'Count the clicks aloud' })).toBeTruthy()
  })
  test('CO far below its limit before and after is no news; near it, it is', () => {
    const co = (now: number, to: number) => deskWith(larch, { advice: move({ effects: [effect('co', now, to)] }) })
    show(co(20e-6, 30e-6), <Proposal />)
    expect(document.querySelector('[data-proposal]')!.textContent).not.toMatch(/CO at/)
  })
  test('the price uses the flue and air temperatures that were read at that rate', () => {
    const latest: SetUp['latest'] = new Map([
      ['tf', { measurandId: 'temperature.flue', firingStateId: 'max', valueSi: 338 }],
      ['ta', { measurandId: 'temperature.air', firingStateId: 'max', valueSi: 288 }],
      ['other', { measurandId: 'temperature.flue', firingStateId: 'min', valueSi: 900 }],
    ])
    show(deskWith(larch, { advice: move({ effects: [effect('co2', 0.1, 0.085), effect('input', 1, 0.9)] }) }, { latest }), <Proposal />)
    expect(document.querySelector('[data-proposal]')!.textContent).toMatch(/efficiency −0\.\d points.*10% less input/)
  })
  test.each<[Advice, RegExp]>([
    [{ code: 'leave' }, /leave/i],
    [{ code: 'done', moves: 3 }, /Set after 3 moves\. All limits are met at every rate\./],
    [{ code: 'no-target', missing: ['limits', 'adjusters'] }, /the card gives no limits, adjusters/],
    [{ code: 'read', rateId: 'min', figures: ['co2', 'co'], sections: [] }, /Read CO₂, CO at .* before the next move\./],
  ])('%j', (advice, said) => {
    show(deskWith(larch, { advice }), <Proposal />)
    expect(document.body.textContent).toMatch(said)
  })
  test('a valve that is called out is an alert, with what to suspect, the likeliest first', () => {
    const suspicions = [
      { code: 'starved', weight: 0.8 },
      { code: 'at-its-stop', weight: 0.3 },
    ] as const
    show(deskWith(larch, { advice: { code: 'call-out', moves: 7, suspicions } }), <Proposal />)
    const alert = screen.getByRole('alert')
    expect(alert.textContent).toContain('Stop adjusting.')
    expect(
      within(alert)
        .getAllByRole('listitem')
        .map((li) => li.textContent),
    ).toEqual([expect.stringContaining('Short of gas'), expect.stringContaining('at its stop')])
    cleanup()
    show(deskWith(larch, { advice: { code: 'call-out', moves: 0, suspicions } }), <Proposal />)
    expect(screen.getByRole('alert').textContent).toContain('Do not adjust.')
  })
})

describe('a reading that does not fit its move', () => {
  const made = { screwId: 'throttle', rateId: 'max', amount: -0.5 }
  const doubting = (explanations: readonly Explanation[], id: string) =>
    deskWith(larch, {
      advice: move(),
      doubt: { move: made, surprise: 6, explanations } satisfies Doubt,
      moves: [{ id, move: made, effects: [], surprise: 6 }],
    })
  test('each explanation is one tap that corrects the log; the reading may be right all the same', () => {
    show(
      doubting(
        [
          { code: 'not-moved' },
          { code: 'other-way' },
          { code: 'other-screw', screwId: 'offset', amount: -0.5 },
          { code: 'other-rate', rateId: 'min' },
        ],
        'm1',
      ),
      <Proposal />,
    )
    expect(document.querySelector('[data-proposal]')).toBeNull()
    const [not, other, screw] = within(screen.getByRole('alert')).getAllByRole('button')
    fireEvent.click(not!)
    expect(correct).toHaveBeenLastCalledWith('m1', adjuster(larch, 'throttle'), 0)
    fireEvent.click(other!)
    expect(correct).toHaveBeenLastCalledWith('m1', adjuster(larch, 'throttle'), 0.5)
    fireEvent.click(screw!)
    expect(correct).toHaveBeenLastCalledWith('m1', adjuster(larch, 'offset'), -0.5)
    expect(screen.getByText(/The burner ran at .* when it was read/)).toBeTruthy()
    fireEvent.click(screen.getByRole('button', { name: 'The reading is right: continue' }))
    expect(document.querySelector('[data-proposal]')).not.toBeNull()
  })
  test('what nothing explains is read again', () => {
    show(doubting([], 'm2'), <Proposal />)
    expect(screen.getByRole('alert').textContent).toContain('Nothing simple explains it.')
    expect(screen.getByRole('alert').textContent).not.toContain('would fit')
  })
})

describe('the log of moves and the way back', () => {
  const scored = (id: string, amount: number, surprise: number | null) => ({
    id,
    move: { screwId: 'throttle', rateId: 'max', amount },
    effects: [effect('co2', 0.082, 0.09)],
    surprise,
  })
  test('each with what was expected and how it came; what comes back is one tap for each screw', () => {
    const home = [{ screwId: 'throttle', amount: 0.125 }]
    show(deskWith(larch, { moves: [scored('a', -0.25, 1), scored('b', 0.125, 4), scored('c', -0.125, null)], home }), <Moves />)
    const rows = screen.getAllByRole('listitem').map((li) => li.textContent)
    expect(rows[0]).toMatch(/^10:05 .*¼ turn anticlockwise at .*was expected between .* came as expected$/)
    expect(rows[1]).toMatch(/came differently$/)
    expect(rows[2]).not.toMatch(/came/)
    // Another figure than the one whose interval is told is named.
    cleanup()
    const off = { ...scored('d', 0.25, 4), farthest: { figure: 'pressure' as const, rateId: 'max', section: null } }
    const told = { ...scored('e', 0.25, 4), farthest: { figure: 'co2' as const, rateId: 'max', section: null } }
    show(deskWith(larch, { moves: [off, told] }), <Moves />)
    const [named, plain] = screen.getAllByRole('listitem').map((li) => li.textContent)
    expect(named).toMatch(/ · burner came differently$/)
    expect(plain).toMatch(/ · came differently$/)
    cleanup()
    show(deskWith(larch, { moves: [scored('a', -0.25, 1)], home }), <Moves />)
    fireEvent.click(screen.getByRole('button', { name: /⅛ turn clockwise/ }))
    expect(turn).toHaveBeenCalledWith(adjuster(larch, 'throttle'), 0.125, 'max')
  })
  test('nothing moved, nothing shown', () => {
    const { container } = show(deskWith(larch, {}), <Moves />)
    expect(container.textContent).toBe('')
  })
})

describe('for the ear and from afar', () => {
  const said = (advice: Advised['advice'], more: Partial<Advised> = {}) => spokenAdvice(deskWith(larch, { advice, ...more }))
  test('one sentence, or nothing', () => {
    expect(said(move())).toBe(`${adjuster(larch, 'throttle').label}: ¼ turn anticlockwise at maximum`)
    expect(said({ code: 'read', rateId: 'max', figures: ['co2'], sections: [] })).toBe('Read CO₂ at maximum before the next move.')
    expect(said({ code: 'done', moves: 1 })).toMatch(/^Set after 1 move\./)
    expect(said({ code: 'leave' })).toBe('')
    expect(said(move({ screwId: 'gone' }))).toBe('')
    const doubt = { move: move(), surprise: 5, explanations: [] }
    expect(said(move(), { doubt, moves: [{ id: 'spoken', move: move(), effects: [], surprise: 5 }] })).toBe(
      'This reading does not fit the move.',
    )
  })
})

describe('whether the water stands it', () => {
  test('typical water: it says how long and how warm; too little says how much heat must go', () => {
    show(deskWith(larch, {}), <BurnWindow open />)
    expect(screen.getByText(/The water takes \d+ min of firing|The water gets too hot/)).toBeTruthy()
    const [water, load] = screen.getAllByRole('textbox')
    fireEvent.change(water!, { target: { value: '10' } })
    expect(screen.getByText(/The water gets too hot before/)).toBeTruthy()
    expect(screen.getByText(/more heat load: open all radiators/)).toBeTruthy()
    fireEvent.change(load!, { target: { value: '30' } })
    expect(screen.getByText(/The water takes/)).toBeTruthy()
    fireEvent.change(water!, { target: { value: 'much' } })
    expect(screen.getByText('How long can it fire? Enter water and heat load.')).toBeTruthy()
  })
  test('a furnace has no water', () => {
    const { container } = show(deskWith(furnace, {}), <BurnWindow />)
    expect(container.textContent).toBe('')
  })
})

test('a change of gas is a list of what is to be done, with what is done', () => {
  render(
    <GasPlanList
      plan={[
        { code: 'regulator', done: true },
        { code: 'orifice', words: 'Restrictor 6.4 mm', done: false },
        { code: 'analyser', done: null },
        { code: 'set', rateId: 'max', measurandId: 'co2.flue', band: { min: 0.098, max: 0.104 } as never, done: false },
        { code: 'label', done: false },
      ]}
      gas="propane"
      card={larch}
      units="metric"
    />,
  )
  const rows = screen.getAllByRole('listitem').map((li) => li.textContent)
  expect(rows).toHaveLength(5)
  expect(rows[0]).toBe('Supply pressure and regulator suit propane')
  expect(screen.getAllByLabelText('complete')).toHaveLength(1)
  expect(rows[1]).toMatch(/Fit: Restrictor 6\.4 mm/)
  expect(rows[3]).toMatch(/CO₂ at maximum: 9\.8.* to 10\.4/)
})
