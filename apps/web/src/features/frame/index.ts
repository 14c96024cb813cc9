/** What other features may know of this one. */
export { Frame } from './Frame'
export { OpenVisit, useOpenVisit } from './OpenVisit'
