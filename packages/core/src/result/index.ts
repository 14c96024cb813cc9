export { firstOutside, notOneUnknown } from './range'
export { fail, ok, type Problem, type Result, unwrap } from './result'
