import type { StoredEvent } from '@lucerna/core/visit'
import { type ReactNode, useState } from 'react'
import { DeskProvider, type VisitDesk } from '@/features/visit/parts/context'
import { APPLIANCE, deskOf, type Visit, VISIT } from './desk'

/** A desk that goes on: what its parts write down is in the log the next moment, as on a device. */
export function LivingDesk({
  visit,
  log,
  more,
  whole = false,
  children,
}: {
  readonly visit: Visit
  /** Everything that was written down, for the test to look at. */
  readonly log: StoredEvent[]
  readonly more?: Partial<VisitDesk>
  /** With everything that the visit holds, not its start alone. */
  readonly whole?: boolean
  readonly children: (desk: VisitDesk) => ReactNode
}) {
  const [events, setEvents] = useState<StoredEvent[]>(() => visit.events.filter((e) => whole || e.type === 'visit.started'))
  const desk: VisitDesk = {
    ...deskOf(visit, events),
    record: (fresh) => {
      const stored = fresh.map((e, i) => {
        const n = 9001 + log.length + i
        return {
          v: 1,
          visitId: VISIT,
          applianceId: APPLIANCE,
          at: new Date(Date.parse('2026-06-01T09:00:00.000Z') + n * 60_000).toISOString(),
          deviceId: '00000000-0000-7000-8000-000000000003',
          deviceSeq: n,
          seq: n,
          receivedAt: null,
          authorId: 'a',
          authorName: 'Tobias Achterberg',
          provisional: false,
          id: `00000000-0000-7000-8000-${String(n).padStart(12, '0')}`,
          ...e,
        } as unknown as StoredEvent
      })
      log.push(...stored)
      setEvents((before) => [...before, ...stored])
      return Promise.resolve()
    },
    ...more,
  }
  return <DeskProvider value={desk}>{children(desk)}</DeskProvider>
}
