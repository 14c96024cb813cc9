'use client'

import type { Advised } from '@lucerna/core/advice'
import type { Step } from '@lucerna/core/procedure'
import { useEffect, useRef } from 'react'

/** As wide as this, the desk stands beside the readings. */
const BESIDE = '(min-width: 80rem)'
const TO_DO: readonly Advised['advice']['code'][] = ['move', 'calibrate', 'call-out']
const DESK = 'adjust'
const FIELDS = 'section[aria-labelledby=now] input'

/**
 * Where the desk lies under the readings, what comes next is brought into sight by itself: what was read leads to what is to be turned, what was turned to what is to be
 * read at this step.
 */
export function useInSight({ advice }: Pick<Advised, 'advice'>, step: Step): void {
  const before = useRef(advice)
  useEffect(() => {
    const was = before.current
    before.current = advice
    if (was === advice || window.matchMedia?.(BESIDE).matches !== false) return
    if (advice.code === 'read') {
      if (was.code !== 'read' && advice.rateId === step.firingStateId) document.querySelector(FIELDS)?.scrollIntoView({ block: 'center' })
    } else if (TO_DO.includes(advice.code) || (advice.code === 'done' && was.code !== 'done'))
      document.getElementById(DESK)?.scrollIntoView({ block: 'start' })
  }, [advice, step])
}
