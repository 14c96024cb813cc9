import { type Placeholder, sql } from 'drizzle-orm'
import { type Transaction, wireOf } from './client'

/** What the builder makes of a question: its text with places in it, and how its rows are read. */
interface Prepared<T> {
  execute: (values?: Record<string, unknown>) => Promise<T>
}

/**
 * A question whose text is written once for the whole process, at its first asking: for one of many columns, writing it takes longer than its answer. Its values go into
 * named places as they are (texts, numbers; nothing that a column would encode first); it is asked within whatever transaction is given, and that one's firm sees what it sees.
 *
 * @example
 * const namesOf = written(['siteId'], (tx, { siteId }) => tx.select({ name: appliance.name }).from(appliance).where(eq(appliance.siteId, siteId)))
 * await namesOf(tx, { siteId: id }) // [{ name: 'Larch 28 C' }]
 */
export function written<const K extends string, T>(
  places: readonly K[],
  write: (tx: Transaction, places: { readonly [P in K]: Placeholder<P> }) => { readonly prepare: (name: string) => Prepared<T> },
): (tx: Transaction, values: { readonly [P in K]: unknown }) => Promise<T> {
  let kept: Prepared<T> | undefined
  // The builder binds what it wrote to one connection: each asking gets a copy that is bound to its own.
  const on = (text: Prepared<T>, client: unknown) =>
    Object.assign(Object.create(Object.getPrototypeOf(text) as object) as Prepared<T>, text, { client })
  return (tx, values) => {
    kept ??= on(
      write(tx, Object.fromEntries(places.map((p) => [p, sql.placeholder(p)])) as { readonly [P in K]: Placeholder<P> }).prepare(''),
      null,
    )
    return on(kept, wireOf(tx)).execute(values)
  }
}
