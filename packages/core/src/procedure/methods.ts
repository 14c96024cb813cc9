import type { Card } from '../appliance'
import { type MethodId, methodOf, type Practice } from '../practice'
import type { Step, StepKind } from './step'

type About = Pick<Card, 'burnerKind' | 'traits'>
const piloted = ({ traits }: About): boolean => traits !== null && traits.pilot !== 'none'
const thermocouple = ({ traits }: About): boolean => traits?.pilotSensor === 'thermocouple'
const mains = ({ traits }: About): boolean => traits?.power !== 'millivolt'

/** At which steps a way of the profile is told, and of which appliances. */
const TOLD: readonly { readonly id: MethodId; readonly at: readonly StepKind[]; readonly when?: (card: About) => boolean }[] = [
  { id: 'dead-test', at: ['isolate'], when: mains },
  { id: 'pilot-cleaning', at: ['strip', 'look-first'], when: piloted },
  { id: 'exchanger-cleaning', at: ['strip', 'look-first'] },
  { id: 'electrodes', at: ['strip', 'basics'] },
  { id: 'coil-volts', at: ['basics', 'dead-start'] },
  { id: 'thermistor', at: ['basics'], when: mains },
  { id: 'interrupter', at: ['basics', 'pilot'], when: thermocouple },
  { id: 'pilot-seat', at: ['seat', 'pilot'], when: piloted },
  { id: 'ferrule-flare', at: ['replace-valve', 'gas-part'] },
  { id: 'set-by', at: ['manifold', 'flue'] },
]

/**
 * How the practice does what a step asks, where practitioners disagree: the profile's own word with its source. What is done the usual way by nobody's word
 * is not told.
 *
 * @example
 * methodsAt(strip, stag95, practice) // [{ id: 'pilot-cleaning', mode: 'leave-lit', source: 'House rule' }]
 */
export function methodsAt(
  step: Pick<Step, 'kind'>,
  card: About,
  practice: Practice,
): { readonly id: MethodId | 'adapted-valve'; readonly mode: string; readonly source: string }[] {
  const { first, source } = practice.adaptedValve
  return [
    ...TOLD.filter((m) => m.at.includes(step.kind) && (m.when?.(card) ?? true)).flatMap(({ id }) => {
      const way = methodOf(practice, id)
      return way.source === null ? [] : [{ id, mode: way.mode, source: way.source }]
    }),
    // The valve's own calibration first, or straight to setting by hand.
    ...(step.kind === 'adapt' ? [{ id: 'adapted-valve' as const, mode: first, source }] : []),
  ]
}
