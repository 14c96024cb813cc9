'use client'

import { t } from '@/ui/words'
import { may, useDesk } from './context'

/** Whether the customer signed, refused, or nobody was there. */
export function Signature({ stepId }: { readonly stepId: string }) {
  const { visit, record, role, appliance } = useDesk()
  const given = visit.signatures.findLast((s) => s.by === 'customer')
  const readOnly = !may(role, 'signature.given') || visit.status !== 'open'
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-2 border-b hairline py-2">
      <span className="min-w-40 flex-1">{t('signature.title')}</span>
      <span role="group" aria-label={t('signature.title')} data-ask="signature" className="flex flex-wrap gap-2">
        {(['signed', 'refused', 'nobody-there'] as const).map((outcome) => (
          <button
            key={outcome}
            type="button"
            disabled={readOnly}
            aria-pressed={given?.outcome === outcome}
            className={`btn press btn-outline ${given?.outcome === outcome ? 'border-2 btn-info' : ''}`}
            onClick={() => void record([{ type: 'signature.given', stepId, applianceId: appliance.id, data: { by: 'customer', outcome } }])}
          >
            {given?.outcome === outcome ? '● ' : ''}
            {t(`signature.${outcome}`)}
          </button>
        ))}
      </span>
    </div>
  )
}
