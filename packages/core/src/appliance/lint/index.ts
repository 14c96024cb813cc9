import type { Card } from '../cardSchema'
import { type CardFinding, type CardRule } from './finding'
import { adjustersFit, enoughRates, expectedSafeties, neededLimits, neededRows, timingFits, traitsFit, zeroGovernor } from './kinds'
import { ambiguous, inletMaximum, limitOrder, mixture, mixtureAgrees, unknownGas } from './limits'
import { limitSections, ownSteps, ratesInRatings, ratings, serviceRows, sources, states, tables, twice } from './rows'

export { CARD_FINDINGS, type CardFinding, type Finding, type FindingLevel } from './finding'

const RULES: readonly CardRule[] = [
  twice,
  traitsFit,
  timingFits,
  ratings,
  ratesInRatings,
  enoughRates,
  states,
  limitSections,
  limitOrder,
  unknownGas,
  ambiguous,
  mixture,
  mixtureAgrees,
  inletMaximum,
  zeroGovernor,
  neededLimits,
  neededRows,
  adjustersFit,
  tables,
  expectedSafeties,
  ownSteps,
  serviceRows,
  sources,
]

/**
 * Whether a card is complete and free of contradiction for its burner kind: every finding with its place, errors before doubts. A card with an
 * error is kept as a draft and cannot be issued; a doubt is shown and the lead decides.
 *
 * @example
 * lintCard({ ...larch28, limits: [] }).filter((f) => f.level === 'error').map((f) => f.code) // ['limit-missing', …]
 */
export function lintCard(card: Card): CardFinding[] {
  const seen = new Set<string>()
  const all = RULES.flatMap((rule) => rule(card)).filter((f) => {
    const key = JSON.stringify([f.code, f.path, f.params])
    return seen.has(key) ? false : seen.add(key)
  })
  return [...all.filter((f) => f.level === 'error'), ...all.filter((f) => f.level === 'doubt')]
}
