'use client'

import { type ReactNode, useEffect, useRef } from 'react'
import { t } from '@/messages/shell'

/** A modal dialog: closes by Escape, by its button, or by a tap outside. */
export function Dialog({
  title,
  wide = false,
  onClose,
  children,
}: {
  readonly title: string
  /** As wide as the screen allows: a desk rather than a question. */
  readonly wide?: boolean
  readonly onClose: () => void
  readonly children: ReactNode
}) {
  const ref = useRef<HTMLDialogElement>(null)
  useEffect(() => {
    ref.current?.showModal()
  }, [])
  return (
    <dialog ref={ref} className="modal modal-bottom sm:modal-middle" onClose={onClose} aria-label={title}>
      <div className={`modal-box border hairline bg-base-200 ${wide ? 'max-h-[94dvh] max-w-5xl' : 'max-h-[85dvh]'}`}>
        <div className="mb-4 flex items-center justify-between gap-4">
          <h2 className="text-lg font-semibold">{title}</h2>
          <button type="button" className="btn btn-ghost text-primary btn-sm" onClick={() => ref.current?.close()}>
            {t('close')}
          </button>
        </div>
        {children}
      </div>
      <form method="dialog" className="modal-backdrop">
        <button tabIndex={-1}>{t('close')}</button>
      </form>
    </dialog>
  )
}
