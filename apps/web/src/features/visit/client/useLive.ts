'use client'

import { useEffect, useRef, useState } from 'react'
import { thisDevice } from './queue'

/**
 * What happens in a visit elsewhere, as the server tells it: calls back with the place of the newest event. Answers with how many devices have the visit
 * open; null while nothing is heard.
 */
export function useLive(visitId: string, onLog: (seq: number) => void): number | null {
  const [devices, setDevices] = useState<number | null>(null)
  const heard = useRef(onLog)
  useEffect(() => {
    heard.current = onLog
  }, [onLog])
  useEffect(() => {
    let gone = false
    let source: EventSource | undefined
    void thisDevice().then((deviceId) => {
      if (gone) return
      source = new EventSource(`/api/v1/visits/${visitId}/live?device=${deviceId}`)
      source.addEventListener('log', (e) => heard.current((JSON.parse(String(e.data)) as { seq: number }).seq))
      source.addEventListener('devices', (e) => setDevices((JSON.parse(String(e.data)) as { count: number }).count))
      source.onerror = () => setDevices(null)
    })
    return () => {
      gone = true
      source?.close()
    }
  }, [visitId])
  return devices
}
