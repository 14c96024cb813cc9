'use client'

import { useCallback, useEffect, useRef, useState } from 'react'
import { thisDevice } from './queue'
import { useRetries } from './useRetries'

/**
 * What happens in a visit elsewhere, as the server tells it: calls back with the place of the newest event. Answers with how many devices have the visit
 * open; null while nothing is heard.
 */
export function useLive(visitId: string, onLog: (seq: number) => void): number | null {
  const [devices, setDevices] = useState<number | null>(null)
  const heard = useRef(onLog)
  const source = useRef<EventSource | undefined>(undefined)
  const listen = useRef(() => {})
  const retries = useRetries(
    useCallback(() => {
      if (source.current?.readyState === EventSource.CLOSED) listen.current()
    }, []),
  )
  useEffect(() => {
    heard.current = onLog
  }, [onLog])
  useEffect(() => {
    let gone = false
    void thisDevice().then((deviceId) => {
      listen.current = () => {
        if (gone) return
        retries.trying()
        const stream = new EventSource(`/api/v1/visits/${visitId}/live?device=${deviceId}`)
        source.current = stream
        stream.addEventListener('open', retries.reached)
        stream.addEventListener('log', (e) => heard.current((JSON.parse(String(e.data)) as { seq: number }).seq))
        stream.addEventListener('devices', (e) => setDevices((JSON.parse(String(e.data)) as { count: number }).count))
        stream.addEventListener('error', () => {
          setDevices(null)
          // A line that broke is mended by the browser. An answer that was no stream (the session had ended, the server was just starting) is not.
          if (stream.readyState === EventSource.CLOSED) retries.later(() => listen.current())
        })
      }
      listen.current()
    })
    return () => {
      gone = true
      source.current?.close()
    }
  }, [visitId, retries])
  return devices
}
