export { Begin } from './parts/Begin'
export { Desk } from './parts/Desk'
export { isTry, type Shown } from './parts/deskCase'
export { causeName } from './parts/said'
