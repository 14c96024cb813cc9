/** What other features may know of this one. */
export { passwordSchema } from './schemas'
