'use client'

import type { Step } from '@lucerna/core/procedure'
import { firingStops, missingIn } from '@lucerna/core/visit'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/visit'
import { AsAtFirst } from './AsAtFirst'
import { Asks } from './Asks'
import { Clocks } from './Clocks'
import { useDesk } from './context'
import { DisturbedPanel } from './DisturbedPanel'
import { OpenJoints } from './LooseEndsPanel'
import { ReadingsPanel } from './ReadingsPanel'
import { Signature } from './later'
import { Starts } from './Starts'
import { StopAlert } from './StopAlert'
import { ZeroList } from './ZeroList'

const TAKES_APART: readonly Step['kind'][] = ['isolate', 'strip', 'replace-valve', 'convert']
const ARRIVING: readonly Step['kind'][] = ['make-safe', 'before-entry']

/** One step of the sheet: what to zero, look at, wait for and read, in this order. */
export function StepPanel({ step }: { readonly step: Step }) {
  const { context, appliance, state, visit } = useDesk()
  const stops = firingStops(appliance, state, visit, context)
  if (stops.length > 0 && step.firingStateId) return <StopAlert />
  // Far too much CO is told wherever one is: the probe is still in the flue.
  const told = ARRIVING.includes(step.kind) || stops.some((s) => s.id === 'high-co')
  const missing = missingIn(step, state, visit, context).filter((m) => m.code !== 'reading')
  // What is measured at a rate comes first there: hose and probe are in the hand.
  const measured = step.firingStateId !== null && step.needs.length > 0 && step.kind !== 'sequence'
  const asked = (
    <>
      <Asks step={step} />
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
      <ZeroList step={step} />
      <AsAtFirst step={step} />
      {step.kind === 'joints-cold' && <OpenJoints kind="gas-joint" />}
      {step.kind === 'joints-hot' && <OpenJoints kind="outlet-joint" />}
      {!measured && asked}
      <ReadingsPanel step={step}>{measured && asked}</ReadingsPanel>
      {step.kind === 'sequence' && <Starts stepId={step.id} />}
      {TAKES_APART.includes(step.kind) && <DisturbedPanel stepId={step.id} />}
    </>
  )
}
