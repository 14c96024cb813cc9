import { useSyncExternalStore } from 'react'

/** Browsers bind passkeys to a name: an address of digits has none. */
const offered = (): boolean => typeof PublicKeyCredential !== 'undefined' && !/^[\d.]+$|:/.test(location.hostname)
const never = () => () => {}

/** Whether this browser can use passkeys at this address; false while the page is being made. */
export const usePasskeysHere = (): boolean => useSyncExternalStore(never, offered, () => false)
