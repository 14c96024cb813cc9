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
