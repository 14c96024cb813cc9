'use client'

import type { ReactNode } from 'react'
import { dateAt } from '@/ui/dates'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/visit'
import { Cautions } from './Cautions'

/** Before the start: what the visit is, what to know, and one button. */
export function StartPanel({
  onStart,
  mayStart,
  subtitle,
  remark,
  hazards,
  continuedAt,
  timeZone,
  emergencyNumber,
  children,
}: {
  readonly onStart: () => void
  readonly mayStart: boolean
  readonly subtitle: string
  readonly remark: string | null
  readonly hazards: string | null
  /** When the visit was closed that this one goes on with. */
  readonly continuedAt: string | null
  readonly timeZone: string
  readonly emergencyNumber: string | null | undefined
  /** What the person measures with. */
  readonly children: ReactNode
}) {
  return (
    <div className="mx-auto flex max-w-xl flex-col gap-5 px-4 py-10">
      <h2 className="text-2xl font-semibold">{subtitle}</h2>
      {continuedAt && <p className="text-lg">{t('continue.goes-on', { date: dateAt(continuedAt, timeZone) })}</p>}
      {remark && <p className="text-lg">{remark}</p>}
      {hazards && (
        <p className="flex gap-2 text-warning">
          <WarningSign />
          {hazards}
        </p>
      )}
      <Cautions number={emergencyNumber} />
      {mayStart && children}
      {mayStart ? (
        <button type="button" data-key="r" className="btn press text-lg btn-primary" onClick={onStart}>
          {t('visit.start')}
        </button>
      ) : (
        <p className="quiet">{t('visit.read-only')}</p>
      )}
    </div>
  )
}
