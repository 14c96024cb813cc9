/** What other features may know of this one. */
export { postEvents } from './client/post'
export { keep, letGo } from './client/queue'
export { type NewEvent, writeDown } from './client/writeDown'
