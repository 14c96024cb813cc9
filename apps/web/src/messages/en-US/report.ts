import type { Other } from '@/ui/words'
import type { report as gb } from '../en-GB/report'

/** American English where it differs: words of the service report. */
export const report: Other<typeof gb> = {
  'report.photos': 'Photos',
  'report.licence': 'license {{number}}',
  'report.legend':
    'Round bead: within limits. Half bead: near limit. Triangle: out of limits, pointing the way the reading is off. Dashed ring: not assessed. Dry flue gas. Efficiencies count flue gas losses only, calculated from first principles at 77 °F.',
  'report.parts': 'Parts installed',
  'report.sum.never-fitted': 'Never provided by the maker: {{what}}',
  'report.sum.next': 'Next maintenance',
  'report.sum.todo-none': 'Nothing before the next maintenance.',
  'report.sum.by.next': 'by the next maintenance, {{date}}',
  'report.sum.by.soon': 'by the next maintenance',
  'report.smell':
    'If you smell gas: leave at once. Do not use switches, flames or phones inside. Call {{number}} from outside. Do not go back in.',
}
