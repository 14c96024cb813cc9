'use client'

import { STALE_S } from '@lucerna/core/live'
import { Radio } from 'lucide-react'
import { bandFor } from '@lucerna/core/visit'
import { figureWithUnit } from '@/ui/figures'
import { useOnline } from '@/ui/useOnline'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/visit'
import { useDesk } from '../parts/context'
import { useLiveView } from './context'
import { roomCo } from './figures'

/** Which instruments speak for themselves, while any does: one line under the header, and the way to all of them. */
export function LiveBar() {
  const { openDialog, units } = useDesk()
  const view = useLiveView()
  const online = useOnline()
  const co = useRoomCo()
  if (Object.keys(view.sources).length === 0) return null
  const heard = new Map([...view.channels.values()].map((c) => [c.instrument.serial, c]))
  const old = new Set([...view.channels.values()].filter((c) => view.at / 1000 - c.trace.heardS > STALE_S).map((c) => c.instrument.serial))
  const names = [...heard.values()]
    .filter((c) => c.instrument.model)
    .map((c) => `${c.instrument.model}${old.has(c.instrument.serial) ? ` (${t('live.old')})` : ''}`)
  const lost = Object.values(view.sources).includes('lost')
  const wrong = lost || old.size > 0
  return (
    <>
      {co !== null && (
        <p role="alert" className="flex items-center gap-3 bg-error px-4 py-3 text-lg font-semibold text-error-content lg:px-7">
          <WarningSign size={26} />
          {t('live.co-alarm', { value: figureWithUnit('co.ambient', co, units) })}
        </p>
      )}
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
    </>
  )
}

/** A personal alarm goes off here at this, whatever the practice says of a room. */
const ALARM = 30e-6

/** CO in the room above the level of this place; null while all is well or no personal alarm is heard. */
function useRoomCo(): number | null {
  const view = useLiveView()
  const { appliance, context } = useDesk()
  const band = bandFor(appliance, context.practice, { measurandId: 'co.ambient', stationId: 'room', firingStateId: 'standing' })
  return roomCo(view, Math.min(ALARM, band?.max ?? ALARM))
}
