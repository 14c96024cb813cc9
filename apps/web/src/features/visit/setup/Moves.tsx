'use client'

import type { VisitAdvice } from '@lucerna/core/advice'
import type { Step } from '@lucerna/core/procedure'
import { timeAt } from '@/ui/dates'
import { t } from '@/messages/visit'
import { rateLabel, useDesk } from '../parts/context'
import { amountText } from './Dial'
import { effectValue, measurandOf } from './effectText'
import { useTurn } from './useTurn'

/** Every move of the visit with what it was foretold to do and how it came, and the way back. */
export function Moves({ step, advice: { moves, home } }: { readonly step: Step; readonly advice: VisitAdvice }) {
  const { appliance, units, timeZone } = useDesk()
  const turn = useTurn(step)
  if (moves.length === 0) return null
  return (
    <details className="border-t hairline pt-2" open={moves.length < 4}>
      <summary className="min-h-11 cursor-pointer font-semibold">{t('setup.moves', { count: moves.length })}</summary>
      <ol className="flex flex-col gap-2 text-sm">
        {moves.map(({ move, effects, surprise, eventId, at }) => {
          const adjuster = appliance.card.adjusters.find((a) => a.id === move.screwId)
          const main = effects.find((e) => e.rateId === move.rateId && e.figure !== 'input' && e.figure !== 'co')
          return (
            <li key={eventId}>
              <span className="quiet">{timeAt(at, timeZone)}</span> {adjuster?.label ?? move.screwId},{' '}
              {t(move.amount > 0 ? 'setup.was.clockwise' : 'setup.was.anticlockwise', {
                amount: amountText(move.amount, adjuster?.unit ?? 'turn'),
                rate: rateLabel(appliance, move.rateId).toLowerCase(),
              })}
              {main && (
                <>
                  {' · '}
                  {t('setup.foretold', {
                    what: t(`short.${measurandOf(main.figure)!}`),
                    low: effectValue(main.figure, main.low, units),
                    high: effectValue(main.figure, main.high, units),
                  })}
                  {surprise !== null && ` · ${t(surprise <= 2 ? 'setup.came-as-foretold' : 'setup.came-otherwise')}`}
                </>
              )}
            </li>
          )
        })}
      </ol>
      {home.length > 0 && (
        <div className="mt-2 flex flex-col gap-2">
          <p className="text-sm">{t('setup.home')}</p>
          {home.map(({ screwId, amount }) => {
            const adjuster = appliance.card.adjusters.find((a) => a.id === screwId)
            if (!adjuster) return null
            const words = t(amount > 0 ? 'setup.turn.clockwise' : 'setup.turn.anticlockwise', { amount: amountText(amount, adjuster.unit) })
            return (
              <button
                key={screwId}
                type="button"
                className="btn h-auto press btn-outline py-2 text-left"
                onClick={() => turn(adjuster, amount, step.firingStateId ?? adjuster.actsAt[0] ?? '')}
              >
                {adjuster.label}: {words}
              </button>
            )
          })}
        </div>
      )}
    </details>
  )
}
