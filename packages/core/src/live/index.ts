export {
  CHANNEL_STATUSES,
  type ChannelStatus,
  commandSchema,
  type Line,
  type LineCommand,
  LINE_COMMANDS,
  LINE_VERSION,
  LineCutter,
  lineSchema,
  lineSi,
  LONGEST_LINE,
  quantityOf,
  readLine,
} from './protocol'
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
export { CHUNK_S, type Minute, minuteTable, packedSchema, type PackedTrace, packTrace, unpackTrace } from './packed'
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
  guessPlan,
  type ImportSaid,
  TIME_FORMS,
  type TimeForm,
  TraceImport,
  type TracePlan,
  type Wall,
  wallOf,
} from './imported'
