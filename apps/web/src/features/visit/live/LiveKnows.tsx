'use client'

import type { Step } from '@lucerna/core/procedure'
import { readingKey } from '@lucerna/core/visit'
import { useEffect, useRef } from 'react'
import { toast } from '@/ui/toast'
import { t } from '@/messages/visit'
import type { NewEvent } from '../client/writeDown'
import { may, useDesk } from '../parts/context'
import { useLiveView } from './context'
import { useRecordsItself } from './recordsItself'
import { useLiveFigures } from './useLiveFigures'

/**
 * What connected instruments know is not asked: that they zeroed themselves when they were switched on, that CO stood still for three minutes, and that the
 * probe is ready for the sweep. Written down by itself where that was asked for, and said.
 */
export function LiveKnows({ step }: { readonly step: Step }) {
  const { visit, state, context, instruments, appliance, record, role } = useDesk()
  const view = useLiveView()
  const live = useLiveFigures(step)
  const [itself] = useRecordsItself()
  const told = useRef(new Set<string>())
  const channels = [...view.channels.values()]
  const zeroed = context.instruments.filter(
    (i) =>
      (step.zeroes as readonly string[]).includes(i.kind) &&
      instruments.instrumentIds.includes(i.id) &&
      !visit.zeroed.some((z) => z.instrumentId === i.id) &&
      channels.some((c) => c.instrument.id === i.id && c.trace.zeroedS !== null && c.trace.status !== 'zeroing'),
  )
  const co = step.needs.find((n) => n.measurandId === 'co.flue')
  const steady =
    co !== undefined &&
    step.asks.some((a) => a.id === 'co-steady') &&
    !state.observations['co-steady'] &&
    live.get(readingKey(co))?.standing.climbing === false
  const sweep = step.timers.find((c) => c.id === 'case-sweep')
  const sweeps =
    sweep !== undefined &&
    live.size > 0 &&
    step.asks.every((a) => state.observations[a.id]) &&
    !visit.timers.some((c) => c.timer === sweep.id && c.applianceId === appliance.id)
  const at = { stepId: step.id, applianceId: appliance.id }
  const known: readonly { readonly key: string; readonly event: NewEvent; readonly said: string }[] = [
    ...zeroed.map((i) => ({
      key: `zero ${i.id}`,
      event: { type: 'instrument.zeroed' as const, ...at, data: { instrumentId: i.id, place: 'clean-air' as const } },
      said: t('live.knows.zeroed', { name: `${i.maker} ${i.model}` }),
    })),
    ...(steady
      ? [
          {
            key: 'steady',
            event: { type: 'observation.made' as const, ...at, data: { observationId: 'co-steady', answer: 'steady' } },
            said: t('live.knows.steady'),
          },
        ]
      : []),
    ...(sweeps
      ? [
          {
            key: 'sweep',
            event: { type: 'timer.started' as const, ...at, data: { timer: sweep.id, seconds: sweep.seconds } },
            said: t('live.knows.sweep'),
          },
        ]
      : []),
  ]
  const writes = itself === true && visit.status === 'open' && may(role, 'observation.made')
  useEffect(() => {
    const due = writes ? known.filter((k) => !told.current.has(k.key)) : []
    if (due.length === 0) return
    for (const { key } of due) told.current.add(key)
    void record(due.map((k) => k.event))
    toast(due.map((k) => k.said).join(' '), { id: 'known' })
  })
  return null
}
