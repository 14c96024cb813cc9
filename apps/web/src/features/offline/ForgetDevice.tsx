'use client'

import { useEffect } from 'react'
import { forgetPages } from './keepPage'

/** Part of the sign-in page: whoever comes next sees nothing of the last person's pages and logs. What was not sent yet stays, for the one who wrote it. */
export function ForgetDevice() {
  useEffect(() => {
    void forgetPages()
    void import('@/features/visit').then(({ forgetLogs }) => forgetLogs())
  }, [])
  return null
}
