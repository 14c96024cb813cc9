'use client'

import type { JobKind, Step } from '@lucerna/core/procedure'
import {
  dangerOf,
  endsByItself,
  knowsStep,
  sheetsOf,
  type InstrumentSet,
  refusals,
  type Role,
  type StoredEvent,
  type VisitContext,
  type VisitEvent,
  VisitFold,
} from '@lucerna/core/visit'
import { useCallback, useMemo, useState } from 'react'
import { Frame, useOpenVisit } from '@/features/frame'
import type { Units } from '@/ui/figures'
import { useWakeLock } from '@/ui/useWakeLock'
import { t } from '@/messages/visit'
import { Provisional } from '@/ui/Provisional'
import { wordsFor } from '@/ui/words'
import type { QueuedEvent } from './client/queue'
import { useGoesOn } from './client/goesOn'
import { useLive } from './client/useLive'
import { rememberSet, useRememberedSet } from './client/instrumentSet'
import { usePhotoQueue } from './client/usePhotoQueue'
import { shaped } from './client/shape'
import { useVisitLog } from './client/useVisitLog'
import { tried } from './client/writeDown'
import { ApplianceTabs } from './parts/ApplianceTabs'
import { type DialogName, DeskProvider, may, type Prefill, prefillOf, type VisitDesk } from './parts/context'
import { DangerBand } from './parts/DangerPanel'
import { unanswered } from './parts/unanswered'
import { InstrumentChooser, sharedChannels } from './parts/InstrumentChooser'
import { LogState } from './parts/LogState'
import { LooseEnds } from './parts/LooseEnds'
import { SignInAgain } from './parts/later'
import { StartPanel } from './parts/StartPanel'
import { useKeys } from './parts/useKeys'
import { LiveProvider } from './live/context'
import { LiveBar } from './live/LiveBar'
import { useLive as useLiveHere } from './live/useLive'
import { useBenchFollows } from './live/useBenchFollows'
import { VisitBody } from './parts/VisitBody'
import { VisitDialogs } from './parts/VisitDialogs'
import { firstOpen, sheetOf } from './view'

export interface VisitScreenProps {
  readonly visitId: string
  readonly siteName: string
  readonly timeZone: string
  readonly jobKind: JobKind
  readonly remark: string | null
  readonly hazards: string | null
  readonly practice: { readonly id: string; readonly version: number }
  readonly context: VisitContext
  readonly events: readonly StoredEvent[]
  readonly units: Units
  /** With simulated hardware on offer: the demo world. */
  readonly demo: boolean
  /** Who holds each instrument, and which of them this person does. */
  readonly holders: Readonly<Record<string, { readonly id: string; readonly name: string } | null>>
  readonly held: readonly string[]
  /** Licensed people with a passcode, who could confirm work on this device. */
  readonly confirmers: readonly { readonly id: string; readonly name: string }[]
  readonly actor: {
    readonly userId: string
    readonly name: string
    readonly role: Role
    readonly firmName: string
    readonly farViewTones: boolean
  }
}

