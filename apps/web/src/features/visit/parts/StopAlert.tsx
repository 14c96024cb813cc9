'use client'

import { firingStops, purgeWaitS } from '@lucerna/core/visit'
import { WarningSign } from '@/ui/WarningSign'
import '@/messages/visit'
import { wordsFor } from '@/ui/words'
import { Clocks } from './Clocks'
import { gateKey, gateText, useDesk } from './context'

/** What stands against firing right now, in words; empty when nothing does. */
export function StopAlert() {
  const { appliance, state, visit, context, steps } = useDesk()
  const stops = firingStops(appliance, state, visit, context)
  if (stops.length === 0) return null
  return (
    <div role="alert" className="my-4 flex flex-col gap-3 border-y-2 border-error py-4 text-error">
      {stops.map((s) => (
        <div key={s.id} className="flex items-start gap-3">
          <WarningSign size={26} />
          <div>
            <p className="text-xl font-semibold">{wordsFor(`stop.${gateKey(s)}`)}</p>
            <p>{gateText(s, appliance, steps, context.emergencyNumber)}</p>
          </div>
        </div>
      ))}
      {stops.some((s) => s.code === 'failed-starts') && (
        <Clocks timers={[{ id: 'purge-wait', seconds: purgeWaitS(appliance.facts.gas) }]} stepId="sequence" />
      )}
    </div>
  )
}
