/** What other features may know of this one. */
export { usePasskeysHere } from './passkeysHere'
export { registerPasskey } from './registerPasskey'
