'use client'

import dynamic from 'next/dynamic'
import { LATER_MS, patiently } from './patiently'
import { useEffect, useState } from 'react'
import { whenToasterIsWanted } from './toast'

const Toaster = dynamic(
  patiently(() => import('./Toaster')),
  { ssr: false },
)

/** Loads what shows short messages: once one is said, at the latest some moments after the page. */
export function Toasts() {
  const [wanted, setWanted] = useState(false)
  useEffect(() => {
    const load = () => setWanted(true)
    whenToasterIsWanted(load)
    const timer = setTimeout(load, LATER_MS)
    return () => {
      clearTimeout(timer)
      whenToasterIsWanted(null)
    }
  }, [])
  return wanted ? <Toaster /> : null
}
