'use client'

import { useEffect, useState } from 'react'
import { thisDevice } from './queue'

/** This device's id, once its own database has said it. */
export function useDeviceId(): string | null {
  const [id, setId] = useState<string | null>(null)
  useEffect(() => {
    void thisDevice().then(setId)
  }, [])
  return id
}
