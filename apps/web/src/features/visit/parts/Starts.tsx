'use client'

import { FAILED_STARTS_MAX, failedStarts } from '@lucerna/core/visit'
import { useState } from 'react'
import { Field } from '@/ui/Field'
import { t } from '@/messages/visit'
import { may, useDesk } from './context'

/** Every start is logged with what was off, open or bridged; the failed ones in a row are counted. */
export function Starts({ stepId }: { readonly stepId: string }) {
  const { visit, appliance, record, role } = useDesk()
  const [configuration, setConfiguration] = useState('')
  const own = visit.starts.filter((s) => s.applianceId === appliance.id)
  const readOnly = !may(role, 'start.tried') || visit.status !== 'open'
  const tried = (lit: boolean) => {
    void record([
      {
        type: 'start.tried',
        stepId,
        applianceId: appliance.id,
        data: { lit, ...(configuration.trim() && { configuration: configuration.trim() }) },
      },
    ])
    setConfiguration('')
  }
  return (
    <section className="mt-4 flex flex-col gap-3">
      <h3 className="text-sm quiet">{t('start.title')}</h3>
      <p className="text-sm">
        {own.length === 0
          ? t('start.none')
          : t('start.count', {
              failed: failedStarts(visit.starts, visit.timers, appliance.id),
              most: appliance.card.timing?.failedStartsMax ?? FAILED_STARTS_MAX,
            })}
      </p>
      {!readOnly && (
        <div className="flex flex-wrap items-end gap-3">
          <div className="min-w-52 flex-1">
            <Field id="start-configuration" label={t('start.configuration')}>
              <input
                id="start-configuration"
                className="input press w-full"
                maxLength={300}
                value={configuration}
                onChange={(e) => setConfiguration(e.target.value)}
              />
            </Field>
          </div>
          <button type="button" className="btn press btn-outline" onClick={() => tried(true)}>
            {t('start.lit')}
          </button>
          <button type="button" className="btn press btn-outline" onClick={() => tried(false)}>
            {t('start.failed')}
          </button>
        </div>
      )}
    </section>
  )
}
