'use client'

import { useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { t } from '@/messages/visit'
import { may, useDesk } from './context'
import { Picture } from './PhotosDialog'
import { SignDialog } from './SignDialog'

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
