/** What other features may know of this one. */
export { pickText } from './words'
