'use client'

import { methodsAt, type Step } from '@lucerna/core/procedure'
import { firingStops, isNoticed, missingIn } from '@lucerna/core/visit'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/visit'
import { wordsFor } from '@/ui/words'
import { AsAtFirst } from './AsAtFirst'
import { Asks } from './Asks'
import { Clocks } from './Clocks'
import { useDesk } from './context'
import { LiveKnows } from '../live/LiveKnows'
import { ReadingsPanel } from './ReadingsPanel'
import { Complaint, ConditionAdvice, DisturbedPanel, Notices, OpenJoints, SequenceTimer, Signature, Starts } from './later'
import { StopAlert } from './StopAlert'
import { ToolsOut } from './ToolsOut'
import { ZeroList } from './ZeroList'

const TAKES_APART: readonly Step['kind'][] = ['isolate', 'basics', 'repair', 'look-first', 'strip', 'replace-valve', 'gas-part', 'convert']
const ARRIVING: readonly Step['kind'][] = ['make-safe', 'before-entry']

/** One step of the sheet: what to zero, look at, wait for and read, in this order. */
export function StepPanel({ step }: { readonly step: Step }) {
  const { context, appliance, state, visit } = useDesk()
  const stops = firingStops(appliance, state, visit, context)
  if (stops.length > 0 && step.firingStateId) return <StopAlert />
  // Far too much CO is told wherever one is: the probe is still in the flue.
  const told = ARRIVING.includes(step.kind) || step.kind === 'dead-start' || stops.some((s) => s.id === 'high-co')
  const methods = methodsAt(step, appliance.card, context.practice)
  const missing = missingIn(step, state, visit, context).filter((m) => m.code !== 'reading')
  // What is measured at a rate comes first there: hose and probe are in the hand.
  const measured = step.firingStateId !== null && step.needs.length > 0 && step.kind !== 'sequence' && step.kind !== 'dead-start'
  // A start is watched as it happens; what was seen of it is said behind.
  const timed = step.kind === 'sequence'
  const asked = (
    <>
      <Asks step={step} />
      {step.kind === 'hand-over' && (visit.notices.length > 0 || visit.defects.some(isNoticed)) && <Notices stepId={step.id} />}
      {step.kind === 'hand-over' && <Signature stepId={step.id} />}
      <Clocks timers={step.timers} stepId={step.id} />
      {missing.length > 0 && <p className="mt-3 text-sm quiet">{t('asks.missing', { count: missing.length })}</p>}
    </>
  )
  return (
    <>
      {told && <StopAlert />}
      {step.cautions.length > 0 && (
        <ul className="mt-2 flex flex-wrap gap-x-5 gap-y-1 text-sm text-warning">
          {step.cautions.map((c) => (
            <li key={c} className="flex gap-2">
              <WarningSign size={17} />
              {t(`safe.${c}`)}
            </li>
          ))}
        </ul>
      )}
      {methods.length > 0 && (
        <ul className="mt-2 flex flex-col gap-1 text-sm">
          {methods.map((m) => (
            <li key={m.id} className="border-l-4 border-info pl-3">
              {wordsFor(`method.${m.id}.${m.mode}`)} <span className="quiet">{t('method.by', { source: m.source })}</span>
            </li>
          ))}
        </ul>
      )}
      <LiveKnows step={step} />
      <ZeroList step={step} />
      <AsAtFirst step={step} />
      {step.kind === 'joints-cold' && <OpenJoints kind="gas-joint" />}
      {step.kind === 'joints-hot' && <OpenJoints kind="outlet-joint" />}
      {step.kind === 'condition' && <ConditionAdvice />}
      {!measured && !timed && asked}
      {step.kind === 'complaint' && <Complaint stepId={step.id} />}
      <ReadingsPanel step={step}>{(measured || timed) && asked}</ReadingsPanel>
      {step.kind === 'dead-start' && (
        <>
          <SequenceTimer step={step} />
          <Starts stepId={step.id} />
        </>
      )}
      {step.kind === 'sequence' && (
        <details className="border-y hairline" open={visit.starts.some((s) => s.applianceId === appliance.id)}>
          <summary className="flex min-h-11 cursor-pointer items-center text-primary">{t('start.fold')}</summary>
          <Starts stepId={step.id} />
        </details>
      )}
      {TAKES_APART.includes(step.kind) && (
        <>
          <DisturbedPanel stepId={step.id} />
          <ToolsOut stepId={step.id} />
        </>
      )}
    </>
  )
}
