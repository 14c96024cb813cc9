import { defineEvent, WORKERS } from '../kit'
import { checkStep, markStep } from '../marks'

export const stepSkipped = defineEvent({
  type: 'step.skipped',
  emit: WORKERS,
  afterClosing: 'refused',
  moves: [],
  check: checkStep,
  apply: (h, { stepId, data }) => markStep(h, stepId, 'skipped', data.reason),
})
