/** @jest-environment jsdom */
import '@/test/browserParts'
import { DEMO_CARDS } from '@lucerna/sim/cards'
import { AT_REST, type Controls, FAULTS, type FaultId, INTERLOCKS, OPENINGS, type Setup, Simulation } from '@lucerna/sim/engine'
import { act, cleanup, fireEvent, render, screen, within } from '@testing-library/react'
import type { RoomFrame } from './client/room.worker'
import { RoomScreen } from './RoomScreen'
import { ControlsPanel } from './parts/ControlsPanel'
import { RoomLine } from './parts/RoomLine'
import { WearPanel } from './parts/WearPanel'

/** The worker as the page sees it, without a thread: every call is the worker's own code. */
const worker = { room: null as null | Record<string, (...given: never[]) => unknown>, begun: [] as Setup[], gone: 0 }
jest.mock('comlink', () => ({
  expose: (room: Record<string, (...given: never[]) => unknown>) => {
    worker.room = room
  },
  wrap: () =>
    new Proxy(
      {},
      {
        get: (_t, name: string) =>
          name === 'then'
            ? undefined
            : (...given: never[]) => {
                if (name === 'begin') worker.begun.push(given[0] as never)
                return Promise.resolve(worker.room![name]!(...given))
              },
      },
    ),
}))
jest.mock('./parts/Traces', () => ({ Traces: ({ points }: { points: readonly unknown[] }) => <p>{`${points.length} points`}</p> }))

beforeAll(async () => {
  Object.assign(globalThis, {
    Worker: class {
      onerror: (() => void) | null = null
      terminate() {
        worker.gone++
      }
    },
  })
  await import('./client/room.worker')
})
beforeEach(() => {
  jest.useFakeTimers()
  Object.assign(worker, { begun: [], gone: 0 })
})
afterEach(() => {
  cleanup()
  jest.useRealTimers()
})

const larch = DEMO_CARDS.find((c) => c.id === 'tarnwick-larch-28-c')!
const stag = DEMO_CARDS.find((c) => c.id === 'ossian-stag-95')!
const beats = (n: number) => act(() => jest.advanceTimersByTimeAsync(n * 250))
const status = () => screen.getByRole('status').textContent
const open = async (cards = [larch, stag]) => {
  render(<RoomScreen cards={cards} units="metric" />)
  await beats(2)
}

describe('the simulated appliance on the screen', () => {
  test('without a card there is nothing to simulate, and it is said', () => {
    render(<RoomScreen cards={[]} units="metric" />)
    expect(screen.getByText(/card/i)).toBeTruthy()
  })

  test('it stands, is called for, goes through its sequence and burns; pausing stops its clock', async () => {
    await open()
    fireEvent.click(screen.getByRole('radio', { name: '60 ×' }))
    fireEvent.click(screen.getAllByRole('checkbox')[0]!)
    await beats(12)
    expect(status()).toMatch(/3:|2:/)
    const chain = screen.getByRole('region', { name: /sequence/i })
    expect(
      within(chain)
        .getAllByRole('listitem')
        .filter((li) => li.textContent?.startsWith('✓')).length,
    ).toBeGreaterThan(5)
    expect(screen.getByText(/^\d+ points$/).textContent).not.toBe('0 points')
    fireEvent.click(screen.getByRole('radio', { name: 'Pause' }))
    const stood = status()
    await beats(8)
    expect(status()).toBe(stood)
  })

  test('another appliance, gas, altitude or seed begins a new one, with a gas that it is made for', async () => {
    await open()
    expect(worker.begun.at(-1)).toMatchObject({ card: { id: larch.id }, altitudeM: 410, seed: 1 })
    fireEvent.change(screen.getByRole('combobox', { name: /appliance|card/i }), { target: { value: stag.id } })
    await beats(2)
    expect(worker.begun.at(-1)).toMatchObject({ card: { id: stag.id }, gas: stag.ratings[0]!.gas })
    fireEvent.change(screen.getByRole('combobox', { name: /altitude/i }), { target: { value: '1480' } })
    await beats(2)
    expect(worker.begun.at(-1)).toMatchObject({ altitudeM: 1480 })
    // The threads of those before are ended.
    expect(worker.gone).toBe(worker.begun.length - 1)
  })

  test('wear reaches the simulation and is marked; a value beyond its end is refused in words', async () => {
    await open([larch])
    const filter = FAULTS.find((f) => f.id === 'fouling') ?? FAULTS[0]!
    const slider = document.querySelector<HTMLInputElement>(`input[type=range][max="${filter.max}"][min="${filter.min}"]`)!
    fireEvent.change(slider, { target: { value: String(filter.max) } })
    await beats(1)
    expect(screen.getByText(/1 changed|changed/)).toBeTruthy()
    const sim = Simulation.of({ card: larch, gas: larch.ratings[0]!.gas })
    expect(sim.ok && sim.value.break({ [filter.id]: filter.max * 10 + 1 } as never).ok).toBe(false)
  })
})

