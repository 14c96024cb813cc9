import type { Other } from '@/ui/words'
import type { forms as gb } from '../en-GB/forms'

/** American English where it differs: words of forms of registers, photographs, removal. */
export const forms: Other<typeof gb> = {
  'photo.other-visit': 'Not saved: a photo with this id belongs to another visit.',
  'field.no-such-card': 'Your company has no such card.',
  'field.not-sendable': 'This person cannot be assigned: not in the company, or not allowed to record readings.',
  'field.licence-number': 'A license number is required for gas work.',
  'field.licence-until': 'Enter the license expiration date.',
  'field.already-in-firm': 'Someone in the company already has this address.',
  'register.not-there': 'Not found. It may have been removed, or it belongs to another company.',
  'photo.title': 'Photos',
  'photo.add': 'Add photos',
  'photo.none': 'No photos yet.',
  'photo.of': 'Photo of {{date}}',
  'photo.removed': 'Photo removed.',
  'photo.erased': 'The photo was erased permanently.',
  'photo.too-large': 'Not saved: a photo can be 20 MB at most. Take it with less detail.',
  'photo.not-readable': 'Not saved: the file is not a readable photo (JPEG, PNG, WebP, HEIF).',
}
