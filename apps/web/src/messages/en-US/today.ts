import type { Other } from '@/ui/words'
import type { today as gb } from '../en-GB/today'

/** American English where it differs: words of today. */
export const today: Other<typeof gb> = {
  'today.none-mine': 'No visits scheduled for you today.',
  'today.empty-ask': 'Due services appear on the dispatcher’s page.',
  'today.licence-missing':
    'No license is recorded for you. You can still record; a licensed technician must confirm your work and close the visit. Ask a lead technician to enter it.',
  'today.licence-soon': 'Your license expires on {{until}}. Without a license you can only record.',
  'today.absent': 'Not installed: {{label}}',
  'desk.lead-clear': 'Nothing to do: no work to confirm, no license or calibration about to expire.',
  'desk.licences': 'Licenses',
  'desk.planning': 'To schedule',
  'desk.unassigned-none': 'Every scheduled visit is assigned.',
  'desk.due': 'Service due, no visit scheduled',
  'today.empty': 'No visits scheduled for today',
  'today.empty-how': 'Schedule or start a visit from an appliance.',
  'today.licence-lapsed':
    'Your license expired on {{until}}. You can still record; a licensed technician must confirm your work and close the visit.',
}
