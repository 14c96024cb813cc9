'use client'

import SignaturePad from 'signature_pad'
import { useEffect, useRef, useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { Dialog } from '@/ui/Dialog'
import { t } from '@/messages/visit'
import { may, useDesk } from './context'
import { Picture } from './PhotosDialog'

/** Whether the customer signed, refused, or nobody was there; a signature is drawn on the screen. */
export function Signature({ stepId }: { readonly stepId: string }) {
  const { visit, record, role, appliance, photos, queuedPhotos } = useDesk()
  const [drawing, setDrawing] = useState(false)
  const given = visit.signatures.findLast((s) => s.by === 'customer')
  const readOnly = !may(role, 'signature.given') || visit.status !== 'open'
  const say = (outcome: 'signed' | 'refused' | 'nobody-there', drawingId?: string) =>
    record([
      {
        type: 'signature.given',
        stepId,
        applianceId: appliance.id,
        data: { by: 'customer', outcome, ...(drawingId && { drawingId }) },
      },
    ])
  return (
    <div className="border-b hairline py-2">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <span className="min-w-40 flex-1">{t('signature.title')}</span>
        <span role="group" aria-label={t('signature.title')} data-ask="signature" className="flex flex-wrap gap-2">
          {(['signed', 'refused', 'nobody-there'] as const).map((outcome) => (
            <button
              key={outcome}
              type="button"
              disabled={readOnly}
              aria-pressed={given?.outcome === outcome}
              className={`btn press btn-outline ${given?.outcome === outcome ? 'border-2 btn-info' : ''}`}
              onClick={() => (outcome === 'signed' ? setDrawing(true) : void say(outcome))}
            >
              {given?.outcome === outcome ? '● ' : ''}
              {t(outcome === 'signed' && !given ? 'signature.sign' : `signature.${outcome}`)}
            </button>
          ))}
        </span>
      </div>
      {given?.drawingId && (
        <div className="mt-2 max-w-64">
          <Picture id={given.drawingId} alt={t('signature.drawing')} queued={queuedPhotos.find((q) => q.id === given.drawingId)} />
        </div>
      )}
      {drawing && (
        <SignDialog
          onClose={() => setDrawing(false)}
          onSigned={async (picture, name) => {
            const id = uuidv7()
            setDrawing(false)
            await photos.add({ id, kind: 'signature', applianceId: appliance.id, caption: name, picture })
            await say('signed', id)
          }}
        />
      )}
    </div>
  )
}

/** Ink on paper whatever the theme is: the drawing goes onto a printed report. */
const INK = '#1a1a1a'
const PAPER = '#ffffff'

function SignDialog({
  onClose,
  onSigned,
}: {
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
    <Dialog title={t('signature.title')} onClose={onClose}>
      <div className="flex flex-col gap-4">
        <p className="text-sm quiet">{t('signature.what-for')}</p>
        <canvas ref={canvas} aria-label={t('signature.field')} className="h-44 w-full touch-none rounded-md border-2 border-(--control)" />
        <label className="flex flex-col gap-1">
          <span className="font-semibold">{t('signature.name')}</span>
          <input className="input press w-full" maxLength={120} value={name} onChange={(e) => setName(e.target.value)} />
        </label>
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
