/** What other features may know of this one. */
export { instrumentFieldsSchema } from './schemas'
