import { type SQL, sql } from 'drizzle-orm'
import { currentFirm } from './tables/common'

// The table is written out: where a query has one table only, its columns go out without its name.
/**
 * What somebody is called in the firm of the transaction: the name of their membership, else of their account. Null where the join found nobody. Another firm's name for
 * the same person is never seen.
 */
export const personName: SQL<string> = sql<string>`coalesce((select m.name from membership m where m.user_id = "user"."id" and m.firm_id = ${currentFirm}), "user"."name")`
