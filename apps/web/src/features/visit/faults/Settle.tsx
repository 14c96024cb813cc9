import type { FaultMap } from '@lucerna/core/faults'
import { causeName } from '@/features/faults'
import { t } from '@/messages/faults'
import type { NewEvent } from '../client/writeDown'
import { may, useDesk } from '../parts/context'

const OFFERED = 3

/** What is done about a verdict: the part that was fitted, and what it was, proved by the repair or as good as. */
export function Settle({
  causeIds,
  found,
  map,
  faultId,
  stepId,
}: {
  readonly causeIds: readonly string[]
  readonly found: boolean
  readonly map: FaultMap
  readonly faultId: string
  readonly stepId: string
}) {
  const { appliance, visit, role, record } = useDesk()
  if (!may(role, 'fault.settled')) return null
  const here = { stepId, applianceId: appliance.id }
  const fitted = (part: string) => visit.parts.some((p) => p.part === part && (p.applianceId ?? appliance.id) === appliance.id)
  const parts = causeIds.flatMap((id) => map.causes.find((c) => c.id === id)?.part ?? []).slice(0, OFFERED)
  const settled = (ids: readonly string[], proved: boolean): NewEvent => ({
    type: 'fault.settled',
    ...here,
    data: { faultId, causeIds: [...ids], proved },
  })
  // A pair is one answer; of a guess each is one.
  const answers = found ? [causeIds] : causeIds.slice(0, OFFERED).map((id) => [id])
  return (
    <div className="flex flex-col gap-2">
      {parts
        .filter((part) => !fitted(part))
        .map((part) => (
          <button
            key={part}
            type="button"
            className="btn press self-start btn-outline"
            onClick={() => void record([{ type: 'part.fitted', ...here, data: { part } }])}
          >
            {t('faults.fitted', { part })}
          </button>
        ))}
      {answers.map((ids) => (
        <div key={ids.join()} className="flex flex-wrap gap-2">
          <button type="button" className="btn press btn-primary" onClick={() => void record([settled(ids, true)])}>
            {answers.length > 1 ? t('faults.proved-of', { causes: ids.map((id) => causeName(map, id)).join(' + ') }) : t('faults.proved')}
          </button>
        </div>
      ))}
      <button
        type="button"
        className="btn press self-start btn-outline"
        onClick={() => void record([settled(causeIds.slice(0, found ? causeIds.length : 1), false)])}
      >
        {t('faults.as-good-as')}
      </button>
    </div>
  )
}
