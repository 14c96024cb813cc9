'use client'

import { useRouter } from 'next/navigation'
import { ask } from '@/ui/ask'
import { toast } from '@/ui/toast'
import { t } from '@/messages/people'

const WORDS = {
  secondFactor: { label: 'settings.second-factor-need', on: 'settings.second-factor-on', off: 'settings.second-factor-off' },
  reminders: { label: 'settings.reminders-send', on: 'settings.reminders-on', off: 'settings.reminders-off' },
} as const

/** A setting of the firm that is on or off; a lead decides. */
export function FirmSwitch({
  of,
  current,
}: {
  readonly of: keyof typeof WORDS
  readonly current: { readonly practiceId: string; readonly secondFactor: boolean; readonly reminders: boolean; readonly version: number }
}) {
  const router = useRouter()
  const change = async (on: boolean) => {
    const answer = await ask('PUT', '/api/v1/firm', { practiceId: current.practiceId, [of]: on }, current.version)
    if (answer.ok) toast(t(on ? WORDS[of].on : WORDS[of].off))
    else toast.error(answer.problem.detail)
    router.refresh()
  }
  return (
    <label className="flex min-h-11 items-center gap-3">
      <input type="checkbox" className="toggle" checked={current[of]} onChange={(e) => void change(e.target.checked)} />
      {t(WORDS[of].label)}
    </label>
  )
}
