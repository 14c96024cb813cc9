export { CHANNEL_STATUSES, type ChannelStatus, LINE_COMMANDS, LINE_VERSION, LineCutter, lineSi, LONGEST_LINE, quantityOf } from './protocol'
export { commandSchema, type Line, type LineCommand, lineSchema, readLine } from './line'
export { ChannelTrace, type Fate, KEPT_S } from './trace'
export { settlingRuleOf, STALE_S, type Standing, standingOf } from './standing'
export {
  deadCell,
  hoseOff,
  lately,
  type LiveFigure,
  LIVE_HINTS,
  type LiveHint,
  liveHints,
  portsSwapped,
  reachedRate,
  wrongUnit,
  zeroSeen,
} from './hints'
export { CHUNK_S, type Minute, minuteTable, packTrace, unpackTrace } from './packed'
export { packedSchema, type PackedTrace } from './packedSchema'
export {
  compareStarts,
  diedAt,
  type Lane,
  laneOf,
  levelOf,
  restingFrom,
  seenInLanes,
  START_FIGURES,
  START_LANES,
  type StartFinding,
  type StartLane,
  type StartSeen,
  together,
} from './starts'
export {
  DAY_ORDERS,
  type DayOrder,
  gapsOf,
  guessPlan,
  KEPT_STRETCH_S,
  keptStretch,
  resolutionOf,
  valueAt,
  withHoles,
  type ImportSaid,
  TIME_FORMS,
  type TimeForm,
  TraceImport,
  type TracePlan,
  type Wall,
  wallOf,
} from './imported'
