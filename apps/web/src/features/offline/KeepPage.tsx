'use client'

import { usePathname } from 'next/navigation'
import { useEffect } from 'react'
import { keepPage } from './keepPage'

/** Time for the page itself to be drawn and answered first. */
const AFTER_MS = 1500

/** Part of every signed-in page: what was open here opens again without a network. */
export function KeepPage() {
  const path = usePathname()
  useEffect(() => {
    if (process.env.NODE_ENV !== 'production') return
    const timer = setTimeout(() => void keepPage(path), AFTER_MS)
    return () => clearTimeout(timer)
  }, [path])
  return null
}
