'use client'

import { useEffect } from 'react'
import { forgetPages } from '@/features/offline'

/** Part of the sign-in page: whoever comes next sees nothing of the last person's pages and logs. What was not sent yet stays, for the one who wrote it. */
export function ForgetDevice() {
  useEffect(() => {
    void forgetPages()
    void import('./client/queue').then(({ forgetPeople }) => forgetPeople())
  }, [])
  return null
}
