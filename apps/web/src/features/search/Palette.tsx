'use client'

import { Search } from 'lucide-react'
import dynamic from 'next/dynamic'
import { useEffect, useState } from 'react'
import { t } from '@/messages/shell'

const load = () => import('./PaletteDialog')
const PaletteDialog = dynamic(load, { ssr: false })
/** Late enough not to be in the way of the page, early enough that nobody types before it is there. */
const AFTER_MS = 1500

/** Search over everything, and the way to every page: by its button, Ctrl K, or the stroke. */
export function Palette() {
  const [open, setOpen] = useState(false)
  useEffect(() => {
    const timer = setTimeout(() => void load().catch(() => {}), AFTER_MS)
    return () => clearTimeout(timer)
  }, [])
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      // A page with a search of its own has answered the stroke already.
      if (e.defaultPrevented) return
      const typing = e.target instanceof HTMLElement && (e.target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(e.target.tagName))
      if ((e.key === 'k' && (e.ctrlKey || e.metaKey)) || (e.key === '/' && !typing)) {
        e.preventDefault()
        setOpen(true)
      }
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [])
  return (
    <>
      <button
        type="button"
        className="btn btn-square btn-ghost text-primary"
        aria-label={t('search.open')}
        title={t('search.open')}
        onClick={() => setOpen(true)}
      >
        <Search size={20} aria-hidden="true" />
      </button>
      {open && <PaletteDialog onClose={() => setOpen(false)} />}
    </>
  )
}
