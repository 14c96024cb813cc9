/** What other features may know of this one. */
export { MailServerFields } from './parts/MailServerFields'
export { passwordSchema } from './schemas'
