'use client'

import type { Step } from '@lucerna/core/procedure'
import { useEffect } from 'react'
import { useDesk } from '../parts/context'
import { useBench, useLiveParts } from './context'

/** Work that is done with the burner off, and what begins with it off. */
const OFF: readonly Step['kind'][] = [
  'isolate',
  'strip',
  'replace-valve',
  'gas-part',
  'convert',
  'standing',
  'let-by',
  'tightness',
  'sequence',
  'dead-start',
]

/** On the bench the technician's hands are simulated too: the rate that the step wants is held, the burner is off while it is worked on, screws are turned as recorded. */
export function useBenchFollows(step: Step | undefined): void {
  const { appliance, state } = useDesk()
  const bench = useLiveParts()?.bench
  const view = useBench()
  const follows = view?.on === true && view.follows
  const held = appliance.card.firingStates.find((s) => s.id === (step?.firingStateId ?? state.commanded?.firingStateId))
  const off = step !== undefined && OFF.includes(step.kind)
  const force = !off && held?.kind === 'rate' ? held.id : null
  const turns = JSON.stringify(state.netTurns)
  useEffect(() => {
    if (!follows || !bench) return
    bench.set({ call: force !== null, force, adjusters: JSON.parse(turns) as Record<string, number> })
  }, [bench, follows, force, turns])
}
