'use client'

import type { StoredEvent } from '@lucerna/core/visit'
import { useEffect, useMemo, useState, useSyncExternalStore } from 'react'
import { DeviceLog, type LogSnapshot, type Refuses } from './DeviceLog'
import type { Author } from './writeDown'

export type VisitLog = LogSnapshot & Pick<DeviceLog, 'record' | 'tryAgain' | 'discard' | 'catchUp' | 'heard' | 'flush'>

const nothing: Refuses = () => null

/** The log of one visit on this device, for as long as the screen is open. */
export function useVisitLog(visitId: string, initial: readonly StoredEvent[], actor: Author, refuses: Refuses = nothing): VisitLog {
  const { userId, name, role } = actor
  const [log] = useState(() => new DeviceLog(visitId, initial, { userId, name, role }, refuses))
  useEffect(() => log.goOnAs({ userId, name, role }, refuses), [log, userId, name, role, refuses])
  useEffect(() => log.start(), [log])
  const snapshot = useSyncExternalStore(log.subscribe, log.getSnapshot, log.getSnapshot)
  return useMemo(() => {
    const { record, tryAgain, discard, catchUp, heard, flush } = log
    return { ...snapshot, record, tryAgain, discard, catchUp, heard, flush }
  }, [log, snapshot])
}
