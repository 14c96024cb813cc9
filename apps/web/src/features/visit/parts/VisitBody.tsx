'use client'

import type { Step } from '@lucerna/core/procedure'
import { type Danger, firingStops, type JudgedReading } from '@lucerna/core/visit'
import { useEffect } from 'react'
import { LATER_MS } from '@/ui/patiently'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/visit'
import { lineOf, type SheetEntry } from '../view'
import { Cautions } from './Cautions'
import { CheckIn } from './CheckIn'
import { Closed } from './Closed'
import { type DialogName, stepTitle, useDesk } from './context'
import { DangerPanel } from './DangerPanel'
import { BenchPanel, ExplainedPanel, fetchLaterParts, FinishPanel, LooseEndsPanel, SetUpDesk } from './later'
import { useBench } from '../live/context'
import { Line } from './Line'
import { FaultsHere } from './FaultsHere'
import { RunSheet } from './RunSheet'
import { StepHeader } from './StepHeader'
import { StepPanel } from './StepPanel'

export interface VisitBodyProps {
  readonly sheet: readonly SheetEntry[]
  readonly entry: SheetEntry | undefined
  /** Shown in the place of the step: safety comes first. */
  readonly danger: Danger | null
  readonly onLeaveDanger: () => void
  readonly explained: JudgedReading | undefined
  readonly onOpen: (what: DialogName) => void
  readonly onSkipped: (step: Step) => void
  readonly closing: boolean
  readonly onClosed: () => void
  readonly refused: boolean
  /** Closed here and acknowledged: nothing of this page is needed any more. */
  readonly toReport: boolean
}

/** The line above, the run sheet on the left, one thing now in the middle, what helps with it on the right. */
export function VisitBody(props: VisitBodyProps) {
  const { sheet, entry, danger, explained } = props
  const { appliance, state, visit, steps, context } = useDesk()
  const step = entry?.step
  const bench = useBench()
  const inDanger = danger !== null
  useEffect(() => {
    if (inDanger) window.scrollTo({ top: 0 })
  }, [inDanger])
  useEffect(() => {
    const timer = setTimeout(fetchLaterParts, LATER_MS)
    return () => clearTimeout(timer)
  }, [])
  const stopped = firingStops(appliance, state, visit, context).length > 0
  const place = t('sheet.place', { n: sheet.findIndex((e) => e === entry) + 1, of: sheet.length })
  return (
    <>
      {!danger && <Line entries={lineOf(appliance, state, steps, context)} currentStation={step?.stationId ?? null} />}
      <div className="lg:grid lg:grid-cols-[18rem_minmax(0,1fr)] xl:grid-cols-[18.5rem_minmax(0,1fr)_21rem]">
        <aside className="hidden border-r hairline lg:block">
          <div className="sticky top-0 max-h-dvh overflow-y-auto py-4">
            <RunSheet sheet={sheet} currentId={step?.id ?? ''} />
          </div>
        </aside>
        <section aria-labelledby="now" className="px-4 py-4 lg:px-7">
          {danger ? (
            <DangerPanel danger={danger} onLeave={props.onLeaveDanger} />
          ) : (
            entry &&
            step && (
              <>
                <StepHeader step={step} place={place} onOpen={props.onOpen} />
                <StepBody {...props} entry={entry} step={step} />
                <p className="hidden pt-2 text-xs quiet lg:block">{t('keys.line')}</p>
              </>
            )
          )}
        </section>
        <aside className="border-t hairline px-4 py-5 lg:col-span-2 lg:px-7 xl:col-span-1 xl:border-t-0 xl:border-l xl:px-6">
          <div className="xl:sticky xl:top-5 xl:max-h-[calc(100dvh-2.5rem)] xl:overflow-y-auto">
            {explained ? (
              <ExplainedPanel reading={explained} />
            ) : (
              step && !stopped && (step.kind === 'flue' || step.kind === 'manifold') && <SetUpDesk step={step} />
            )}
            {step && <FaultsHere step={step} onOpen={() => props.onOpen('faults')} />}
            {bench?.on && <BenchPanel />}
            <CheckIn />
            <Cautions number={context.emergencyNumber} />
          </div>
        </aside>
      </div>
    </>
  )
}

function StepBody({ entry, step, ...props }: VisitBodyProps & { readonly entry: SheetEntry; readonly step: Step }) {
  const { appliance, visit, steps, goTo, prefill } = useDesk()
  const first = steps.find((s) => s.id === entry.lock?.params.step)
  if (entry.lock?.code === 'lock.after' && first)
    return (
      <div className="my-6 border-y hairline py-5">
        <p className="flex gap-2 font-semibold text-warning">
          <WarningSign />
          {t('lock.after', { step: stepTitle(first, appliance) })}
        </p>
        <button type="button" className="btn mt-3 press btn-outline" onClick={() => goTo(first.id)}>
          {t('gate.go')}
        </button>
      </div>
    )
  if (entry.status === 'parked')
    return (
      <div className="my-6 border-y hairline py-5">
        <p className="font-semibold">{t('parked-step.title')}</p>
        <p className="mt-1">{t('parked-step.why')}</p>
        <button type="button" className="btn mt-3 press btn-outline" onClick={() => goTo('repair')}>
          {t('parked-step.go')}
        </button>
      </div>
    )
  if (step.kind === 'loose-ends') return <LooseEndsPanel step={step} />
  if (step.kind !== 'finish') return <StepPanel key={`${appliance.id} ${step.id} ${prefill?.id ?? ''}`} step={step} />
  if (visit.status === 'closed') return <Closed goOn={props.toReport} />
  return <FinishPanel key={appliance.id} onClosed={props.onClosed} waiting={props.closing && !props.refused} />
}
