'use client'

import type { Step } from '@lucerna/core/procedure'
import { endsByItself } from '@lucerna/core/visit'
import { useCallback, useEffect, useRef } from 'react'
import { toast } from '@/ui/toast'
import { t } from '@/messages/visit'
import { useGoesOn } from '../client/goesOn'
import { useDeviceId } from '../client/useDeviceId'
import { stepTitle, useDesk } from './context'

/**
 * Goes on to the next step when this one is over, says so, and leaves a way back for a few seconds. What it gives takes
 * what takes back the last thing that was recorded: the way back does that too.
 *
 * @param waitsForMore somebody unfolded what is read if reachable.
 */
export function useGoOn(step: Step, ready: boolean, waitsForMore: boolean): (undo: () => void) => void {
  const desk = useDesk()
  const { appliance, state, visit, context } = desk
  const undoLast = useRef<(() => void) | null>(null)
  const [wanted] = useGoesOn()
  const deviceId = useDeviceId()
  const over = wanted && ready && endsByItself(step, state, visit, context, waitsForMore)
  const wasOver = useRef(over)
  // What ended it was written down here, and while somebody looked: a step that is opened again stays open, and so does one that another device ends.
  const byMe = deviceId !== null && desk.events.at(-1)?.deviceId === deviceId
  useEffect(() => {
    if (over && !wasOver.current && byMe && !state.steps[step.id]) {
      const undo = undoLast.current
      desk.finishStep(step)
      toast(t('recorded.went-on', { step: stepTitle(step, appliance) }), {
        id: 'recorded',
        duration: 8000,
        action: {
          label: t(undo ? 'recorded.undo' : 'recorded.back'),
          onClick: () => {
            undo?.()
            desk.goTo(step.id)
          },
        },
      })
    }
    wasOver.current = over
  }, [over, byMe, step, state, appliance, desk])
  return useCallback((undo: () => void) => {
    undoLast.current = undo
  }, [])
}
