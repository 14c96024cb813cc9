import { DEMO_CARDS } from '@lucerna/sim/cards'
import type { Step } from '@lucerna/core/procedure'
import { foldVisit, type StoredEvent } from '@lucerna/core/visit'
import { act, fireEvent, render, screen } from '@testing-library/react'
import type { ReactNode } from 'react'
import { VISIT, visitOf } from '@/test/desk'
import { LivingDesk } from '@/test/livingDesk'
import { DeskProvider } from '../parts/context'
import { StepPanel } from '../parts/StepPanel'
import type { Bench } from './Bench'
import { LiveProvider } from './context'
import { LiveBar } from './LiveBar'
import { LiveBoard, METER_READER } from './LiveBoard'
import { TestLines } from './testLines'

/** Steps of a visit in front of connected instruments, for tests. */

const larch = DEMO_CARDS.find((c) => c.id === 'tarnwick-larch-28-c')!
export const visit = visitOf(larch, 'annual-service')!
export const of = (kind: Step['kind'], rate: string | null = null) =>
  visit.steps.find((s) => s.kind === kind && (rate === null || s.firingStateId === rate))!
export const listen = jest.fn()
export const noBench = { subscribe: () => () => {}, getSnapshot: () => null } as unknown as Bench

/** The visit as it would be, as the screen folds it. */
const tried = (events: readonly StoredEvent[], fresh: readonly object[], at: string) =>
  foldVisit(
    VISIT,
    [
      ...events,
      ...fresh.map(
        (e, i) =>
          ({
            id: `tried-${i}`,
            visitId: VISIT,
            v: 1,
            at,
            deviceId: 'd',
            deviceSeq: i,
            seq: 1e6 + i,
            authorId: 'a',
            authorName: 'A',
            provisional: false,
            ...e,
          }) as unknown as StoredEvent,
      ),
    ],
    visit.context,
  )

/** A step in front of connected instruments. */
export function open(step: Step, more: ReactNode = null) {
  const board = new LiveBoard(visit.context.instruments)
  board.source('bridge', 'on')
  const log: StoredEvent[] = []
  render(
    <LiveProvider value={{ board, bench: noBench, listen }}>
      <LivingDesk visit={visit} log={log}>
        {(desk) => (
          <DeskProvider value={{ ...desk, tryOut: (fresh, at) => tried(desk.events, fresh, at) }}>
            <LiveBar />
            <StepPanel step={step} />
            {more}
          </DeskProvider>
        )}
      </LivingDesk>
    </LiveProvider>,
  )
  const lines = new TestLines(board)
  /** Shows values for so many seconds, twice a second, with a last digit that moves as digits do. */
  const shows = (values: Readonly<Record<string, readonly [number, string]>>, seconds: number) =>
    act(() => {
      for (let i = 0; i < seconds * 2; i++) {
        for (const [channel, [value, unit]] of Object.entries(values))
          lines.show(channel, channel === 'meterIndex' ? value * i : value, unit, channel === 'meterIndex' ? METER_READER.serial : 'T1')
        jest.advanceTimersByTime(500)
      }
    })
  return { board, log, lines, shows }
}
export const types = (log: readonly StoredEvent[]) => log.map((e) => e.type)
export const press = (name: RegExp | string) => act(async () => void fireEvent.click(screen.getByRole('button', { name })))
export const taken = (log: readonly StoredEvent[]) => log.flatMap((e) => (e.type === 'reading.taken' ? e.data.readings : []))
