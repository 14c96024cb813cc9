'use client'

import { useEffect, useState, useSyncExternalStore } from 'react'
import { LiveLine } from './LiveLine'

/**
 * What happens in a visit elsewhere, as the server tells it: calls back with the place of the newest event. Answers with how many devices have the visit
 * open; null while nothing is heard.
 */
export function useLive(visitId: string, onLog: (seq: number) => void): number | null {
  const [line] = useState(() => new LiveLine(visitId, onLog))
  useEffect(() => line.tell(onLog), [line, onLog])
  useEffect(() => line.start(), [line])
  return useSyncExternalStore(line.subscribe, line.getSnapshot, line.getSnapshot)
}
