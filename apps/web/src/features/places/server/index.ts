/** What other features may know of this one, on the server. */
export { oldestFollowUps } from './followUps'
export { type AppliancePage } from './pages'
export { paperSchema } from '../schemas'
export { copyPaper, markPaper } from './papers'
export { keepPlateCard } from './plate'
export { APPLIANCE_KEYS, reindexSite, siteFields, SUPPLY_KEYS } from './registers'
