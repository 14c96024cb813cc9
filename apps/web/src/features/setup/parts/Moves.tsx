'use client'

import type { Effect, Scored } from '@lucerna/core/advice'
import { timeAt } from '@/ui/dates'
import { t } from '@/messages/setup'
import { rateName, useSetUp } from './desk'
import { turnText } from './Dial'
import { effectValue, measurandOf } from './effectText'

/** Every move with what it was foretold to do and how it came, and the way back. */
export function Moves() {
  const desk = useSetUp()
  const { appliance, units, timeZone, turn, whenOf, rateId } = desk
  const { moves, home } = desk.advised
  if (moves.length === 0) return null
  const timeOf = (id: string) => {
    const at = whenOf(id)
    return at === null ? '' : timeAt(at, timeZone)
  }
  /** What came differently, where it is another figure than the one whose interval is told. */
  const otherwise = (told: Effect, farthest: Scored['farthest']) => {
    const measurandId = farthest && farthest.figure !== 'inlet' ? measurandOf(farthest.figure) : null
    const section = farthest?.section ?? null
    if (!farthest || !measurandId || (farthest.figure === told.figure && section === told.section)) return t('setup.came-otherwise')
    const where = section === null ? undefined : appliance.card.sections[section]?.label
    return t('setup.came-otherwise-of', { what: [t(`short.${measurandId}`), where].filter(Boolean).join(', ') })
  }
  return (
    <details className="border-t hairline pt-2" open={moves.length < 4}>
      <summary className="min-h-11 cursor-pointer font-semibold">{t('setup.moves', { count: moves.length })}</summary>
      <ol className="flex flex-col gap-2 text-sm">
        {moves.map(({ move, effects, surprise, farthest, id }) => {
          const adjuster = appliance.card.adjusters.find((a) => a.id === move.screwId)
          const main = effects.find((e) => e.rateId === move.rateId && e.figure !== 'input' && e.figure !== 'co')
          return (
            <li key={id}>
              <span className="quiet">{timeOf(id)}</span> {adjuster?.label ?? move.screwId},{' '}
              {turnText(move.amount, adjuster?.unit ?? 'turn', rateName(desk, move.rateId))}
              {main && (
                <>
                  {' · '}
                  {t('setup.foretold', {
                    what: t(`short.${measurandOf(main.figure)!}`),
                    low: effectValue(main.figure, main.low, units),
                    high: effectValue(main.figure, main.high, units),
                  })}
                  {surprise !== null &&
                    ` · ${surprise <= 2 && desk.advised.doubt?.move !== move ? t('setup.came-as-foretold') : otherwise(main, farthest)}`}
                </>
              )}
            </li>
          )
        })}
      </ol>
      {home.length > 0 && (
        <div className="mt-2 flex flex-col gap-2">
          <p className="text-sm">{t('setup.home')}</p>
          {home.some((h) => appliance.card.adjusters.find((a) => a.id === h.screwId)?.unit === 'click') && (
            <p className="text-sm quiet">{t('setup.home-clicks')}</p>
          )}
          {home.map(({ screwId, amount }) => {
            const adjuster = appliance.card.adjusters.find((a) => a.id === screwId)
            if (!adjuster) return null
            const words = turnText(amount, adjuster.unit)
            return (
              <button
                key={screwId}
                type="button"
                className="btn h-auto press btn-outline py-2 text-left"
                onClick={() => turn(adjuster, amount, rateId ?? adjuster.actsAt[0] ?? '')}
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
