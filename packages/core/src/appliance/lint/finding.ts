import type { Card } from '../cardSchema'

export type FindingLevel = 'error' | 'doubt'

/** One thing that a linter says of a card or profile: an error keeps it from being issued, a doubt is to be looked at. */
export interface Finding<Code extends string> {
  readonly level: FindingLevel
  /** A code of the message files. */
  readonly code: Code
  readonly params: Readonly<Record<string, string | number>>
  /** Where on the card, from the outside in. */
  readonly path: readonly (string | number)[]
}
export type CardFinding = Finding<CardFindingCode>

/** Every code, with its level: the interface has words for each. */
export const CARD_FINDINGS = {
  'id-twice': 'error',
  'traits-missing': 'error',
  'traits-odd': 'error',
  'timing-missing': 'doubt',
  'purge-short': 'doubt',
  'rating-order': 'error',
  'rating-net-gross': 'error',
  'rating-supply-missing': 'error',
  'rating-rate': 'error',
  'rate-missing': 'error',
  'rates-too-few': 'error',
  'state-not-forced': 'error',
  'state-no-way-back': 'doubt',
  'state-order': 'error',
  'section-unknown': 'error',
  'sections-too-few': 'error',
  'limit-order': 'error',
  'limit-ambiguous': 'error',
  'limit-missing': 'error',
  'limit-zero-governor': 'error',
  'limit-gas-unknown': 'error',
  'co2-impossible': 'error',
  'o2-impossible': 'error',
  'mixture-rich': 'doubt',
  'o2-co2-apart': 'error',
  'inlet-over-maximum': 'error',
  'adjuster-state': 'error',
  'adjuster-kind': 'error',
  'adjuster-none': 'doubt',
  'adjuster-direction': 'doubt',
  'adjuster-effect': 'doubt',
  'table-order': 'error',
  'table-clean-dirty': 'error',
  'table-missing': 'error',
  'table-unit': 'error',
  'test-point-missing': 'error',
  'safety-missing': 'error',
  'safety-no-proof': 'doubt',
  'service-seals': 'doubt',
  'gap-unreadable': 'doubt',
  'own-step-state': 'error',
  'own-step-station': 'error',
  'own-step-override': 'error',
  'own-step-yes-no': 'error',
  'source-missing': 'doubt',
} as const satisfies Record<string, FindingLevel>
export type CardFindingCode = keyof typeof CARD_FINDINGS

/** What a rule of the linter is: a card in, its findings out. */
export type CardRule = (card: Card) => CardFinding[]

export const finding = (code: CardFindingCode, path: CardFinding['path'], params: CardFinding['params'] = {}): CardFinding => ({
  level: CARD_FINDINGS[code],
  code,
  params,
  path,
})
