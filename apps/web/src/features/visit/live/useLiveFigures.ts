'use client'

import type { Step } from '@lucerna/core/procedure'
import { bandFor, readingKey } from '@lucerna/core/visit'
import { useEffect, useState } from 'react'
import { useDesk } from '../parts/context'
import { assigned, liveFigures, type LiveNeed } from './figures'
import { useBench, useLiveParts, useLiveView } from './context'

const instant = (): number => Date.now()
const NONE: ReadonlyMap<string, LiveNeed> = new Map()

/** The figures of a step as connected instruments show them; empty while none is connected. On the bench, hoses and probe go where the step wants them. */
export function useLiveFigures(step: Pick<Step, 'id' | 'needs' | 'firingStateId'>): ReadonlyMap<string, LiveNeed> {
  const { appliance, state, visit, context, instruments } = useDesk()
  const view = useLiveView()
  const board = useLiveParts()?.board
  const [arrivedMs] = useState(() => board?.arrivedAt(`${appliance.id} ${step.id}`) ?? instant())
  const channels = assigned(step.needs, instruments, context, view)
  useBenchHoses(step, channels)
  if (channels.size === 0) return NONE
  const turned = state.adjustments.at(-1)?.at
  const commanded = step.firingStateId && state.commanded?.firingStateId === step.firingStateId ? state.commanded.at : null
  const sinceMs = Math.max(arrivedMs, commanded ? Date.parse(commanded) : 0, turned ? Date.parse(turned) : 0)
  const firing = appliance.card.firingStates.find((s) => s.id === step.firingStateId)?.kind === 'rate'
  const timer = visit.timers.findLast((c) => c.stepId === step.id && c.applianceId === appliance.id)
  const clock = timer
    ? { fromMs: Date.parse(timer.startedAt), out: timer.endedAt !== null || view.at >= Date.parse(timer.startedAt) + timer.seconds * 1000 }
    : null
  return liveFigures(
    step.needs,
    channels,
    view,
    { lightOffMs: state.litAt ? Date.parse(state.litAt) : null, sinceMs, firing, clock },
    {
      bandOf: (need) => bandFor(appliance, context.practice, need),
      before: (need) => appliance.lastVisit[readingKey(need)] ?? null,
    },
  )
}

/** On the bench the technician's hands are simulated too: what the step reads is connected when it is arrived at. */
function useBenchHoses(step: Pick<Step, 'needs'>, channels: ReturnType<typeof assigned>): void {
  const { appliance } = useDesk()
  const bench = useLiveParts()?.bench
  const view = useBench()
  const follows = view?.on === true && view.follows
  const wanted = step.needs.flatMap((need) => {
    const channel = channels.get(readingKey(need))
    const section = appliance.card.sections.findIndex((s) => s.id === need.sectionId)
    return channel
      ? [
          {
            serial: channel.instrument.serial,
            id: channel.spec.id,
            at: { measurandId: need.measurandId, stationId: need.stationId, section: Math.max(0, section) },
          },
        ]
      : []
  })
  const key = JSON.stringify(wanted)
  useEffect(() => {
    if (!follows || !bench) return
    for (const { serial, id, at } of JSON.parse(key) as typeof wanted) bench.connect(serial, id, at)
  }, [bench, follows, key])
}
