/** What other features may know of this one. */
export { isKnown, rateLabel } from './appliance/labels'
export { useNewVisit } from './client/useNewVisit'
export { followUpText } from './followUpText'
export { applianceSchema, METER_KINDS, siteSchema, supplySchema } from './schemas'
