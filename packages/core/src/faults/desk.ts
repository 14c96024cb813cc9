import { type Card, faultCode } from '../appliance'
import type { FaultMap } from './map'
import { causeIdOf } from './maps/called'
import type { Background, Diagnosis } from './reason'
import { type Link, LINKS, type Symptom, SYMPTOMS } from './symptoms'

/** A link of the chain is suspect above this, and ruled out below that. */
const SUSPECT = 0.15
const OUT = 0.03

/** Symptoms that a map has, in the order in which people name them. */
export const symptomsOf = (map: FaultMap): readonly Symptom[] => SYMPTOMS.filter((s) => map.book[s])

/**
 * What a code on the display leads to: its causes by the map’s names, and the symptom in which they are commonest. Null for a code that the card does not know: then the symptom
 * is asked for.
 *
 * @example
 * ofCode(larch28, faultMapOf('premix-pneumatic'), 'L4') // { meaning: 'Flame lost while running', causes: ['rod', 'low-mixture', 'recirculation'], symptom: 'drops-out' }
 */
export function ofCode(
  card: Pick<Card, 'faultCodes'>,
  map: FaultMap,
  shown: string,
): { readonly meaning: string; readonly causes: readonly string[]; readonly symptom: Symptom | null } | null {
  const code = faultCode(card, shown)
  if (!code) return null
  const causes = code.causes.map(causeIdOf)
  const share = (s: Symptom) => map.causes.reduce((sum, c) => sum + (causes.includes(c.id) ? (c.priors[s] ?? 0) : 0), 0)
  const [symptom] = symptomsOf(map).toSorted((a, b) => share(b) - share(a))
  return { meaning: code.meaning, causes, symptom: symptom !== undefined && share(symptom) > 0 ? symptom : null }
}

/** What the card knows of a symptom, for {@link Diagnosis}: its own odds, and the causes of the code that is shown. */
export function backgroundOf(
  card: Pick<Card, 'faultCodes' | 'mapOverrides'>,
  map: FaultMap,
  symptom: Symptom,
  shown: string | null,
): Background {
  return {
    symptom,
    card: Object.fromEntries(card.mapOverrides.map((o) => [causeIdOf(o.cause), o.oddsFactor])),
    code: shown === null ? [] : (ofCode(card, map, shown)?.causes ?? []),
  }
}

/** How a link of the chain stands. */
export type LinkState = 'suspect' | 'ruled-out' | 'open'

/**
 * The chain from demand to heat, as far as this symptom has causes in it: suspect, ruled out, or open, with the odds of everything in it together.
 */
export function chainOf({ result }: Diagnosis): readonly { readonly link: Link; readonly state: LinkState; readonly p: number }[] {
  return LINKS.flatMap((link) => {
    const here = result.odds.filter((o) => o.cause.link === link)
    if (here.length === 0) return []
    const p = Math.min(
      1,
      here.reduce((sum, o) => sum + o.p, 0),
    )
    return [{ link, state: p >= SUSPECT ? 'suspect' : p < OUT ? 'ruled-out' : 'open', p } as const]
  })
}

/** Steps of a start behind which it counts as running. */
const RUNS: readonly string[] = ['blower', 'rate-reached', 'valve-shuts', 'post-purge']
const DIED: Readonly<Record<string, string>> = {
  fan: 'no-fan',
  'air-proved': 'air-not-proved',
  'pre-purge': 'air-not-proved',
  'damper-open': 'air-not-proved',
  'valves-proved': 'not-proving',
  igniter: 'no-spark',
  'gas-valve': 'no-gas',
  'flame-proved': 'no-flame',
  'carries-over': 'no-flame',
}

/**
 * What watching a start shows, by the step of the sequence of operation that did not come: the result of the check *start*. What stands before the fan leaves it dead.
 *
 * @example
 * startResult('igniter') // 'no-spark'
 * startResult(null) // 'runs'
 */
export const startResult = (diedAt: string | null): string =>
  diedAt === null || RUNS.includes(diedAt) ? 'runs' : (DIED[diedAt] ?? 'nothing')
