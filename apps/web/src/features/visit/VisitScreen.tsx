'use client'

import type { JobKind, Step } from '@lucerna/core/procedure'
import { firingStops, type Role, type StoredEvent, type VisitContext, VisitFold } from '@lucerna/core/visit'
import { useCallback, useEffect, useMemo, useRef, useState, useSyncExternalStore } from 'react'
import { Dialog } from '@/ui/Dialog'
import { Frame } from '@/ui/Frame'
import type { Units } from '@/ui/figures'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/ui/words'
import { useVisitLog } from './client/useVisitLog'
import { AdjustPanel } from './parts/AdjustPanel'
import { DeskProvider, may, stepTitle, type VisitDesk } from './parts/context'
import { FinishPanel } from './parts/FinishPanel'
import { Line } from './parts/Line'
import { LogState, ParkedList } from './parts/LogState'
import { LooseEnds } from './parts/LooseEnds'
import { LooseEndsPanel } from './parts/LooseEndsPanel'
import { NoteDialog } from './parts/NoteDialog'
import { RunSheet } from './parts/RunSheet'
import { SkipForm } from './parts/SkipForm'
import { StepPanel } from './parts/StepPanel'
import { useKeys } from './parts/useKeys'
import { WorkingPanel } from './parts/WorkingPanel'
import { firstOpen, lineOf, sheetOf } from './view'

export interface VisitScreenProps {
  readonly visitId: string
  readonly siteName: string
  readonly timeZone: string
  readonly jobKind: JobKind
  readonly remark: string | null
  readonly hazards: string | null
  readonly practice: { readonly id: string; readonly version: number }
  readonly context: VisitContext
  readonly sheets: Readonly<Record<string, readonly Step[]>>
  readonly events: readonly StoredEvent[]
  readonly units: Units
  /** Licensed people with a passcode, who could confirm work on this device. */
  readonly confirmers: readonly { readonly id: string; readonly name: string }[]
  readonly actor: { readonly userId: string; readonly name: string; readonly role: Role; readonly firmName: string }
}

type Open = 'sheet' | 'note' | 'skip' | 'keys' | 'parked' | 'how' | null

/** Seconds pass only where somebody looks at a clock. */
function useNow(): number {
  return useSyncExternalStore(
    useCallback((changed: () => void) => {
      const id = setInterval(changed, 1000)
      return () => clearInterval(id)
    }, []),
    () => Math.floor(Date.now() / 1000) * 1000,
    () => 0,
  )
}

