import { and, eq, type SQL } from 'drizzle-orm'
import { type appliance, targetCard, type visitAppliance } from './schema'

/** The join to the very card version that an appliance, or an appliance in a visit, is pinned to, within the firm. */
export const cardOf = (pinned: typeof appliance | typeof visitAppliance): SQL | undefined =>
  and(eq(targetCard.firmId, pinned.firmId), eq(targetCard.cardId, pinned.cardId), eq(targetCard.version, pinned.cardVersion))
