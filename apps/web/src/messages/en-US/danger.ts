import type { Other } from '@/ui/words'
import type { danger as gb } from '../en-GB/danger'

/** American English where it differs: words of everything about safety; changed only with a second reader from the trade. */
export const danger: Other<typeof gb> = {
  'gate.danger-now': 'Immediate hazard: {{text}}',
  'action.label': 'attach a hazard tag',
  'action.notify-emergency': 'call the gas utility or 911',
  'action.notify-owner': 'give the owner a written notice',
  'action.follow-up': 'schedule a follow-up',
  'caution.first': 'If in doubt: people out, gas off if safe, call {{number}} from outside.',
  'caution.rest':
    'For licensed people only. Local code and the maker’s card come before this program. Carbon monoxide has no smell: wear a personal CO alarm. Never look for a leak with a flame. Live line voltage and hot parts inside.',
  'danger.title': 'Immediate hazard.',
  'danger.first': 'Immediate hazard: safety first',
  'danger.rules':
    'You can always leave the appliance shut off or turn it over to the gas utility or fire department. Local rules and emergency services come first.',
  'danger.not-said': 'Not answered for this hazard: {{actions}}',
  'danger.people-out.how':
    'Gas in the air or high CO: out of the building. Lower CO: out of the room. Anyone with headache, nausea or dizziness needs medical help: call 911.',
  'danger.turn-off.how': 'At the appliance or meter shutoff, if safe to reach. With gas in the air, touch no electrical switch.',
  'danger.label.do': 'Attach a hazard tag',
  'danger.label.how': 'Attaching a tag needs no permission. Shutting the gas off may need agreement: record a refusal.',
  'danger.notify-owner.do': 'Notify the owner in writing',
  'danger.follow-up.do': 'Schedule a follow-up',
  'danger.record.how': 'With location, size and a photo.',
  'safe.mains-live': 'Verify de-energized before you touch wiring. Line voltage is live inside.',
  'safe.hot-parts': 'Let hot and pressurized parts cool and vent first.',
  'safe.no-bridge': 'Never fire with a safety control jumpered.',
  'safe.pilot-unsupervised':
    'Nothing shuts off the gas if this pilot goes out. Air out the chamber first. Light it as the rating plate says and stay with it. Advise a room detector.',
  'safe.fibre': 'Raise no dust. Lining and rope may be hazardous fiber.',
  'gate.safety-bridged': 'Remove the jumper before firing: {{label}}',
  'gate.renew-always': 'Replace each time (maker): {{observation}}',
  'stop.failed-starts': 'Stand clear. No more light-off attempts.',
  'gate.safety-bridged.short': 'control jumpered',
  'gate.smell-of-gas':
    'Get everyone out. No switches, flames or phones inside. Shut the gas off at the meter if you can reach it safely. Below 10% LEL, ventilate; otherwise stay out. Call {{number}} from outside.',
  'gate.high-co-beyond': 'CO in the flue gas is beyond what the analyzer can show.',
}
