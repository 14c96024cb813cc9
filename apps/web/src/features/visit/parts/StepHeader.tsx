'use client'

import type { Step } from '@lucerna/core/procedure'
import type { ReactNode } from 'react'
import { timeAt } from '@/ui/dates'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/ui/words'
import { type DialogName, may, stepTitle, useDesk } from './context'

/** The step's name, what it is for, where it stands, and what else can be done at it. */
export function StepHeader({
  step,
  place,
  onOpen,
}: {
  readonly step: Step
  readonly place: string
  readonly onOpen: (what: DialogName) => void
}) {
  const { appliance, visit, state, role, timeZone, queuedPhotos } = useDesk()
  const mark = state.steps[step.id]
  const open = visit.status === 'open'
  const photos = visit.photos.filter((p) => p.stepId === step.id && p.applianceId === appliance.id).length
  return (
    <>
      <div className="flex flex-wrap items-center justify-between gap-x-4">
        <h2 id="now" tabIndex={-1} className="text-xl font-semibold">
          {stepTitle(step, appliance)}
        </h2>
        <span className="-ml-2 flex flex-wrap gap-x-1 lg:ml-0">
          <Act onClick={() => onOpen('sheet')} only="phone">
            {place}
          </Act>
          <Act onClick={() => onOpen('how')}>{t('step.how')}</Act>
          {may(role, 'note.added') && <Act onClick={() => onOpen('note')}>{t('step.note')}</Act>}
          {open && may(role, 'photo.taken') && (
            <Act onClick={() => onOpen('photos')}>
              {photos + queuedPhotos.length > 0 ? t('step.photos', { count: photos }) : t('step.photo')}
            </Act>
          )}
          {open && may(role, 'step.skipped') && step.skip === 'with-reason' && <Act onClick={() => onOpen('skip')}>{t('step.skip')}</Act>}
          <Act onClick={() => onOpen('far')} only="phone">
            {t('far.open')}
          </Act>
        </span>
      </div>
      <p className="quiet">
        {step.own ? step.own.why : t(`step.${step.kind}.what`)}
        {step.opens.some((o) => o.kind === 'probe-hole') ? ` ${appliance.card.probe}.` : ''}
      </p>
      {mark?.carried && (
        <p className="mt-2 text-sm text-info">{t('continue.done-before', { by: mark.by, date: timeAt(mark.at, timeZone) })}</p>
      )}
      {mark?.reason && (
        <p className="mt-2 flex gap-2 text-sm text-warning">
          <WarningSign size={18} />
          {t(`sheet.${mark.status}`)}: {mark.reason}
        </p>
      )}
    </>
  )
}

function Act({ onClick, only, children }: { readonly onClick: () => void; readonly only?: 'phone'; readonly children: ReactNode }) {
  return (
    <button
      type="button"
      className={`btn min-h-11 btn-ghost px-2 text-sm text-primary btn-sm ${only === 'phone' ? 'lg:hidden' : ''}`}
      onClick={onClick}
    >
      {children}
    </button>
  )
}
