import type { Card } from '@lucerna/core/appliance'
import { type MeasurandId, MEASURAND_IDS, MEASURANDS } from '@lucerna/core/measure'
import '@/messages/figure'
import { hasWords, wordsFor } from '@/ui/words'

/** What is read with an instrument or by eye; what follows from it by calculation is never typed. */
const READ: readonly MeasurandId[] = MEASURAND_IDS.filter((id) => MEASURANDS[id].origin === 'measured')

/** Offered in every job: a figure of the electrics is what is most often wanted where no step asks for it. */
const ELECTRICS: readonly MeasurandId[] = READ.filter((id) => MEASURANDS[id].stations.includes('electrics') && !id.startsWith('time.'))

/** What only a pilot has is offered first only where there is one. */
const OF_PILOT = /^(thermocouple|pilotGenerator)\./
const hasPilot = ({ traits }: Pick<Card, 'traits'>): boolean => (traits?.pilot ?? 'none') !== 'none'

/** Small letters without accents, subscripts as figures: `plain('CO₂')` → `'co2'`. */
const plain = (text: string): string =>
  text
    .normalize('NFKD')
    .replace(/[\u0300-\u036f]/g, '')
    .toLowerCase()

/** Everything that a reading is called by: its names, where it is taken, its unit, and what the trade says. */
function calledBy(id: MeasurandId): string {
  const also = hasWords(`find.${id}`) ? wordsFor(`find.${id}`) : ''
  const { stations, metric, imperial } = MEASURANDS[id]
  const places = stations.map((s) => wordsFor(`station.${s}`))
  return plain([wordsFor(`measurand.${id}`), wordsFor(`short.${id}`), also, ...places, metric.unit, imperial.unit].join(' '))
}

/** What the card has a limit for, in the card's order. */
const limitedBy = (card: Pick<Card, 'limits'>): MeasurandId[] => [
  ...new Set(card.limits.map((l) => l.measurandId).filter((id) => READ.includes(id))),
]

/**
 * Readings that answer to some trade words, the best first: every word has to begin a word of its name, place or other names. Without any words, what
 * the card has limits for, then the electrics.
 *
 * @example
 * findFigures('coil', card) // ['coil.resistance', 'coil.pullInVoltage', 'coil.holdVoltage']
 */
export function findFigures(text: string, card: Pick<Card, 'limits' | 'traits'>): MeasurandId[] {
  const words = plain(text)
    .split(/[\s,;]+/)
    .filter(Boolean)
  const limited = limitedBy(card)
  if (words.length === 0) return [...limited, ...ELECTRICS.filter((id) => !limited.includes(id) && (hasPilot(card) || !OF_PILOT.test(id)))]
  const scored = READ.flatMap((id) => {
    const names = calledBy(id)
    const parts = names.split(/[\s,()]+/)
    if (!words.every((w) => parts.some((p) => p.startsWith(w)) || (w.length > 3 && names.includes(w)))) return []
    const short = plain(wordsFor(`short.${id}`))
    const whole = words.filter((w) => parts.includes(w)).length
    return [{ id, score: whole + (short.startsWith(words[0]!) ? 2 : 0) + (limited.includes(id) ? 1 : 0) }]
  })
  return scored.sort((a, b) => b.score - a.score).map((s) => s.id)
}
