export { airOpening, type Opening, OPENING_RULES, type OpeningRule } from './openings'
export { roomCo, type RoomCo } from './roomCo'
