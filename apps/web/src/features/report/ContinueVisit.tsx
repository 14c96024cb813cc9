'use client'

import { JOB_KINDS } from '@lucerna/core/procedure'
import { useState } from 'react'
import { useNewVisit } from '@/features/places'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/report'
import '@/messages/terms'
import { wordsFor } from '@/ui/words'

/** Plans the visit that goes on with an unfinished one, and opens it: as the same job, or as what it has turned out to be. */
export function ContinueVisit({
  visitId,
  siteId,
  jobKind,
  applianceIds,
}: {
  readonly visitId: string
  readonly siteId: string
  readonly jobKind: string
  readonly applianceIds: readonly string[]
}) {
  const { busy, error, begin } = useNewVisit()
  const [kind, setKind] = useState(jobKind)
  return (
    <div className="no-print mx-auto flex max-w-4xl flex-wrap items-center gap-3 px-4 pt-4">
      <p className="min-w-52 flex-1 text-sm quiet">{t('continue.why')}</p>
      <select aria-label={t('continue.as')} className="select press w-auto" value={kind} onChange={(e) => setKind(e.target.value)}>
        {JOB_KINDS.map((k) => (
          <option key={k} value={k}>
            {wordsFor(`job.${k}`)}
          </option>
        ))}
      </select>
      <button
        type="button"
        className="btn press btn-primary"
        disabled={busy}
        onClick={() => void begin({ siteId, jobKind: kind, applianceIds, continues: visitId })}
      >
        {t('continue.do')}
      </button>
      {error && (
        <p role="alert" className="flex w-full gap-2 text-error">
          <WarningSign /> {error}
        </p>
      )}
    </div>
  )
}
