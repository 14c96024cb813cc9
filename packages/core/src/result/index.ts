export { firstOutside } from './range'
export { fail, ok, type Problem, type Result, unwrap } from './result'
