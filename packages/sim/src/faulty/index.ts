export { bothBroken, type Broken, BROKEN } from './broken'
export { Patient, runOf } from './patient'
