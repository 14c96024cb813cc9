import type { Other } from '@/ui/words'
import type { find as gb } from '../en-GB/find'

/** American English: other names of readings. */
export const find: Other<typeof gb> = {
  'find.draught.flue': 'draft pull stack chimney spillage vent',
  'find.temperature.flue': 'stack exhaust vent',
  'find.pressure.manifold': 'burner pressure jet orifice nozzle outlet',
  'find.voltage.lineNeutral': 'l-n line 120 supply hot',
  'find.voltage.lineEarth': 'l-g ground line',
  'find.voltage.neutralEarth': 'n-g ground polarity',
  'find.leakage.earth': 'milliamp clamp gfci trip ground',
}
