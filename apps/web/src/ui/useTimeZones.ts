import { useSyncExternalStore } from 'react'

let known: readonly string[] | undefined
const NONE: readonly string[] = []
const never = () => () => {}

/** The time zones that this browser knows; none while the page is drawn on the server, whose list may be another. */
export const useTimeZones = (): readonly string[] =>
  useSyncExternalStore(
    never,
    () => (known ??= Intl.supportedValuesOf('timeZone')),
    () => NONE,
  )
