'use client'

import { MEASURANDS } from '@lucerna/core/measure'
import type { Need } from '@lucerna/core/procedure'
import { instrumentFor, type ReadWith } from '@lucerna/core/visit'
import { ArrowLeftRight } from 'lucide-react'
import { t } from '@/messages/visit'
import { useDesk } from './context'
import { instrumentName } from './InstrumentChooser'

const LINE = 'flex flex-wrap items-center gap-x-2 gap-y-1 text-sm quiet'
// Not in the way from one figure to the next: the key I opens the whole list.
const QUIET = {
  type: 'button',
  tabIndex: -1,
  className: 'flex min-h-11 text-sm quiet cursor-pointer items-center gap-1.5 text-left hover:underline md:min-h-6',
} as const

/**
 * What a figure is read with. Where two at hand can read it and nobody has said which, it is asked, once for a channel (`asks`); later one tap takes
 * the other.
 */
export function ReadWithLine({ need, found, asks }: { readonly need: Need; readonly found: ReadWith; readonly asks: boolean }) {
  const { context, instruments: set, chooseInstruments, openDialog } = useDesk()
  const { channel } = MEASURANDS[need.measurandId]
  if (!channel || found.kind === 'eye') return null
  const choose = (id: string) => chooseInstruments({ ...set, preferred: { ...set.preferred, [channel]: id } })
  const open = () => openDialog('instruments')
  if (found.kind === 'none')
    return (
      <button type="button" className="btn min-h-11 btn-outline btn-sm" onClick={open}>
        {t('instruments.none')}
      </button>
    )
  if (found.kind === 'ask')
    return asks ? (
      <div className={LINE} role="group" aria-label={t('instruments.which-for', { channel: t(`channel.${channel}`) })}>
        <span className="font-semibold text-warning">{t('instruments.which')}</span>
        {found.among.map((i) => (
          <button key={i.id} type="button" className="btn min-h-11 btn-outline px-3 btn-sm" onClick={() => choose(i.id)}>
            {instrumentName(i, found.among)}
          </button>
        ))}
      </div>
    ) : null
  // With nobody's word all that could are offered.
  const able = instrumentFor(need.measurandId, { ...set, preferred: {} }, context.instruments)
  const among = able.kind === 'ask' ? able.among : [found.instrument]
  const next = among[(among.findIndex((i) => i.id === found.instrument.id) + 1) % among.length]
  const name = instrumentName(found.instrument, among)
  return next && next.id !== found.instrument.id ? (
    <button {...QUIET} title={t('instruments.take', { name: instrumentName(next, among) })} onClick={() => choose(next.id)}>
      {name}
      <ArrowLeftRight size={14} aria-hidden="true" className="text-primary" />
    </button>
  ) : (
    <button {...QUIET} className={`${QUIET.className} max-md:min-h-6`} title={t('instruments.change')} onClick={open}>
      {name}
    </button>
  )
}
