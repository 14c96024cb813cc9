/** @jest-environment jsdom */
import '@/test/browserParts'
import { firstInput, type GasChoice, runWorking, workingById } from '@lucerna/core/workings'
import { act, cleanup, fireEvent, render, screen } from '@testing-library/react'
import { useState } from 'react'
import { toast } from '@/ui/toast'
import { putIntoVisit } from '../client/intoVisit'
import type { OpenVisit } from '../server/start'
import { GasInput } from './GasInput'
import { IntoVisitDialog } from './IntoVisitDialog'
import type { WorkingDesk } from './useWorking'

const push = jest.fn()
jest.mock('next/navigation', () => ({ useRouter: () => ({ push }) }))
jest.mock('@/ui/toast', () => ({ toast: jest.fn() }))
jest.mock('../client/intoVisit', () => ({ putIntoVisit: jest.fn() }))
jest.mock('../asText', () => ({ asText: () => 'the working as text' }))

const put = jest.mocked(putIntoVisit)
beforeEach(() => jest.clearAllMocks())
afterEach(cleanup)

describe('a gas', () => {
  /** Holds what is chosen, as the form does; answers what it holds. */
  function draw(first: GasChoice) {
    let now = first
    function Held() {
      const [gas, put] = useState(first)
      return (
        <GasInput
          id="gas"
          value={gas}
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
  const share = (label: string) => screen.getByLabelText<HTMLInputElement>(label, { selector: 'input' })
  const write = (label: string, value: string) => fireEvent.change(share(label), { target: { value } })

  test('by its name, or by what it is made of', () => {
    const gas = draw('natural-gas-h')
    expect(screen.queryByRole('group')).toBeNull()
    fireEvent.change(screen.getByRole('combobox'), { target: { value: 'propane' } })
    expect(gas()).toBe('propane')
    fireEvent.change(screen.getByRole('combobox'), { target: { value: 'own' } })
    expect(gas()).toEqual({ methane: 1 })
    expect(share('Methane').value).toBe('100')
  })
  test('shares that do not make a whole are said, and filled up with methane by one tap', () => {
    const gas = draw({ methane: 0.9 })
    write('Ethane', '4')
    expect(gas()).toEqual({ methane: 0.9, ethane: 0.04 })
    const sum = screen.getByText(/94/)
    expect(sum.className).toContain('text-error')
    fireEvent.click(screen.getByRole('button'))
    expect(gas()).toEqual({ methane: 0.96, ethane: 0.04 })
    expect(sum.className).not.toContain('text-error')
  })
  test('less than nothing is nothing, more than all is all, what is no figure is nothing', () => {
    const gas = draw({ methane: 1 })
    write('Ethane', '-3')
    expect(gas()).toEqual({ methane: 1, ethane: 0 })
    write('Methane', '230')
    expect(gas()).toMatchObject({ methane: 1 })
    write('Methane', '')
    expect(gas()).toMatchObject({ methane: 0 })
  })
})

describe('putting a result into the open visit', () => {
  const visit: OpenVisit = {
    id: 'v1',
    siteName: '7 Quarry Row',
    appliances: [
      {
        id: 'a1',
        name: 'Larch in the cellar',
        states: [
          { id: 'standing', kind: 'standing', label: 'Standing' },
          { id: 'low', kind: 'rate', label: 'Low' },
          { id: 'high', kind: 'rate', label: 'High' },
        ],
      },
      { id: 'a2', name: 'Oven', states: [{ id: 'on', kind: 'rate', label: 'On' }] },
    ],
  }
  const working = workingById('gas-rate')!
  const ran = runWorking(working, firstInput(working, 'metric'))
  const answer = ran.ok ? ran.value : null
  const desk = { working, units: 'metric', answer, link: () => 'https://here/calculators/gas-rate' } as unknown as WorkingDesk
  const onClose = jest.fn()
  const draw = (at: OpenVisit = visit, of: WorkingDesk = desk) =>
    render(<IntoVisitDialog desk={of} visit={at} userId="u1" onClose={onClose} />)
  const list = (name: RegExp) => screen.getByRole<HTMLSelectElement>('combobox', { name })
  const save = async () => {
    await act(async () => void fireEvent.click(screen.getByRole('button', { name: 'Record in visit' })))
  }

  test('what goes in is shown first; the rate is the last that the card has', async () => {
    put.mockResolvedValueOnce({ kind: 'kept' })
    draw()
    expect(screen.getAllByRole('listitem').length).toBeGreaterThan(1)
    expect(list(/rate/i).value).toBe('high')
    await save()
    const [target, readings, remark] = put.mock.calls[0]!
    expect(target).toMatchObject({ visitId: 'v1', userId: 'u1', applianceId: 'a1' })
    expect(readings.length).toBeGreaterThan(0)
    expect(remark).toBe('the working as text')
    expect([target.firingStateOf('rate.gas'), target.firingStateOf('pressure.standing')]).toEqual(['high', 'standing'])
    expect(onClose).toHaveBeenCalled()
  })
  test('another appliance has its own rates', async () => {
    put.mockResolvedValueOnce({ kind: 'kept' })
    draw()
    fireEvent.change(list(/appliance/i), { target: { value: 'a2' } })
    expect(list(/rate/i).value).toBe('on')
    await save()
    expect(put.mock.calls[0]![0]).toMatchObject({ applianceId: 'a2' })
    // It has no standing state on its card: then it is the rate that was named.
    expect(put.mock.calls[0]![0].firingStateOf('pressure.standing')).toBe('on')
  })
  test.each([
    [{ kind: 'kept' as const }, /7 Quarry Row/],
    [{ kind: 'waiting' as const }, /7 Quarry Row/],
    [{ kind: 'refused' as const, message: 'The visit was closed.' }, /The visit was closed\./],
  ])('$kind is said, with the way to the visit', async (done, words) => {
    put.mockResolvedValueOnce(done)
    draw()
    await save()
    const [said, more] = jest.mocked(toast).mock.calls[0]!
    expect(String(said)).toMatch(words)
    const { action } = more as unknown as { readonly action: { readonly onClick: () => void } }
    action.onClick()
    expect(push).toHaveBeenCalledWith('/visits/v1')
  })
  test('one appliance alone is not asked about; nothing to put in shows nothing', () => {
    draw({ ...visit, appliances: visit.appliances.slice(0, 1) })
    expect(screen.getAllByRole('combobox')).toHaveLength(1)
    cleanup()
    draw(visit, { ...desk, answer: null })
    expect(screen.queryByRole('dialog')).toBeNull()
  })
})
