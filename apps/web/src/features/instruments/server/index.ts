/** What other features may know of this one, on the server. */
export { instrumentColumns, instrumentFieldsOf } from './register'
