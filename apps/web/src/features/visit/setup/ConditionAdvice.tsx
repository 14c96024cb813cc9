'use client'

import { cleanOrAdjust, type Sign, signsOf } from '@lucerna/core/advice'
import { formatNumber } from '@lucerna/core/units'
import { useMemo } from 'react'
import { locale, wordsFor } from '@/ui/words'
import { t } from '@/messages/setup'
import '@/messages/visit'
import { useDesk } from '../parts/context'

const MOST_SHOWN = 3

/** What the readings say to *clean or adjust?*: how likely each answer is, what speaks for it, and what would tell most next. The technician answers. */
export function ConditionAdvice() {
  const { appliance, state, context } = useDesk()
  const { readings, adjustments } = state
  const { signs, said } = useMemo(() => {
    const seen = signsOf(appliance, { readings, adjustments }, context.practice)
    return { signs: seen.signs, said: cleanOrAdjust(seen.signs, seen.offered) }
  }, [appliance, readings, adjustments, context.practice])
  const known = Object.keys(signs).length
  const words = (sign: Sign) => wordsFor(`condition.sign.${sign}.${signs[sign] ?? ''}`)
  return (
    <section aria-label={t('condition.title')} className="my-3 rounded-md border hairline bg-base-200 p-3">
      {known === 0 ? (
        <p className="text-sm">{t('condition.nothing-read')}</p>
      ) : (
        <>
          <p className="font-semibold">
            {said.verdict ? t('condition.likely', { answer: wordsFor(`answer.${said.verdict}`).toLowerCase() }) : t('condition.open')}
          </p>
          <ul className="mt-2 flex flex-col gap-1 text-sm">
            {said.odds.slice(0, MOST_SHOWN).map(({ condition, p }) => (
              <li key={condition} className="grid grid-cols-[8.5rem_1fr_3rem] items-center gap-2">
                <span>{wordsFor(`answer.${condition}`)}</span>
                <span aria-hidden="true" className="h-2 rounded bg-[var(--rail)]">
                  <span className="block h-2 rounded bg-secondary" style={{ width: `${100 * p}%` }} />
                </span>
                <span className="text-right">{formatNumber(100 * p, 0, locale())}%</span>
              </li>
            ))}
          </ul>
          {said.because.length > 0 && (
            <p className="mt-2 text-sm">{t('condition.because', { signs: said.because.slice(0, MOST_SHOWN).map(words).join('; ') })}</p>
          )}
        </>
      )}
      {said.next && <p className="mt-1 text-sm">{t('condition.next', { what: wordsFor(`condition.read.${said.next}`) })}</p>}
      <p className="mt-1 text-xs quiet">{t('condition.typical')}</p>
    </section>
  )
}