/** The place where a technician works: the line, the run sheet, one thing now, loose ends hanging. */
export function VisitScreen(props: VisitScreenProps) {
  const { visitId, context, sheets, actor } = props
  const log = useVisitLog(visitId, props.events, actor)
  const now = useNow()
  // One fold that goes on: an event costs what it changes, not the whole log.
  const fold = useMemo(() => new VisitFold(visitId, context), [visitId, context])
  const visit = useMemo(() => fold.advance(log.events), [fold, log.events])
  const [applianceId] = useState(context.appliances[0]?.id ?? '')
  const appliance = context.appliances.find((a) => a.id === applianceId)
  const state = visit.appliances.find((a) => a.applianceId === applianceId)
  const steps = useMemo(() => sheets[applianceId] ?? [], [sheets, applianceId])
  const [chosen, setChosen] = useState<string | null>(null)
  const [workingId, setWorkingId] = useState<string | null>(null)
  const [open, setOpen] = useState<Open>(null)
  const [closing, setClosing] = useState(false)
  const reportLink = useRef<HTMLAnchorElement>(null)

  // Closed and acknowledged: on to the report, as a fresh page, since nothing of this one is needed any more. A refused close is parked and seen here instead.
  useEffect(() => {
    if (closing && visit.status === 'closed' && log.waitingCount === 0 && log.parked.length === 0) reportLink.current?.click()
  }, [closing, visit.status, log.waitingCount, log.parked.length, visitId])
  useKeys(
    () => setOpen('keys'),
    () => setChosen('loose-ends'),
  )

  if (!appliance || !state) return null
  const sheet = sheetOf(appliance, state, visit, steps, context)
  const currentId = chosen && steps.some((s) => s.id === chosen) ? chosen : firstOpen(sheet)
  const entry = sheet.find((e) => e.step.id === currentId)
  const step = entry?.step
  const first = steps.find((s) => s.id === entry?.lock?.params.step)
  const lockTitle = first ? stepTitle(first, appliance) : ''
  const lightOffAt = log.events.find((e) => e.type === 'state.commanded')?.at ?? null
  const goTo = (id: string) => {
    setChosen(id)
    setWorkingId(null)
    setOpen(null)
    window.scrollTo({ top: 0 })
  }
  const next = (from: Step) => {
    const after = steps[steps.findIndex((s) => s.id === from.id) + 1]
    if (after) goTo(after.id)
  }
  const desk: VisitDesk = {
    context,
    appliance,
    visit,
    state,
    steps,
    units: props.units,
    timeZone: props.timeZone,
    role: actor.role,
    lightOffAt,
    now,
    record: log.record,
    confirmers: props.confirmers,
    allSent: log.waitingCount === 0,
    catchUp: log.catchUp,
    goTo,
    showWorking: setWorkingId,
    finishStep: (s) => {
      if (!state.steps[s.id]) void log.record([{ type: 'step.done', stepId: s.id, applianceId: appliance.id, data: {} }])
      next(s)
    },
  }
  const working = workingId ? state.readings.find((r) => r.readingId === workingId) : undefined
  const subtitle = `${appliance.name} · ${t(`gas.${appliance.facts.gas}`)} · ${t(`job.${props.jobKind}`)}`
  const started = visit.status !== 'planned'
  const stopped = firingStops(appliance, state, visit, context).length > 0
  const side = working ? (
    <WorkingPanel reading={working} />
  ) : step && !stopped && (step.kind === 'flue' || step.kind === 'manifold') ? (
    <AdjustPanel step={step} />
  ) : null

  return (
    <DeskProvider value={desk}>
      <Frame
        title={props.siteName}
        subtitle={subtitle}
        here="visit"
        person={actor}
        openVisitId={visitId}
        right={<LogState log={log} visitId={visitId} onParked={() => setOpen('parked')} />}
      >
        {!started ? (
          <StartPanel
            {...props}
            onStart={() =>
              void log.record([
                {
                  type: 'visit.started',
                  data: {
                    jobKind: props.jobKind,
                    practice: props.practice,
                    cards: context.appliances.map((a) => ({ applianceId: a.id, cardId: a.card.id, version: a.card.version })),
                  },
                },
              ])
            }
            mayStart={may(actor.role, 'visit.started')}
            subtitle={subtitle}
          />
        ) : (
          <>
            <LooseEnds />
            <Line entries={lineOf(appliance, state, steps, context)} currentStation={step?.stationId ?? null} />
            <div className="lg:grid lg:grid-cols-[18rem_minmax(0,1fr)] xl:grid-cols-[18.5rem_minmax(0,1fr)_21rem]">
              <aside className="hidden border-r hairline lg:block">
                <div className="sticky top-0 max-h-dvh overflow-y-auto py-4">
                  <RunSheet sheet={sheet} currentId={currentId} />
                </div>
              </aside>
              <section aria-labelledby="now" className="px-4 py-4 lg:px-7">
                {step && (
                  <>
                    <div className="flex flex-wrap items-center justify-between gap-x-4">
                      <h2 id="now" tabIndex={-1} className="text-xl font-semibold">
                        {stepTitle(step, appliance)}
                      </h2>
                      <span className="-ml-2 flex flex-wrap gap-1 lg:ml-0">
                        <button
                          type="button"
                          className="btn btn-ghost px-2 text-sm text-primary btn-sm lg:hidden"
                          onClick={() => setOpen('sheet')}
                        >
                          {t('sheet.place', { n: sheet.findIndex((e) => e.step.id === currentId) + 1, of: sheet.length })}
                        </button>
                        <button type="button" className="btn btn-ghost px-2 text-sm text-primary btn-sm" onClick={() => setOpen('how')}>
                          {t('step.how')}
                        </button>
                        {may(actor.role, 'note.added') && (
                          <button type="button" className="btn btn-ghost px-2 text-sm text-primary btn-sm" onClick={() => setOpen('note')}>
                            {t('step.note')}
                          </button>
                        )}
                        {visit.status === 'open' && may(actor.role, 'step.skipped') && step.skip === 'with-reason' && (
                          <button type="button" className="btn btn-ghost px-2 text-sm text-primary btn-sm" onClick={() => setOpen('skip')}>
                            {t('step.skip')}
                          </button>
                        )}
                      </span>
                    </div>
                    <p className="quiet">
                      {step.own ? step.own.why : t(`step.${step.kind}.what`)}
                      {step.opens.some((o) => o.kind === 'probe-hole') ? ` ${appliance.card.probe}.` : ''}
                    </p>
                    {state.steps[step.id]?.reason && (
                      <p className="mt-2 flex gap-2 text-sm text-warning">
                        <WarningSign size={18} />
                        {t(`sheet.${state.steps[step.id]?.status}`)}: {state.steps[step.id]?.reason}
                      </p>
                    )}
                    {entry?.lock?.code === 'lock.after' ? (
                      <div className="my-6 border-y hairline py-5">
                        <p className="flex gap-2 font-semibold text-warning">
                          <WarningSign />
                          {t('lock.after', { step: lockTitle })}
                        </p>
                        <button type="button" className="btn mt-3 press btn-outline" onClick={() => goTo(String(entry.lock?.params.step))}>
                          {t('gate.go')}
                        </button>
                      </div>
                    ) : step.kind === 'loose-ends' ? (
                      <LooseEndsPanel step={step} />
                    ) : step.kind === 'finish' ? (
                      visit.status === 'closed' ? (
                        <p className="py-6 text-lg">
                          {t('finish.closed')}{' '}
                          <a ref={reportLink} className="link text-primary" href={`/visits/${visitId}/report`}>
                            {t('finish.to-report')}
                          </a>
                        </p>
                      ) : (
                        <FinishPanel onClosed={() => setClosing(true)} waiting={closing && log.parked.length === 0} />
                      )
                    ) : (
                      <StepPanel key={step.id} step={step} />
                    )}
                    <p className="hidden pt-2 text-xs quiet lg:block">{t('keys.line')}</p>
                  </>
                )}
              </section>
              <aside className="border-t hairline px-4 py-5 lg:col-span-2 lg:px-7 xl:col-span-1 xl:border-t-0 xl:border-l xl:px-6">
                <div className="xl:sticky xl:top-5 xl:max-h-[calc(100dvh-2.5rem)] xl:overflow-y-auto">
                  {side}
                  <Cautions />
                </div>
              </aside>
            </div>
          </>
        )}
      </Frame>
      {open === 'sheet' && (
        <Dialog title={t('sheet.title')} onClose={() => setOpen(null)}>
          <RunSheet sheet={sheet} currentId={currentId} />
        </Dialog>
      )}
      {open === 'note' && (
        <Dialog title={t('step.note')} onClose={() => setOpen(null)}>
          <NoteDialog stepId={currentId} onClose={() => setOpen(null)} />
        </Dialog>
      )}
      {open === 'skip' && step && (
        <Dialog title={t('step.skip')} onClose={() => setOpen(null)}>
          <SkipForm
            step={step}
            onDone={() => {
              setOpen(null)
              next(step)
            }}
          />
        </Dialog>
      )}
      {open === 'parked' && (
        <Dialog title={t('parked.title')} onClose={() => setOpen(null)}>
          <ParkedList log={log} />
        </Dialog>
      )}
      {open === 'keys' && (
        <Dialog title={t('keys.title')} onClose={() => setOpen(null)}>
          <dl className="grid grid-cols-[3rem_1fr] gap-y-2">
            {['R', 'N', 'L', 'W', '?'].map((k) => [
              <dt key={k} className="font-semibold">
                {k}
              </dt>,
              <dd key={`${k}-d`}>{t(`keys.${k}`)}</dd>,
            ])}
          </dl>
        </Dialog>
      )}
      {open === 'how' && step && (
        <Dialog title={stepTitle(step, appliance)} onClose={() => setOpen(null)}>
          <div className="flex flex-col gap-3">
            <p>{step.own ? step.own.why : t(`step.${step.kind}.how`)}</p>
            <p className="quiet">{step.own ? `${step.own.doc}, ${t('band.page', { page: step.own.page })}` : t(`step.${step.kind}.why`)}</p>
            {step.opens.map((o) => (
              <p key={o.key} className="border-t hairline pt-3 text-sm">
                {o.label}: {o.closes}
              </p>
            ))}
          </div>
        </Dialog>
      )}
    </DeskProvider>
  )
}

/** Before the start: what the visit is, what to know, and one button. */
function StartPanel({
  onStart,
  mayStart,
  subtitle,
  remark,
  hazards,
}: VisitScreenProps & { readonly onStart: () => void; readonly mayStart: boolean; readonly subtitle: string }) {
  return (
    <div className="mx-auto flex max-w-xl flex-col gap-5 px-4 py-10">
      <h2 className="text-2xl font-semibold">{subtitle}</h2>
      {remark && <p className="text-lg">{remark}</p>}
      {hazards && (
        <p className="flex gap-2 text-warning">
          <WarningSign />
          {hazards}
        </p>
      )}
      <Cautions />
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

/** The usual cautions, deferring to the maker, local code and licensed practice. */
function Cautions() {
  return (
    <section aria-label={t('caution.title')} className="mt-6 border-t hairline pt-4 text-sm quiet first:mt-0 first:border-0 first:pt-0">
      <p className="flex gap-2 font-semibold text-warning">
        <WarningSign size={18} />
        {t('caution.first')}
      </p>
      <p className="mt-2">{t('caution.rest')}</p>
    </section>
  )
}