/** The place where a technician works: the line, the run sheet, one thing now, loose ends hanging. */
export function VisitScreen(props: VisitScreenProps) {
  const { visitId, context, actor } = props
  const refused = useRefusals(props)
  const log = useVisitLog(visitId, props.events, actor, refused)
  const photos = usePhotoQueue(visitId, actor.userId)
  const devices = useLive(visitId, log.heard)
  // One fold that goes on: an event costs what it changes, not the whole log.
  const fold = useMemo(() => new VisitFold(visitId, context), [visitId, context])
  const visit = useMemo(() => {
    fold.advance(log.stored)
    return fold.with(log.unsent)
  }, [fold, log.stored, log.unsent])
  // Before the start what is ticked there; after it what the log says.
  const [planned, setPlanned] = useState<InstrumentSet | null>(null)
  const known = useMemo(() => context.instruments.map((i) => i.id), [context])
  const remembered = useRememberedSet(actor.userId, props.held, known)
  const instruments = visit.instrumentSets[actor.userId] ?? planned ?? remembered
  /** What is ticked while the list is open: one choice is one entry, written down when it closes. */
  const [ticking, setTicking] = useState<InstrumentSet | null>(null)
  const chooseInstruments = (set: InstrumentSet) => {
    rememberSet(actor.userId, set)
    if (visit.status === 'open') void log.record([{ type: 'instruments.chosen', data: asData(set) }])
    else setPlanned(set)
  }
  const [applianceId, setApplianceId] = useState(context.appliances[0]?.id ?? '')
  const appliance = context.appliances.find((a) => a.id === applianceId)
  const state = visit.appliances.find((a) => a.applianceId === applianceId)
  const sheets = useMemo(() => sheetsOf(context, visit), [context, visit])
  const steps = sheets[applianceId] ?? []
  const [chosen, setChosen] = useState<Readonly<Record<string, string>>>({})
  const [units, setUnits] = useState(props.units)
  const [explainedId, setExplainedId] = useState<string | null>(null)
  const [open, setOpen] = useState<DialogName | null>(null)
  const [prefill, setPrefill] = useState<Prefill | null>(null)
  const [goesOn] = useGoesOn()
  const [closing, setClosing] = useState(false)
  /** The dangers that the technician has looked at and left for the sheet. */
  const [dangerLeft, setDangerLeft] = useState<string | null>(null)
  const [signInLater, setSignInLater] = useState(0)
  const liveParts = useLiveHere(context.instruments)
  useWakeLock(visit.status === 'open')
  useOpenVisit(visitId, visit.status)

  const allSent = log.waitingCount === 0 && photos.queued.every((p) => p.parked)
  useKeys({
    '?': () => setOpen('keys'),
    a: () => visit.status === 'open' && may(actor.role, 'reading.taken') && setOpen('figure'),
    l: () => goTo('loose-ends'),
    i: () => setOpen('instruments'),
    c: () => visit.status === 'open' && setOpen('connect'),
    f: () => setOpen('far'),
    u: () => setUnits((u) => (u === 'metric' ? 'imperial' : 'metric')),
  })
  const goTo = (id: string, of = applianceId) => {
    setChosen((before) => ({ ...before, [of]: id }))
    setApplianceId(of)
    setExplainedId(null)
    setOpen(null)
    if (danger) setDangerLeft(dangerKey)
    window.scrollTo({ top: 0 })
  }

  const danger = appliance && state && visit.status === 'open' ? dangerOf(appliance, state, visit, context) : null
  const dangerKey = danger?.causes.map((c) => c.id).join(' ') ?? ''
  if (!appliance || !state) return null
  const sheet = sheetOf(appliance, state, visit, steps, context)
  const wished = chosen[applianceId]
  const currentId = wished && steps.some((s) => s.id === wished) ? wished : firstOpen(sheet)
  const entry = sheet.find((e) => e.step.id === currentId)
  const showsDanger = danger !== null && dangerLeft !== dangerKey
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
    sheets,
    units,
    timeZone: props.timeZone,
    role: actor.role,
    events: log.events,
    instruments,
    chooseInstruments,
    openDialog: setOpen,
    tryOut: (fresh, at) => fold.with([...log.unsent, ...tried(visitId, actor, fresh, at)]),
    record: log.record,
    confirmers: props.confirmers,
    allSent,
    catchUp: log.catchUp,
    goTo,
    explain: setExplainedId,
    photos,
    queuedPhotos: photos.queued,
    prefill,
    finishStep: (s) => {
      // What follows and has all it asks for already is not stood at again: nothing moved since.
      const over = [s]
      for (const x of goesOn ? steps.slice(steps.indexOf(s) + 1) : []) {
        const opened = x.after.every((id) => state.steps[id] || over.some((o) => o.id === id))
        if (state.steps[x.id] || !opened || !endsByItself(x, state, visit, context, true)) break
        over.push(x)
      }
      const marks = over.filter((x) => !state.steps[x.id] || state.steps[x.id]?.carried)
      void log.record(marks.map((x) => ({ type: 'step.done' as const, stepId: x.id, applianceId: appliance.id, data: {} })))
      next(over.at(-1) ?? s)
    },
  }
  /** What was refused goes back into the fields of its step, to be put right. */
  const mend = (q: QueuedEvent) => {
    setPrefill(prefillOf(q))
    log.discard(q.id)
    if (q.event.stepId) goTo(q.event.stepId, q.event.applianceId ?? applianceId)
  }
  const chooser = (
    <InstrumentChooser
      instruments={context.instruments}
      holders={props.holders}
      userId={actor.userId}
      set={ticking ?? instruments}
      onChange={visit.status === 'open' ? setTicking : chooseInstruments}
    />
  )
  const several = context.appliances.length > 1
  const subtitle = several
    ? `${t('appliances.count', { count: context.appliances.length })} · ${t(`job.${props.jobKind}`)}`
    : `${appliance.name} · ${t(`gas.${appliance.facts.gas}`)} · ${t(`job.${props.jobKind}`)}`

  return (
    <LiveProvider value={liveParts}>
      <DeskProvider value={desk}>
        <Frame
          title={props.siteName}
          subtitle={subtitle}
          here="visit"
          person={actor}
          right={
            <LogState log={log} photos={photos} devices={devices} onParked={() => setOpen('parked')} onSignIn={() => setSignInLater(0)} />
          }
        >
          {visit.status === 'planned' ? (
            <StartPanel
              remark={props.remark}
              hazards={props.hazards}
              timeZone={props.timeZone}
              emergencyNumber={context.emergencyNumber}
              continuedAt={context.appliances.find((a) => a.continued)?.continued?.closedAt ?? null}
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
                  { type: 'instruments.chosen', data: asData(instruments) },
                ])
              }
              mayStart={may(actor.role, 'visit.started')}
              subtitle={several ? context.appliances.map((a) => a.name).join(', ') : subtitle}
            >
              <details className="border-y hairline py-1" open={sharedUnsaid(instruments, context)}>
                <summary className="flex min-h-11 cursor-pointer items-center justify-between gap-3">
                  <span>
                    <span className="block text-sm quiet">{t('instruments.at-hand')}</span>
                    {namesOf(instruments, context)}
                  </span>
                  <span className="text-sm text-primary">{t('instruments.change')}</span>
                </summary>
                {chooser}
              </details>
            </StartPanel>
          ) : (
            <>
              {danger && (unanswered(danger, state.observations).length > 0 || !showsDanger) && (
                <DangerBand danger={danger} onOpen={() => setDangerLeft(null)} />
              )}
              <ApplianceTabs
                appliances={context.appliances}
                visit={visit}
                totals={Object.fromEntries(Object.entries(sheets).map(([id, list]) => [id, list.length]))}
                currentId={applianceId}
                onChoose={(id) => {
                  setApplianceId(id)
                  setExplainedId(null)
                }}
              />
              {appliance.card.provisional && (
                <p className="border-b hairline px-4 py-1 lg:px-7">
                  <Provisional why />
                </p>
              )}
              <LiveBar />
              <BenchFollows step={entry?.step} />
              <LooseEnds />
              <VisitBody
                sheet={sheet}
                entry={entry}
                danger={showsDanger ? danger : null}
                onLeaveDanger={() => setDangerLeft(dangerKey)}
                explained={explainedId ? state.readings.find((r) => r.readingId === explainedId) : undefined}
                onOpen={setOpen}
                onSkipped={next}
                closing={closing}
                onClosed={() => setClosing(true)}
                refused={log.parked.length > 0}
                // A refused close is parked and seen here instead.
                toReport={closing && allSent && log.parked.length === 0}
              />
            </>
          )}
        </Frame>
        <VisitDialogs
          open={open}
          step={entry?.step}
          sheet={sheet}
          log={log}
          photos={photos}
          tones={actor.farViewTones}
          demo={props.demo}
          chooser={chooser}
          onMend={mend}
          onSkipped={next}
          onClose={() => {
            setOpen(null)
            if (ticking) chooseInstruments(ticking)
            setTicking(null)
          }}
        />
        {log.status === 'sign-in' && log.waitingCount > signInLater && (
          <SignInAgain
            visitId={visitId}
            userId={actor.userId}
            waiting={log.waitingCount}
            onDone={() => {
              log.flush()
              photos.flush()
            }}
            onLater={() => setSignInLater(log.waitingCount)}
          />
        )}
      </DeskProvider>
    </LiveProvider>
  )
}

