/** What other features may know of this one, on the server. */
export { type Appended, appendEvents } from './append'
export { reportFacts } from './freeze'
export { foldLoaded, type LoadedVisit, loadVisit } from './load'
export { openVisitOf } from './openVisit'
export { type Broken, textBreak, verifyVisit } from './verify'
export { projectDrift } from './drift'
