'use client'

import { firingStops, instrumentFor, purgeWaitS } from '@lucerna/core/visit'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/visit'
import { wordsFor } from '@/ui/words'
import { Clocks } from './Clocks'
import { gateKey, gateText, may, useDesk } from './context'

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
            {s.id === 'high-co' && <HighCo />}
          </div>
        </div>
      ))}
      {stops.some((s) => s.code === 'failed-starts') && (
        <Clocks timers={[{ id: 'purge-wait', seconds: purgeWaitS(appliance.facts.gas) }]} stepId="sequence" />
      )}
    </div>
  )
}

const IN_THIS_ORDER = ['probe', 'off', 'room', 'cause'] as const

/** Far too much CO: what to do, in order, whose cell is at risk, and the way on once its cause is put right. */
function HighCo() {
  const { appliance, state, visit, context, instruments, record, role } = useDesk()
  const cell = instrumentFor('co.flue', instruments, context.instruments)
  const readOnly = !may(role, 'observation.made') || visit.status !== 'open'
  const answer = (given: 'cause-mended' | 'cause-not-found') =>
    void record([{ type: 'observation.made', applianceId: appliance.id, data: { observationId: 'high-co', answer: given } }])
  return (
    <div className="mt-2 text-base-content">
      <ol className="list-decimal pl-5">
        {IN_THIS_ORDER.map((what) => (
          <li key={what} className="py-0.5">
            {t(`high-co.${what}`)}
          </li>
        ))}
      </ol>
      {cell.kind === 'one' && (
        <p className="mt-1 text-warning">
          {t('high-co.cell', { name: `${cell.instrument.maker} ${cell.instrument.model} ${cell.instrument.serial}` })}
        </p>
      )}
      {!readOnly && (
        <div className="mt-3 flex flex-wrap gap-2" role="group" aria-label={t('observation.high-co')}>
          {(['cause-mended', 'cause-not-found'] as const).map((given) => (
            <button
              key={given}
              type="button"
              aria-pressed={state.observations['high-co']?.answer === given}
              className="btn press btn-outline"
              onClick={() => answer(given)}
            >
              {t(`answer.${given}`)}
            </button>
          ))}
        </div>
      )}
    </div>
  )
}
