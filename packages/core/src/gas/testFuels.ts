import { unwrap } from '../result'
import { gasProperties } from './properties'

/** Two real-life compositions that the reference values of the tests are stated for. */
export const EU_H = unwrap(
  gasProperties({
    methane: 0.92,
    ethane: 0.045,
    propane: 0.01,
    nButane: 0.002,
    iButane: 0.002,
    pentanePlus: 0.0005,
    carbonDioxide: 0.0085,
    nitrogen: 0.012,
  }),
)
export const US = unwrap(
  gasProperties({ methane: 0.94, ethane: 0.035, propane: 0.005, nButane: 0.001, iButane: 0.001, carbonDioxide: 0.006, nitrogen: 0.012 }),
)
