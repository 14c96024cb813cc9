import type { Other } from '@/ui/words'
import type { people as gb } from '../en-GB/people'

/** American English where it differs: words of people, letters, audit, settings. */
export const people: Other<typeof gb> = {
  'passcode.no-licence': 'Not confirmed: this person’s license does not allow it.',
  'role-may.planner': 'Maintains sites and schedules visits. Records no readings.',
  'people.licence-number': 'License number',
  'people.licence-until': 'Expiration date',
  'people.licence': 'license {{number}}',
  'people.leave': 'Remove from company',
  'people.left-said': '{{name}} has left the company: signed out everywhere, scheduled visits unassigned.',
  'people.left-already': 'Not changed: this person has left the company.',
  'people.take-back': 'Restore to company',
  'people.last-lead': 'Not changed: this is the company’s only lead technician. Make another person a lead first.',
  'people.erase-what':
    'This erases name, address, license, sign-in, letters and remembered inputs of {{name}} permanently. Their work stays without a name. Signed reports keep the name, as gas safety records must.',
  'people.elsewhere': 'Not changed: this person now works in another company.',
  'people.erase-first-leave': 'Nothing was erased: this person is still in the company. Remove them first.',
  'audit-action.left': 'removed from the company',
  'audit-action.link-made': 'made a tag code for',
  'audit-action.link-revoked': 'revoked a tag code of',
  'audit-subject.photo': 'a photo',
  'audit-subject.firm': 'the company’s settings',
  'audit-field.licenceNumber': 'license number',
  'audit-field.licenceUntil': 'license until',
  'settings.second-factor-what':
    'Everyone in the company needs an authenticator app. Anyone without one sets it up on the next page they open. Unsent entries on their devices are kept until then.',
  'settings.firm': 'Practice profile of the company',
  'settings.time-zone-what': 'Licenses, calibrations and lists go by this clock. A visit goes by the clock of its site.',
  'settings.time-zone': 'Time zone of the company',
  'settings.look-what': 'For this device. Night for the boiler room, day for the office, glare for sun and flashlight.',
}
