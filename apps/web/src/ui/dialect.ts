import { cache } from 'react'

/** The dialects of English that Lucerna speaks; `en-GB` is complete, another says what differs. */
export const DIALECTS = ['en-GB', 'en-US'] as const
export type Dialect = (typeof DIALECTS)[number]

/** Under this name the server keeps what a running request knows of its reader; the browser has the page’s own `lang`. */
export const REQUEST_READER = Symbol.for('lucerna.request-reader')

export interface RequestReader {
  dialect: Dialect
}
interface ReaderStore {
  getStore: () => RequestReader | undefined
}

export const isDialect = (text: unknown): text is Dialect => (DIALECTS as readonly unknown[]).includes(text)

/** What the running request knows of its reader; nothing in a browser and outside of requests. */
export const requestReader = (): RequestReader | undefined => (globalThis as { [REQUEST_READER]?: ReaderStore })[REQUEST_READER]?.getStore()

/** What one page is written in whoever reads it; it holds for what the server draws of it, not for its buttons. */
const pageDialect = cache((): { dialect: Dialect | null } => ({ dialect: null }))

/** Writes the rest of this page in a dialect: a closed report keeps that of its practice profile. */
export function writePageIn(dialect: Dialect): void {
  pageDialect().dialect = dialect
}

/**
 * The dialect of the reader: the page’s own in a browser, the request’s on the server, British outside of both.
 *
 * @example dialect() // → 'en-GB'
 */
export function dialect(): Dialect {
  const said = typeof document === 'undefined' ? (pageDialect().dialect ?? requestReader()?.dialect) : document.documentElement.lang
  return isDialect(said) ? said : 'en-GB'
}

/** The dialect that goes with the units of a practice profile. */
export const dialectOfUnits = (units: 'metric' | 'imperial'): Dialect => (units === 'imperial' ? 'en-US' : 'en-GB')
