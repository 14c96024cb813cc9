'use client'

import SignaturePad from 'signature_pad'
import { useEffect, useRef, useState } from 'react'
import { Dialog } from '@/ui/Dialog'
import { t } from '@/messages/visit'

/** Ink on paper whatever the theme is: the drawing goes onto a printed report. */
const INK = '#1a1a1a'
const PAPER = '#ffffff'

/** A field to sign in, and whose name it is; `what` stands above it: what is signed for. */
export function SignDialog({
  title = t('signature.title'),
  what = t('signature.what-for'),
  asksName = true,
  onClose,
  onSigned,
}: {
  readonly title?: string
  readonly what?: string
  /** Not of somebody who is signed in. */
  readonly asksName?: boolean
  readonly onClose: () => void
  readonly onSigned: (picture: Blob, name: string) => Promise<void>
}) {
  const canvas = useRef<HTMLCanvasElement>(null)
  const pad = useRef<SignaturePad | null>(null)
  const [drawn, setDrawn] = useState(false)
  const [name, setName] = useState('')
  useEffect(() => {
    const sheet = canvas.current
    if (!sheet) return
    // As many dots as the screen has, or lines come out soft.
    const ratio = Math.max(window.devicePixelRatio, 1)
    sheet.width = sheet.offsetWidth * ratio
    sheet.height = sheet.offsetHeight * ratio
    sheet.getContext('2d')?.scale(ratio, ratio)
    const own = new SignaturePad(sheet, { penColor: INK, backgroundColor: PAPER })
    own.addEventListener('endStroke', () => setDrawn(!own.isEmpty()))
    pad.current = own
    return () => own.off()
  }, [])
  const save = () =>
    canvas.current?.toBlob((picture) => {
      if (picture) void onSigned(picture, name.trim())
    }, 'image/png')
  return (
    <Dialog title={title} onClose={onClose}>
      <div className="flex flex-col gap-4">
        <p className="text-sm quiet">{what}</p>
        <canvas ref={canvas} aria-label={t('signature.field')} className="h-44 w-full touch-none rounded-md border-2 border-(--control)" />
        {asksName && (
          <label className="flex flex-col gap-1">
            <span className="font-semibold">{t('signature.name')}</span>
            <input className="input press w-full" maxLength={120} value={name} onChange={(e) => setName(e.target.value)} />
          </label>
        )}
        <div className="flex gap-3">
          <button type="button" className="btn press flex-1 btn-primary" disabled={!drawn} onClick={save}>
            {t('signature.done')}
          </button>
          <button
            type="button"
            className="btn press btn-outline"
            onClick={() => {
              pad.current?.clear()
              setDrawn(false)
            }}
          >
            {t('signature.clear')}
          </button>
        </div>
      </div>
    </Dialog>
  )
}
