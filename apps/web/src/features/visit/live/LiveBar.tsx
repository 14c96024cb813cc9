'use client'

import { STALE_S } from '@lucerna/core/live'
import { Radio } from 'lucide-react'
import { useOnline } from '@/ui/useOnline'
import { t } from '@/messages/visit'
import { useDesk } from '../parts/context'
import { useLiveView } from './context'

/** Which instruments speak for themselves, while any does: one line under the header, and the way to all of them. */
export function LiveBar() {
  const { openDialog } = useDesk()
  const view = useLiveView()
  const online = useOnline()
  if (Object.keys(view.sources).length === 0) return null
  const heard = new Map([...view.channels.values()].map((c) => [c.instrument.serial, c]))
  const old = new Set([...view.channels.values()].filter((c) => view.at / 1000 - c.trace.heardS > STALE_S).map((c) => c.instrument.serial))
  const names = [...heard.values()]
    .filter((c) => c.instrument.model)
    .map((c) => `${c.instrument.model}${old.has(c.instrument.serial) ? ` (${t('live.old')})` : ''}`)
  const lost = Object.values(view.sources).includes('lost')
  const wrong = lost || old.size > 0
  return (
    <button
      type="button"
      className="flex min-h-11 w-full items-center gap-2 border-b hairline px-4 text-left text-sm text-primary lg:px-7"
      onClick={() => openDialog('connect')}
    >
      <Radio size={18} aria-hidden="true" className={wrong ? 'text-warning' : ''} />
      <span className={wrong ? 'text-warning' : ''}>
        {names.length > 0 ? t('live.bar', { names: names.join(', ') }) : t('live.bar-none')}
        {lost && ` · ${t('live.bar-lost')}`}
        {!online && ` · ${t('live.bar-offline')}`}
      </span>
    </button>
  )
}
