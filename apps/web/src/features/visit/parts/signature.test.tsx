/** @jest-environment jsdom */
import '@/test/browserParts'
import { DEMO_CARDS } from '@lucerna/sim/cards'
import { cleanup, fireEvent, render, screen, waitFor, within } from '@testing-library/react'
import { deskOf, visitOf } from '@/test/desk'
import type { NewEvent } from '../client/writeDown'
import { DeskProvider, type VisitDesk } from './context'
import { Signature } from './Signature'

jest.mock('./SignDialog', () => ({
  SignDialog: ({ onSigned, asksName }: { readonly onSigned: (picture: Blob, name: string) => void; readonly asksName?: boolean }) => (
    <button type="button" onClick={() => onSigned(new Blob(['ink']), asksName === false ? '' : 'R. FENNICK')}>
      draws
    </button>
  ),
}))
jest.mock('./Picture', () => ({ Picture: ({ id }: { readonly id: string }) => <i data-testid="picture">{id}</i> }))
afterEach(cleanup)

const played = visitOf(DEMO_CARDS[0]!, 'annual-service')!
type Signed = VisitDesk['visit']['signatures'][number]
function show({
  signatures = [],
  last = null,
  status = 'open',
}: {
  signatures?: Signed[]
  last?: Blob | null
  status?: 'open' | 'closed'
}) {
  const desk = deskOf(
    played,
    played.events.filter((e) => e.type === 'visit.started'),
  )
  const written: NewEvent[] = []
  const pictures: { kind: string; caption: string }[] = []
  const kept: Blob[] = []
  const photos = {
    ...desk.photos,
    add: (p: { kind: string; caption: string }) => Promise.resolve(void pictures.push(p)),
    ownSignature: () => Promise.resolve(last),
    keepOwnSignature: (b: Blob) => Promise.resolve(void kept.push(b)),
  }
  const record = (events: NewEvent[]) => Promise.resolve(void written.push(...events))
  render(
    <DeskProvider value={{ ...desk, visit: { ...desk.visit, status, signatures }, photos, record } as never}>
      <Signature stepId="hand-over" />
    </DeskProvider>,
  )
  const row = (name: string) => within(screen.getByRole('group', { name }))
  return { written, pictures, kept, technician: row('Technician’s signature'), customer: row('Customer’s signature') }
}

test('a technician draws once, and signs the next time with one tap', async () => {
  const first = show({})
  fireEvent.click(first.technician.getByRole('button', { name: 'Sign' }))
  fireEvent.click(screen.getByText('draws'))
  await waitFor(() => expect(first.written).toMatchObject([{ type: 'signature.given', data: { by: 'technician', outcome: 'signed' } }]))
  expect(first.kept).toHaveLength(1)
  expect(first.pictures).toMatchObject([{ kind: 'signature', caption: '' }])
  cleanup()
  const next = show({ last: new Blob(['ink']) })
  fireEvent.click(await next.technician.findByRole('button', { name: 'Sign as before' }))
  await waitFor(() => expect(next.written).toMatchObject([{ data: { by: 'technician', drawingId: expect.any(String) as string } }]))
  expect(next.kept).toEqual([])
})

test('a customer signs with a name, refuses, or is not there', async () => {
  const { customer, written, pictures } = show({})
  fireEvent.click(customer.getByRole('button', { name: 'Sign here' }))
  fireEvent.click(screen.getByText('draws'))
  await waitFor(() => expect(written).toHaveLength(1))
  expect(pictures).toMatchObject([{ caption: 'R. FENNICK' }])
  fireEvent.click(customer.getByRole('button', { name: 'Refused' }))
  fireEvent.click(customer.getByRole('button', { name: 'Nobody present' }))
  expect(written.map((e) => (e.data as { outcome: string }).outcome)).toEqual(['signed', 'refused', 'nobody-there'])
})

test('what was signed is shown with who and when; a closed visit is not signed anew', () => {
  const at = '2026-06-01T09:28:00.000Z'
  const { technician, customer } = show({
    status: 'closed',
    signatures: [
      { by: 'technician', outcome: 'signed', drawingId: 'd1', at, who: 'Tobias Achterberg' },
      { by: 'customer', outcome: 'signed', drawingId: 'd2', at, who: 'Tobias Achterberg' },
    ],
  })
  expect(screen.getByText('Tobias Achterberg, 11:28')).toBeTruthy()
  expect(screen.getAllByTestId('picture').map((p) => p.textContent)).toEqual(['d1', 'd2'])
  for (const button of [...technician.getAllByRole('button'), ...customer.getAllByRole('button')])
    expect((button as HTMLButtonElement).disabled).toBe(true)
  expect(customer.getByRole('button', { pressed: true }).textContent).toBe('● Signed')
})
