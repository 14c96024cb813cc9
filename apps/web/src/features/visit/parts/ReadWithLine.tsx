'use client'

import { MEASURANDS } from '@lucerna/core/measure'
import type { Need } from '@lucerna/core/procedure'
import { instrumentFor } from '@lucerna/core/visit'
import { t } from '@/ui/words'
import { useDesk } from './context'

/** What a figure is read with. Where two at hand can read it, one tap changes it; while nobody has said, it is asked. */
export function ReadWithLine({ need, readOnly }: { readonly need: Need; readonly readOnly: boolean }) {
  const { context, instruments: set, chooseInstruments, openDialog } = useDesk()
  const { channel } = MEASURANDS[need.measurandId]
  const found = instrumentFor(need.measurandId, set, context.instruments)
  if (!channel || found.kind === 'eye' || readOnly) return null
  // With nobody's word all that could are offered.
  const open = instrumentFor(need.measurandId, { ...set, preferred: {} }, context.instruments)
  const among = open.kind === 'ask' ? open.among : found.kind === 'one' ? [found.instrument] : []
  return (
    <p className="flex flex-wrap items-center gap-x-2 gap-y-1 text-xs quiet" role="group" aria-label={t('instruments.read-with')}>
      {found.kind === 'ask' && <span className="font-semibold text-warning">{t('instruments.which')}</span>}
      {among.length > 1
        ? among.map((i) => (
            <button
              key={i.id}
              type="button"
              aria-pressed={found.kind === 'one' && found.instrument.id === i.id}
              className={`btn min-h-11 px-3 btn-sm ${found.kind === 'one' && found.instrument.id === i.id ? 'btn-primary' : 'btn-outline'}`}
              onClick={() => chooseInstruments({ ...set, preferred: { ...set.preferred, [channel]: i.id } })}
            >
              {i.maker} {i.model}
            </button>
          ))
        : among.map((i) => (
            <button
              key={i.id}
              type="button"
              // Not in the way from one figure to the next: the key I opens the same.
              tabIndex={-1}
              className="min-h-6 cursor-pointer underline decoration-dotted underline-offset-2"
              title={t('instruments.change')}
              onClick={() => openDialog('instruments')}
            >
              {i.maker} {i.model}
            </button>
          ))}
      {found.kind === 'none' && (
        <button type="button" className="btn min-h-11 btn-outline btn-sm" onClick={() => openDialog('instruments')}>
          {t('instruments.none')}
        </button>
      )}
    </p>
  )
}
