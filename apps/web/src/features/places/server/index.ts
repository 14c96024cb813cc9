/** What other features may know of this one, on the server. */
export { oldestFollowUps } from './followUps'
export { type AppliancePage } from './pages'
export { APPLIANCE_KEYS, reindexSite, siteFields, SUPPLY_KEYS } from './registers'
