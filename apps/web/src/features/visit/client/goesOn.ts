'use client'

import { deviceChoice } from './deviceChoice'

const useChosen = deviceChoice('lucerna.goes-on')

/** Whether the checklist goes on by itself when a step has all it needs; chosen on each device, on until somebody switches it off. */
export function useGoesOn(): readonly [on: boolean, choose: (on: boolean) => void] {
  const [on, choose] = useChosen()
  return [on ?? true, choose]
}
