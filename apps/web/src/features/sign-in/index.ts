/** What other features may know of this one. */
export { signOutAction } from './actions'
