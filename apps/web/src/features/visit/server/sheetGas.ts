import type { Card, GasId } from '@lucerna/core/appliance'

/**
 * The gas that the sheet is for. The plate not matching the gas on site is a finding of the visit: the card's first gas then judges, and the step asks
 * for the plate. Only a change of gas is about the gas on site whatever the card says.
 */
export const sheetGas = (jobKind: string, card: Pick<Card, 'ratings'>, onSite: string): GasId => {
  const rated = card.ratings.find((r) => r.gas === onSite)?.gas
  return rated ?? (jobKind === 'change-of-gas' ? (onSite as GasId) : card.ratings[0]!.gas)
}
