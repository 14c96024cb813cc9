'use client'

import type { Doubt, Explanation } from '@lucerna/core/advice'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/setup'
import { rateName, useSetUp } from './desk'
import { turnText } from './Dial'

/** A reading that contradicts the last move is asked about: what it would fit, each with one tap to put it right; or it is read again, or it is so. */
export function Doubted({ doubt, onSettled }: { readonly doubt: Doubt; readonly onSettled: () => void }) {
  const setUp = useSetUp()
  const { appliance, advised, correct } = setUp
  const { move, explanations } = doubt
  const screw = (id: string) => appliance.card.adjusters.find((a) => a.id === id)
  const made = screw(move.screwId)
  const id = advised.moves.at(-1)?.id
  if (!made || id === undefined) return null
  const offered = (how: Explanation): { words: string; put: (() => void) | null } => {
    switch (how.code) {
      case 'not-moved':
        return { words: t('setup.doubt.not-moved'), put: () => correct(id, made, 0) }
      case 'other-way':
        return {
          words: t('setup.doubt.other-way', { turn: turnText(-move.amount, made.unit) }),
          put: () => correct(id, made, -move.amount),
        }
      case 'other-screw': {
        const other = screw(how.screwId)
        return {
          words: t('setup.doubt.other-screw', { screw: other?.label ?? how.screwId, turn: turnText(how.amount, other?.unit ?? made.unit) }),
          put: other ? () => correct(id, other, how.amount) : null,
        }
      }
      case 'other-rate':
        return { words: t('setup.doubt.other-rate', { rate: rateName(setUp, how.rateId) }), put: null }
    }
  }
  return (
    <div role="alert" data-doubt="" className="flex flex-col gap-3 rounded-md border border-warning p-3">
      <p className="flex gap-2 font-semibold text-warning">
        <WarningSign size={20} />
        {t('setup.doubt.title')}
      </p>
      <p className="text-sm">
        {t('setup.doubt.why', { screw: made.label, turn: turnText(move.amount, made.unit, rateName(setUp, move.rateId)) })}
        {explanations.length > 0 && ` ${t('setup.doubt.fits')}`}
      </p>
      <ul className="flex flex-col gap-2 empty:hidden">
        {explanations.map((how) => {
          const { words, put } = offered(how)
          return (
            <li key={words}>
              {put ? (
                <button type="button" className="btn h-auto press btn-block justify-start btn-outline py-2 text-left" onClick={put}>
                  {words}
                </button>
              ) : (
                <p className="text-sm">{words}</p>
              )}
            </li>
          )
        })}
      </ul>
      <p className="text-sm">{t(explanations.length > 0 ? 'setup.doubt.again' : 'setup.doubt.again-only')}</p>
      <button type="button" className="btn press btn-outline" onClick={onSettled}>
        {t('setup.doubt.so')}
      </button>
    </div>
  )
}
