'use client'

import { withoutNotice } from '@lucerna/core/visit'
import { Check } from 'lucide-react'
import { Link } from '@/ui/Link'
import { useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { Dialog } from '@/ui/Dialog'
import { emergencyNumber } from '@/ui/emergency'
import { WarningSign } from '@/ui/WarningSign'
import { timeAt } from '@/ui/dates'
import { t } from '@/messages/visit'
import { may, useDesk } from './context'
import { SignDialog } from './SignDialog'

type Acknowledged = 'signed' | 'refused' | 'nobody-there'

/** Dangers and risks that were left: of each somebody is told in writing, with a label on the appliance, and it is written down whether they signed for it. */
export function Notices({ stepId }: { readonly stepId: string }) {
  const { visit, role, timeZone } = useDesk()
  const [open, setOpen] = useState(false)
  const missing = withoutNotice(visit)
  return (
    <section aria-label={t('notice.title')} className="border-y hairline py-3">
      {visit.notices.map((n) => (
        <p key={n.id} className="flex flex-wrap items-center gap-x-3 gap-y-1 py-1">
          <Check size={18} aria-hidden className="text-info" />
          <span className="grow">
            {t('notice.given', { time: timeAt(n.at, timeZone), count: n.defectIds.length })} · {t(`signature.${n.acknowledged}`)}
            {n.labelled && ` · ${t('notice.labelled-short')}`}
          </span>
          <Link href={`/visits/${visit.visitId}/notices`} className="min-h-11 link content-center text-primary">
            {t('notice.print')}
          </Link>
        </p>
      ))}
      {missing.length > 0 && (
        <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
          <p className="flex grow gap-2 font-semibold text-error">
            <WarningSign /> {t('notice.missing', { count: missing.length })}
          </p>
          {may(role, 'notice.given') && visit.status === 'open' && (
            <button type="button" className="btn press btn-primary" onClick={() => setOpen(true)}>
              {t('notice.give')}
            </button>
          )}
        </div>
      )}
      {open && <NoticeDialog stepId={stepId} onClose={() => setOpen(false)} />}
    </section>
  )
}

/** What the notice says, as it will be printed, and what the customer does about it. */
function NoticeDialog({ stepId, onClose }: { readonly stepId: string; readonly onClose: () => void }) {
  const { visit, record, context, appliance, photos } = useDesk()
  const [missing] = useState(() => withoutNotice(visit))
  const [labelled, setLabelled] = useState(false)
  const [drawing, setDrawing] = useState(false)
  const worst = missing[0]?.class === 'danger-now' ? 'danger-now' : 'at-risk'
  const give = async (acknowledged: Acknowledged, drawingId?: string) => {
    onClose()
    const data = { noticeId: uuidv7(), defectIds: missing.map((d) => d.id), labelled, acknowledged, ...(drawingId && { drawingId }) }
    await record([{ type: 'notice.given', stepId, data }])
  }
  if (drawing)
    return (
      <SignDialog
        title={t('notice.title')}
        what={t('notice.sign-for')}
        onClose={() => setDrawing(false)}
        onSigned={async (picture, name) => {
          const id = uuidv7()
          await photos.add({ id, kind: 'signature', applianceId: appliance.id, caption: name, picture })
          await give('signed', id)
        }}
      />
    )
  return (
    <Dialog title={t('notice.title')} onClose={onClose}>
      <div className="flex flex-col gap-4">
        <div className="rounded-md border-2 border-error p-4">
          <p className="flex gap-2 text-lg font-semibold text-error">
            <WarningSign /> {t(`notice.head.${worst}`)}
          </p>
          <ul className="mt-2 list-disc pl-5">
            {missing.map((d) => (
              <li key={d.id}>
                <b className="font-semibold">{t(`defect.${d.class}`)}</b>: {d.text}
                {d.action && `. ${d.action}`}
              </li>
            ))}
          </ul>
          <p className="mt-2">{t(`notice.do.${worst}`)}</p>
          <p className="mt-2">{t('notice.smell', { number: emergencyNumber(context.emergencyNumber) })}</p>
        </div>
        <label className="flex min-h-11 items-center gap-3">
          <input type="checkbox" className="checkbox" checked={labelled} onChange={(e) => setLabelled(e.target.checked)} />
          {t('notice.labelled')}
        </label>
        <div className="grid gap-3 sm:grid-cols-3">
          <button type="button" className="btn press btn-primary" onClick={() => setDrawing(true)}>
            {t('notice.sign')}
          </button>
          <button type="button" className="btn press btn-outline" onClick={() => void give('refused')}>
            {t('notice.refused')}
          </button>
          <button type="button" className="btn press btn-outline" onClick={() => void give('nobody-there')}>
            {t('notice.nobody-there')}
          </button>
        </div>
      </div>
    </Dialog>
  )
}
