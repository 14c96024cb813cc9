'use client'

import type { Step } from '@lucerna/core/procedure'
import type { ReactNode } from 'react'
import { Dialog } from '@/ui/Dialog'
import { t } from '@/messages/visit'
import type { QueuedEvent } from '../client/queue'
import type { PhotoQueue } from '../client/usePhotoQueue'
import type { VisitLog } from '../client/useVisitLog'
import type { SheetEntry } from '../view'
import { type DialogName, stepTitle, useDesk } from './context'
import {
  AnyFigure,
  ConnectPanel,
  CorrectDialog,
  FarView,
  GrowForm,
  NoteDialog,
  PhotosDialog,
  RunsPanel,
  TraceFileDialog,
  VisitFaults,
} from './later'
import { ParkedList } from './LogState'
import { RunSheet } from './RunSheet'
import { SkipForm } from './SkipForm'

const KEYS = ['R', 'A', 'N', 'W', 'Z', 'T', 'U', 'F', 'L', 'I', 'C', '/', '?'] as const

/** Everything of a visit that opens over it. */
export function VisitDialogs({
  open,
  step,
  sheet,
  log,
  photos,
  tones,
  demo,
  chooser,
  onMend,
  onSkipped,
  onClose,
}: {
  readonly open: DialogName | null
  readonly step: Step | undefined
  readonly sheet: readonly SheetEntry[]
  readonly log: VisitLog
  readonly photos: PhotoQueue
  readonly tones: boolean
  /** With simulated hardware on offer. */
  readonly demo: boolean
  /** Choosing what is measured with. */
  readonly chooser: ReactNode
  readonly onMend: (q: QueuedEvent) => void
  readonly onSkipped: (step: Step) => void
  readonly onClose: () => void
}) {
  const { appliance, context, goTo, openDialog } = useDesk()
  if (open === 'parked')
    return (
      <Dialog title={t('parked.title')} onClose={onClose}>
        <ParkedList log={log} photos={photos} onMend={onMend} />
      </Dialog>
    )
  if (open === 'keys')
    return (
      <Dialog title={t('keys.title')} onClose={onClose}>
        <dl className="grid grid-cols-[3rem_1fr] gap-y-2">
          {KEYS.map((k) => [
            <dt key={k} className="font-semibold">
              {k}
            </dt>,
            <dd key={`${k}-d`}>{t(`keys.${k}`)}</dd>,
          ])}
        </dl>
      </Dialog>
    )
  if (open === 'instruments')
    return (
      <Dialog title={t('instruments.at-hand')} onClose={onClose}>
        {chooser}
        <button type="button" className="btn mt-4 press btn-outline" onClick={() => openDialog('connect')}>
          {t('live.connect')}
        </button>
      </Dialog>
    )
  if (open === 'connect')
    return (
      <Dialog title={t('live.title')} onClose={onClose}>
        <ConnectPanel demo={demo} />
      </Dialog>
    )
  if (!step || open === null) return null
  switch (open) {
    case 'far':
      return <FarView step={step} tones={tones} onClose={onClose} />
    case 'sheet':
      return (
        <Dialog title={t('sheet.title')} onClose={onClose}>
          <RunSheet sheet={sheet} currentId={step.id} />
        </Dialog>
      )
    case 'figure':
      return (
        <Dialog title={t('step.figure')} onClose={onClose}>
          <AnyFigure stepId={step.id} firingStateId={step.firingStateId ?? null} onClose={onClose} />
        </Dialog>
      )
    case 'correct':
      return (
        <Dialog title={t('correct.title')} onClose={onClose}>
          <CorrectDialog step={step} onClose={onClose} />
        </Dialog>
      )
    case 'grow':
      return (
        <Dialog title={t('grow.title')} onClose={onClose}>
          <GrowForm
            stepId={step.id}
            onGrown={(first) => {
              onClose()
              goTo(first)
            }}
          />
        </Dialog>
      )
    case 'trace-file':
      return (
        <Dialog title={t('trace-file.title')} onClose={onClose}>
          <TraceFileDialog step={step} onClose={onClose} />
        </Dialog>
      )
    case 'faults':
      return (
        <Dialog title={t('visit.fault-desk.title')} wide onClose={onClose}>
          <VisitFaults key={appliance.id} stepId={step.id} />
        </Dialog>
      )
    case 'runs':
      return (
        <Dialog title={t('runs.title')} onClose={onClose}>
          <RunsPanel stepId={step.id} firingStateId={step.firingStateId} />
        </Dialog>
      )
    case 'note':
      return (
        <Dialog title={t('step.note')} onClose={onClose}>
          <NoteDialog stepId={step.id} onClose={onClose} />
        </Dialog>
      )
    case 'photos':
      return (
        <Dialog title={`${t('step.photo')}: ${stepTitle(step, appliance)}`} onClose={onClose}>
          <PhotosDialog stepId={step.id} />
        </Dialog>
      )
    case 'skip':
      return (
        <Dialog title={t('step.skip')} onClose={onClose}>
          <SkipForm
            step={step}
            onDone={() => {
              onClose()
              onSkipped(step)
            }}
          />
        </Dialog>
      )
    case 'how':
      return (
        <Dialog title={stepTitle(step, appliance)} onClose={onClose}>
          <div className="flex flex-col gap-3">
            <p>{step.own ? step.own.why : t(`step.${step.kind}.how`)}</p>
            <p className="quiet">{step.own ? `${step.own.doc}, ${t('band.page', { page: step.own.page })}` : t(`step.${step.kind}.why`)}</p>
            {step.opens.some((o) => o.kind === 'probe-hole') && (
              <p className="border-t hairline pt-3 text-sm">
                {context.practice.probeDistance.text}{' '}
                <span className="quiet">{t('method.by', { source: context.practice.probeDistance.source })}</span>
              </p>
            )}
            {appliance.card.testPoints
              .filter((p) => p.stationId === step.stationId && (!step.sectionId || !p.sectionId || p.sectionId === step.sectionId))
              .map((p) => (
                <p key={p.label} className="border-t hairline pt-3 text-sm">
                  {p.port && <b>{t(`port.${p.port}`)} </b>}
                  {p.label}: {p.how}
                </p>
              ))}
            {step.opens.map((o) => (
              <p key={o.key} className="border-t hairline pt-3 text-sm">
                {o.label}: {o.closes}
              </p>
            ))}
          </div>
        </Dialog>
      )
  }
}
