'use client'

import { type CSSProperties, useEffect } from 'react'
import { toast, Toaster as Sonner } from 'sonner'
import { toasterIsThere } from './toast'

/** Shows what is said, one at a time, above the bar on a phone. Whoever goes on meanwhile presses what lies under it: only its own button is in the way. */
export default function Toaster() {
  useEffect(() => {
    toasterIsThere(({ kind, text, options }) => void (kind === 'error' ? toast.error(text, options) : toast(text, options)))
    return () => toasterIsThere(null)
  }, [])
  return (
    <div className="no-print">
      <Sonner
        position="bottom-left"
        visibleToasts={1}
        offset={24}
        mobileOffset={{ bottom: 150 }}
        // No wider than the run sheet: what is recorded next lies beside it.
        style={{ '--width': '16.5rem' } as CSSProperties}
        toastOptions={{
          unstyled: true,
          classNames: {
            toast:
              'pointer-events-none! font-sans! bg-base-300 text-base-content border hairline rounded-md px-4 py-3 flex items-center gap-4 w-full text-base shadow-lg',
            actionButton: 'pointer-events-auto btn btn-outline btn-sm ml-auto text-sm',
          },
        }}
      />
    </div>
  )
}
