'use client'

import { type ReactNode, useEffect, useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { timeAt } from '@/ui/dates'
import { t } from '@/messages/visit'
import { may, useDesk, type VisitDesk } from './context'
import { Picture } from './Picture'
import { SignDialog } from './SignDialog'

type Signed = VisitDesk['visit']['signatures'][number]

/** Who did the work signs for it; and the customer signs that it was explained, refuses, or is not there. Both are drawn on the screen. */
export function Signature({ stepId }: { readonly stepId: string }) {
  const { record, appliance, photos } = useDesk()
  const say = (by: Signed['by'], outcome: Signed['outcome'], drawingId?: string) =>
    record([{ type: 'signature.given', stepId, applianceId: appliance.id, data: { by, outcome, ...(drawingId && { drawingId }) } }])
  const sign = async (by: Signed['by'], picture: Blob, name: string) => {
    const id = uuidv7()
    await photos.add({ id, kind: 'signature', applianceId: appliance.id, caption: name, picture })
    await say(by, 'signed', id)
  }
  return (
    <>
      <Technicians onSign={(picture) => sign('technician', picture, '')} />
      <Customers onSign={(picture, name) => sign('customer', picture, name)} onSay={(outcome) => void say('customer', outcome)} />
    </>
  )
}

/** What was drawn, and the ways to sign. */
function Row({
  title,
  by,
  children,
}: {
  readonly title: string
  readonly by: Signed['by']
  readonly children: (given: Signed | undefined, readOnly: boolean) => ReactNode
}) {
  const { visit, role, queuedPhotos, timeZone } = useDesk()
  const given = visit.signatures.findLast((s) => s.by === by)
  return (
    <div className="border-b hairline py-2">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <span className="min-w-40 flex-1">
          {title}
          {given?.outcome === 'signed' && by === 'technician' && (
            <span className="block text-sm quiet">
              {given.who}, {timeAt(given.at, timeZone)}
            </span>
          )}
        </span>
        <span role="group" aria-label={title} className="flex flex-wrap gap-2" {...(by === 'customer' && { 'data-ask': 'signature' })}>
          {children(given, !may(role, 'signature.given') || visit.status !== 'open')}
        </span>
      </div>
      {given?.drawingId && (
        <div className="mt-2">
          <Picture whole id={given.drawingId} alt={t('signature.drawing')} queued={queuedPhotos.find((q) => q.id === given.drawingId)} />
        </div>
      )}
    </div>
  )
}

/** One tap for whoever signed on this device before. */
function Technicians({ onSign }: { readonly onSign: (picture: Blob) => Promise<void> }) {
  const { ownSignature, keepOwnSignature } = useDesk().photos
  const [drawing, setDrawing] = useState(false)
  const [last, setLast] = useState<Blob | null>(null)
  useEffect(() => void ownSignature().then(setLast), [ownSignature])
  return (
    <>
      <Row title={t('signature.technician')} by="technician">
        {(given, readOnly) => (
          <>
            {last && !given && (
              <button type="button" disabled={readOnly} className="btn press btn-primary" onClick={() => void onSign(last)}>
                {t('signature.as-before')}
              </button>
            )}
            <button type="button" disabled={readOnly} className="btn press btn-outline" onClick={() => setDrawing(true)}>
              {t(given || last ? 'signature.anew' : 'signature.draw')}
            </button>
          </>
        )}
      </Row>
      {drawing && (
        <SignDialog
          title={t('signature.technician')}
          what={t('signature.technician-for')}
          asksName={false}
          onClose={() => setDrawing(false)}
          onSigned={async (picture) => {
            setDrawing(false)
            setLast(picture)
            await keepOwnSignature(picture)
            await onSign(picture)
          }}
        />
      )}
    </>
  )
}

function Customers({
  onSign,
  onSay,
}: {
  readonly onSign: (picture: Blob, name: string) => Promise<void>
  readonly onSay: (outcome: 'refused' | 'nobody-there') => void
}) {
  const [drawing, setDrawing] = useState(false)
  return (
    <>
      <Row title={t('signature.title')} by="customer">
        {(given, readOnly) =>
          (['signed', 'refused', 'nobody-there'] as const).map((outcome) => (
            <button
              key={outcome}
              type="button"
              disabled={readOnly}
              aria-pressed={given?.outcome === outcome}
              className={`btn press btn-outline ${given?.outcome === outcome ? 'border-2 btn-info' : ''}`}
              onClick={() => (outcome === 'signed' ? setDrawing(true) : onSay(outcome))}
            >
              {given?.outcome === outcome ? '● ' : ''}
              {t(outcome === 'signed' && !given ? 'signature.sign' : `signature.${outcome}`)}
            </button>
          ))
        }
      </Row>
      {drawing && (
        <SignDialog
          onClose={() => setDrawing(false)}
          onSigned={async (picture, name) => {
            setDrawing(false)
            await onSign(picture, name)
          }}
        />
      )}
    </>
  )
}
