'use client'

import { useRouter } from 'next/navigation'
import { toast } from '@/ui/toast'
import { ask } from '@/ui/ask'
import { toldWithUndo } from '@/ui/undo'
import { useTimeZones } from '@/ui/useTimeZones'
import { t } from '@/messages/people'

/** By which clock the firm says "today"; a lead changes it. */
export function FirmTimeZone({
  current,
  mayChange,
}: {
  readonly current: { readonly practiceId: string; readonly timeZone: string; readonly version: number }
  readonly mayChange: boolean
}) {
  const router = useRouter()
  const change = async (timeZone: string, version: number, undoable: boolean) => {
    const answer = await ask('PUT', '/api/v1/firm', { practiceId: current.practiceId, timeZone }, version)
    if (!answer.ok) toast.error(answer.problem.detail)
    else if (undoable)
      toldWithUndo(t('settings.time-zone-changed'), () => void change(current.timeZone, answer.version ?? version + 1, false))
    router.refresh()
  }
  const known = useTimeZones()
  return (
    <select
      className="select w-full"
      aria-label={t('settings.time-zone')}
      value={current.timeZone}
      disabled={!mayChange}
      onChange={(e) => void change(e.target.value, current.version, true)}
    >
      {(known.includes(current.timeZone) ? known : [current.timeZone, ...known]).map((zone) => (
        <option key={zone} value={zone}>
          {zone.replaceAll('_', ' ')}
        </option>
      ))}
    </select>
  )
}
