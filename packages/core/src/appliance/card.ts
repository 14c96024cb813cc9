import type { Card } from './cardSchema'
import type { FiringState } from './cardParts'

/** The rates of a card, from the largest to the smallest: the order in which they are measured and set. */
export const ratesOf = (card: Pick<Card, 'firingStates'>): FiringState[] =>
  card.firingStates.filter((state) => state.kind === 'rate').sort((a, b) => b.order - a.order)

/** A firing state of a card by id. */
export const firingState = (card: Pick<Card, 'firingStates'>, id: string): FiringState | undefined =>
  card.firingStates.find((state) => state.id === id)

/**
 * What a card says of a code on the display: letter case and blanks do not matter. Undefined for a code that it lacks.
 *
 * @example
 * faultCode(larch28, 'f 28')?.meaning // 'No flame after the start attempts'
 */
export function faultCode(card: Pick<Card, 'faultCodes'>, shown: string): Card['faultCodes'][number] | undefined {
  const plain = (code: string) => code.replace(/[\s.-]/g, '').toUpperCase()
  return card.faultCodes.find((f) => plain(f.code) === plain(shown))
}

/**
 * Whether an adjuster is a calibration that the control runs by itself: started, not turned. Cards from before it had a function of its own name it as a menu "auto…".
 *
 * @example
 * isCalibration({ function: 'calibration', id: 'auto' }) // true
 */
export const isCalibration = ({ function: what, id }: { readonly function: string; readonly id: string }): boolean =>
  what === 'calibration' || (what === 'menu' && id.startsWith('auto'))
