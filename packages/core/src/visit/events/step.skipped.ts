import { z } from 'zod'
import { textSchema } from '../../shapes'
import { defineEvent, WORKERS } from '../kit'
import { checkStep, markStep } from '../marks'

export const stepSkipped = defineEvent({
  type: 'step.skipped',
  data: z.strictObject({ reason: textSchema(3, 2000) }),
  emit: WORKERS,
  afterClosing: 'refused',
  moves: [],
  check: checkStep,
  apply: (h, { stepId, data }) => markStep(h, stepId, 'skipped', data.reason),
})
