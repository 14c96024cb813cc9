import { sql } from 'drizzle-orm'
import { customType, pgPolicy, timestamp } from 'drizzle-orm/pg-core'

export const stamp = (name: string) => timestamp(name, { withTimezone: true, mode: 'string' })

export const bytea = customType<{ data: Buffer }>({ dataType: () => 'bytea' })

/** The firm of the running transaction; nothing is seen when it is not set. */
export const currentFirm = sql`nullif(current_setting('lucerna.firm_id', true), '')::uuid`
export const currentUser = sql`nullif(current_setting('lucerna.user_id', true), '')`
/** Whether the transaction showed a pass for firm and person: asked once for a table of a query, beside the comparison that the planner knows the value of. */
export const proven = sql`(select scope_proven())`

/** Second lock beside the query layer: rows of other firms do not exist for the application's role. */
export const ownFirmOnly = () =>
  pgPolicy('own_firm', {
    as: 'permissive',
    for: 'all',
    to: 'public',
    using: sql`firm_id = ${currentFirm} and ${proven}`,
    withCheck: sql`firm_id = ${currentFirm} and ${proven}`,
  })
