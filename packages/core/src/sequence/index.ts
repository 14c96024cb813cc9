export { SEQUENCE_EVENT_IDS, SEQUENCE_PHASES, type SequenceEvent, sequenceOf, type SequencePhase } from './sequence'
