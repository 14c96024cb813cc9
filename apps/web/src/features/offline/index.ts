/** What other features may know of this one. */
export { KeepPage } from './KeepPage'
export { forgetPages } from './keepPage'
