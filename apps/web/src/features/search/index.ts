/** What other features may know of this one. */
export { Palette } from './Palette'
