import { defineEvent, WORKERS } from '../kit'
import { checkStep, markStep } from '../marks'

export const stepNotApplicable = defineEvent({
  type: 'step.not-applicable',
  emit: WORKERS,
  afterClosing: 'refused',
  moves: [],
  check: checkStep,
  apply: (h, { stepId, data }) => markStep(h, stepId, 'not-applicable', data.reason),
})
