'use client'

import { useState } from 'react'
import { Dialog } from '@/ui/Dialog'
import { Field } from '@/ui/Field'
import { t } from '@/messages/visit'

const SHORTEST_REASON = 3

/** Lets somebody use an instrument that is out of calibration, with a reason that the report prints. */
export function AllowInstrument({ onAllow }: { readonly onAllow: (reason: string) => void }) {
  const [open, setOpen] = useState(false)
  const [reason, setReason] = useState('')
  return (
    <>
      <button type="button" className="btn btn-outline btn-sm" onClick={() => setOpen(true)}>
        {t('zero.allow')}
      </button>
      {open && (
        <Dialog title={t('zero.allow')} onClose={() => setOpen(false)}>
          <form
            className="flex flex-col gap-4"
            onSubmit={(e) => {
              e.preventDefault()
              onAllow(reason.trim())
              setOpen(false)
            }}
          >
            <p>{t('zero.allow-what')}</p>
            <Field id="allow-reason" label={t('zero.allow-reason')}>
              <input id="allow-reason" className="input w-full" value={reason} onChange={(e) => setReason(e.target.value)} />
            </Field>
            <button className="btn self-start btn-primary" disabled={reason.trim().length < SHORTEST_REASON}>
              {t('zero.allow-now')}
            </button>
          </form>
        </Dialog>
      )}
    </>
  )
}
