'use client'

import { useEffect } from 'react'
import { t } from '@/messages/shell'

/** Asks for the page at hand again; by itself when the network is back. */
export function TryAgain() {
  useEffect(() => {
    const back = () => window.location.reload()
    window.addEventListener('online', back)
    return () => window.removeEventListener('online', back)
  }, [])
  return (
    <button type="button" className="btn press btn-outline" onClick={() => window.location.reload()}>
      {t('error.again')}
    </button>
  )
}