/** Follows inside of the desk. */
function BenchFollows({ step }: { readonly step: Step | undefined }) {
  useBenchFollows(step)
  return null
}

const asData = ({ instrumentIds, preferred }: InstrumentSet) => ({ instrumentIds: [...instrumentIds], preferred: { ...preferred } })

const namesOf = (set: InstrumentSet, { instruments }: VisitContext): string =>
  instruments
    .filter((i) => set.instrumentIds.includes(i.id))
    .map((i) => `${i.maker} ${i.model}`)
    .join(', ') || t('instruments.none')

/** Whether two instruments at hand measure the same and nobody has said which counts. */
const sharedUnsaid = (set: InstrumentSet, { instruments }: VisitContext): boolean =>
  sharedChannels(set, instruments).some(({ channel }) => !set.preferred[channel])

/** What the device itself refuses, by the checks that the server makes too: why, in words. */
function useRefusals({ context, jobKind, practice }: VisitScreenProps): (event: VisitEvent) => string | null {
  return useCallback(
    (event: VisitEvent) => {
      const parsed = shaped(event)
      if (!parsed.ok) return String(parsed.error.params?.message ?? parsed.error.code)
      const known = new Set(context.instruments.map((i) => i.id))
      const facts = {
        appliances: context.appliances,
        knowsStep: knowsStep(context),
        practice: context.practice,
        planned: { jobKind, practice },
        knowsInstrument: (id: string) => known.has(id),
      }
      const [first] = refusals(parsed.value, facts)
      return first ? wordsFor(`refused.${first.code}`, first.params) : null
    },
    [context, jobKind, practice],
  )
}
