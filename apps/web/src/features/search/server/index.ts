/** What other features may know of this one, on the server. */
export { findIn } from './find'
export { indexMissing, reindex, reindexFirm, type SearchKind } from './indexing'
