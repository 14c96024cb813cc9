import { defineEvent, WORKERS } from '../kit'
import { checkStep, markStep } from '../marks'

export const stepDone = defineEvent({
  type: 'step.done',
  emit: WORKERS,
  afterClosing: 'refused',
  moves: [],
  check: checkStep,
  apply: (h, { stepId }) => markStep(h, stepId, 'done', null),
})
