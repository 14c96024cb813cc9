'use client'

import { ladderOf } from '@lucerna/core/visit'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/visit'
import { useDesk } from './context'

const REGULATOR: readonly string[] = ['lock-up-high', 'meter-low', 'meter-high']

/** What the rungs from meter to valve say, and who may touch the regulator. */
export function Ladder() {
  const { appliance, state, context } = useDesk()
  const { findings, regulatorIsTechnicians } = ladderOf(appliance, state, context.practice)
  if (findings.length === 0) return null
  return (
    <section aria-label={t('ladder.title')} className="mt-3 rounded-md border border-warning bg-base-200 p-3 text-sm">
      <ul className="flex flex-col gap-1">
        {findings.map((f) => (
          <li key={f} className="flex gap-2 text-warning">
            <WarningSign size={18} />
            {t(`calc-warn.ladder-${f}`)}
          </li>
        ))}
      </ul>
      {findings.some((f) => REGULATOR.includes(f)) && (
        <p className="mt-2">{t(regulatorIsTechnicians ? 'ladder.yours' : 'ladder.suppliers')}</p>
      )}
    </section>
  )
}
