'use client'

import type { Step } from '@lucerna/core/procedure'
import { Camera, CircleHelp, FilePen, Gauge, ListChecks, type LucideIcon, Maximize2, Redo2 } from 'lucide-react'
import { timeAt } from '@/ui/dates'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/visit'
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
        <span className="grid w-full auto-cols-fr grid-flow-col lg:flex lg:w-auto lg:gap-x-1">
          <Act icon={ListChecks} label={place} onClick={() => onOpen('sheet')} only="phone" />
          <Act icon={CircleHelp} label={t('step.how')} short={t('step.how.short')} onClick={() => onOpen('how')} />
          {open && may(role, 'reading.taken') && (
            <Act icon={Gauge} label={t('step.figure')} short={t('step.figure.short')} onClick={() => onOpen('figure')} />
          )}
          {may(role, 'note.added') && (
            <Act icon={FilePen} label={t('step.note')} short={t('step.note.short')} onClick={() => onOpen('note')} />
          )}
          {open && may(role, 'photo.taken') && (
            <Act
              icon={Camera}
              label={photos + queuedPhotos.length > 0 ? t('step.photos', { count: photos }) : t('step.photo')}
              short={photos > 0 ? t('step.photos.short', { count: photos }) : t('step.photo.short')}
              onClick={() => onOpen('photos')}
            />
          )}
          {open && may(role, 'step.skipped') && step.skip === 'with-reason' && (
            <Act icon={Redo2} label={t('step.skip')} onClick={() => onOpen('skip')} />
          )}
          <Act icon={Maximize2} label={t('far.open.short')} onClick={() => onOpen('far')} only="phone" />
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

/** What else can be done at a step: a word on a desk; on a phone a sign over a short word, so that all fit in one row for a thumb. */
function Act({
  icon: Icon,
  label,
  short = label,
  onClick,
  only,
}: {
  readonly icon: LucideIcon
  readonly label: string
  /** Begins like the label, so that who speaks to the phone finds it by what is written. */
  readonly short?: string
  readonly onClick: () => void
  readonly only?: 'phone'
}) {
  return (
    <button
      type="button"
      aria-label={label}
      className={`btn flex h-14 flex-col gap-0.5 btn-ghost px-1 text-xs font-medium text-primary lg:h-auto lg:min-h-11 lg:px-2 lg:text-sm lg:btn-sm ${only === 'phone' ? 'lg:hidden' : ''}`}
      onClick={onClick}
    >
      <Icon size={20} aria-hidden="true" className="lg:hidden" />
      <span className="whitespace-nowrap lg:hidden">{short}</span>
      <span className="hidden lg:inline">{label}</span>
    </button>
  )
}
