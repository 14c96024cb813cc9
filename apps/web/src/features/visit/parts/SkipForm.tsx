'use client'

import type { Step } from '@lucerna/core/procedure'
import { useState } from 'react'
import { t } from '@/messages/visit'
import { useDesk } from './context'

/** Leaving a step out, or calling it not applicable: with a reason that the report prints. */
export function SkipForm({ step, onDone }: { readonly step: Step; readonly onDone: () => void }) {
  const { record, appliance } = useDesk()
  const [reason, setReason] = useState('')
  const leave = (type: 'step.skipped' | 'step.not-applicable') => {
    if (reason.trim().length < 3) return
    void record([{ type, stepId: step.id, applianceId: appliance.id, data: { reason: reason.trim() } }]).then(onDone)
  }
  return (
    <div className="flex flex-col gap-4">
      <label className="flex flex-col gap-1">
        <span className="font-semibold">{t('skip.reason')}</span>
        <textarea
          autoFocus
          className="textarea min-h-24 w-full"
          value={reason}
          maxLength={2000}
          onChange={(e) => setReason(e.target.value)}
        />
      </label>
      <p className="text-sm quiet">{t('skip.why')}</p>
      <div className="flex flex-wrap gap-3">
        <button
          type="button"
          className="btn press flex-1 btn-primary"
          disabled={reason.trim().length < 3}
          onClick={() => leave('step.skipped')}
        >
          {t('skip.skip')}
        </button>
        <button
          type="button"
          className="btn press flex-1 btn-outline"
          disabled={reason.trim().length < 3}
          onClick={() => leave('step.not-applicable')}
        >
          {t('skip.not-applicable')}
        </button>
      </div>
    </div>
  )
}
