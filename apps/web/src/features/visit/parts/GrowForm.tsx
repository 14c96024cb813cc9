'use client'

import { type Growth, growthsOf } from '@lucerna/core/procedure'
import { foundDead } from '@lucerna/core/visit'
import { useMemo, useState } from 'react'
import { Field } from '@/ui/Field'
import { t } from '@/messages/visitLater'
import { stepTitle, useDesk } from './context'

const SHORTEST = 3

/** The job became more than it was planned as: what it can still become here, what that adds, and why. */
export function GrowForm({ stepId, onGrown }: { readonly stepId: string; readonly onGrown: (firstAdded: string) => void }) {
  const { appliance, state, context, record } = useDesk()
  const [work, setWork] = useState<Growth | null>(null)
  const [reason, setReason] = useState('')
  const possible = useMemo(
    () =>
      growthsOf(context.jobKind, appliance.card, context.practice, appliance.facts, {
        grown: state.grown.map((g) => g.work),
        dead: foundDead(state),
      }),
    [context, appliance, state],
  )
  if (possible.length === 0) return <p>{t('grow.none')}</p>
  const adds = possible.find((p) => p.growth === work)?.adds ?? []
  return (
    <form
      className="flex flex-col gap-4"
      onSubmit={(e) => {
        e.preventDefault()
        if (!work || reason.trim().length < SHORTEST) return
        void record([{ type: 'job.grown', stepId, applianceId: appliance.id, data: { work, reason: reason.trim() } }]).then(() =>
          onGrown(adds[0]?.id ?? stepId),
        )
      }}
    >
      <p className="quiet">{t('grow.why')}</p>
      <div role="radiogroup" aria-label={t('grow.title')} className="flex flex-wrap gap-2">
        {possible.map(({ growth }) => (
          <button
            key={growth}
            type="button"
            role="radio"
            aria-checked={work === growth}
            className={`btn press ${work === growth ? 'btn-primary' : 'btn-outline'}`}
            onClick={() => setWork(growth)}
          >
            {t(`work.${growth}`)}
          </button>
        ))}
      </div>
      {work && <p className="text-sm">{t('grow.adds', { steps: adds.map((s) => stepTitle(s, appliance)).join(' · ') })}</p>}
      <Field id="grow-reason" label={t('grow.reason')}>
        <input id="grow-reason" className="input press w-full" maxLength={500} value={reason} onChange={(e) => setReason(e.target.value)} />
      </Field>
      <button className="btn press btn-primary" disabled={!work || reason.trim().length < SHORTEST}>
        {t('grow.do')}
      </button>
    </form>
  )
}
