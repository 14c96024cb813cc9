import type { Other } from '@/ui/words'
import type { visitLater as gb } from '../en-GB/visit-later'

/** American English where it differs: what a visit says in the parts that open over it. */
export const visitLater: Other<typeof gb> = {
  'adjust.anticlockwise': 'Counterclockwise',
  'adjust.said.anticlockwise': '{{n}} {{unit}} counterclockwise',
  'far.blanked': 'light-off: wait',
  'note.part': 'Part installed',
}
