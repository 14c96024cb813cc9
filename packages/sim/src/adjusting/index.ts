export { type Law, LAWS } from './laws'
export { Plant, type PlantSetup, type Truth } from './plant'
