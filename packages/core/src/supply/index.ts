export { HAND_TIMING_S, type MeterRate, meterRate, type MeterTest, secondsForTiming, timingUncertainty } from './meterRate'
