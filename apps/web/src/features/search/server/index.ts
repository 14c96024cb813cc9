/** What other features may know of this one, on the server. */
export { findIn } from './find'
export { reindex, type SearchKind } from './indexing'
