import type { Other } from '@/ui/words'
import type { label as gb } from '../en-GB/label'

/** American English where it differs: words of the service label. */
export const label: Other<typeof gb> = {
  'label.title': 'Service tag',
  'label.next': 'Next maintenance due {{date}}',
  'label.no-next': 'Next maintenance: no date set',
  'label.smell': 'Smell of gas? Leave at once and call {{number}}',
  'label.links-what': 'A code opens this appliance after sign-in to your company. A revoked code opens nothing; print a new tag then.',
  'label.no-link': 'Make the tag’s code first.',
}
