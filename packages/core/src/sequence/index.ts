export { SEQUENCE_EVENT_IDS, SEQUENCE_PHASES, type SequenceEvent, sequenceOf, type SequencePhase } from './sequence'
export { pressedThrough, type Seen, sequenceTimes } from './timed'
