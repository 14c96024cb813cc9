import { takeReading } from '@lucerna/core/measure'
import type { WorkingReading } from '@lucerna/core/workings'
import { v7 as uuidv7 } from 'uuid'
import { postEvents } from '@/features/visit'
import { keep, letGo } from '@/features/visit'
import { type NewEvent, writeDown } from '@/features/visit'

export type IntoVisit = { readonly kind: 'kept' } | { readonly kind: 'waiting' } | { readonly kind: 'refused'; readonly message: string }

/**
 * Puts a working's result into an open visit: what the registry knows as readings, one simultaneous set, and the rest as a remark. Written down on the device first,
 * like everything of a visit; if the server is away it stays there and goes when the visit is opened again.
 */
export async function putIntoVisit(
  target: {
    readonly visitId: string
    readonly userId: string
    readonly applianceId: string
    readonly firingStateOf: (measurandId: string) => string
  },
  readings: readonly WorkingReading[],
  remark: string,
): Promise<IntoVisit> {
  const takenAt = new Date().toISOString()
  const groupId = uuidv7()
  const made = readings.map((r) =>
    takeReading({
      id: uuidv7(),
      groupId,
      measurandId: r.measurandId,
      stationId: r.stationId,
      firingStateId: target.firingStateOf(r.measurandId),
      valueSi: r.valueSi,
      instrument: undefined,
      // Whoever puts it into a visit says by it that it was read standing still: the dialog says so.
      settled: 'declared',
      takenAt,
      brought: r,
    }),
  )
  const fresh: NewEvent[] = [
    ...(made.length > 0 ? [{ type: 'reading.taken' as const, applianceId: target.applianceId, data: { readings: made } }] : []),
    { type: 'note.added' as const, applianceId: target.applianceId, data: { text: remark.slice(0, 2000) } },
  ]
  const queued = await writeDown(target.visitId, target.userId, fresh)
  const result = await postEvents(
    target.visitId,
    queued.map((q) => q.event),
  )
  if (result.kind === 'accepted') {
    await letGo(result.accepted.map((a) => a.id))
    return { kind: 'kept' }
  }
  if (result.kind !== 'refused') return { kind: 'waiting' }
  const message = [...result.refused.values()][0] ?? ''
  await keep(queued.map((q, i) => ({ ...q, parked: { status: result.status, message: result.refused.get(i) ?? message } })))
  return { kind: 'refused', message }
}
