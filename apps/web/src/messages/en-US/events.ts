import type { Other } from '@/ui/words'
import type { events as gb } from '../en-GB/events'

/** American English where it differs: words of entries of a visit’s log. */
export const events: Other<typeof gb> = {
  'refused.one-gas-only': 'The card has no orifice or rating for another gas. Choose another card version first.',
  'event.part.fitted': 'Part installed',
  'event.start.tried': 'Light-off attempt',
  'breach.dismantled-before-proved-dead': 'Lead disconnected before it was verified de-energized',
  'refused.unknown-instrument': 'Your company has no such instrument.',
  'refused.other-job': 'Job type differs from the scheduled visit ({{planned}}). Open the scheduled visit and start it there.',
  'refused.role-lapsed': 'Your role ({{role}}) cannot record “{{entry}}”. Your license has expired. Ask a licensed technician.',
  'not-yet.not-in-service_one':
    'Not saved: one item blocks normal service. Clear it, leave the appliance shut off, or turn it over to the gas utility.',
  'not-yet.not-in-service_other':
    'Not saved: {{count}} items block normal service. Clear them, leave the appliance shut off, or turn it over to the gas utility.',
  'create.not-on-site': 'Visit not scheduled: one of the appliances is not at this site. Check the list and try again.',
}
