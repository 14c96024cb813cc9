import type { Check } from '@lucerna/core/faults'
import type { LooseEnd } from '@lucerna/core/visit'
import { v7 as uuidv7 } from 'uuid'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/faults'
import { useDesk } from '../parts/context'

/** A live test is begun by itself, one at a time, and is a loose end until its result. */
export function LiveTest({
  check,
  other,
  stepId,
}: {
  readonly check: Check
  /** One that is still open: it is ended first. */
  readonly other: LooseEnd | undefined
  readonly stepId: string
}) {
  const { appliance, record } = useDesk()
  const here = { stepId, applianceId: appliance.id }
  if (other)
    return (
      <div className="flex flex-col items-start gap-3 rounded-md border border-warning p-3">
        <p className="flex gap-2 text-sm">
          <WarningSign size={18} />
          {t('faults.live-other', { test: other.label })}
        </p>
        <button
          type="button"
          className="btn press btn-outline"
          onClick={() => void record([{ type: 'loose-end.closed', ...here, data: { looseEndId: other.id } }])}
        >
          {t('faults.live-end')}
        </button>
      </div>
    )
  return (
    <div className="flex flex-col items-start gap-3 rounded-md border border-warning p-3">
      <p className="flex gap-2 text-sm">
        <WarningSign size={18} />
        {t('faults.live-first')}
      </p>
      <button
        type="button"
        className="btn press btn-primary"
        onClick={() => void record([{ type: 'live-test.allowed', ...here, data: { looseEndId: uuidv7(), test: check.label } }])}
      >
        {t('faults.live-begin')}
      </button>
    </div>
  )
}
