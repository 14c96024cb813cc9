/** What other features may know of this one, on the server. */
export { join } from './invitations'
export { listMembers, sendable } from './members'
