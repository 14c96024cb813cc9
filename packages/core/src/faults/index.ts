export { type FaultMap, faultMapSchema } from './map'
