'use client'

import { t } from '@/messages/people'
import { useGoesOn } from './client/goesOn'

/** Whether the checklist goes on by itself on this device. */
export function GoesOnChoice() {
  const [on, choose] = useGoesOn()
  return (
    <label className="flex min-h-11 cursor-pointer items-center gap-3">
      <input type="checkbox" className="checkbox" checked={on} onChange={(e) => choose(e.target.checked)} />
      {t('settings.goes-on')}
    </label>
  )
}