describe('the controls', () => {
  const shown = (card = larch, controls: Partial<Controls> = {}) => {
    const changes: Partial<Controls>[] = []
    render(<ControlsPanel card={card} controls={{ ...AT_REST, ...controls }} onChange={(c) => changes.push(c)} />)
    return changes
  }

  test('the pilot is offered only where one stands', () => {
    shown(larch)
    const plain = screen.getAllByRole('checkbox').length
    cleanup()
    shown(stag)
    expect(screen.getAllByRole('checkbox')).toHaveLength(plain + (stag.traits?.pilot === 'standing' ? 1 : 0))
  })

  test('a reset is pressed and let go', () => {
    const changes = shown()
    fireEvent.click(screen.getByRole('button', { name: /reset/i }))
    expect(changes).toEqual([{ reset: true }])
    jest.advanceTimersByTime(700)
    expect(changes).toEqual([{ reset: true }, { reset: false }])
  })

  test.each(larch.adjusters.map((a) => [a.id, a] as const))('%s turns both ways by its own step', (id, a) => {
    const changes = shown(larch, { adjusters: { [id]: 0.25 } })
    const step = a.unit === 'turn' ? 0.125 : 1
    fireEvent.click(screen.getByRole('button', { name: `${a.label}: clockwise` }))
    fireEvent.click(screen.getByRole('button', { name: `${a.label}: anticlockwise` }))
    expect(changes.map((c) => c.adjusters?.[id])).toEqual([0.25 + step, 0.25 - step])
  })

  test('a rate is held, or left to the appliance', () => {
    const changes = shown()
    const select = screen.getByRole('combobox')
    fireEvent.change(select, { target: { value: 'max' } })
    fireEvent.change(select, { target: { value: '' } })
    expect(changes).toEqual([{ force: 'max' }, { force: null }])
  })

  test('covers are opened and interlocks bridged one by one; closing one leaves the others', () => {
    const changes = shown(larch, { open: [OPENINGS[0]!], bridged: [INTERLOCKS[0]!, INTERLOCKS[1]!] })
    const boxes = screen.getAllByRole('checkbox').filter((b) => b.className.includes('checkbox'))
    fireEvent.click(boxes[1]!)
    fireEvent.click(boxes[OPENINGS.length]!)
    expect(changes).toEqual([{ open: [OPENINGS[0], OPENINGS[1]] }, { bridged: [INTERLOCKS[1]] }])
  })
})

describe('what is worn', () => {
  test('every parameter has a slider with a name of its own, from one end to the other', () => {
    const put = new Map<FaultId, number>()
    render(<WearPanel faults={{}} onChange={(id, v) => put.set(id, v)} />)
    const sliders = [...document.querySelectorAll<HTMLInputElement>('input[type=range]')]
    expect(sliders).toHaveLength(FAULTS.length)
    const labels = sliders.map((s) => s.getAttribute('aria-label')!)
    expect(new Set(labels).size).toBe(FAULTS.length)
    expect(labels.filter((l) => /^room\.|^\s*$/.test(l))).toEqual([])
    for (const [i, s] of sliders.entries()) {
      fireEvent.change(s, { target: { value: s.max } })
      fireEvent.doubleClick(s)
      expect(put.size).toBe(i + 1)
    }
    // A double tap makes it sound again.
    for (const f of FAULTS) expect(put.get(f.id)).toBe(f.sound)
  })
})

describe('the line of the gas', () => {
  const snapshotOf = (card: typeof larch, lit: boolean): RoomFrame['snapshot'] => {
    const sim = Simulation.of({ card, gas: card.ratings[0]!.gas })
    if (!sim.ok) throw new Error(sim.error.code)
    if (lit) {
      sim.value.set({ call: true, force: 'max' })
      sim.value.advance(240)
    }
    return sim.value.snapshot()
  }

  test('unlit it shows standing pressures and no flue gas; lit working pressures, judged by the card', () => {
    const gas = larch.ratings[0]!.gas
    const { rerender } = render(<RoomLine card={larch} gas={gas} altitudeM={410} snapshot={snapshotOf(larch, false)} units="metric" />)
    const said = () => screen.getByRole('list').textContent ?? ''
    expect(said()).toMatch(/standing/i)
    expect(said()).toContain('–')
    rerender(<RoomLine card={larch} gas={gas} altitudeM={410} snapshot={snapshotOf(larch, true)} units="metric" />)
    expect(said()).toMatch(/working/i)
    expect(said()).not.toContain('–')
    expect(said()).toMatch(/within limits/)
  })

  test('a burner without a fan shows its draught, one with a fan its differential', () => {
    const line = (card: typeof larch) => {
      render(<RoomLine card={card} gas={card.ratings[0]!.gas} altitudeM={410} snapshot={snapshotOf(card, false)} units="metric" />)
      const text = screen.getByRole('list').textContent
      cleanup()
      return text
    }
    expect(line(stag)).toMatch(/draught/i)
    expect(line(larch)).not.toMatch(/draught/i)
  })
})
