'use client'

import type { Step } from '@lucerna/core/procedure'
import { readingKey } from '@lucerna/core/visit'
import { takeReading } from '@lucerna/core/measure'
import { v7 as uuidv7 } from 'uuid'
import { t } from '@/messages/visit'
import type { NewEvent } from '../client/writeDown'
import { may, useDesk } from './context'

/** What is the same for every appliance of one room: it is looked at once. */
const OF_THE_ROOM: readonly string[] = [
  'smell-of-gas',
  'emergency-control',
  'ventilation',
  'occupants-well',
  'lpg-low',
  'people-out',
  'supply-shut',
  'ventilated',
  'supplier-called',
]

/** Making safe for the second appliance of a room: what was seen and measured of the room for the first is taken over with one press. */
export function AsAtFirst({ step }: { readonly step: Step }) {
  const { context, visit, appliance, state, record, role } = useDesk()
  if (step.stage !== 'arrive' || visit.status !== 'open' || !may(role, 'observation.made')) return null
  const first = context.appliances.find(
    (a) => a.id !== appliance.id && visit.appliances.some((s) => s.applianceId === a.id && s.observations['smell-of-gas']),
  )
  const before = visit.appliances.find((s) => s.applianceId === first?.id)
  if (!first || !before) return null
  const asks = step.asks.filter((a) => OF_THE_ROOM.includes(a.id) && before.observations[a.id] && !state.observations[a.id])
  const latest = before.latest
  const own = state.latest
  const air = step.needs.flatMap((n) => {
    const r = latest.get(readingKey(n))
    return n.stationId === 'room' && r && !own.has(readingKey(n)) ? [r] : []
  })
  if (asks.length + air.length === 0) return null
  const take = () => {
    const events: NewEvent[] = asks.map((a) => ({
      type: 'observation.made',
      stepId: step.id,
      applianceId: appliance.id,
      data: { observationId: a.id, answer: before.observations[a.id]!.answer },
    }))
    if (air.length > 0)
      events.push({
        type: 'reading.taken',
        stepId: step.id,
        applianceId: appliance.id,
        data: {
          readings: air.map((r) =>
            takeReading({
              ...r,
              id: uuidv7(),
              groupId: undefined,
              instrument: context.instruments.find((i) => i.id === r.instrumentId),
            }),
          ),
        },
      })
    void record(events)
  }
  return (
    <div className="mt-3 flex flex-wrap items-center gap-3 border-y hairline py-3">
      <p className="min-w-52 flex-1 text-sm quiet">{t('appliances.as-at-why')}</p>
      <button type="button" className="btn press btn-outline" onClick={take}>
        {t('appliances.as-at', { name: first.name })}
      </button>
    </div>
  )
}
