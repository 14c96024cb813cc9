import type { Other } from '@/ui/words'
import type { visit as gb } from '../en-GB/visit'

/** American English where it differs: words of the visit. */
export const visit: Other<typeof gb> = {
  'zero.gas-only': 'Gas cells only, draft port not zeroed',
  'zero.draught': 'Zero the draft port',
  'line.sky': 'vent out',
  'rate.blanked': 'first minute after light-off: flue gas not counted yet',
  'loose.probe-hole': 'Test port open',
  'adjust.anticlockwise': 'Counterclockwise',
  'adjust.net-anticlockwise': 'net {{n}} counterclockwise from as found',
  'adjust.said.anticlockwise': '{{n}} {{unit}} counterclockwise',
  'finish.next-due': 'Next maintenance due by',
  'appliances.as-at-why':
    'Room, smell of gas and main gas shutoff valve are the same for all. Copy these answers, then inspect this appliance.',
  'step.photo': 'Photo',
  'step.photos_one': '1 photo',
  'step.photos_other': '{{count}} photos',
  'photos.none': 'No photos at this step.',
  'photos.take': 'Take or choose photo',
  'photos.alt': 'Photo taken in this visit',
  'far.blanked': 'light-off: wait',
  'signature.name': 'Printed name',
  'signature.what-for': 'I have been told what was done, what was found and when the next maintenance is due.',
  'timer.let-by': 'Leak-through',
  'timer.stabilise': 'Stabilization',
  'timer.tightness': 'Leak test',
  'timer.spillage': 'Vent warm-up',
  'asks.title.safety': 'Safety controls',
  'asks.next.weeps': 'Check the expansion tank first, then a leaking fill valve.',
  'asks.next.never-fitted': 'Tell the customer. Removed, jumpered or failed is another answer: that bars normal service.',
  'asks.must-renew': 'replace each time',
  'start.title': 'Light-off attempts',
  'start.lit': 'Light-off',
  'start.failed': 'No light-off',
  'start.stood.bridged': 'Jumpered',
  'start.bridge-warning': 'Never jumper a safety device. A jumper stays on the list of loose ends until you remove it.',
  'start.none': 'No light-off attempts recorded.',
  'loose.kind.bridge': 'Jumper in control wiring',
  'loose.kind.safety-bridge': 'Jumper across a safety control',
  'adjust.inside-case':
    'Screw inside the cabinet. This opens a live-test loose end until the cabinet is closed. Take the final reading with the cabinet closed.',
  'ladder.suppliers': 'The regulator belongs to the utility. Read it and report it. Never adjust it.',
  'note.part': 'Part installed',
  'confirm.nobody':
    'A licensed technician must confirm this work on their own device. Nobody in the company has set a passcode yet (Settings).',
}
