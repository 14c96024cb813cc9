import type { Other } from '@/ui/words'
import type { setup as gb } from '../en-GB/setup'

/** American English where it differs: the set-up desk. */
export const setup: Other<typeof gb> = {
  'setup.free.high-co':
    '{{co}} CO in the vent. Take the probe out, switch the burner off, ventilate, and measure CO in the room. Find and fix the cause before anything is turned; then read again.',
  'setup.turn.anticlockwise': '{{amount}} counterclockwise',
  'setup.was.anticlockwise': '{{amount}} counterclockwise at {{rate}}',
  'setup.suspect.starved': 'Short of gas: read the dynamic inlet pressure while this burner runs.',
  'setup.suspect.does-not-answer': 'The valve does not answer: wrong screw, worn regulator or a blocked vent.',
  'setup.price.flue': 'vent {{by}}',
  'setup.suspect.air-or-dirt': 'Not the gas valve: check air supply, vent, heat exchanger and orifices first.',
  'condition.sign.inlet.low': 'dynamic inlet pressure low',
  'condition.sign.inlet.normal': 'dynamic inlet pressure good',
  'condition.sign.pressure.low': 'manifold pressure low',
  'condition.sign.pressure.normal': 'manifold pressure right',
  'condition.sign.pressure.high': 'manifold pressure high',
  'condition.sign.flue.normal': 'stack temperature as usual',
  'condition.read.inlet': 'dynamic inlet pressure at high fire',
  'condition.read.pressure': 'manifold pressure at high fire',
  'condition.read.flue': 'stack temperature against the last visit',
  'adjust.net-anticlockwise': 'net {{n}} counterclockwise from as found',
  'adjust.inside-case':
    'Screw inside the cabinet. This opens a live-test loose end until the cabinet is closed. Take the final reading with the cabinet closed.',
  'setup.plan.analyser': 'Set the analyzer to {{gas}}',
}
