import type { Other } from '@/ui/words'
import type { live as gb } from '../en-GB/live'

/** American English where it differs: instruments that speak for themselves. */
export const live: Other<typeof gb> = {
  'live.bench.anticlockwise': 'Counterclockwise',
  'live.hint.probe-in-air': 'This is air, not flue gas. Put the probe into the vent, tip in mid-stream.',
  'live.hint.diluted': 'More air and a lower temperature than last time: air may be leaking in. Seal the test port, check hose and trap.',
  'live.wear.governorDrift': 'Pressure regulator out of adjustment',
  'live.wear.rodCondition': 'Flame sensor',
  'live.mishap.pump-off': 'Analyzer pump off',
  'live.mishap.unplugged': 'Analyzer unplugged',
}
