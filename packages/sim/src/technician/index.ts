export { type Played, playSheet, type SheetToPlay } from './play'
export { soundValues } from './sound'
