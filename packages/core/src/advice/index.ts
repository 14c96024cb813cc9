export { cleanOrAdjust, type CleanOrAdjust, type Condition, CONDITIONS, type Sign, SIGNS, type Signs } from './cleanOrAdjust'
export { deskOf } from './deskOf'
export { adviseLog, type Advised, type DeskAdvice } from './fromLog'
export { adviseVisit, type LoggedMove, type LoggedReading } from './fromVisit'
export { type FireWindow, fireWindow } from './fireWindow'
export { gasPlan, type GasPlanItem } from './gasPlan'
export { Adviser } from './adviser'
export { type Advice, type Doubt, type Effect, type Explanation, type Scored, type Suspicion, SUSPICIONS } from './said'
export {
  type Aim,
  type AirOf,
  type Cap,
  type Desk,
  type DeskEntry,
  type DeskMove,
  type DeskRate,
  type DeskReading,
  type DeskScrew,
} from './desk'
export { type Price, priceOf } from './price'
export { signsOf } from './signs'
