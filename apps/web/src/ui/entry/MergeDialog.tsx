'use client'

import { useState } from 'react'
import { Dialog } from '@/ui/Dialog'
import { t } from '@/messages/places'
import type { Clash } from './useEntry'

/** Two people changed the same fields: what stood there, what you typed, what stands there now; one is chosen for each. */
export function MergeDialog<F extends object>({
  clash,
  label,
  say,
  onSettle,
  onClose,
}: {
  readonly clash: Clash<F>
  readonly label: (field: string) => string
  readonly say: (field: string, value: unknown) => string
  readonly onSettle: (fields: F) => void
  readonly onClose: () => void
}) {
  const [theirs, setTheirs] = useState<ReadonlySet<string>>(new Set())
  const choose = (field: string, take: boolean) =>
    setTheirs((before) => {
      const next = new Set(before)
      if (take) next.add(field)
      else next.delete(field)
      return next
    })
  const settled = (): F =>
    ({
      ...clash.merged,
      ...Object.fromEntries(clash.conflicts.filter((c) => theirs.has(c.field)).map((c) => [c.field, c.theirs])),
    }) as F
  return (
    <Dialog title={t('merge.title')} onClose={onClose}>
      <p className="mb-4 quiet">{t('merge.why')}</p>
      <div className="flex flex-col gap-6">
        {clash.conflicts.map((c) => (
          <fieldset key={c.field} className="flex flex-col gap-2">
            <legend className="font-semibold">{label(c.field)}</legend>
            <p className="text-sm quiet">
              {t('merge.before')} {say(c.field, c.base)}
            </p>
            {(['mine', 'theirs'] as const).map((whose) => {
              const chosen = theirs.has(c.field) === (whose === 'theirs')
              return (
                <button
                  key={whose}
                  type="button"
                  aria-pressed={chosen}
                  className={`btn h-auto justify-start py-3 text-left ${chosen ? 'btn-primary' : 'btn-outline'}`}
                  onClick={() => choose(c.field, whose === 'theirs')}
                >
                  <span className="min-w-20 text-sm font-normal">{t(whose === 'mine' ? 'merge.mine' : 'merge.theirs')}</span>
                  <span className="min-w-0 break-words">{say(c.field, c[whose])}</span>
                </button>
              )
            })}
          </fieldset>
        ))}
      </div>
      <button type="button" className="btn mt-6 press w-full btn-primary" onClick={() => onSettle(settled())}>
        {t('merge.save')}
      </button>
    </Dialog>
  )
}
