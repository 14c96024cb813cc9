export { AIR_CP, airSide, type AirSide, STANDARD_AIR_K } from './air'
export { burnWindow, type BurnWindow, planRates } from './burnWindow'
export { type Balance, heatBalance, WATER_CP, waterDensity, waterSide, type WaterSide } from './water'
export { explainRise } from './explain'
