export { explainDrop, explainHeatInput, explainLeak, explainMeterCorrection, explainSmallestLeak } from './explain'
export { meterClass, type MeterClass, type PipeLength, pipesVolume } from './installation'
export { LADDER_FINDINGS, type LadderFinding, type LadderLimits, type LadderReadings, readLadder } from './ladder'
export {
  HAND_TIMING_S,
  METER_CLASS,
  meterDoubt,
  meterRate,
  type MeterRate,
  type MeterTest,
  secondsForTiming,
  timingUncertainty,
} from './meterRate'
export {
  type DropFit,
  fitDrop,
  frictionFactor,
  NORTH_AMERICAN_CR,
  northAmericanCapacity,
  northAmericanDrop,
  pipeCapacity,
  pipeDrop,
  type PipeDrop,
  type PipeGas,
  type PipeRun,
} from './pipeFlow'
export {
  type Fitting,
  FITTING_IDS,
  FITTINGS,
  PIPE_MATERIALS,
  PIPE_SIZES,
  type PipeMaterial,
  type PipeSize,
  pipeSize,
  ROUGHNESS_M,
} from './pipeSizes'
export { type NetworkResult, type PipeNetwork, type PipeSegment, type SegmentResult, sizeNetwork } from './pipeTree'
export {
  leakRate,
  type LeakRate,
  type PressureTest,
  provingLimit,
  purge,
  secondsToSee,
  smallestLeak,
  temperatureRise,
  valveProving,
} from './tightness'
