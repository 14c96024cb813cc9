import type { Other } from '@/ui/words'
import type { anyFigure as gb } from '../en-GB/figure'

/** American English: what differs from British in recording any reading. */
export const anyFigure: Other<typeof gb> = {
  'instance.flow-sensor': 'Supply sensor',
  'instance.flue-sensor': 'Vent sensor',
  'figure.covers': 'Cabinet',
}
