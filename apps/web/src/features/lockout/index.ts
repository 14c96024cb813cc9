export { LockoutNotes } from './Notes'
