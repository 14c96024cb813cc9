/** What other features may know of this one, on the server. */
export { newNotes, type NoteShown, notesOf } from './notes'
