'use client'

import type { JobKind } from '@lucerna/core/procedure'
import { useState } from 'react'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/places'
import { useNewVisit } from './client/useNewVisit'
import { type Choice, ChooseAppliances } from './parts/ChooseAppliances'
import { JobSelect } from './parts/JobSelect'

/** Plans a visit for now and goes there; the start itself is an event of the visit. */
export function StartVisit({
  siteId,
  appliances,
  beside,
}: {
  readonly siteId: string
  /** One, or those of a plant room to choose from. */
  readonly appliances: readonly Choice[]
  /** There is a visit already: this one is for something else. */
  readonly beside: boolean
}) {
  const [jobKind, setJobKind] = useState<JobKind>('annual-service')
  const [chosen, setChosen] = useState<readonly string[]>(appliances.map((a) => a.id))
  const { busy, error, begin } = useNewVisit()
  return (
    <div className="flex flex-col items-stretch gap-2">
      <JobSelect id="start-job" value={jobKind} onChange={setJobKind} />
      <ChooseAppliances id="start" appliances={appliances} chosen={chosen} onChange={setChosen} />
      <button
        type="button"
        className={`btn press px-8 text-lg ${beside ? 'btn-outline' : 'btn-primary'}`}
        disabled={busy || chosen.length === 0}
        onClick={() => void begin({ siteId, applianceIds: chosen, jobKind })}
      >
        {busy ? t('appliance.starting') : t(beside ? 'appliance.start-other' : 'appliance.start')}
      </button>
      {error && (
        <p role="alert" className="flex gap-2 text-sm text-error">
          <WarningSign size={18} />
          {error}
        </p>
      )}
    </div>
  )
}
