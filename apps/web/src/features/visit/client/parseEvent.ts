export { parseEvent } from '@lucerna/core/visit'
